import type { GridClimate } from '../climate';
import type { ArrayPlan, Bank, Design, JobKind, Use } from '../document';
import { blankDesign, chosen, measured, usualBank } from '../job';
import { moduleClass, sheetOfClass } from '../module';
import { controllerClass, controllerOfClass } from '../strings';
import { plainClimate } from './climates';
import { dcUse } from './cabin';

/** A year of a cold or mild place, °C at its coldest and warmest month and on record; sun as at its latitude. */
export function placeClimate(
  latDeg: number,
  [coldestMonthC, warmestMonthC, lowestC, highestC]: readonly [number, number, number, number],
  [least, most]: readonly [number, number],
): GridClimate {
  const wave = (month: number) => Math.cos(((month - 6) / 12) * 2 * Math.PI);
  const between = (low: number, high: number) =>
    Array.from({ length: 12 }, (_, month) => (low + high) / 2 + ((high - low) / 2) * wave(month));
  return plainClimate(latDeg, {
    airC: between(coldestMonthC, warmestMonthC),
    ghiKWhm2: between(least, most),
    lowestC,
    highestC,
    altitudeM: 100,
  });
}

export const PLACES = {
  /** Temperate coast, 44° N. */
  coast: placeClimate(44, [6, 20, -8, 36], [1.6, 6.4]),
  /** Hot plain, 36° N. */
  plain: placeClimate(36, [8, 28, -9, 43], [2.8, 7.4]),
  /** Cold inland, 47° N. */
  inland: placeClimate(47, [-7, 19, -31, 36], [1.3, 6]),
} as const;

export interface CommonJob {
  design: Design;
  climate: GridClimate;
}

interface Parts {
  kind: JobKind;
  bus: 12 | 24 | 48;
  climate?: GridClimate;
  uses: Record<string, Use>;
  panel: string;
  /** In series, in parallel. */
  strings: readonly [number, number];
  controller: string;
  bank: Partial<Bank> & Pick<Bank, 'chemistry'>;
  rows?: number;
  array?: Partial<ArrayPlan>;
  more?: (design: Design) => Design;
}

/** A job put together from typical parts, with nothing guessed that the verdict hangs on. */
export function commonJob(parts: Parts): CommonJob {
  const { kind, bus, climate = PLACES.coast, uses, panel, controller } = parts;
  const blank = blankDesign({ name: 'A common job', kind, units: 'metric', busVolts: bus });
  const [series, parallel] = parts.strings;
  const a1 = blank.arrays.a1!;
  const design: Design = {
    ...blank,
    uses,
    place: {
      ...blank.place,
      lat: chosen(climate.latDeg),
      lon: chosen(0),
      low: measured(climate.lowestC ?? -8),
    },
    bank: {
      ...blank.bank,
      ...usualBank(parts.bank.chemistry, bus),
      days: chosen(2),
      parallel: chosen(parts.rows ?? 1),
      ...parts.bank,
    },
    arrays: {
      a1: {
        ...a1,
        module: sheetOfClass(moduleClass(panel)),
        count: chosen(series * parallel),
        strings: { ...a1.strings, series: chosen(series), parallel: chosen(parallel) },
        ...parts.array,
      },
    },
    controllers: { c1: { position: 1, ...controllerOfClass(controllerClass(controller)) } },
  };
  return { design: parts.more ? parts.more(design) : design, climate };
}

export const lamps = (months?: number[]): Record<string, Use> => ({
  lamps: dcUse(1, 'Lamps', 8, 4, months ? { months } : {}),
});
export const aboard = (months?: number[]): Record<string, Use> => {
  const more = months ? { months } : {};
  return {
    cold: dcUse(1, 'Cold box', 40, 6, more),
    radio: dcUse(2, 'Radio', 5, 10, more),
    lights: dcUse(3, 'Lights', 10, 3, more),
  };
};
