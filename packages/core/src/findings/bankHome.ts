import { unitOf, packUnits, PAD_C, sparkDistanceMm, ventilation } from '../bank';
import type { Facts } from '../calculate';
import { spellIn, warmer } from './bank';
import type { Bank, Entry } from '../document';
import { remembered } from '../memo';
import type { Pen } from '../figures';
import { monthName, type UnitSystem } from '../units';
import { choose, remedy, type Remedy, type Rule } from './finding';

const isGuess = ({ from }: Entry) => from === 'guess';

/** The least that makes the room large enough, one measure at a time. */
function roomsThatFit(
  unit: Bank['unit'],
  home: Bank['home'],
  units: UnitSystem,
  count: number,
  pen: Pen,
): Remedy[] {
  const size = { length: unit.length.value, width: unit.width.value, height: unit.height.value };
  const space = { length: home.length.value, width: home.width.value, height: home.height.value };
  const step = units === 'imperial' ? 25.4 : 10;
  const levels = home.shelves.value;
  const gap = home.gap.value;
  const headroom = home.headroom.value;
  const fits = (room: typeof space) =>
    packUnits({
      unit: { ...size, onSide: unit.onSide },
      count,
      space: room,
      levels,
      gap,
      headroom,
    }).fits;
  const sides = unit.onSide ? [size.length, size.width, size.height] : [size.length, size.width];
  const lengths = sums(sides.map((side) => side + gap)).map((sum) => sum + gap);
  const heights = [size.height, ...(unit.onSide ? sides : [])].map((side) => (side + headroom) * levels);
  const tried = { length: lengths, width: lengths, height: heights };
  return (['length', 'width', 'height'] as const)
    .flatMap((side) => {
      const candidates = tried[side]
        .filter((enough) => enough > space[side] && enough <= space[side] + MOST_MORE_MM)
        .sort((a, b) => a - b);
      const value = leastThat(candidates, (enough) => fits({ ...space, [side]: enough }));
      const rounded = value && Math.ceil(value / step - 1e-6) * step;
      const words = { length: 'long', width: 'deep', height: 'high' }[side];
      return rounded
        ? [remedy(`Make it ${pen(rounded, 'size')} ${words}`, choose(`/bank/home/${side}`, rounded))]
        : [];
    })
    .slice(0, 2);
}

const largerRooms = remembered('rooms that fit the bank', roomsThatFit);

/** The least of rising values that is enough, where all above it are too; undefined where none is. */
function leastThat(rising: readonly number[], enough: (value: number) => boolean): number | undefined {
  let [from, to] = [0, rising.length];
  while (from < to) {
    const middle = (from + to) >> 1;
    if (enough(rising[middle] ?? 0)) to = middle;
    else from = middle + 1;
  }
  return rising[from];
}

/** A room is not made larger by more than this. */
const MOST_MORE_MM = 1500;
const MOST_IN_A_ROW = 8;

/** Sums of a few of two or three lengths: what a row of pieces, some turned, comes to. */
function sums([first = 1, ...rest]: number[]): number[] {
  const counts = Array.from({ length: MOST_IN_A_ROW + 1 }, (_, count) => count * first);
  if (rest.length === 0) return counts;
  return [...new Set(sums(rest).flatMap((sum) => counts.map((count) => count + sum)))].filter(
    (sum) => sum > 0 && sum < 6000,
  );
}

const doesNotFit: Rule = ({ design, fit }, pen) => {
  if (fit.fits) return null;
  const { unit, home } = design.bank;
  const size = (of: { length: Entry; width: Entry; height: Entry }) =>
    [of.length, of.width, of.height].map(({ value }) => pen(value, 'size')).join(' × ');
  const why = {
    high: `With ${pen(home.headroom.value, 'size')} over the terminals one is too high for a level of ${pen(home.height.value / home.shelves.value, 'size')}.`,
    long: 'Not one goes in, whichever way it is turned.',
    many: `With ${pen(home.gap.value, 'size')} between them and to the walls there is room for ${fit.room}.${fit.atMost < fit.count ? '' : ' No better way to lay them was found, but it is not proven that there is none: try it with pieces of card.'}`,
  }[fit.why ?? 'many'];
  const known = ![home.length, home.width, home.height].some(isGuess);
  return {
    id: 'bank.fit',
    severity: known ? 'stop' : 'look',
    sheet: 'bank',
    title: 'The bank does not fit',
    sentence: `${fit.count} units of ${size(unit)} are to go into ${size(home)}. ${why}`,
    value: fit.room,
    limit: fit.count,
    remedies: largerRooms(unitOf(design.bank), design.bank.home, design.units, fit.count, pen),
    focus: '/bank/home/length',
  };
};

