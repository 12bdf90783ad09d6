import {
  evaluate,
  isDesign,
  judge,
  problemsOf,
  problemsOfChange,
  readJobFile,
  type ClimateGrid,
  type Design,
  type Evaluation,
  type FieldProblem,
  type JobClimate,
  type JobFileReading,
  type Standing,
} from '@ivolt/core';

/** What the list of jobs shows of one. */
export interface Summary {
  standing: Standing;
  words: string;
  sentence: string;
  place: string;
  figures: { label: string; number: string; unit: string; mark: 'stop' | 'look' | null }[];
}

const told = (words: string, sentence: string): Summary => ({
  standing: 'unknown',
  words,
  sentence,
  place: '',
  figures: [],
});

const EXPORT = 'Export it as a file to keep what is in it, or delete it.';
export const UNREADABLE = told('Cannot be read', `It was stored by another version. ${EXPORT}`);
export const NOT_RECKONED = told('Cannot be reckoned', `Its figures took too long or failed. ${EXPORT}`);

/** What the grid says of the job's home and of its stops. */
export function climateOf({ place, stops }: Design, grid: ClimateGrid): JobClimate | null {
  if (!place.lat || !place.lon) return null;
  const known = Object.entries(stops).flatMap(([id, { lat, lon }]) =>
    lat && lon ? [[id, grid.at(lat.value, lon.value)] as const] : [],
  );
  return { ...grid.at(place.lat.value, place.lon.value), stops: Object.fromEntries(known) };
}

/** What the list shows of a stored document; of one that this version cannot read, that it cannot. */
function summarise(design: unknown, grid: ClimateGrid): Summary {
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

/** Long work, off the thread that answers: each from plain data to plain data. */
export const tasksWith = (grid: ClimateGrid) => ({
  summary: (design: unknown): Summary => summarise(design, grid),
  evaluation: (design: unknown): Evaluation | null =>
    isDesign(design) ? evaluate(design, climateOf(design, grid)) : null,
  problems: (design: unknown): FieldProblem[] => problemsOf(design),
  problemsOfChange: ({ before, after }: { before: Design; after: Design }): FieldProblem[] =>
    problemsOfChange(before, after),
  file: (text: string): JobFileReading => readJobFile(text),
});

export type Tasks = ReturnType<typeof tasksWith>;
export type TaskName = keyof Tasks;
export interface Asked<K extends TaskName = TaskName> {
  name: K;
  about: Parameters<Tasks[K]>[0];
}
