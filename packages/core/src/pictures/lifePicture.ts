import {
  bankLife,
  busChoices,
  CHEMISTRIES,
  chemistryOf,
  lifeCost,
  ratedEnergyWh,
  temperatureFactor,
  unitOf,
  usualUnit,
  type BusChoice,
} from '../bank';
import { calculate, dayRanksOf, type Facts } from '../calculate';
import type { JobClimate } from '../climate';
import type { Chemistry, Design } from '../document';
import { daySequence } from '../sky';

export interface LifeRow {
  chemistry: Chemistry;
  name: string;
  chosen: boolean;
  /** What it takes to carry the days asked for; of the chosen one, what there is. */
  ratedWh: number;
  massKg: number;
  depthPct: number;
  meanLowest: number;
  fullCycles: number;
  cycleYears: number;
  calendarYears: number;
  years: number;
  price: number;
  /** Banks bought within the horizon, and what they cost in all. */
  bought: number;
  total: number;
  perKWh: number | null;
  /** Why it is not for this place, or null. */
  but: string | null;
}

export interface LifePicture {
  rows: LifeRow[];
  buses: BusChoice[];
  horizon: number;
  /** Full again at, hour of a mean day by month; null where it does not fill; undefined where nothing is used. */
  fullAtH: (number | null | undefined)[];
  /** In words: how array and bank suit one another, the hours first, then harvest and charge rate. */
  suits: string[];
}

/** Life and cost of every chemistry on this job's days, and the bus voltages side by side. Null without a place or uses. */
export function lifePicture(design: Design, grid: JobClimate | null): LifePicture | null {
  const facts = calculate(design, grid);
  const { climate, made, loads, meanDays, energy } = facts;
  if (!climate || !made || !meanDays || !energy || !loads.heaviest) return null;
  const { ranks, seed } = dayRanksOf(climate, grid);
  const days = daySequence(ranks, 1, seed);
  const inUse = loads.months.map(({ busWh }) => busWh > 0);
  const loadW = loads.largestRunning?.bankW ?? 0;
  return {
    rows: (Object.keys(CHEMISTRIES) as Chemistry[]).map((chemistry) => lifeRow(facts, chemistry, days)),
    buses: busChoices(loadW, energy.chargeAmps * facts.bank.absorptionV, design.units),
    horizon: design.bank.horizon.value,
    fullAtH: meanDays.map(({ fullAtH }, m) => (inUse[m] ? fullAtH : undefined)),
    suits: [
      suitsText(meanDays.filter((_, m) => inUse[m]).map(({ fullAtH }) => fullAtH)),
      harvestText(facts),
      chargeText(facts),
    ],
  };
}

function lifeRow(facts: Facts, id: Chemistry, days: ArrayLike<number>): LifeRow {
  const { design, bank, loads, made } = facts;
  const chosen = design.bank.chemistry === id;
  const chemistry = chosen ? chemistryOf(design.bank) : CHEMISTRIES[id];
  const factor = temperatureFactor(chemistry, bank.coldestC);
  const depthPct = chosen ? design.bank.depth.value : chemistry.depthPct;
  const ratedWh = chosen
    ? bank.ratedWh
    : ratedEnergyWh(bank.wantedWh, 1, depthPct / 100, factor, Math.sqrt(chemistry.roundTrip));
  const price = design.bank.prices[id]?.value ?? chemistry.pricePerKWh;
  const meanC = (bank.warmth?.months ?? []).map((month) => month.meanC);
  const life = bankLife({
    chemistry,
    bank: {
      ratedWh: Math.max(1, ratedWh),
      floor: 1 - depthPct / 100,
      roundTrip: chemistry.roundTrip,
      acceptance: chemistry.acceptance,
    },
    made: made ?? [],
    used: loads.months.map(({ profile }) => profile),
    days,
    meanC: meanC.length > 0 ? meanC : [20],
  });
  const unit = usualUnit(id, design.busVolts);
  const own = unitOf(design.bank).mass.value * design.bank.series.value * design.bank.parallel.value;
  const cold =
    chemistry.coldestChargeC !== null && bank.coldestC < chemistry.coldestChargeC
      ? 'too cold to charge where it stands'
      : bank.coldestC < chemistry.coldestDischargeC
        ? 'too cold to use where it stands'
        : null;
  return {
    chemistry: id,
    name: chemistry.name,
    chosen,
    ratedWh,
    massKg: chosen ? own : (ratedWh / (unit.volts * unit.ah)) * unit.massKg,
    depthPct,
    meanLowest: life.meanLowest,
    fullCycles: life.fullCycles,
    cycleYears: life.cycleYears,
    calendarYears: life.calendarYears,
    years: life.years,
    price,
    ...lifeCost(ratedWh, price, life, design.bank.horizon.value),
    but: cold,
  };
}

/** Below this share of a day's harvest a bank has no margin; above the other it takes days to fill. Common practice. */
const [LITTLE, MUCH] = [0.5, 3];

function harvestText({ bank, energy }: Facts): string {
  const best = Math.max(
    0,
    ...(energy?.months ?? []).filter(({ inUse }) => inUse).map(({ madeWh }) => madeWh),
  );
  if (best === 0) return 'Nothing is harvested in the months in use.';
  const share = bank.usableWh / best;
  const words =
    share < LITTLE
      ? 'little: what is not used as it comes is lost'
      : share > MUCH
        ? 'much: once empty it takes days to fill'
        : 'a healthy share';
  return `What can be stored is ${share.toFixed(1)} of the best mean day’s harvest: ${words}.`;
}

function chargeText({ bank, energy }: Facts): string {
  const { chargeMinC, chargeMaxC, name } = bank.chemistry;
  const rate = (energy?.chargeAmps ?? 0) / Math.max(1, bank.ah);
  const percent = (share: number) => `${Math.round(share * 100)} %`;
  const range =
    chargeMinC > 0
      ? `between ${percent(chargeMinC)} and ${percent(chargeMaxC)}`
      : `up to ${percent(chargeMaxC)}`;
  const words = rate > chargeMaxC ? 'too hard' : rate < chargeMinC ? 'too slow' : 'inside it';
  return `At full sun it is charged with ${percent(rate)} of its capacity an hour; healthy for ${name} is ${range}: ${words}.`;
}

const clock = (hour: number) =>
  `${String(Math.floor(hour)).padStart(2, '0')}:${hour % 1 >= 0.5 ? '30' : '00'}`;

/** Before this hour much of the day is thrown away; after the other there is nothing to spare. Common practice. */
const [EARLY_H, LATE_H] = [10, 15];

function suitsText(hours: readonly (number | null)[]): string {
  const never = hours.filter((hour) => hour === null).length;
  const known = hours.filter((hour) => hour !== null);
  if (never === hours.length)
    return 'On a mean day of no month in use is it full: the array is small for it.';
  const [first, last] = [Math.min(...known), Math.max(...known)];
  const span =
    first > 0
      ? `Full again between ${clock(first)} and ${clock(last)} on mean days`
      : last === 0
        ? 'It hardly leaves full on a mean day'
        : `It hardly leaves full in the sunniest months, and is full again by ${clock(last)} in the others`;
  if (never > 0) return `${span}, and not at all in ${never} of the months in use.`;
  if (last <= EARLY_H) return `${span}: the array is large for it, and most of the day finds no room.`;
  return last <= LATE_H
    ? `${span}: a healthy share, with some of the afternoon to spare.`
    : `${span}: filled, with little to spare.`;
}