const tooHeavy: Rule = ({ design, fit }, pen) => {
  const limit = design.bank.home.carries;
  if (fit.levelKg <= limit.value) return null;
  return {
    id: 'bank.mass',
    severity: isGuess(limit) ? 'look' : 'stop',
    sheet: 'bank',
    title: 'Too heavy for its floor or shelf',
    sentence: `${pen(fit.levelKg, 'mass')} stand on one level; it may carry ${pen(limit.value, 'mass')}. Put them lower, on more levels, or over the joists and bulkheads; for a floor or deck ask someone qualified.`,
    value: fit.levelKg,
    limit: limit.value,
    focus: '/bank/home/carries',
  };
};

const throughTheDoor: Rule = ({ design }, pen) => {
  const { unit, home } = design.bank;
  const sizes = [unit.length.value, unit.width.value, unit.height.value].toSorted((a, b) => a - b);
  const least = unit.onSide ? (sizes[1] ?? 0) : Math.min(unit.length.value, unit.width.value);
  if (least <= home.door.value) return null;
  return {
    id: 'bank.door',
    severity: isGuess(home.door) ? 'note' : 'look',
    sheet: 'bank',
    title: 'It does not go through the door',
    sentence: `A unit is ${pen(least, 'size')} across at its narrowest; the way in is ${pen(home.door.value, 'size')}.`,
    value: least,
    limit: home.door.value,
    focus: '/bank/home/door',
  };
};

const ventilated: Rule = ({ design, bank }, pen) => {
  const { gas } = bank.chemistry;
  if (!gas) return null;
  const cells = Math.round((design.busVolts / 12) * gas.cellsPer12);
  const { m3h, cm2 } = ventilation(cells, bank.ah, gas.boostMaPerAh);
  return {
    id: 'bank.vent',
    severity: 'note',
    sheet: 'bank',
    title: 'It gives off hydrogen',
    sentence: `While it boosts, ${pen(m3h, 'airflow')} of air keep the gas under a tenth of what burns: an opening of ${pen(cm2, 'opening')} low and another high, to outdoors (IEC 62485-2, from memory; a planning figure). No spark or flame within ${pen(sparkDistanceMm(bank.ah, gas.boostMaPerAh), 'size')} of its vents.`,
    value: m3h,
  };
};

const tooColdToUse: Rule = ({ bank, design }, pen) => {
  const { coldestDischargeC, name } = bank.chemistry;
  if (bank.coldestC >= coldestDischargeC) return null;
  return {
    id: 'bank.cold',
    severity: 'stop',
    sheet: 'bank',
    title: 'Colder than it works',
    sentence: `The bank gets down to ${pen(bank.coldestC, 'temperature')}; ${name} gives nothing below ${pen(coldestDischargeC, 'temperature')}.`,
    value: bank.coldestC,
    limit: coldestDischargeC,
    remedies: warmer(design),
    focus: '/bank/coldest',
  };
};

const tooHot: Rule = ({ bank }, pen) => {
  const hottest = bank.hottestC;
  if (hottest === null || hottest <= bank.chemistry.hottestC) return null;
  return {
    id: 'bank.hot',
    severity: 'look',
    sheet: 'bank',
    title: 'Hotter than it likes',
    sentence: `In a hot spell it gets to ${pen(hottest, 'temperature')} where it stands; ${bank.chemistry.name} is held under ${pen(bank.chemistry.hottestC, 'temperature')}, and heat shortens its life long before that. Shade and air round it.`,
    value: hottest,
    limit: bank.chemistry.hottestC,
    focus: '/bank/home/length',
  };
};

/** Stored colder than it may be, where it is not the acid that freezes: that has rules of its own. */
const winterStanding: Rule = (facts, pen) => {
  const { bank } = facts;
  const idle = [...bank.idle.off, ...bank.idle.on];
  if (idle.length === 0 || !bank.warmth || bank.chemistry.freezesEmpty) return null;
  const coldest = Math.min(...idle.map((month) => spellIn(facts, month)));
  if (coldest >= bank.chemistry.coldestDischargeC) return null;
  return {
    id: 'bank.winter',
    severity: 'look',
    sheet: 'bank',
    title: 'It winters in the cold',
    sentence: `While nothing is used it gets down to ${pen(coldest, 'temperature')} where it stands; ${bank.chemistry.name} gives nothing below ${pen(bank.chemistry.coldestDischargeC, 'temperature')}, and few sheets allow it to be kept much colder. Read what yours allows, or take it home.`,
    value: coldest,
    limit: bank.chemistry.coldestDischargeC,
  };
};

