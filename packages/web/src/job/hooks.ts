import {
  displayFigure,
  entryAt,
  fieldAt,
  inOrder,
  joined,
  ofArray,
  type ArrayPlan,
  type Design,
  type Entry,
  type Evaluation,
  type FieldSpec,
  type Quantity,
} from '@ivolt/core';
import { createContext, useCallback, useContext } from 'react';
import { useAppSelector } from './store';

function opened(design: Design | null): Design {
  if (!design) throw new Error('No job is open here');
  return design;
}

/** The open design, again at every change of it. Only under the bench, which waits for it. */
export const useDesign = (): Design => opened(useAppSelector(({ job }) => job.design));

/** One part of the open design, again only where that part is another. */
export const useDesignPart = <K extends keyof Design>(part: K): Design[K] =>
  useAppSelector(({ job }) => opened(job.design)[part]);

export const useEvaluation = (): Evaluation | null => useAppSelector(({ job }) => job.evaluation);

/** Writes a figure in the units of the job. */
export function useUnits(): (value: number, quantity: Quantity) => string {
  const units = useDesignPart('units');
  return useCallback((value, quantity) => joined(displayFigure(value, quantity, units)), [units]);
}

export function useEntry(path: string): { entry: Entry | undefined; spec: FieldSpec } {
  const entry = useAppSelector(({ job }) => entryAt(job.design, path));
  return { entry, spec: fieldAt(path) };
}

/** Where a page is about one array, whichever the sheets show; the book has one for each. */
export const ArrayScope = createContext<string | null>(null);

/** An id for a part of a page, of its own for each array of the book. */
export function usePartId(name: string): string {
  const scope = useContext(ArrayScope);
  return scope === null ? name : `${name}-${scope}`;
}

/** The array the sheets show. */
export function useArray(): { id: string; plan: ArrayPlan; path: string; controllerPath: string } {
  const arrays = useDesignPart('arrays');
  const scope = useContext(ArrayScope);
  const chosen = useAppSelector(({ job }) => job.arrayId);
  const shown = scope ?? chosen;
  const inTurn = inOrder(arrays);
  const [id, plan] = inTurn.find(([other]) => other === shown) ?? inTurn[0] ?? [];
  if (!id || !plan) throw new Error('A design has an array');
  return { id, plan, path: `/arrays/${id}`, controllerPath: `/controllers/${plan.strings.controller}` };
}

/** The id of a figure of one array. */
export function useArrayFigure(arrayId: string): (id: string) => string {
  const arrays = useDesignPart('arrays');
  const inTurn = inOrder(arrays).map(([id]) => ({ id }));
  return (id) => ofArray(id, inTurn, arrayId);
}

/** The computed figure that a field feeds most directly. */
export function figureFor(path: string, design: Pick<Design, 'arrays'>): string | null {
  const use = /^\/uses\/([^/]+)\//.exec(path)?.[1];
  if (use) return `use:${use}`;
  const month = /^\/place\/ghi\/(\d+)/.exec(path)?.[1];
  if (month) return `sun:${month}`;
  const known: readonly (readonly [RegExp, string])[] = [
    [/^\/(supply|people|visits)/, 'load.heaviest'],
    [/^\/place\/low/, 'climate.low'],
    [/^\/place\/high/, 'climate.high'],
    [/^\/bank\/(days|parallel)/, 'bank.days'],
    [/^\/bank\/(series|endOfLife)/, 'bank.unitsNeeded'],
    [/^\/bank/, 'bank.usable'],
    [/^\/arrays\/[^/]+\/module\/(voc|betaVoc)/, 'strings.cold'],
    [/^\/arrays\/[^/]+\/module\/vmp/, 'strings.hot'],
    [/^\/arrays\/[^/]+\/module\/isc/, 'strings.isc'],
    [/^\/arrays\/[^/]+\/strings\/parallel/, 'strings.isc'],
    [/^\/arrays\/[^/]+\/strings/, 'strings.cold'],
    [/^\/arrays\/[^/]+\/count/, 'array.need'],
    [/^\/(arrays|energy)/, 'array.ratio'],
    [/^\/controllers\/[^/]+\/maxIsc/, 'strings.isc'],
    [/^\/controllers\/[^/]+\/(minVolts|headroom)/, 'strings.hot'],
    [/^\/controllers\/[^/]+\/(chargeAmps|efficiency)/, 'strings.power'],
    [/^\/controllers\/[^/]+\/maxAmps/, 'strings.imp'],
    [/^\/controllers/, 'strings.cold'],
    [/^\/power\/inverter\/surge/, 'power.surge'],
    [/^\/power\/inverter\/curve/, 'power.curve'],
    [/^\/power\/sources/, 'power.hours'],
    [/^\/power/, 'power.continuous'],
  ];
  const figure = known.find(([pattern]) => pattern.test(path))?.[1] ?? null;
  const array = /^\/arrays\/([^/]+)/.exec(path)?.[1];
  if (!figure?.startsWith('strings.') || !array) return figure;
  return ofArray(
    figure,
    inOrder(design.arrays).map(([id]) => ({ id })),
    array,
  );
}
