import type { BankResult, ChemistryData } from '../bank';
import { inOrder, type BackupSource, type Design, type SourceKey } from '../document';
import type { LoadMonth, Loads } from '../loads';
import { ALL_MONTHS, spanOf } from '../units';
import { acAsked, dayEfficiency, heatOf, inverterAt, type AcAsked, type InverterNow } from './inverter';
import {
  chargeCurve,
  hoursAllowed,
  hoursBetween,
  litresAnHour,
  setAsked,
  setKeeps,
  sourceFigure,
  type ChargedBank,
} from './source';
import type { WalkSurplus } from './surplus';
import { walkPower, type PowerYear, type WalkSource } from './walk';

/** What limits the amps that a source charges with. */
export type ChargeLimit = 'charger' | 'bank' | 'set';

/** One source, at this place and on this bank. */
export interface SourceNow {
  id: string;
  plan: BackupSource;
  path: string;
  /** Charging amps as they come out, what limits them, and the amps that each of the three would allow. */
  amps: number;
  limit: ChargeLimit;
  chargerAmps: number;
  bankAmps: number;
  setAmps: number;
  /** Into the bank, W DC, and what that takes of the source, W AC and VA. */
  bulkW: number;
  takenW: number;
  takenVA: number;
  /** Of a generator: its watts at this height and warmth, the rated watts asked for, and the share of its rating it runs at. */
  ratedNowW: number;
  keeps: number;
  askedW: number;
  loadShare: number;
  /** Hours from its start to its stop, and that it may run on a day. */
  chargeH: number;
  allowedH: number;
  litresAnHour: number;
}

export interface PowerFacts {
  asked: AcAsked;
  /** Where the machines stand, chosen or not. */
  roomC: number;
  altitudeM: number;
  /** Null where none is chosen. */
  inverter: InverterNow | null;
  /** The one efficiency that its curve comes to on a day of the heaviest month, %; null without a curve. */
  curvePct: number | null;
  /** Heat given off while everything runs that runs at once, and on the mean of a day, W. */
  heatW: number;
  meanHeatW: number;
  /** Of a day of the heaviest month, what the inverter draws itself, 0–1. */
  idleShare: number;
  /** Carried on AC in the heaviest half hour and on the mean, W. */
  peakAcW: number;
  meanAcW: number;
  sources: SourceNow[];
}

/** What of a design the AC side follows from. */
export type PowerDesign = Pick<Design, 'power' | 'supply' | 'uses'>;

/** What of the bank: its size, and what it bears. */
export type PowerBank = Pick<
  BankResult,
  'ah' | 'volts' | 'absorptionV' | 'usableWh' | 'hottestC' | 'ratedWh'
> & { chemistry: Pick<ChemistryData, 'chargeMaxC' | 'roundTrip' | 'acceptance'>; depthPct: number };

/** The air and height where it all stands; what is not known takes no derating. */
export interface PowerPlace {
  altitudeM: number;
  /** Mean daily maximum of the hottest month, °C. */
  hotC: number;
}

/** Room taken where nothing is known of it, °C. */
const USUAL_ROOM_C = 25;

/** The bank as a charger sees it. */
export const chargedBank = ({ usableWh, depthPct, chemistry }: PowerBank): ChargedBank => ({
  capacityWh: Math.max(1, (usableWh * 100) / Math.max(1, depthPct)),
  roundTrip: chemistry.roundTrip,
  acceptance: chemistry.acceptance,
});

/** Volts that a bank is charged at on the mean, between its own and those it absorbs at. */
const chargingV = ({ volts, absorptionV }: PowerBank) => (volts + absorptionV) / 2;

/** Watts on AC in each half hour of a month's mean day: its share of all that is taken, at the hours of all. */
export function acProfile(
  month: LoadMonth,
  { rows }: Loads,
  uses: Design['uses'],
  gives: number,
): Float64Array {
  const onAc = rows.reduce(
    (sum, row) =>
      sum +
      (uses[row.id]?.supply === 'ac' && !row.surplus && !row.later ? (row.monthWh[month.month - 1] ?? 0) : 0),
    0,
  );
  const share = month.busWh > 0 ? onAc / month.busWh : 0;
  return month.profile.map((watts) => watts * share * gives);
}

