import type { RecordTemperature } from '../climate';
import {
  atConditions,
  partOf,
  pointsOf,
  section,
  series,
  solveParallel,
  STANDARD,
  type FiveParameters,
  type ParallelSolved,
  type Series,
  type UnfitReason,
} from '../curve';
import { inOrder, type ArrayPlan, type PanelSort, type Pile } from '../document';
import { remembered } from '../memo';
import { valueOf, type Door, type Sort, type StringOf, type WeatherPoint } from '../mix';
import {
  asMeasured,
  BRIGHT_SKY,
  fitOf,
  scaledFit,
  MOUNTINGS,
  readSheet,
  toStandard,
  type MeasuredPanel,
  type ModuleNumbers,
} from '../module';
import { MOST, type PanelAtExtremes } from './fit';
import type { InputWindow } from './inputs';
import { coldSchools, panelAtExtremes, type Berth } from './strings';

/** A sort of a pile, as its sheet and its meter have it. */
export interface SortFacts {
  id: string;
  name: string;
  /** As measured, where anything was. */
  module: ModuleNumbers;
  five: FiveParameters | null;
  /** Why no curve can be drawn of its sheet. */
  unfit: UnfitReason | null;
  panel: PanelAtExtremes;
  count: number;
  wired: number;
  pieces: Record<string, MeasuredPanel>;
  /** Means of what was measured, as shares of the sheet; null where nothing was. */
  vocShare: number | null;
  iscShare: number | null;
}

/** One string of a pile. */
export interface OwnStringFacts {
  id: string;
  panels: StringOf;
  length: number;
  coldVocV: number;
  hotVmpV: number;
  hotVocV: number;
  iscA: number;
  /** At standard sun: its own best by itself, and the sum of its panels each at its own best. */
  alone: { watts: number; volts: number; amps: number };
  ownW: number;
  /** Amps it carries at the input's best point; below 0 it takes current. */
  sharesA: number;
}

/** Strings side by side on one input. */
export interface PileInput {
  window: InputWindow;
  strings: OwnStringFacts[];
  solved: ParallelSolved;
  coldVocV: number;
  hotVmpV: number;
  hotVocV: number;
  iscA: number;
  ownW: number;
  /** Largest differences that the rules of thumb look at, as shares: Vmp between strings, Imp within one. */
  vmpSpread: number;
  impSpread: number;
}

export interface PileFacts {
  sorts: SortFacts[];
  inputs: PileInput[];
  /** kWh a year at the inputs, and what the wired panels would make each at its own best. */
  kWh: number;
  ownKWh: number;
  weather: readonly WeatherPoint[];
  wiredW: number;
}

const mean = (values: readonly (number | null)[]): number | null => {
  const known = values.filter((value) => value !== null);
  return known.length === 0 ? null : known.reduce((sum, value) => sum + value, 0) / known.length;
};

/** A sort by its sheet and by what a meter said of its panels. */
const sortRead = remembered('sort of a pile', (sort: PanelSort) => {
  const sheet = readSheet(sort.module);
  const fitted = fitOf(sheet);
  const pieces = Object.fromEntries(
    Object.entries(sort.pieces).map(([id, piece]) => [
      id,
      toStandard(piece, sheet, fitted.ok ? fitted.five.aV : null),
    ]),
  );
  const vocShare = mean(Object.values(pieces).map((piece) => piece.vocShare));
  const iscShare = mean(Object.values(pieces).map((piece) => piece.iscShare));
  const [volts, amps] = [vocShare ?? 1, iscShare ?? 1];
  const module = vocShare === null && iscShare === null ? sheet : asMeasured(sheet, volts, amps);
  const fit = scaledFit(fitted, volts, amps);
  return {
    sheet,
    module,
    five: fit.ok ? fit.five : null,
    unfit: fit.ok ? null : fit.reason,
    pieces,
    vocShare,
    iscShare,
  };
});

