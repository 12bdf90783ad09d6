import { judge, type ClimateGrid, type Design, type GridClimate, type Standing } from '@ivolt/core';

/** What the list of jobs shows of one. */
export interface Summary {
  standing: Standing;
  words: string;
  sentence: string;
  place: string;
  figures: { label: string; number: string; unit: string; mark: 'stop' | 'look' | null }[];
}

export function climateOf(design: Design, grid: ClimateGrid): GridClimate | null {
  const { lat, lon } = design.place;
  return lat && lon ? grid.at(lat.value, lon.value) : null;
}

export function summarise(design: Design, grid: ClimateGrid): Summary {
  const { verdict, tally, figures } = judge(design, climateOf(design, grid));
  return {
    ...verdict,
    place: design.place.name,
    figures: tally.slice(0, 3).flatMap(({ figureId, mark }) => {
      const figure = figures[figureId];
      return figure ? [{ label: figure.label, ...figure.shown, mark }] : [];
    }),
  };
}
