import { inOrder, type Design, type Entry, type Place, type Weather } from '../document';
import { clamp, dailyExtraterrestrial, MEAN_DAYS } from '../sun';
import { MONTH_DAYS } from '../units';
import type { GridClimate, JobClimate } from './grid';
import { daysOfStay } from './stays';

export type ClimateSource = 'grid' | 'file' | 'typed';

export interface ClimateMonth {
  /** Mean daily global horizontal irradiation, kWh/m². */
  ghiKWhm2: number;
  ghiFrom: ClimateSource;
  airC: number;
  airFrom: ClimateSource;
  /** Mean daily minimum and maximum, °C, from the clearness of the sky. */
  minC: number;
  maxC: number;
  /** Clearness index; 0 in months without sun. */
  clearness: number;
  /** How its days spread about their mean, at the probabilities of the grid; null where that is not known. */
  spread?: readonly number[] | null;
}

export interface RecordTemperature {
  valueC: number;
  from: ClimateSource;
  /** How a grid value came about, for the working. */
  note: string;
}

/** The light and air of one place, month by month. */
export interface PlaceSky {
  latDeg: number;
  lonDeg: number;
  altitudeM: number;
  gridAltitudeM: number;
  months: readonly ClimateMonth[];
  linke: readonly number[];
  landDistance: number;
  /** Hourly light of a file of the person's own, by solar time. */
  light: Weather['light'];
}

/** One place: its sky, and the lowest and highest on record. */
export interface PlaceClimate extends PlaceSky {
  sky: PlaceSky;
  low: RecordTemperature;
  high: RecordTemperature;
}

/** The days of a month spent at one place. */
export interface Stay {
  /** 'home', or the id of the stop. */
  id: string;
  name: string;
  /** Share of the month, 0–1. */
  share: number;
  climate: PlaceClimate;
}

/**
 * The year the design is reckoned with: of one place, or stitched from the stays of a job that moves. The figures of
 * its own are those of home; `months` are means over the stays.
 */
export interface ResolvedClimate extends PlaceClimate {
  stays: Stay[][];
  moves: boolean;
  /** Home, and the stops by their ids, those never stayed at among them. */
  places: Record<string, PlaceClimate>;
  /** Pairs of stops that claim the same days; the later one has them. */
  overlaps: [string, string][];
}

/** Errors of the climate, tried on it to see what they would change. */
export interface ClimateShift {
  ghiFactor?: number;
  lowK?: number;
  highK?: number;
}

export const LOW_MARGIN_K = 5;
export const HIGH_MARGIN_K = 3;
const LAPSE_K_PER_M = 0.0065;

/** What of a place its sky follows from. */
export type SkyPlace = Pick<Place, 'lat' | 'lon' | 'altitude' | 'ghi' | 'air' | 'weather'>;

/** How the parts of a climate are worked out; `calculate` lends ones that remember. */
export interface ClimateMeans {
  sky: (place: Place, grid: GridClimate | null, ghiFactor: number) => PlaceSky | null;
  months: (months: readonly ClimateMonth[]) => readonly ClimateMonth[];
  record: (valueC: number, from: ClimateSource, note: string) => RecordTemperature;
}

const PLAIN: ClimateMeans = {
  sky: (place, grid, ghiFactor) => placeSky(place, grid, ghiFactor),
  months: (months) => months,
  record: (valueC, from, note) => ({ valueC, from, note }),
};

/**
 * The year the design is reckoned with.
 * @param grid what the grid says of home, and of each stop in `stops`
 * @returns null where there is no place, or no grid and not every month typed, at home or at a stop
 */
