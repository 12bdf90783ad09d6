import { LOAD_RATIO } from '../array';
import { unitOf, CHEMISTRIES } from '../bank';
import { darkDays, type ArrayFacts, type Facts } from '../calculate';
import { atStage, stagesIn, type ArrayPlan, type Design, type Kept, type Operation } from '../document';
import { put, type Reckon } from '../findings';
import type { Pen } from '../figures';
import { inverterPrice, sourceFigure } from '../power';
import { monthName, monthsText, MONTH_DAYS } from '../units';
import { designOf } from './design';
import { finish, type Finished } from './finish';
import { cheapest, type Found, type Wanted } from './search';
import { isGuessed, keptIn, sceneOf } from './scene';
import { CONTROLLER_CLASSES } from '../strings';
import { panelKg, pricesOf } from './usual';

export type Aim = 'least' | 'winter' | 'later';

/** A whole design in a few figures. */
export interface Gist {
  panels: { count: number; label: string; watts: number; text: string };
  /** Made for what is used in the month that governs. */
  ratio: number;
  month: number;
  bank: { units: number; unitVolts: number; unitAh: number; text: string; days: number };
  controller: { count: number; label: string; maxV: number; coldV: number; hotV: number; freeInputs: number };
  /** In the money one pays with, and whether any of it is only usual. */
  price: number;
  priceGuessed: boolean;
  /** Of it the inverter, and what charges beside the sun; nothing for what is there already. */
  inverterPrice: number;
  sourcesPrice: number;
  /** Beside it cable, for runs as long as they are said or usually are. */
  cablePrice: number;
  massKg: number;
}

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
  const dark = darkDays(facts)?.worst;
  const season = seasonOf(facts);
  // the inverter follows what is found: one that is there binds neither bus nor panels
  const open = { ...design, power: { ...design.power, inverter: null } };
  const inSeason = season ? onlyIn(open, season.months) : open;
  const today = reckon(inSeason);
  const later = laterOf(inSeason, reckon);
  const days = {
    least: Math.max(2, Math.min(MOST_DAYS.least, dark?.usualDays ?? 2)),
    winter: Math.max(3, Math.min(MOST_DAYS.winter, dark?.rareDays ?? 4)),
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
        rareDays: dark?.rareDays ?? null,
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
    decides: decidesText(today, dark?.rareDays ?? null, pen),
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

function decidesText({ energy, loads }: Facts, rareDays: number | null, pen: Pen): string {
  const worst = energy?.worst;
  const heaviest = loads.heaviest;
  if (!worst || !heaviest) return '';
  const run =
    rareDays === null
      ? ''
      : `, and up to ${rareDays} dark ${rareDays === 1 ? 'day' : 'days'} in a row one winter in ten`;
  return `${monthName(worst.month)} decides: ${pen(worst.poaKWhm2, 'hours')} of full sun a day${run}.`;
}

type Bought = Pick<Gist, 'price' | 'inverterPrice' | 'sourcesPrice'>;

/** What is bought beside panels, bank and controllers: an inverter that is not there, and sources that are not. */
function boughtBeside(
  { power: { sources } }: Design,
  { design: { power }, inverter }: Finished,
): Omit<Bought, 'price'> {
  return {
    inverterPrice: power.inverter && !inverter?.own ? inverterPrice(power.inverter) : 0,
    sourcesPrice: Object.entries(power.sources).reduce(
      (sum, [id, source]) => (sources[id] ? sum : sum + sourceFigure(source, 'price')),
      0,
    ),
  };
}

interface Telling {
  bought: Bought;
  rareDays: number | null;
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
      rareDays === null || days < rareDays
        ? `Carries ${pen(days, 'days')} without sun, and comes back faster.`
        : `Carries ${rareDays} dark ${rareDays === 1 ? 'day' : 'days'} in a row, as the place has them one winter in ten.`,
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

/** A design in a few figures. @param bought what must be paid; the usual prices of all of it where it is not said */
export function gistOf(facts: Facts, pen: Pen, bought?: Bought): Gist {
  const { design, energy, bank, arrays, lead } = facts;
  const prices = pricesOf(design);
  const sortsOf = ({ plan, module }: ArrayFacts) =>
    plan.pile
      ? Object.values(plan.pile.sorts).map((sort) => ({
          count: sort.count.value,
          watts: sort.module.pmax.value,
        }))
      : [{ count: plan.count.value, watts: module.pmaxW }];
  const sorts = arrays.flatMap(sortsOf);
  const count = sorts.reduce((sum, sort) => sum + sort.count, 0);
  const watts = sorts.reduce((sum, sort) => sum + sort.count * sort.watts, 0);
  const controllers = [...new Set(arrays.map(({ controllerId }) => controllerId))].flatMap(
    (id) => design.controllers[id] ?? [],
  );
  const classes = controllers.map(({ label }) => CONTROLLER_CLASSES.find((of) => of.label === label));
  const alike = arrays.every(({ plan }) => !plan.pile && samePlan(plan, lead.plan));
  const { series, parallel, inputs } = lead.plan.strings;
  const wired = alike
    ? parallel.value === 1
      ? `, ${series.value === 1 ? 'one by one' : `${series.value} in series`}`
      : `, ${series.value} in series × ${parallel.value}`
    : '';
  const on = alike && inputs.value > 1 ? ` on ${inputs.value} inputs` : '';
  const each = alike && controllers.length > 1 ? `, to each of ${controllers.length} controllers` : '';
  const { plane } = lead.plan;
  const tilt = plane.kind === 'seasonal' ? plane.tilts.winter.value : plane.tilt.value;
  const faces =
    arrays.length > 1 && !alike
      ? `in ${arrays.length} arrays`
      : plane.kind === 'moving'
        ? 'flat on what moves'
        : `${pen(tilt, 'angle')} facing ${compass(plane.azimuth.value)}`;
  const units = design.bank.series.value * design.bank.parallel.value;
  const { mass } = unitOf(design.bank);
  const days = bank.days ?? 0;
  const worst = energy?.worst;
  const beside = boughtBeside(
    { ...design, power: { ...design.power, sources: {} } },
    { design, inverter: null, backup: null },
  );
  const usual =
    beside.inverterPrice +
    beside.sourcesPrice +
    watts * prices.panelWatt +
    (bank.ratedWh / 1000) * prices.bankKWh(design.bank.chemistry) +
    classes.reduce((sum, of) => sum + (of ? prices.controller(of) : 0), 0);
  return {
    panels: {
      count,
      label: alike ? lead.plan.module.label : 'several sorts',
      watts: lead.module.pmaxW,
      text: `${alike ? `${count} × ${pen(lead.module.pmaxW, 'power')}` : `${count} panels, ${pen(watts, 'power')}`}${wired}${on}${each}, ${faces}`,
    },
    ratio: worst?.ratio ?? 0,
    month: worst?.month ?? 1,
    bank: {
      units,
      unitVolts: design.bank.unitVolts.value,
      unitAh: design.bank.unitAh.value,
      text: `${units} × ${pen(design.bank.unitVolts.value, 'voltage')} ${pen(design.bank.unitAh.value, 'charge')}, ${CHEMISTRIES[design.bank.chemistry].name}, ${pen(days, 'days')}`,
      days,
    },
    controller: {
      count: controllers.length,
      label: lead.controller.label,
      maxV: lead.strings?.window.maxV ?? 0,
      coldV: lead.strings?.chosen.coldVocV ?? 0,
      hotV: lead.strings?.chosen.hotVmpV ?? 0,
      freeInputs: Math.max(0, lead.controller.inputs.value - inputs.value),
    },
    ...(bought ?? { ...beside, price: usual }),
    cablePrice: facts.takeOff.money,
    priceGuessed:
      (design.power.inverter !== null && design.power.inverter.price === null) ||
      design.budget.panelWatt === null ||
      design.bank.prices[design.bank.chemistry] === undefined ||
      classes.some((of) => of === undefined || design.controllerPrices[of.id] === undefined),
    massKg: panelKg(watts) + units * mass.value,
  };
}

const samePlan = (a: ArrayPlan, b: ArrayPlan): boolean =>
  a.module === b.module &&
  a.count.value === b.count.value &&
  a.strings.series.value === b.strings.series.value &&
  a.strings.parallel.value === b.strings.parallel.value;

function givesUp(
  aim: Aim,
  { energy }: Facts,
  price: number,
  days: number,
  rareDays: number | null,
  least: Proposal | null,
  pen: Pen,
): string {
  if (aim === 'later' && least && price > least.price)
    return `${pen(Math.round(price - least.price), 'money')} more today than the least asks for.`;
  const spilled = (energy?.months ?? []).filter(
    ({ ratio, month }) => ratio !== null && ratio > 2 && MONTH_DAYS[month - 1],
  );
  if (aim === 'least' && rareDays !== null && days < rareDays)
    return `A spell of more than ${pen(Math.floor(days), 'days')} without sun sheds what need not run.`;
  if (spilled.length > 0) {
    const made = spilled.reduce((sum, { madeWh }) => sum + madeWh, 0);
    const used = spilled.reduce((sum, { usedWh }) => sum + usedWh, 0);
    return `In ${monthsText(spilled.map(({ month }) => month))} ${pen(100 * (1 - used / made), 'percent')} of what it makes finds no use.`;
  }
  return 'Little: what it makes is used nearly all year.';
}

const POINTS = [
  'north',
  'north-east',
  'east',
  'south-east',
  'south',
  'south-west',
  'west',
  'north-west',
] as const;
const compass = (azimuthDeg: number) => POINTS[Math.round(azimuthDeg / 45) % 8] ?? 'north';
