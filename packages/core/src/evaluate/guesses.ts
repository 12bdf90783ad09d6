import {
  calculate,
  coldMargin,
  hotMargin,
  marginsOf,
  tightest,
  type Facts,
  type Margins,
} from '../calculate';
import type { ClimateShift, JobClimate } from '../climate';
import {
  entriesOf,
  fieldAt,
  labelOf,
  withValueAt,
  type Design,
  type Entry,
  type PlausibleError,
  type Sheet,
} from '../document';
import type { Pen } from '../figures';
import { fromStored, type Quantity } from '../units';

export interface Guess {
  id: string;
  label: string;
  /** The figure as it stands, and how far it is plausibly out. */
  shown: string;
  error: string;
  why: string;
  /** Place in the design, or null where the figure comes from the climate grid. */
  path: string | null;
  sheet: Sheet;
  /** Largest move of a margin of the verdict, as a share of its limit, 0 and up. */
  moves: number;
  /** Which margin moves most; of a length of wire, the copper it asks for. */
  margin: keyof Margins | 'copper';
  /** True where the error would carry a margin across its limit. */
  flips: boolean;
}

export const MARGIN_NAMES: Readonly<Record<keyof Margins | 'copper', string>> = {
  copper: 'copper to buy',
  energy: 'made per kWh used',
  days: 'days carried',
  cold: 'cold volts',
  hot: 'hot volts',
  shortCircuit: 'short-circuit amps',
};

const GRID_SUN_ERROR = 0.16;
const GRID_LOW_ERROR_K = 5;
const GRID_HIGH_ERROR_K = 3;

/**
 * The guesses, those first that could change the verdict, then by how far a plausible error moves a margin.
 * Catalogue and measured figures are left out: they are not guesses.
 */
export function rankGuesses(design: Design, grid: JobClimate | null, pen: Pen): Guess[] {
  const now = marginsOf(calculate(design, grid));
  const guesses = [...enteredGuesses(design, grid, now, pen), ...gridGuesses(design, grid, now, pen)];
  return guesses.sort((a, b) => Number(b.flips) - Number(a.flips) || weightOf(b) - weightOf(a));
}

/** Copper costs money, the other margins decide whether it stands. */
const COPPER_WEIGHS = 0.2;
const weightOf = ({ margin, moves }: Guess) => moves * (margin === 'copper' ? COPPER_WEIGHS : 1);

/** How much more or less copper another length of its runs asks for, as a share. */
function copperMove(kg: number, tried: readonly Facts[]): Pick<Guess, 'moves' | 'margin' | 'flips'> {
  const shares = tried.map(({ takeOff }) => Math.abs(takeOff.kg / Math.max(1e-9, kg) - 1));
  return { moves: kg > 0 ? Math.max(0, ...shares) : 0, margin: 'copper', flips: false };
}

function enteredGuesses(design: Design, grid: JobClimate | null, now: Margins, pen: Pen): Guess[] {
  const facts = calculate(design, grid);
  const left = new Set([...smallUses(facts), ...smallArrays(facts)]);
  return entriesOf(design).flatMap(([path, entry]): Guess[] => {
    const spec = fieldAt(path);
    if (entry.from !== 'guess' || !spec.error || left.has(ownerOf(path))) return [];
    const step = spec.error.as === 'share' ? entry.value * spec.error.size : spec.error.size;
    const values = NO_MARGIN.test(path) ? [] : [entry.value - step, entry.value + step];
    const tried = values.map((value) =>
      calculate(withValueAt(design, `${path}/value`, Math.min(spec.max, Math.max(spec.min, value))), grid),
    );
    return [
      {
        id: path,
        label: labelOf(design, path),
        shown: pen(entry.value, spec.quantity),
        error: errorText(spec.error, spec.quantity, entry, pen),
        why: spec.error.why,
        path,
        sheet: sheetOf(path),
        ...(LENGTH.test(path) ? copperMove(facts.takeOff.kg, tried) : largestMove(now, tried.map(marginsOf))),
      },
    ];
  });
}