/** The sorts of a pile at the extremes of the place. */
export function sortsOf(
  pile: Pile,
  plan: Pick<ArrayPlan, 'mounting' | 'bifacial'>,
  low: RecordTemperature,
  high: RecordTemperature,
): SortFacts[] {
  const hotCellC = high.valueC + MOUNTINGS[plan.mounting].hotRiseK;
  return inOrder(pile.sorts).map(([id, sort]) => {
    const { sheet, ...read } = sortRead(sort);
    const { module } = read;
    const schools = coldSchools(module.betaVoc, low);
    // a panel that measured low may have been measured wrong: what can do harm keeps to its sheet where that is more
    const cold = Math.max(sheet.vocV, module.vocV) * (schools.coefficient ?? schools.codeTable);
    const panel = panelAtExtremes(module, 1, low.valueC, hotCellC, plan.bifacial.value / 100);
    return {
      ...read,
      id,
      name: sort.name || sort.module.label,
      panel: {
        ...panel,
        coldVocV: cold,
        iscA: panel.iscA * Math.max(1, sheet.iscA / Math.max(1e-9, module.iscA)),
      },
      count: sort.count.value,
      wired: Object.values(pile.strings).reduce((sum, { panels }) => sum + (panels[id] ?? 0), 0),
    };
  });
}

/** The sorts as the search sees them; those whose sheet cannot be are left out. */
export const searchSorts = (sorts: readonly SortFacts[]): Sort[] =>
  sorts.flatMap(({ id, five, module, panel, count }) =>
    five
      ? [
          {
            id,
            five,
            sections: module.sections,
            coldVocV: panel.coldVocV,
            hotVocV: panel.hot.vocV,
            iscA: panel.iscA,
            count,
          },
        ]
      : [],
  );

/** An input as the search sees it. */
export const doorOf = (window: InputWindow, weather: readonly WeatherPoint[], maxParallel = 6): Door => ({
  id: String(window.input),
  maxV: window.maxV,
  chargesFromV: window.chargesFromV,
  startV: window.startV,
  maxWorkV: window.maxWorkV,
  maxA: window.maxA,
  maxIscA: window.maxIscA,
  maxW: window.maxW,
  maxParallel: Math.min(maxParallel, MOST.parallel),
  weather,
});

/** A string's curve with every panel in the same light. @param modules pairs of parameters and sections */
export function curveOf(
  panels: StringOf,
  sorts: readonly Pick<SortFacts, 'five' | 'module'>[],
  wm2: number,
  cellC: number,
): Series {
  return series(
    panels.flatMap((count, k) => {
      const sort = sorts[k];
      if (!sort?.five || count === 0) return [];
      const { sections } = sort.module;
      const one = section(atConditions(partOf(sort.five, sections), wm2, cellC), cellC);
      return Array<typeof one>(count * sections).fill(one);
    }),
  );
}

/** What of an array's plan its pile follows from. */
export type PilePart = Pick<ArrayPlan, 'pile' | 'mounting' | 'bifacial'>;

/** A pile as it is strung, on the inputs its strings name. */
export function computePile(
  plan: PilePart,
  pile: Pile,
  berth: Berth,
  low: RecordTemperature,
  high: RecordTemperature,
  weather: readonly WeatherPoint[],
): PileFacts {
  const sorts = sortsOf(pile, plan, low, high);
  const best = sorts.map(({ five }) =>
    five ? pointsOf(atConditions(five, STANDARD.wm2, STANDARD.cellC)) : null,
  );
  const total = (panels: StringOf, read: (k: number) => number) =>
    panels.reduce((sum, count, k) => sum + (count > 0 ? count * read(k) : 0), 0);
  const inputs = stringsByInput(pile).flatMap(({ input, on }): PileInput[] => {
    // an input that is not there is told by a finding; until then the last one's limits stand in
    const limits = berth.windows[input - 1] ?? berth.windows.at(-1);
    const window = limits && { ...limits, input };
    if (!window) return [];
    const curves = sameAsBefore(
      on.map(({ panels }) => panels),
      (panels) => curveOf(panels, sorts, STANDARD.wm2, STANDARD.cellC),
    );
    const solved = solveParallel(curves, pile.blocked);
    const facts = on.map(({ id, panels }, s): OwnStringFacts => {
      const alone = solveParallel([curves[s] as Series]).peaks[0];
      return {
        id,
        panels,
        length: panels.reduce((sum, count) => sum + count, 0),
        coldVocV: total(panels, (k) => sorts[k]?.panel.coldVocV ?? 0),
        hotVmpV: total(panels, (k) => sorts[k]?.panel.hotVmpV ?? 0),
        hotVocV: total(panels, (k) => sorts[k]?.panel.hot.vocV ?? 0),
        iscA: Math.max(0, ...panels.map((count, k) => (count > 0 ? (sorts[k]?.panel.iscA ?? 0) : 0))),
        alone: alone ?? { watts: 0, volts: 0, amps: 0 },
        ownW: total(panels, (k) => best[k]?.pmpW ?? 0),
        sharesA: solved.share[s] ?? 0,
      };
    });
    const vmps = facts.map(({ panels }) => total(panels, (k) => sorts[k]?.module.vmpV ?? 0));
    return [
      {
        window,
        strings: facts,
        solved,
        coldVocV: Math.max(...facts.map(({ coldVocV }) => coldVocV)),
        hotVmpV: Math.min(...facts.map(({ hotVmpV }) => hotVmpV)),
        hotVocV: Math.min(...facts.map(({ hotVocV }) => hotVocV)),
        iscA: facts.reduce((sum, { iscA }) => sum + iscA, 0) * BRIGHT_SKY,
        ownW: facts.reduce((sum, { ownW }) => sum + ownW, 0),
        vmpSpread: spread(vmps),
        impSpread: Math.max(
          ...facts.map(({ panels }) =>
            spread(panels.flatMap((count, k) => (count > 0 ? [sorts[k]?.module.impA ?? 0] : []))),
          ),
        ),
      },
    ];
  });
  const limits = inputs.flatMap(({ window: { input, chargesFromV, maxWorkV, maxV } }) => [
    input,
    chargesFromV,
    maxWorkV,
    maxV,
  ]);
  const { kWh, ownKWh } = makes(pile, weather, ...limits);
  return {
    sorts,
    inputs,
    kWh,
    ownKWh,
    weather,
    wiredW: sorts.reduce((sum, { wired, panel }) => sum + wired * panel.pmaxW, 0),
  };
}