/** The AC side and its sources, as numbers. @param place null while unknown */
export function computePower(
  { power, supply, uses }: PowerDesign,
  loads: Loads,
  bank: PowerBank,
  place: PowerPlace | null,
): PowerFacts {
  const roomC = power.room?.value ?? bank.hottestC ?? USUAL_ROOM_C;
  const { altitudeM, hotC } = place ?? { altitudeM: 0, hotC: USUAL_ROOM_C };
  const inverter = power.inverter && inverterAt(power.inverter, supply.phases, roomC, altitudeM);
  const asked = acAsked(loads, uses);
  const gives = supply.inverterEfficiency.value / 100;
  const { heaviest } = loads;
  const profile = heaviest ? acProfile(heaviest, loads, uses, gives) : new Float64Array(48);
  const peakAcW = profile.reduce((most, watts) => Math.max(most, watts), 0);
  const meanAcW = profile.reduce((sum, watts) => sum + watts, 0) / profile.length;
  const idleWh = heaviest?.idleWh ?? 0;
  // each at its own watts: when they come together is not known
  const drawn = loads.rows.flatMap((row) => {
    const use = uses[row.id];
    return use?.supply === 'ac' && !row.surplus && !row.later && heaviest
      ? [{ wh: (row.monthWh[heaviest.month - 1] ?? 0) * gives, watts: row.runW * use.count.value }]
      : [];
  });
  const ratedW = power.inverter ? power.inverter.continuous.value * power.inverter.stacked.value : 0;
  return {
    asked,
    roomC,
    altitudeM,
    inverter,
    curvePct: power.inverter && dayEfficiency(power.inverter.curve, drawn, ratedW, idleWh),
    heatW: heatOf(asked.runningW, gives, supply.inverterIdle.value),
    meanHeatW: heatOf(meanAcW, gives, idleWh / 24),
    idleShare: heaviest && heaviest.busWh > 0 ? idleWh / heaviest.busWh : 0,
    peakAcW,
    meanAcW,
    sources: inOrder(power.sources).map(([id, plan]) =>
      sourceNow(id, plan, bank, peakAcW, meanAcW, altitudeM, hotC),
    ),
  };
}

function sourceNow(
  id: string,
  plan: BackupSource,
  bank: PowerBank,
  peakAcW: number,
  meanAcW: number,
  altitudeM: number,
  hotC: number,
): SourceNow {
  const figure = (key: SourceKey) => sourceFigure(plan, key);
  const volts = chargingV(bank);
  const engine = plan.kind === 'alternator';
  const [efficiency, powerFactor] = [figure('chargerEfficiency') / 100, figure('powerFactor')];
  const keeps = plan.kind === 'generator' ? setKeeps(altitudeM, hotC) : 1;
  const ratedNowW = figure('watts') * keeps;
  const chargerAmps = engine ? Math.min(figure('amps'), figure('limitAmps')) : figure('chargeAmps');
  const bankAmps = bank.chemistry.chargeMaxC * bank.ah;
  // what the set has left beside the uses it carries goes through the charger, as VA
  const setAmps =
    plan.kind === 'generator' || plan.kind === 'shore'
      ? (Math.max(0, ratedNowW - peakAcW) * efficiency * powerFactor) / volts
      : Infinity;
  const amps = Math.min(chargerAmps, bankAmps, setAmps);
  const bulkW = amps * volts;
  const takenW = engine ? bulkW : bulkW / efficiency;
  const curve = chargeCurve(chargedBank(bank), bulkW);
  const [startAt, stopAt] = [figure('startAt') / 100, figure('stopAt') / 100];
  const chargeH = bulkW > 0 ? hoursBetween(curve, startAt, stopAt) : Infinity;
  return {
    id,
    plan,
    path: `/power/sources/${id}`,
    amps,
    limit: amps === chargerAmps ? 'charger' : amps === bankAmps ? 'bank' : 'set',
    chargerAmps,
    bankAmps,
    setAmps,
    bulkW,
    takenW,
    takenVA: takenW / powerFactor,
    ratedNowW,
    keeps,
    askedW: setAsked(Math.min(chargerAmps, bankAmps) * volts, efficiency, powerFactor, peakAcW, keeps),
    loadShare: ratedNowW > 0 ? (takenW + meanAcW) / ratedNowW : 0,
    chargeH,
    allowedH: hoursAllowed(figure('quietFrom'), figure('quietTo')),
    litresAnHour: litresAnHour(plan, takenW + meanAcW),
  };
}