/** Figures that decide whether the bank fits and what it costs, and move no margin. */
const NO_MARGIN = /^\/bank\/(home|unit|prices|horizon)|^\/controllerPrices|^\/power|^\/wiring\/(price|own)/;
/** Lengths of runs and of stretches. */
const LENGTH = /^\/wiring\/(lengths|stretches)\//;

/** The use or array that a figure belongs to, as its place in the design. */
const ownerOf = (path: string) => /^\/(?:uses|arrays|controllers)\/[^/]+/.exec(path)?.[0] ?? '';

/** In a long table, only the uses that take or start most are worth going to measure. */
const MOST_USES = 40;
/** And of a very long one fewer, since each try reckons all of it. */
const LONG_TABLE = 400;
const MOST_OF_LONG = 12;

/** Of many arrays those with most watts, and those nearest to a limit of volts. */
const MOST_ARRAYS = 8;

/** The uses whose guesses are not tried. */
function smallUses({ loads: { rows } }: Facts): string[] {
  if (rows.length <= MOST_USES) return [];
  const weight = (row: (typeof rows)[number]) => (row.surplus || row.later ? 0 : Math.max(...row.monthWh));
  const byEnergy = rows
    .toSorted((a, b) => weight(b) - weight(a))
    .slice(0, rows.length > LONG_TABLE ? MOST_OF_LONG : MOST_USES);
  const kept = new Set(byEnergy.map(({ id }) => id));
  return rows.filter(({ id }) => !kept.has(id)).map(({ id }) => `/uses/${id}`);
}

/** The arrays whose guesses are not tried, and the controllers that only such are on. */
function smallArrays({ arrays, energy }: Facts): string[] {
  if (arrays.length <= MOST_ARRAYS) return [];
  const watts = ({ id }: { id: string }) => energy?.arrays[id]?.wiredW ?? 0;
  const kept = [
    ...arrays.toSorted((a, b) => watts(b) - watts(a)).slice(0, MOST_ARRAYS),
    tightest(arrays, coldMargin),
    tightest(arrays, hotMargin),
  ];
  const on = new Set(kept.map((array) => array?.paths.controller));
  return arrays
    .filter((array) => !kept.includes(array))
    .flatMap(({ paths }) => (on.has(paths.controller) ? [paths.array] : [paths.array, paths.controller]));
}

/** Sun this low in the sky makes steep planes of monthly means uncertain, by degree of latitude and of them beyond 45°. */
const HIGH_DEG = 50;
const STEEP_DEG = 45;
const [BY_DEGREE, BY_STEEP_DEGREE, MOST_SUN_ERROR] = [0.01, 0.02, 0.5];

/**
 * How far the sun on a plane may be out, as a share. Means of a month say least about steep planes in the dark months of
 * high latitudes: against a station at 63° N such months came out up to half too high.
 */
function sunBand(latDeg: number, tiltDeg: number, month: number | null): { share: number; why: string } {
  const usual = {
    share: GRID_SUN_ERROR,
    why: 'the grid is within 16 % of station months as a root mean square',
  };
  const beyond = Math.abs(latDeg) - HIGH_DEG;
  const dark = month !== null && (latDeg >= 0 ? month <= 2 || month >= 10 : month >= 4 && month <= 8);
  if (beyond <= 0 || !dark) return usual;
  const share = GRID_SUN_ERROR + beyond * (tiltDeg > STEEP_DEG ? BY_STEEP_DEGREE : BY_DEGREE);
  return {
    share: Math.min(MOST_SUN_ERROR, share),
    why: `monthly means say little of ${tiltDeg > STEEP_DEG ? 'steep planes' : 'planes'} in the dark months at such a latitude: against stations they came out up to half too high`,
  };
}

