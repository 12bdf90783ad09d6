import { LOAD_RATIO } from '../array';
import { darkDays, type Facts } from '../calculate';
import { atStage, stagesIn, type Design, type Kept, type Operation } from '../document';
import { put, type Reckon } from '../findings';
import type { Pen } from '../figures';
import { monthName, monthsText, MONTH_DAYS } from '../units';
import { designOf } from './design';
import { finish } from './finish';
import { boughtBeside, gistOf, type Bought, type Gist } from './gist';
import { cheapest, type Found, type Wanted } from './search';
import { isGuessed, keptIn, sceneOf } from './scene';

export type Aim = 'least' | 'winter' | 'later';

/** One whole design, ready to be taken. */
export interface Proposal extends Gist {
  aim: Aim;
  title: string;
  /** What it is for. */
  about: string;
  operations: Operation[];
  /** What it gives up, in a sentence. */
  givesUp: string;
  /** What runs the uses on AC, and whether it is there already; null where nothing is on AC or nothing typical holds. */
  inverter: { label: string; own: boolean } | null;
  /** What carries the months that the sun does not, in a sentence; null where it carries all, or nothing usual does. */
  backup: string | null;
}

export interface Proposals {
  proposals: Proposal[];
  /** The design as it is, in the same terms. */
  present: Gist;
  /** What was left as it is. */
  kept: Kept[];
  /** In a sentence: what decides. */
  decides: string;
  /** Why there is none, or not all three. */
  why: string | null;
  /** Where the sun of some months asks for many times what the others need: those it can carry. */
  season: { months: number[]; without: number[]; times: number } | null;
}

/** Longest that a bank is proposed to carry, in the least and for a bad winter. Common practice. */
const MOST_DAYS = { least: 3, winter: 7 } as const;
/** Where nothing is planned for later, so much more than today. */
const GROWTH = 1.3;
/** A month that asks for so many times the array of a middling one is another season’s. */
const OTHER_SEASON = 3;

/**
 * Three whole designs for what is to be carried at this place, with what is fixed as it is: the least that stands, one
 * with room for a bad winter, one for what is planned for later.
 * @returns null while uses or place are not known
 */
export function propose(facts: Facts, pen: Pen, reckon: Reckon): Proposals | null {
  const { design, loads, climate } = facts;
  if (!loads.heaviest || !climate) return null;
  const { usualDays, rareDays } = darkDays(climate, facts).worst;
  const season = seasonOf(facts);
  // the inverter follows what is found: one that is there binds neither bus nor panels
  const open = { ...design, power: { ...design.power, inverter: null } };
  const inSeason = season ? onlyIn(open, season.months) : open;
  const today = reckon(inSeason);
  const later = laterOf(inSeason, reckon);
  const days = {
    least: Math.max(2, Math.min(MOST_DAYS.least, usualDays)),
    winter: Math.max(3, Math.min(MOST_DAYS.winter, rareDays)),
  };
  const asked: { aim: Aim; of: Facts; wanted: Wanted }[] = [
    { aim: 'least', of: today, wanted: { ratio: LOAD_RATIO.ordinary, days: days.least } },
    { aim: 'winter', of: today, wanted: { ratio: LOAD_RATIO.critical, days: days.winter } },
    { aim: 'later', of: later.facts, wanted: { ratio: LOAD_RATIO.ordinary, days: days.least } },
  ];
  const proposals: Proposal[] = [];
  const failed: Aim[] = [];
  for (const { aim, of, wanted } of asked) {
    const used = of.loads.months.map(({ busWh }) => busWh);
    const scene = sceneOf(of, used, design.power.inverter, reckon);
    const found = scene && cheapest(scene, wanted, reckon, pen);
    if (!scene || !found) {
      failed.push(aim);
      continue;
    }
    // what it is for may be more than today's uses; what is taken is the job as it is
    const made = (job: Design) => designOf(job, scene, found.candidate, wanted.days);
    const whole = finish(made(inSeason), made(design), season?.without ?? [], of.power.asked, reckon, pen);
    const bought = boughtBeside(design, whole);
    const apart = found.candidate.price - scene.inverterPrice(found.candidate.bus);
    proposals.push(
      proposalOf(aim, told(found, whole.design, reckon), operationsFor(design, whole.design), pen, whole, {
        bought: { ...bought, price: apart + bought.inverterPrice + bought.sourcesPrice },
        rareDays,
        least: proposals[0] ?? null,
        later: later.about,
        panelsPriced: scene.kept.has('panels') || design.budget.panelWatt !== null,
      }),
    );
  }
  return {
    proposals,
    present: gistOf(facts, pen),
    kept: [...keptIn(design)],
    decides: decidesText(today, rareDays, pen),
    why:
      failed.length === 0
        ? null
        : proposals.length === 0
          ? `Nothing of the usual sizes stands${bindsText(design)}. ${bindsText(design) ? 'Give way in one of these, or use' : 'Use'} less.`
          : `For ${failed.map((aim) => TITLES[aim].toLowerCase()).join(' and ')} nothing of the usual sizes stands${bindsText(design)}.`,
    season,
  };
}

/** What was found, told with the draw of the machine that goes with it. */
function told({ candidate, facts, findings }: Found, { supply, power }: Design, reckon: Reckon): Found {
  const { design } = facts;
  const withMachine = { ...design, supply, power: { ...design.power, inverter: power.inverter } };
  return { candidate, facts: reckon(withMachine), findings };
}

const TITLES: Readonly<Record<Aim, string>> = {
  least: 'The least that stands',
  winter: 'With room for a bad winter',
  later: 'For what comes later',
};

