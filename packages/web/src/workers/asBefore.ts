import type { Design, JobClimate } from '@ivolt/core';

/** Stands for what was told with the question before. */
const AS_BEFORE = 'as before';

/** One end: what of a question's design and climate is as it was when this end last asked is not sent again. */
export function telling(): (args: readonly unknown[]) => unknown[] {
  let told: readonly unknown[] = [];
  return ([design, grid, ...rest]) => {
    const sent = [design, grid].map((part, i) => (part !== null && part === told[i] ? AS_BEFORE : part));
    told = [design, grid];
    return [...sent, ...rest];
  };
}

/** A question about a design and its climate. */
type Question = (design: Design, grid: JobClimate | null, ...rest: never[]) => unknown;

/**
 * The other end: questions as they are asked with it.
 * @param sameDesign, @param sameGrid make the same objects of what is as it was, so that nothing that follows from it is worked out twice
 */
export function hearing<Q extends Readonly<Record<string, Question>>>(
  questions: Q,
  sameDesign: (design: Design) => Design,
  sameGrid: (grid: JobClimate) => JobClimate,
): Q {
  let [design, grid]: [Design | null, JobClimate | null] = [null, null];
  const heard = (question: Question): Question => {
    const asked = (sentDesign: unknown, sentGrid: unknown, ...rest: never[]) => {
      if (sentDesign !== AS_BEFORE) design = sameDesign(sentDesign as Design);
      if (sentGrid !== AS_BEFORE) grid = sentGrid === null ? null : sameGrid(sentGrid as JobClimate);
      if (!design) throw new Error('There is no design to ask about');
      return question(design, grid, ...rest);
    };
    return asked;
  };
  return Object.fromEntries(
    Object.entries(questions).map(([name, question]) => [name, heard(question)]),
  ) as unknown as Q;
}
