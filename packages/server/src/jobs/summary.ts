import { isDesign, judge, type ClimateGrid, type Design, type JobClimate, type Standing } from '@ivolt/core';

/** What the list of jobs shows of one. */
export interface Summary {
  standing: Standing;
  words: string;
  sentence: string;
  place: string;
  figures: { label: string; number: string; unit: string; mark: 'stop' | 'look' | null }[];
}

const UNREADABLE: Summary = {
  standing: 'unknown',
  words: 'Cannot be read',
  sentence: 'It was stored by another version. Export it as a file to keep what is in it.',
  place: '',
  figures: [],
};

/** What the grid says of the job's home and of its stops. */
export function climateOf({ place, stops }: Design, grid: ClimateGrid): JobClimate | null {
  if (!place.lat || !place.lon) return null;
  const known = Object.entries(stops).flatMap(([id, { lat, lon }]) =>
    lat && lon ? [[id, grid.at(lat.value, lon.value)] as const] : [],
  );
  return { ...grid.at(place.lat.value, place.lon.value), stops: Object.fromEntries(known) };
}

/** What the list shows of a stored document; of one that this version cannot read, that it cannot. */
export function summarise(design: unknown, grid: ClimateGrid): Summary {
  if (!isDesign(design)) return UNREADABLE;
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
