import { calculate, yearPointsOf, type ArrayFacts } from '../calculate';
import type { JobClimate } from '../climate';
import {
  atConditions,
  partOf,
  section,
  series,
  solveParallel,
  STANDARD,
  type Peak,
  type Section,
  type Series,
} from '../curve';
import type { Design } from '../document';
import { fitOf } from '../module';

/** Part of an input's first string in shade: so many sections of so many of its panels, and the light left to them. */
export interface ShadeTried {
  panels: number;
  sections: number;
  lightPct: number;
}

export interface CurveLine {
  id: 'standard' | 'cold' | 'hot' | 'usual' | 'shaded';
  name: string;
  wm2: number;
  cellC: number;
  /** Volts and amps from open to short circuit. */
  points: (readonly [volts: number, amps: number])[];
  peaks: Peak[];
  vocV: number;
  iscA: number;
}

export interface CurvesPicture {
  inputs: {
    input: number;
    fromV: number;
    toV: number;
    maxV: number;
    /** Panels of the first string, and the sections of the first of them. */
    panels: number;
    sections: number;
    lines: CurveLine[];
  }[];
  /** True where a sort's sheet has no curve and is left out. */
  partial: boolean;
}

/** A string by what it is made of, one entry a panel. */
type Panels = readonly { five: NonNullable<ReturnType<typeof fiveOf>>; sections: number }[];

const fiveOf = (module: ArrayFacts['module']) => {
  const fit = fitOf(module);
  return fit.ok ? fit.five : null;
};

/** Curves of every input of an array: at standard sun, in the job's cold, heat and usual light, and with a shadow tried. */
export function curvesPicture(
  design: Design,
  grid: JobClimate | null,
  arrayId: string,
  shade: ShadeTried | null = null,
): CurvesPicture | null {
  const array = calculate(design, grid).arrays.find(({ id }) => id === arrayId);
  if (!array) return null;
  const inputs = stringsByInput(array);
  if (inputs.length === 0) return null;
  const conditions = conditionsOf(array);
  return {
    partial: array.pile?.sorts.some(({ five, wired }) => five === null && wired > 0) ?? false,
    inputs: inputs.map(({ input, strings }) => {
      const window = array.berth.windows[input - 1] ?? array.berth.windows[0];
      const lines = conditions.map(({ id, name, wm2, cellC }) =>
        lineOf(id, name, wm2, cellC, strings, null, array.plan.pile?.blocked ?? false),
      );
      const [usual] = conditions;
      if (shade && usual)
        lines.push(
          lineOf(
            'shaded',
            'with the shadow',
            usual.wm2,
            usual.cellC,
            strings,
            shade,
            array.plan.pile?.blocked ?? false,
          ),
        );
      return {
        input,
        fromV: window?.chargesFromV ?? 0,
        toV: window?.maxWorkV ?? 0,
        maxV: window?.maxV ?? 0,
        panels: strings[0]?.length ?? 0,
        sections: strings[0]?.[0]?.sections ?? 1,
        lines,
      };
    }),
  };
}

function stringsByInput(array: ArrayFacts): { input: number; strings: Panels[] }[] {
  const { pile, plan, module, berth } = array;
  if (pile)
    return pile.inputs.map(({ window, strings }) => ({
      input: window.input,
      strings: strings.map(({ panels }) =>
        panels.flatMap((count, k) => {
          const sort = pile.sorts[k];
          const five = sort?.five;
          return five && sort
            ? Array.from({ length: count }, () => ({ five, sections: sort.module.sections }))
            : [];
        }),
      ),
    }));
  const five = fiveOf(module);
  if (!five) return [];
  const { series: length, parallel, inputs } = plan.strings;
  const string = Array.from({ length: length.value }, () => ({ five, sections: module.sections }));
  return Array.from({ length: inputs.value }, (_, i) => ({
    input: berth.first + i,
    strings: Array.from({ length: parallel.value }, () => string),
  }));
}

type Condition = Pick<CurveLine, 'id' | 'name' | 'wm2' | 'cellC'>;

function conditionsOf({ strings, year, module }: ArrayFacts): Condition[] {
  const standard: Condition = { id: 'standard', name: 'standard sun', ...STANDARD };
  if (!strings || !year) return [standard];
  const points = yearPointsOf(year, module);
  const weight = points.reduce((sum, { wm2, hours }) => sum + wm2 * hours, 0) || 1;
  const mean = (read: (point: (typeof points)[number]) => number) =>
    points.reduce((sum, point) => sum + (read(point) * point.wm2 * point.hours) / weight, 0);
  return [
    standard,
    { id: 'cold', name: 'coldest morning', wm2: 800, cellC: strings.lowC },
    { id: 'hot', name: 'hottest afternoon', wm2: 1000, cellC: strings.hotCellC },
    ...(points.length > 0
      ? [
          {
            id: 'usual' as const,
            name: 'usual hour',
            wm2: mean(({ wm2 }) => wm2),
            cellC: mean(({ cellC }) => cellC),
          },
        ]
      : []),
  ];
}

function lineOf(
  id: CurveLine['id'],
  name: string,
  wm2: number,
  cellC: number,
  strings: readonly Panels[],
  shade: ShadeTried | null,
  blocked: boolean,
): CurveLine {
  const made = new Map<Panels, Series>();
  const parts = new Map<string, Section>();
  const sectionOf = (panel: Panels[number], share: number): Section => {
    const key = `${panel.five.photocurrentA} ${panel.five.saturationA} ${panel.sections} ${share}`;
    const known =
      parts.get(key) ?? section(atConditions(partOf(panel.five, panel.sections), wm2 * share, cellC), cellC);
    parts.set(key, known);
    return known;
  };
  const seriesFor = (panels: Panels, first: boolean): Series => {
    const known = first && shade ? undefined : made.get(panels);
    if (known) return known;
    const string = series(
      panels.flatMap((panel, p) =>
        Array.from({ length: panel.sections }, (_, s) =>
          sectionOf(
            panel,
            first && shade && p < shade.panels && s < shade.sections ? shade.lightPct / 100 : 1,
          ),
        ),
      ),
    );
    if (!(first && shade)) made.set(panels, string);
    return string;
  };
  const { curve, peaks, vocV, iscA } = solveParallel(
    strings.map((panels, s) => seriesFor(panels, s === 0)),
    blocked,
  );
  return {
    id,
    name,
    wm2,
    cellC,
    points: Array.from(curve.volts, (volts, i) => [volts, curve.amps[i] ?? 0] as const),
    peaks: peaks.slice(0, 6),
    vocV,
    iscA,
  };
}