/** The strings of a pile by the input they are on, panels in the order of the sorts; what holds none is left out. */
export function stringsByInput(pile: Pile): { input: number; on: { id: string; panels: StringOf }[] }[] {
  const sorts = inOrder(pile.sorts);
  const strings = inOrder(pile.strings)
    .map(([id, { input, panels }]) => ({ id, input, panels: sorts.map(([sort]) => panels[sort] ?? 0) }))
    .filter(({ panels }) => panels.some((count) => count > 0));
  return [...new Set(strings.map(({ input }) => input))]
    .sort((a, b) => a - b)
    .map((input) => ({ input, on: strings.filter((string) => string.input === input) }));
}

/**
 * What a pile makes in a year, and what its panels would each at its own best, kWh.
 * @param limits of each input its strings are on: its number, the volts it charges from, works up to and bears
 */
const makes = remembered(
  'what a pile makes',
  (pile: Pile, weather: readonly WeatherPoint[], ...limits: readonly number[]) => {
    const sorts = inOrder(pile.sorts).map(([id, sort]) => ({ id, ...sortRead(sort) }));
    const known = sorts.flatMap(({ id, five, module }): Sort[] =>
      five ? [{ id, five, sections: module.sections, coldVocV: 0, hotVocV: 0, iscA: 0, count: 0 }] : [],
    );
    const doors: Door[] = [];
    const wiring: StringOf[][] = [];
    for (const { input, on } of stringsByInput(pile)) {
      const at = limits.findIndex((number, i) => i % 4 === 0 && number === input);
      if (at < 0) continue;
      const [, chargesFromV = 0, maxWorkV = 0, maxV = 0] = limits.slice(at, at + 4);
      const unlimited = { maxA: Infinity, maxIscA: Infinity, maxW: Infinity, maxParallel: MOST.parallel };
      doors.push({ id: String(input), chargesFromV, startV: 0, maxWorkV, maxV, ...unlimited, weather });
      wiring.push(on.map(({ panels }) => panels.filter((_, k) => sorts[k]?.five)));
    }
    return valueOf(wiring, known, doors, pile.blocked);
  },
);

/** How far the largest is above the smallest, as a share of it. */
const spread = (values: readonly number[]) =>
  values.length < 2 ? 0 : Math.max(...values) / Math.max(1e-9, Math.min(...values)) - 1;

/** Strings of the same panels share one curve, so that it is solved once. */
function sameAsBefore(list: readonly StringOf[], make: (panels: StringOf) => Series): Series[] {
  const made = new Map<string, Series>();
  return list.map((panels) => {
    const key = panels.join();
    const curve = made.get(key) ?? make(panels);
    made.set(key, curve);
    return curve;
  });
}