export function resolveClimate(
  { place, stops }: Pick<Design, 'place' | 'stops'>,
  grid: JobClimate | null,
  shift: ClimateShift = {},
  means: ClimateMeans = PLAIN,
): ResolvedClimate | null {
  const home = placeClimate(place, grid, shift, means);
  if (!home) return null;
  const { days, overlaps } = daysOfStay(stops);
  const away = new Map<string, { name: string; climate: PlaceClimate }>();
  for (const [id, stop] of inOrder(stops)) {
    if (!stop.lat || !stop.lon) continue;
    const climate = placeClimate(stop, grid?.stops?.[id] ?? null, shift, means);
    if (!climate) return null;
    away.set(id, { name: stop.name || 'an unnamed stop', climate });
  }
  const stays = MONTH_DAYS.map((length, month): Stay[] => {
    const found: Stay[] = [];
    let left: number = length;
    for (const [id, { name, climate }] of away) {
      const here = days.get(id)?.[month] ?? 0;
      if (here > 0) found.push({ id, name, share: here / length, climate });
      left -= here;
    }
    if (left > 0)
      found.unshift({ id: 'home', name: place.name || 'home', share: left / length, climate: home });
    return found;
  });
  const present = stays.flat().map(({ climate }) => climate);
  return {
    ...home,
    months: means.months(stays.map((parts, month) => meanMonth(parts, month))),
    low: present.map(({ low }) => low).reduce((a, b) => (b.valueC < a.valueC ? b : a)),
    high: present.map(({ high }) => high).reduce((a, b) => (b.valueC > a.valueC ? b : a)),
    stays,
    moves: away.size > 0,
    places: {
      home,
      ...Object.fromEntries([...away].map(([id, { climate }]) => [id, climate])),
    },
    overlaps,
  };
}

function meanMonth(stays: readonly Stay[], month: number): ClimateMonth {
  const at = stays.map(({ share, climate }) => ({ share, here: climate.months[month] as ClimateMonth }));
  const [only] = at;
  if (at.length === 1 && only) return only.here;
  const mean = (read: (here: ClimateMonth) => number) =>
    at.reduce((sum, { share, here }) => sum + share * read(here), 0);
  const source = (read: (here: ClimateMonth) => ClimateSource) =>
    (['grid', 'file', 'typed'] as const).find((from) => at.some(({ here }) => read(here) === from)) ?? 'grid';
  return {
    ghiKWhm2: mean((here) => here.ghiKWhm2),
    ghiFrom: source((here) => here.ghiFrom),
    airC: mean((here) => here.airC),
    airFrom: source((here) => here.airFrom),
    minC: mean((here) => here.minC),
    maxC: mean((here) => here.maxC),
    clearness: mean((here) => here.clearness),
    spread: null,
  };
}

/**
 * The sky of a place: typed values where there are any, then the person's own file, then the grid moved to its height.
 * @param ghiFactor on what the grid says of the sun @returns null without a place, or where a month has no value at all
 */
export function placeSky(
  place: SkyPlace,
  grid: GridClimate | null,
  ghiFactor = 1,
  monthOf: typeof climateMonth = climateMonth,
): PlaceSky | null {
  if (!place.lat || !place.lon) return null;
  const { weather } = place;
  const latDeg = place.lat.value;
  const gridAltitudeM = grid?.altitudeM ?? 0;
  const altitudeM = place.altitude?.value ?? gridAltitudeM;
  const heightK = heightOf({ altitudeM, gridAltitudeM });
  const bySea = (grid?.landDistance ?? 0) > 0;
  const months: ClimateMonth[] = [];
  for (let month = 0; month < 12; month++) {
    const sun = chooseSource(place.ghi[month + 1], weather?.ghi[month], grid?.ghiKWhm2[month]);
    const air = chooseSource(
      place.air[month + 1],
      weather?.air[month],
      grid ? (grid.airC[month] ?? 0) + heightK : null,
    );
    if (!sun || !air) return null;
    const outside = dailyExtraterrestrial(latDeg, MEAN_DAYS[month] ?? 1);
    const ghi = sun.value * (sun.from === 'grid' ? ghiFactor : 1);
    const clearness = outside > 0.01 ? clamp(ghi / outside, 0, MOST_CLEAR) : 0;
    const range = dayRangeK(clearness, bySea);
    const [least, most] = [weather?.min[month], weather?.max[month]];
    const ownRange = air.from === 'file' && typeof least === 'number' && typeof most === 'number';
    months.push(
      monthOf(
        outside > 0.01 ? Math.min(ghi, outside * MOST_CLEAR) : 0,
        sun.from,
        air.value,
        air.from,
        ownRange ? least : air.value - range / 2,
        ownRange ? most : air.value + range / 2,
        clearness,
        grid?.dayQuantiles?.[month] ?? null,
      ),
    );
  }
  return {
    latDeg,
    lonDeg: place.lon.value,
    altitudeM,
    gridAltitudeM,
    months,
    linke: grid?.linke ?? months.map(() => 3),
    landDistance: grid?.landDistance ?? 0,
    light: weather?.light ?? null,
  };
}

