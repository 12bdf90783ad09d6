import {
  acWaysFor,
  clipPicture,
  curvesPicture,
  darkPicture,
  fieldPicture,
  lifePicture,
  previewSeries,
  readSeries,
  readWeather,
  searchPile,
  skyPicture,
  proposalsFor,
  usesPicture,
  waysOut,
} from '@ivolt/core';

/** The core without its worker: the same answers, on the thread of the test. */
export const patientCore = () => ({
  clip: async (...asked: Parameters<typeof clipPicture>) => clipPicture(...asked),
  curves: async (...asked: Parameters<typeof curvesPicture>) => curvesPicture(...asked),
  pile: async (...[design, grid, arrayId, change, together]: Parameters<typeof searchPile>) => {
    const search = searchPile(design, grid, arrayId, change, together);
    for (;;) {
      const { done, value } = search.next();
      if (done) return value;
    }
  },
  ways: async (...asked: Parameters<typeof waysOut>) => waysOut(...asked),
  acWays: async (...asked: Parameters<typeof acWaysFor>) => acWaysFor(...asked),
  proposals: async (...asked: Parameters<typeof proposalsFor>) => proposalsFor(...asked),
  dark: async (...asked: Parameters<typeof darkPicture>) => darkPicture(...asked),
  field: async (...asked: Parameters<typeof fieldPicture>) => fieldPicture(...asked),
  uses: async (...asked: Parameters<typeof usesPicture>) => usesPicture(...asked),
  life: async (...asked: Parameters<typeof lifePicture>) => lifePicture(...asked),
  sky: async (...asked: Parameters<typeof skyPicture>) => skyPicture(...asked),
  previewSeries: async (...asked: Parameters<typeof previewSeries>) => previewSeries(...asked),
  readSeries: async (...asked: Parameters<typeof readSeries>) => readSeries(...asked),
  readWeather: async (...asked: Parameters<typeof readWeather>) => readWeather(...asked),
});