function gridGuesses(design: Design, grid: JobClimate | null, now: Margins, pen: Pen): Guess[] {
  const { climate } = calculate(design, grid);
  if (!climate) return [];
  const tryShifts = (...shifts: ClimateShift[]) =>
    shifts.map((shift) => marginsOf(calculate(design, grid, shift)));
  const guesses: Guess[] = [];
  const add = (
    id: string,
    label: string,
    shown: string,
    error: string,
    why: string,
    tried: Margins[],
    path: string | null,
  ) => guesses.push({ id, label, shown, error, why, path, sheet: 'place', ...largestMove(now, tried) });
  const fromGrid = climate.months.filter(({ ghiFrom }) => ghiFrom === 'grid').length;
  if (fromGrid > 0) {
    const { lead, energy } = calculate(design, grid);
    const band = sunBand(climate.latDeg, lead.plan.plane.tilt.value, energy?.worst?.month ?? null);
    add(
      'grid.sun',
      'Sun by the climate grid',
      fromGrid === 12 ? 'all months' : `${fromGrid} months`,
      `± ${Math.round(band.share * 100)} %`,
      band.why,
      tryShifts({ ghiFactor: 1 - band.share }, { ghiFactor: 1 + band.share }),
      null,
    );
  }
  if (climate.low.from === 'grid') {
    const why = 'the grid holds only a few years; records lie lower';
    const tried = tryShifts({ lowK: -GRID_LOW_ERROR_K }, { lowK: GRID_LOW_ERROR_K });
    add(
      'grid.low',
      'Record low by the climate grid',
      pen(climate.low.valueC, 'temperature'),
      `± ${GRID_LOW_ERROR_K} K`,
      why,
      tried,
      '/place/low',
    );
  }
  if (climate.high.from === 'grid') {
    const why = 'the grid holds only a few years; records lie higher';
    const tried = tryShifts({ highK: -GRID_HIGH_ERROR_K }, { highK: GRID_HIGH_ERROR_K });
    add(
      'grid.high',
      'Record high by the climate grid',
      pen(climate.high.valueC, 'temperature'),
      `± ${GRID_HIGH_ERROR_K} K`,
      why,
      tried,
      '/place/high',
    );
  }
  return guesses;
}

function largestMove(now: Margins, tried: readonly Margins[]): Pick<Guess, 'moves' | 'margin' | 'flips'> {
  let result: Pick<Guess, 'moves' | 'margin' | 'flips'> = { moves: 0, margin: 'energy', flips: false };
  for (const then of tried) {
    for (const margin of Object.keys(now) as (keyof Margins)[]) {
      const [before, after] = [now[margin], then[margin]];
      if (before === null || after === null) continue;
      const moves = Math.abs(after - before);
      const flips = before >= 0 !== after >= 0;
      if (Number(flips) > Number(result.flips) || (flips === result.flips && moves > result.moves)) {
        result = { moves, margin, flips };
      }
    }
  }
  return result;
}

function errorText(error: PlausibleError, quantity: Quantity, entry: Entry, pen: Pen): string {
  if (error.as === 'share') return `± ${Math.round(error.size * 100)} %`;
  if (quantity === 'temperature') return `± ${error.size} K`;
  if (quantity === 'percent') return `± ${error.size} points`;
  return `± ${fromStored(error.size, quantity, entry.unit ?? pen.shown(error.size, quantity).unit).toPrecision(2)} ${entry.unit ?? pen.shown(error.size, quantity).unit}`;
}

function sheetOf(path: string): Guess['sheet'] {
  if (path.startsWith('/uses') || path.startsWith('/supply')) return 'uses';
  if (path.startsWith('/place') || path.startsWith('/stops')) return 'place';
  if (path.startsWith('/bank')) return 'bank';
  if (path.startsWith('/power')) return 'power';
  if (path.startsWith('/wiring')) return 'wire';
  return /^\/controller|\/strings\/|\/pile\/|^\/dc/.test(path) ? 'strings' : 'array';
}
