import { acceptedC, type ChemistryData } from '../bank';
import type { BackupSource, Fuel, SourceKey, SourceKind } from '../document';

/**
 * Fuel by what a set gives and for turning it, L for each kWh, and L an hour for each rated kW.
 * @source diesel: Skarstein & Uhlen 1989, Wind Engineering 13; petrol and propane (as a liquid): common practice, from memory
 */
export const FUELS: Readonly<Record<Fuel, { name: string; perKWh: number; perRatedKW: number }>> = {
  diesel: { name: 'diesel', perKWh: 0.246, perRatedKW: 0.08415 },
  petrol: { name: 'petrol', perKWh: 0.4, perRatedKW: 0.1 },
  propane: { name: 'propane', perKWh: 0.5, perRatedKW: 0.14 },
};

export const SOURCE_KINDS: Readonly<Record<SourceKind, { name: string; asks: readonly SourceKey[] }>> = {
  generator: {
    name: 'generator',
    asks: [
      'watts',
      'peakWatts',
      'chargeAmps',
      'chargerEfficiency',
      'powerFactor',
      'startAt',
      'stopAt',
      'quietFrom',
      'quietTo',
      'hoursAWeek',
      'minimumLoad',
      'warmUp',
      'exercise',
      'fuelPerKWh',
      'fuelNoLoad',
      'fuelPrice',
      'tank',
      'price',
    ],
  },
  alternator: { name: 'engine alternator', asks: ['amps', 'limitAmps', 'price'] },
  shore: {
    name: 'shore or grid power',
    asks: ['watts', 'chargeAmps', 'chargerEfficiency', 'powerFactor', 'price'],
  },
  turbine: { name: 'wind or water turbine', asks: ['price'] },
};

/** What a figure that was not given is taken as. Common practice; a diesel's least load is the makers' usual word. */
const USUAL: Readonly<
  Record<Exclude<SourceKey, 'peakWatts' | 'fuelPerKWh' | 'fuelNoLoad' | 'limitAmps' | 'price'>, number>
> = {
  watts: 3000,
  minimumLoad: 30,
  fuelPrice: 1.8,
  tank: 20,
  startAt: 40,
  stopAt: 85,
  quietFrom: 21,
  quietTo: 8,
  hoursAWeek: 28,
  warmUp: 5,
  exercise: 0.5,
  amps: 40,
  chargeAmps: 40,
  chargerEfficiency: 90,
  powerFactor: 0.95,
};
/** Peak over rated watts of a small set, and the least load of one that burns petrol or gas, %. Common practice. */
const PEAK = 1.15;
const LEAST_OF_PETROL = 15;

/** Money for the first watt or amp of what gives, and for each; one that starts by itself costs more. Common practice. */
const SETS: Readonly<Record<Fuel, readonly [number, number]>> = {
  petrol: [150, 0.25],
  propane: [200, 0.28],
  diesel: [800, 0.45],
};
const STARTER = 250;
const DC_CHARGER: readonly [number, number] = [80, 6];
const AC_CHARGER: readonly [number, number] = [60, 4.5];
const A_TURBINE = 2000;

type SourcePart = Pick<BackupSource, 'given' | 'fuel' | 'kind' | 'automatic'>;

/** Usual price of a source with what charges from it, in plain money, to the nearest ten. */
function usualPrice(source: SourcePart): number {
  const of = ([first, each]: readonly [number, number], key: SourceKey) =>
    first + each * sourceFigure(source, key);
  const price = {
    generator: () => of(SETS[source.fuel], 'watts') + (source.automatic ? STARTER : 0),
    alternator: () => of(DC_CHARGER, 'limitAmps'),
    shore: () => of(AC_CHARGER, 'chargeAmps'),
    turbine: () => A_TURBINE,
  }[source.kind]();
  return Math.round(price / 10) * 10;
}

/** A figure of a source, or its usual value where it is not given. */
export function sourceFigure(source: SourcePart, key: SourceKey): number {
  const given = source.given[key]?.value;
  if (given !== undefined) return given;
  const rated = () => sourceFigure(source, 'watts');
  switch (key) {
    case 'peakWatts':
      return rated() * PEAK;
    case 'fuelPerKWh':
      return FUELS[source.fuel].perKWh;
    case 'fuelNoLoad':
      return (FUELS[source.fuel].perRatedKW * rated()) / 1000;
    case 'limitAmps':
      return sourceFigure(source, 'amps');
    case 'minimumLoad':
      return source.fuel === 'diesel' ? USUAL.minimumLoad : LEAST_OF_PETROL;
    case 'price':
      return usualPrice(source);
    default:
      return USUAL[key];
  }
}