/** Air by height above the grid's own ground, K. */
const heightOf = ({ altitudeM, gridAltitudeM }: Pick<PlaceSky, 'altitudeM' | 'gridAltitudeM'>) =>
  -LAPSE_K_PER_M * (altitudeM - gridAltitudeM);

function placeClimate(
  place: Place,
  grid: GridClimate | null,
  { ghiFactor = 1, lowK = 0, highK = 0 }: ClimateShift,
  means: ClimateMeans,
): PlaceClimate | null {
  const sky = means.sky(place, grid, ghiFactor);
  if (!sky) return null;
  const record = ({ valueC, from, note }: RecordTemperature) => means.record(valueC, from, note);
  const heightK = heightOf(sky);
  return {
    ...sky,
    sky,
    low: record(
      recordOf(
        'low',
        place.low,
        place.weather?.lowest ?? null,
        grid?.lowestC ?? null,
        sky.months,
        heightK,
        lowK,
      ),
    ),
    high: record(
      recordOf(
        'high',
        place.high,
        place.weather?.highest ?? null,
        grid?.highestC ?? null,
        sky.months,
        heightK,
        highK,
      ),
    ),
  };
}

/** One month's weather from its figures. */
export const climateMonth = (
  ghiKWhm2: number,
  ghiFrom: ClimateSource,
  airC: number,
  airFrom: ClimateSource,
  minC: number,
  maxC: number,
  clearness: number,
  spread: readonly number[] | null = null,
): ClimateMonth => ({ ghiKWhm2, ghiFrom, airC, airFrom, minC, maxC, clearness, spread });

/** No month lets more of the sun through than this. */
const MOST_CLEAR = 0.85;

function chooseSource(
  typed: Entry | undefined,
  file: number | null | undefined,
  grid: number | null | undefined,
): { value: number; from: ClimateSource } | null {
  if (typed) return { value: typed.value, from: 'typed' };
  if (typeof file === 'number') return { value: file, from: 'file' };
  return typeof grid === 'number' ? { value: grid, from: 'grid' } : null;
}

/**
 * Mean daily temperature range from the sky's clearness, K, held to 3–20.
 * @source Hargreaves & Samani; FAO Irrigation and Drainage Paper 56, eq. 50, solved for the range
 */
export function dayRangeK(clearness: number, bySea: boolean): number {
  return clamp((clearness / (bySea ? 0.19 : 0.16)) ** 2, 3, 20);
}

/** The two ends of what a place has seen: which way is beyond, by how much records lie beyond a few years, and words. */
const ENDS = {
  low: {
    beyond: -1,
    marginK: LOW_MARGIN_K,
    bareK: 10,
    hour: 'coldest hour',
    month: 'coldest month’s mean',
    by: 'less',
    lie: 'lower',
  },
  high: {
    beyond: 1,
    marginK: HIGH_MARGIN_K,
    bareK: 8,
    hour: 'hottest hour',
    month: 'hottest month’s mean',
    by: 'plus',
    lie: 'higher',
  },
} as const;

/** The lowest or the highest a place has seen: typed, or of a file or the grid with a margin, or far beyond its months. */
function recordOf(
  end: keyof typeof ENDS,
  typed: Entry | null,
  file: number | null,
  ofGrid: number | null,
  months: readonly ClimateMonth[],
  heightK: number,
  shiftK: number,
): RecordTemperature {
  if (typed) return { valueC: typed.value, from: 'typed', note: 'typed' };
  const { beyond, marginK, bareK, hour, month, by, lie } = ENDS[end];
  const outwards = (valueC: number) => beyond * Math.ceil(beyond * valueC);
  // a typical year leaves the extremes out, so the grid's few years count where they are farther out
  if (file !== null && (ofGrid === null || beyond * (file - ofGrid - heightK) > 0))
    return {
      valueC: outwards(file + beyond * marginK) + shiftK,
      from: 'file',
      note: `${hour} of your file ${by} ${marginK} K, since records lie ${lie}`,
    };
  if (ofGrid !== null)
    return {
      valueC: outwards(ofGrid + beyond * marginK + heightK) + shiftK,
      from: 'grid',
      note: `climate grid ${by} ${marginK} K, since it holds only a few years`,
    };
  const farthest = beyond * Math.max(...months.map(({ airC }) => beyond * airC));
  return {
    valueC: outwards(farthest + beyond * bareK) + shiftK,
    from: 'grid',
    note: `${month} ${by} ${bareK} K; the grid has no record here`,
  };
}
