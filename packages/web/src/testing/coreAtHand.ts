import { darkPicture, fieldPicture, lifePicture, readWeather, skyPicture, usesPicture } from '@ivolt/core';

/** The core without its worker: the same answers, on the thread of the test. */
export const patientCore = () => ({
  dark: async (...asked: Parameters<typeof darkPicture>) => darkPicture(...asked),
  field: async (...asked: Parameters<typeof fieldPicture>) => fieldPicture(...asked),
  uses: async (...asked: Parameters<typeof usesPicture>) => usesPicture(...asked),
  life: async (...asked: Parameters<typeof lifePicture>) => lifePicture(...asked),
  sky: async (...asked: Parameters<typeof skyPicture>) => skyPicture(...asked),
  readWeather: async (...asked: Parameters<typeof readWeather>) => readWeather(...asked),
});