/** Which days of the year, 365, lie between two dates, both included; over the new year where the second comes first. */
export function daysThere(from: string, to: string): boolean[] {
  const there = new Array<boolean>(365).fill(false);
  for (const day of spanOf(from, to)) there[day] = true;
  return there;
}

/** Shore power holds the bank so full. */
const HELD_FULL = 0.99;

const NEVER: readonly number[] = new Array<number>(12).fill(0);

/** A source as the walk through days sees it. */
export function walkSource(now: SourceNow, { chemistry }: PowerBank, meanAcW: number): WalkSource {
  const { plan, id, bulkW } = now;
  const figure = (key: SourceKey) => sourceFigure(plan, key);
  const wanted = plan.kind === 'generator' || plan.kind === 'shore';
  const by = (of: Record<string, { value: number }>) => ALL_MONTHS.map((month) => of[month]?.value ?? 0);
  const dailyWh =
    plan.kind === 'alternator'
      ? by(plan.hoursBy).map((hours) => hours * bulkW * chemistry.roundTrip)
      : plan.kind === 'turbine'
        ? by(plan.energyBy).map((wh) => wh * chemistry.roundTrip)
        : NEVER;
  const shore = plan.kind === 'shore';
  return {
    id,
    there: daysThere(plan.from, plan.to),
    dailyWh,
    bulkW: wanted ? bulkW : 0,
    startAt: shore ? HELD_FULL : figure('startAt') / 100,
    stopAt: shore ? HELD_FULL : Math.max(figure('startAt'), figure('stopAt')) / 100,
    hoursADay: shore ? 24 : now.allowedH,
    // what starts by itself asks nobody
    hoursAWeek: shore || plan.automatic ? 168 : figure('hoursAWeek'),
    warmUpH: shore ? 0 : figure('warmUp') / 60,
    exerciseH: shore ? 0 : figure('exercise'),
    litresAnHour: shore ? 0 : now.litresAnHour,
    litresIdle: shore ? 0 : litresAnHour(plan, meanAcW),
  };
}

/**
 * The bank and its sources through years of days.
 * @param madeWh ready to use on a mean day of each month @param surplus what waits for it, in turn @param days shares of it, as `daySequence` gives them
 * @param keepDays over which the fuel to keep is counted
 */
export function powerYear(
  { power, uses }: Pick<PowerDesign, 'power' | 'uses'>,
  { sources, meanAcW }: PowerFacts,
  loads: Loads,
  bank: PowerBank,
  madeWh: readonly number[],
  surplus: readonly WalkSurplus[],
  days: ArrayLike<number>,
  keepDays: number,
): PowerYear {
  const should = new Float64Array(12);
  for (const row of loads.rows)
    if (uses[row.id]?.priority === 'should' && !row.later)
      for (const [m, wh] of row.monthWh.entries()) should[m] = (should[m] ?? 0) + wh;
  return walkPower({
    bank: chargedBank(bank),
    floor: 1 - bank.depthPct / 100,
    shedBelow: power.shedBelow.value / 100,
    madeWh,
    usedWh: loads.months.map(({ busWh }) => busWh),
    mustWh: loads.months.map(({ busWh }, m) => Math.max(0, busWh - (should[m] ?? 0))),
    surplus,
    sources: sources.map((source) => walkSource(source, bank, meanAcW)),
    days,
    keepDays,
  });
}