/** What binds the search, in words: what was said to stay, and the limits that were measured or typed. */
function bindsText({ kept, arrays, bank, budget }: Design): string {
  const room = Object.values(arrays).reduce((sum, { most }) => sum + (most?.value ?? 0), 0);
  const binds = [
    kept.length > 0 ? 'what is fixed' : '',
    room > 0 ? `room for ${room} panels` : '',
    bank.mostUnits ? `room for ${bank.mostUnits.value} batteries` : '',
    isGuessed(bank.home) ? '' : 'the room measured for the bank',
    bank.home.carries.from === 'guess' ? '' : 'what its floor carries',
    budget.most ? `${budget.most.value} to spend` : '',
  ].filter((text) => text !== '');
  return binds.length > 0 ? ` with ${binds.join(', ')}` : '';
}

/** Everything that differs, as operations on the design there is. */
function operationsFor(before: Design, after: Design): Operation[] {
  const parts = ['busVolts', 'supply', 'uses', 'bank', 'power', 'arrays', 'controllers'] as const;
  return parts.filter((part) => before[part] !== after[part]).map((part) => put(`/${part}`, after[part]));
}

/** The design with every use only in some months. */
const onlyIn = (design: Design, months: readonly number[]): Design => ({
  ...design,
  uses: Object.fromEntries(
    Object.entries(design.uses).map(([id, use]) => [
      id,
      { ...use, months: use.months.filter((month) => months.includes(month)) },
    ]),
  ),
});

/** Months whose sun asks for many times what a middling month of use does; null where there are none. */
function seasonOf({ loads, lead }: Facts): Proposals['season'] {
  const { year } = lead;
  if (!year) return null;
  const asks = loads.months.map(({ busWh }, m) => {
    const sun = year[m]?.perWatt.reduce((sum, share) => sum + share, 0) ?? 0;
    return busWh > 0 ? busWh / Math.max(1e-9, sun) : 0;
  });
  const used = asks.filter((one) => one > 0).toSorted((a, b) => a - b);
  const middling = used[Math.floor(used.length / 2)] ?? 0;
  const without = asks.flatMap((one, m) => (one > middling * OTHER_SEASON ? [m + 1] : []));
  if (without.length === 0) return null;
  return {
    without,
    months: asks.flatMap((one, m) => (one > 0 && one <= middling * OTHER_SEASON ? [m + 1] : [])),
    times: Math.max(...asks) / middling,
  };
}

/** Today with all stages built, or where none is planned with a third more of everything. */
function laterOf(design: Design, reckon: Reckon): { facts: Facts; about: string } {
  const last = stagesIn(design).at(-1);
  if (last !== undefined)
    return { facts: reckon(atStage(design, last)), about: `Carries what waits for stage ${last} as well.` };
  const uses = Object.fromEntries(
    Object.entries(design.uses).map(([id, use]) => [
      id,
      { ...use, watts: { ...use.watts, value: use.watts.value * GROWTH } },
    ]),
  );
  return {
    facts: reckon({ ...design, uses }),
    about: 'No stage is planned: it is for a third more than today.',
  };
}

const darkText = (days: number) => `${days} dark ${days === 1 ? 'day' : 'days'} in a row`;

function decidesText({ energy, loads }: Facts, rareDays: number, pen: Pen): string {
  const worst = energy?.worst;
  const heaviest = loads.heaviest;
  if (!worst || !heaviest) return '';
  return `${monthName(worst.month)} decides: ${pen(worst.poaKWhm2, 'hours')} of full sun a day, and up to ${darkText(rareDays)} one winter in ten.`;
}

interface Telling {
  bought: Bought;
  rareDays: number;
  least: Proposal | null;
  later: string;
  panelsPriced: boolean;
}

function proposalOf(
  aim: Aim,
  { facts }: Found,
  operations: Operation[],
  pen: Pen,
  { inverter, backup }: Pick<Proposal, 'inverter' | 'backup'>,
  { bought, rareDays, least, later, panelsPriced }: Telling,
): Proposal {
  const days = facts.bank.days ?? 0;
  const about = {
    least: 'Runs on every ordinary day; a long dark spell empties it.',
    winter:
      days < rareDays
        ? `Carries ${pen(days, 'days')} without sun, and comes back faster.`
        : `Carries ${darkText(rareDays)}, as the place has them one winter in ten.`,
    later,
  }[aim];
  const gist = gistOf(facts, pen, bought);
  return {
    ...gist,
    priceGuessed: gist.priceGuessed || !panelsPriced,
    aim,
    title: TITLES[aim],
    about,
    operations,
    givesUp: givesUp(aim, facts, bought.price, days, rareDays, least, pen),
    inverter,
    backup,
  };
}

function givesUp(
  aim: Aim,
  { energy }: Facts,
  price: number,
  days: number,
  rareDays: number,
  least: Proposal | null,
  pen: Pen,
): string {
  if (aim === 'later' && least && price > least.price)
    return `${pen(Math.round(price - least.price), 'money')} more today than the least asks for.`;
  const spilled = (energy?.months ?? []).filter(
    ({ ratio, month }) => ratio !== null && ratio > 2 && MONTH_DAYS[month - 1],
  );
  if (aim === 'least' && days < rareDays)
    return `A spell of more than ${pen(Math.floor(days), 'days')} without sun sheds what need not run.`;
  if (spilled.length > 0) {
    const made = spilled.reduce((sum, { madeWh }) => sum + madeWh, 0);
    const used = spilled.reduce((sum, { usedWh }) => sum + usedWh, 0);
    return `In ${monthsText(spilled.map(({ month }) => month))} ${pen(100 * (1 - used / made), 'percent')} of what it makes finds no use.`;
  }
  return 'Little: what it makes is used nearly all year.';
}