const padTakes: Rule = ({ bank, loads }, pen) => {
  const [most, at] = (bank.warmth?.padWh ?? []).reduce(
    ([best, month], wh, m) => (wh > best && (loads.months[m]?.busWh ?? 0) > 0 ? [wh, m + 1] : [best, month]),
    [0, 0],
  );
  if (most === 0) return null;
  return {
    id: 'bank.pad',
    severity: 'note',
    sheet: 'bank',
    title: 'The heating pad is a use too',
    sentence: `To keep ${pen(PAD_C, 'temperature')} it takes ${pen(most, 'energy')} a day in ${monthName(at)}; that is counted with the uses. More insulation saves most of it.`,
    value: most,
  };
};

const fillsEarly: Rule = (facts, pen) => {
  const { meanDays, loads } = facts;
  const days = (meanDays ?? []).flatMap((day, m) =>
    (loads.months[m]?.busWh ?? 0) > 0 ? [{ ...day, month: m + 1 }] : [],
  );
  if (days.length === 0) return null;
  const never = days.filter(({ fullAtH }) => fullAtH === null);
  const early = days.filter(({ fullAtH }) => fullAtH !== null && fullAtH <= EARLY_H);
  if (never.length > 0 && facts.bank.chemistry.gas)
    return {
      id: 'bank.neverFull',
      severity: 'look',
      sheet: 'bank',
      title: 'It is never full',
      sentence: `On a mean day of ${monthsSaid(never)} the array does not fill it; ${facts.bank.chemistry.name} that is not filled once a week is lost to sulphate early (common practice). More panels, or an engine that finishes the charge.`,
    };
  if (early.length !== days.length) return null;
  const spilled = Math.max(...days.map(({ spilledWh }) => spilledWh));
  return {
    id: 'bank.early',
    severity: 'note',
    sheet: 'bank',
    title: 'Full by mid-morning',
    sentence: `On mean days of every month in use the bank is full by ${EARLY_H} in the morning, and up to ${pen(spilled, 'energy')} a day find no room. More storage, fewer panels, or uses on surplus.`,
    value: spilled,
  };
};

/** A bank full by this solar hour has the best of the day before it. Common practice. */
const EARLY_H = 10;

const monthsSaid = (days: readonly { month: number }[]) =>
  days.length > 3 ? `${days.length} months` : days.map(({ month }) => monthName(month)).join(', ');

const oneHarvest: Rule = ({ bank, energy }, pen) => {
  const most = Math.max(
    0,
    ...(energy?.months ?? []).filter(({ inUse }) => inUse).map(({ madeWh }) => madeWh),
  );
  if (most === 0 || bank.usableWh >= most * 0.7 || bank.dailyWh === 0) return null;
  return {
    id: 'bank.harvest',
    severity: 'note',
    sheet: 'bank',
    title: 'Smaller than a day’s harvest',
    sentence: `A mean day makes up to ${pen(most, 'energy')}; ${pen(bank.usableWh, 'energy')} can be stored. What is not used at once is lost.`,
    value: bank.usableWh,
    limit: most,
  };
};

const upkeep: Rule = ({ bank }) => ({
  id: 'bank.upkeep',
  severity: 'note',
  sheet: 'bank',
  title: 'Keeping it alike and well',
  sentence: `${bank.chemistry.balance} ${bank.chemistry.upkeep}`,
});

const equalLeads: Rule = ({ design }: Facts) => {
  const rows = design.bank.parallel.value;
  if (rows < 2 || rows >= 60) return null;
  return {
    id: 'bank.leads',
    severity: 'note',
    sheet: 'bank',
    title: 'Equal leads to each row',
    sentence: `${rows} rows share alike only through leads of one length and size: each to its own lug on a bar, or plus taken at one end of the row and minus at the other. A fuse in each row.`,
  };
};

export const BANK_HOME_RULES: readonly Rule[] = [
  doesNotFit,
  tooHeavy,
  tooColdToUse,
  throughTheDoor,
  tooHot,
  fillsEarly,
  oneHarvest,
  ventilated,
  winterStanding,
  padTakes,
  equalLeads,
  upkeep,
];
