import { fitOf, moduleClass, readSheet, sheetOfClass, type ModuleNumbers } from '../module';

export const halfCut = readSheet(sheetOfClass(moduleClass('mono-54-half')));
export const wholeCells = { ...halfCut, halfCut: false };
const PANEL_M = { short: 1.13, long: 1.72 };

/** Panels of 54 cells side by side, and an upright shadow across them. */
export interface Strung {
  series: number;
  parallel: number;
  /** Panels side by side; the rest stand in rows over them. */
  across: number;
  upright: boolean;
  shadowM: number;
}

export const widthOf = ({ across, upright }: Strung) => across * (upright ? PANEL_M.short : PANEL_M.long);

/**
 * What a narrow shadow takes of what the sun gives directly, %, cell by cell: 54 cells in three sections of two columns of nine, whole or in halves that carry for each other;
 * each cell in the light that falls on it, a tenth of it in the shadow, a bypass of half a volt over each section, the
 * strings at one voltage, the shadow at every sixtieth of its way.
 */
export function cellByCell(
  module: ModuleNumbers,
  { series, parallel, across, upright, shadowM }: Strung,
): number {
  const fit = fitOf(module);
  if (!fit.ok) throw new Error('no curve');
  const CELLS = 54;
  const { photocurrentA, saturationA, seriesOhm, shuntOhm, aV } = fit.five;
  const [a, ohm, shunt] = [aV / CELLS, seriesOhm / CELLS, shuntOhm / CELLS];
  const cellV = (amps: number, lit: number) => {
    let u = 0.5;
    for (let i = 0; i < 60; i++) {
      const grown = saturationA * Math.exp(u / a);
      const over = photocurrentA * lit - grown + saturationA - (u * lit) / shunt - amps;
      const step = over / (grown / a + lit / shunt);
      u += Math.max(-a * 4 - Math.abs(u) / 2, Math.min(a * 4, step));
      if (Math.abs(step) < 1e-7) break;
    }
    return u - amps * ohm;
  };
  const most = photocurrentA * 1.001;
  const CURRENTS = 120;
  const ampsOf = (i: number) => (most * i) / (CURRENTS - 1);
  const chain = (cells: readonly number[], amps: number, share: number) => {
    const at = new Map<number, number>();
    return cells.reduce((sum, lit) => {
      const volts = at.get(lit) ?? cellV(amps / share, lit);
      at.set(lit, volts);
      return sum + volts;
    }, 0);
  };
  /** Volts of a section at rising currents: of its halves, side by side, or of the one chain. */
  const sections = new Map<string, readonly number[]>();
  const sectionVolts = (chains: readonly (readonly number[])[]) => {
    const key = JSON.stringify(chains);
    const before = sections.get(key);
    if (before) return before;
    const share = 1 / chains.length;
    const [first = [], ...others] = chains;
    const FINE = 200;
    // the halves' currents at each voltage, added, and read the other way round
    const tables =
      others.length === 0
        ? []
        : chains.map((cells) =>
            Array.from({ length: FINE }, (_, n) => {
              const amps = most * (n / (FINE - 1) - 0.5);
              return [amps, chain(cells, amps, share)] as const;
            }),
          );
    const carried = (at: number) =>
      tables.reduce((sum, table) => {
        const n = table.findIndex(([, volts]) => volts <= at);
        const [i1, v1] = table[n < 0 ? FINE - 1 : Math.max(1, n)]!;
        const [i0, v0] = table[n < 0 ? FINE - 2 : Math.max(1, n) - 1]!;
        return sum + i0 + ((at - v0) / Math.min(-1e-9, v1 - v0)) * (i1 - i0);
      }, 0);
    const volts = Array.from({ length: CURRENTS }, (_, i) => {
      if (others.length === 0) return Math.max(-0.5, chain(first, ampsOf(i), 1));
      let [low, high] = [-0.5, 20];
      for (let k = 0; k < 30; k++) {
        const at = (low + high) / 2;
        if (carried(at) > ampsOf(i)) low = at;
        else high = at;
      }
      return low;
    });
    sections.set(key, volts);
    return volts;
  };
  const voltsOf = (parts: readonly (readonly (readonly number[])[])[]) => {
    const sum = Array<number>(CURRENTS).fill(0);
    for (const part of parts) for (const [i, volts] of sectionVolts(part).entries()) sum[i]! += volts;
    return sum;
  };
  const ampsAt = (volts: readonly number[], at: number) => {
    for (let i = volts.length - 1; i >= 0; i--) {
      const [low, high] = [volts[i + 1], volts[i]!];
      if (high < at) continue;
      if (low === undefined) return most;
      return (most * (i + (high - at) / Math.max(1e-9, high - low))) / (CURRENTS - 1);
    }
    return 0;
  };
  const best = (strings: readonly (readonly number[])[]) => {
    const open = Math.max(...strings.map(([first]) => first!));
    let top = 0;
    for (let i = 1; i < 400; i++) {
      const at = (open * i) / 400;
      top = Math.max(top, at * strings.reduce((sum, volts) => sum + ampsAt(volts, at), 0));
    }
    return top;
  };
  const panelM = upright ? PANEL_M.short : PANEL_M.long;
  const columns = upright ? 6 : module.halfCut ? 18 : 9;
  const cellM = panelM / columns;
  const stringsAt = (from: number) =>
    Array.from({ length: parallel }, (_, p) =>
      voltsOf(
        Array.from({ length: series }, (_, s) => {
          const lit = Array.from({ length: columns }, (_, c) => {
            const left = ((p * series + s) % across) * panelM + c * cellM;
            const covered = Math.max(0, Math.min(left + cellM, from + shadowM) - Math.max(left, from));
            return Number((1 - (0.9 * covered) / cellM).toFixed(2));
          });
          const nine = (light: number) => Array<number>(9).fill(light);
          if (upright) return [0, 1, 2].map((i) => [[...nine(lit[2 * i]!), ...nine(lit[2 * i + 1]!)]]);
          const half = lit.length / 2;
          const own = module.halfCut ? [lit.slice(0, half), lit.slice(half)] : [lit];
          return [0, 1, 2].map(() => own.map((cells) => [...cells, ...cells]));
        }).flat(),
      ),
    );
  const all = best(stringsAt(-10 * shadowM - 1));
  const PLACES = 60;
  let sum = 0;
  for (let i = 0; i < PLACES; i++) sum += best(stringsAt(((i + 0.5) / PLACES) * (across * panelM - shadowM)));
  return (100 / 0.9) * (1 - sum / PLACES / all);
}