/** Height and air that a set's rating is said at. @source ISO 8528-1: 100 kPa and 25 °C; makers count heat from 29 °C (from memory) */
const REFERENCE = { altitudeM: 100, airC: 29 } as const;
/** Lost of the rating: 3.5 % for each 300 m, 1 % for each 5.5 K. From memory. */
const [LOST_PER_M, LOST_PER_K] = [0.035 / 300, 0.01 / 5.5];

/** Share of its rating that a set gives at a height and in warm air, 0.3–1. */
export const setKeeps = (altitudeM: number, airC: number): number =>
  Math.max(
    0.3,
    (1 - LOST_PER_M * Math.max(0, altitudeM - REFERENCE.altitudeM)) *
      (1 - LOST_PER_K * Math.max(0, airC - REFERENCE.airC)),
  );

/** Fuel an hour, L. @param watts given, 0 and up @source a straight line, Skarstein & Uhlen 1989 */
export const litresAnHour = (source: SourcePart, watts: number): number =>
  sourceFigure(source, 'fuelPerKWh') * (watts / 1000) + sourceFigure(source, 'fuelNoLoad');

/** To leave room above what a set carries. @source common practice */
export const SET_MARGIN = 1.25;

/** Rated watts that a set is asked for. @param chargeW into the bank @param efficiency 0–1 @param keeps as `setKeeps` @source (charge ÷ efficiency ÷ power factor + loads) × 1.25, derated */
export const setAsked = (
  chargeW: number,
  efficiency: number,
  powerFactor: number,
  loadsW: number,
  keeps: number,
): number => ((chargeW / efficiency / powerFactor + loadsW) * SET_MARGIN) / keeps;

/** Hours of the clock outside the quiet ones, 0–24; all of them where the two are alike. */
export function hoursAllowed(quietFrom: number, quietTo: number): number {
  if (quietFrom === quietTo) return 24;
  const quiet = quietTo > quietFrom ? quietTo - quietFrom : 24 - quietFrom + quietTo;
  return 24 - quiet;
}

/** Bank as a charger sees it. */
export interface ChargedBank {
  /** Wh it gives from full to empty. */
  capacityWh: number;
  roundTrip: number;
  acceptance: ChemistryData['acceptance'];
}

/** Steps that a charge is walked in. */
const STEPS = 100;

/** Hours a charger takes from empty to each hundredth of full. */
export type ChargeCurve = Float64Array;

/**
 * @param bulkW into the bank, DC @param carriedW what it carries of the uses besides, from the bank otherwise
 */
export function chargeCurve(bank: ChargedBank, bulkW: number): ChargeCurve {
  const hours = new Float64Array(STEPS + 1);
  const part = bank.capacityWh / STEPS;
  for (let i = 1; i <= STEPS; i++) {
    // the bank takes ever less towards full; the last part is not waited for
    const accepted = acceptedC(bank.acceptance, (i - 0.5) / STEPS) * bank.capacityWh;
    const watts = Math.max(1e-6, Math.min(bulkW, accepted) * bank.roundTrip);
    hours[i] = (hours[i - 1] ?? 0) + part / watts;
  }
  return hours;
}

/** Hours from one state of charge to another, 0–1. */
export const hoursBetween = (curve: ChargeCurve, from: number, to: number): number =>
  Math.max(0, hoursAt(curve, to) - hoursAt(curve, from));

function hoursAt(curve: ChargeCurve, soc: number): number {
  const at = Math.min(1, Math.max(0, soc)) * STEPS;
  const i = Math.min(STEPS - 1, Math.floor(at));
  const [a, b] = [curve[i] ?? 0, curve[i + 1] ?? 0];
  return a + (b - a) * (at - i);
}

/** State of charge after so many hours, 0–1. */
export function chargedTo(curve: ChargeCurve, from: number, hours: number): number {
  const until = hoursAt(curve, from) + hours;
  let [low, high] = [0, STEPS];
  if (until >= (curve[STEPS] ?? 0)) return 1;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if ((curve[middle] ?? 0) <= until) low = middle;
    else high = middle;
  }
  const [a, b] = [curve[low] ?? 0, curve[high] ?? 0];
  return (low + (until - a) / (b - a || 1)) / STEPS;
}
