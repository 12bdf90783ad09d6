import type { Facts } from '../calculate';
import type { Inverter } from '../document';
import {
  holdsAll,
  inverterAt,
  inverterOfClass,
  MACHINE_CLASSES,
  type InverterNow,
  type MachineClass,
} from '../power';
import { remembered } from '../memo';
import { choose, put, remedy, type Remedy, type Rule } from './finding';

const typical = remembered('typical inverters', (of: MachineClass, volts: number) =>
  inverterOfClass(of, volts),
);
const sheetFigure = remembered('figures of typical inverters', (value: number) => ({
  value,
  from: 'catalogue' as const,
}));

/** What a leg gives to neutral where nobody said. */
const usualVolts = ({ design }: Facts) => (design.units === 'imperial' ? 120 : 230);

/** Takes a typical machine with its idle draw and efficiency. */
export const takeMachine = (facts: Facts, of: MachineClass): Remedy =>
  remedy(
    `Take ${of.label.charAt(0).toLowerCase()}${of.label.slice(1)}`,
    put('/power/inverter', typical(of, facts.design.power.inverter?.volts.value ?? usualVolts(facts))),
    put('/supply/inverterEfficiency', sheetFigure(of.efficiencyPct)),
    put('/supply/inverterIdle', sheetFigure(of.idleW)),
  );

/**
 * Typical machines for a bus and these phases that hold what a test asks; those of the same kind first, smallest first.
 * One with panel inputs only where its inputs are on Strings.
 */
export function machinesFor(
  facts: Facts,
  holds: (now: InverterNow) => boolean,
  busVolts = facts.design.busVolts,
): { of: MachineClass; inverter: Inverter }[] {
  const { supply, power } = facts.design;
  const { roomC, altitudeM } = facts.power;
  const oneMachine = Object.values(facts.design.controllers).some((controller) => controller.inverter);
  const volts = power.inverter?.volts.value ?? usualVolts(facts);
  const fit = MACHINE_CLASSES.filter(
    (of) =>
      of.kind !== 'station' &&
      (of.kind !== 'all-in-one' || oneMachine) &&
      of.buses.includes(busVolts) &&
      of.phases === supply.phases &&
      holds(inverterAt(typical(of, volts), supply.phases, roomC, altitudeM)),
  );
  const kind = power.inverter?.kind ?? (oneMachine ? 'all-in-one' : null);
  return [...fit.filter((of) => of.kind === kind), ...fit.filter((of) => of.kind !== kind)]
    .slice(0, 2)
    .map((of) => ({ of, inverter: typical(of, volts) }));
}

/** The same as what is pressed to take one. */
export const machinesThat = (facts: Facts, holds: (now: InverterNow) => boolean): Remedy[] =>
  machinesFor(facts, holds).map(({ of }) => takeMachine(facts, of));

/** The most of one machine that are stacked. Common practice: more are a plant of their own. */
const MOST_STACKED = 4;

/** More like it, as few as do; they idle too. */
function stacked(facts: Facts, holds: (now: InverterNow) => boolean): Remedy[] {
  const { inverter } = facts.design.power;
  const { roomC, altitudeM } = facts.power;
  if (!inverter || inverter.kind === 'station') return [];
  const { inverterIdle, phases } = facts.design.supply;
  const now = inverter.stacked.value;
  for (let many = now + 1; many <= MOST_STACKED; many++) {
    const then = { ...inverter, stacked: { ...inverter.stacked, value: many } };
    if (!holds(inverterAt(then, phases, roomC, altitudeM))) continue;
    const idle = Math.min(500, Math.round((inverterIdle.value * many * 10) / now) / 10);
    return [
      remedy(
        `Stack ${many} of them`,
        choose('/power/inverter/stacked', many),
        put('/supply/inverterIdle', { ...inverterIdle, value: idle }),
      ),
    ];
  }
  return [];
}

const larger = (facts: Facts, holds: (now: InverterNow) => boolean): Remedy[] => [
  ...machinesThat(facts, holds),
  ...stacked(facts, holds),
];

const notChosen: Rule = (facts, pen) => {
  const { power, design } = facts;
  const { asked } = power;
  if (design.power.inverter || asked.runningW === 0) return null;
  return {
    id: 'power.none',
    severity: 'note',
    sheet: 'power',
    title: 'No inverter chosen yet',
    sentence: `The uses on AC ask for ${pen(asked.runningW, 'power')} at once${asked.starts ? ` and ${pen(asked.startW, 'power')} while ${asked.starts} starts` : ''}. Choose one and it is checked against them.`,
    value: asked.runningW,
    remedies: machinesThat(facts, holdsAll(facts.power.asked)),
    focus: '/power/inverter',
  };
};

const wrongBus: Rule = (facts) => {
  const { inverter } = facts.design.power;
  const { busVolts } = facts.design;
  if (!inverter || inverter.buses.includes(busVolts)) return null;
  return {
    id: 'power.bus',
    severity: 'stop',
    sheet: 'power',
    title: 'The inverter is made for another voltage',
    sentence: `${inverter.label} is made for ${inverter.buses.join(' and ')} V; the battery side is ${busVolts} V. It does not start, or breaks.`,
    value: busVolts,
    // where no typical one for this voltage does it all, it is chosen anew with its uses in view
    remedies: [
      ...machinesThat(facts, holdsAll(facts.power.asked)),
      remedy('Leave it out, to choose another', put('/power/inverter', null)),
    ],
    focus: '/power/inverter',
  };
};

/** How its derating came about, where there is any. */
function derated(now: InverterNow, { continuous, stacked }: Inverter, pen: Parameters<Rule>[1]): string {
  const by = [
    now.heatKeeps < 1 ? pen(now.roomC, 'temperature') : '',
    now.airKeeps < 1 ? pen(now.altitudeM, 'altitude') : '',
  ].filter(Boolean);
  return by.length > 0
    ? ` (${pen(continuous.value * stacked.value, 'power')} by its sheet, less at ${by.join(' and ')})`
    : '';
}

const largestUse: Rule = (facts, pen) => {
  const { inverter } = facts.design.power;
  const { inverter: now, asked } = facts.power;
  if (!inverter || !now || asked.largestW <= now.continuousW) return null;
  const never = asked.largestW > now.overloadW;
  return {
    id: 'power.largest',
    severity: never ? 'stop' : 'look',
    sheet: 'power',
    title: never ? 'One use is more than the inverter' : 'One use is more than it carries for long',
    sentence: `${asked.largest || 'A use'} takes ${pen(asked.largestW, 'power')}; the inverter carries ${pen(now.continuousW, 'power')} here${derated(now, inverter, pen)}${never ? ' and switches off' : `, and more for ${pen(inverter.overloadMinutes.value, 'minutes')} only`}.`,
    value: asked.largestW,
    limit: now.continuousW,
    remedies: larger(facts, (then) => then.continuousW >= asked.largestW),
    focus: '/power/inverter/continuous',
  };
};

const allAtOnce: Rule = (facts, pen) => {
  const { inverter } = facts.design.power;
  const { inverter: now, asked } = facts.power;
  if (!inverter || !now || asked.runningW <= now.continuousW || asked.largestW > now.continuousW) return null;
  const { sharing } = facts.design.supply;
  return {
    id: 'power.atOnce',
    severity: 'look',
    sheet: 'power',
    title: 'Together they are more than the inverter',
    sentence: `What can run at once on AC comes to ${pen(asked.runningW, 'power')}; the inverter carries ${pen(now.continuousW, 'power')} here${derated(now, inverter, pen)}. ${sharing.value === 100 ? 'If not all of it ever runs together, say so by the coincidence factor; else' : 'Take'} a larger one, or keep some of it apart.`,
    value: asked.runningW,
    limit: now.continuousW,
    remedies: larger(facts, (then) => then.continuousW >= asked.runningW),
    focus: '/supply/sharing',
  };
};

/** A soft starter brings a motor's start down to about this. Common practice. */
const SOFT_START = 1.5;

/** Softer starts of the uses that start hard, however that is known. */
export function softStarts({ design, power, loads }: Facts): Remedy[] {
  const hard = loads.rows.filter(
    (row) =>
      !row.later &&
      design.uses[row.id]?.supply === 'ac' &&
      row.startW > SOFT_START * row.runW &&
      row.runW > 0,
  );
  const soft = (label: string, rows: typeof hard) =>
    remedy(
      label,
      ...rows.flatMap(({ id }) => [
        put(`/uses/${id}/start`, 'factor'),
        put(`/uses/${id}/startFactor`, sheetFigure(SOFT_START)),
      ]),
    );
  const one = hard.filter(({ id }) => design.uses[id]?.name === power.asked.starts);
  return [
    ...(one.length > 0 ? [soft(`Soft starter for ${power.asked.starts || 'it'}`, one)] : []),
    ...(hard.length > one.length ? [soft('Soft starters for all of them', hard)] : []),
  ];
}

const startNotCarried: Rule = (facts, pen) => {
  const { inverter } = facts.design.power;
  const { inverter: now, asked } = facts.power;
  if (!inverter || !now || asked.startW <= now.surgeW) return null;
  const alone = asked.aloneW > now.surgeW;
  return {
    id: 'power.start',
    severity: alone ? 'stop' : 'look',
    sheet: 'power',
    title: alone ? 'A motor that it cannot start' : 'A start that it may not carry',
    sentence: alone
      ? `${asked.alone || 'A use'} takes ${pen(asked.aloneW, 'power')} to start, by itself; the inverter gives ${pen(now.surgeW, 'power')} for ${pen(inverter.surgeSeconds.value, 'seconds')} and switches off.`
      : `${asked.starts || 'A use'} starting while all else runs asks for ${pen(asked.startW, 'power')}; the inverter gives ${pen(now.surgeW, 'power')} for ${pen(inverter.surgeSeconds.value, 'seconds')}. Started with less running, it holds.`,
    value: asked.startW,
    limit: now.surgeW,
    remedies: [...softStarts(facts), ...larger(facts, (then) => then.surgeW >= asked.startW)],
    focus: '/power/inverter/surge',
  };
};

/** A motor is up to speed after about so long, s. Common practice. */
const START_TAKES_S = 0.5;

const surgeTooShort: Rule = ({ design, power }, pen) => {
  const { inverter } = design.power;
  const now = power.inverter;
  if (!inverter || !now || inverter.surgeSeconds.value >= START_TAKES_S) return null;
  if (power.asked.startW <= now.overloadW || power.asked.startW > now.surgeW) return null;
  return {
    id: 'power.surgeShort',
    severity: 'look',
    sheet: 'power',
    title: 'A surge too short for a motor',
    sentence: `Its surge lasts ${pen(inverter.surgeSeconds.value, 'seconds')}; a motor needs about ${pen(START_TAKES_S, 'seconds')} to turn (common practice). Above that it gives ${pen(now.overloadW, 'power')}, and ${power.asked.starts ?? 'the start'} asks for ${pen(power.asked.startW, 'power')}.`,
    value: inverter.surgeSeconds.value,
    limit: START_TAKES_S,
    focus: '/power/inverter/surgeSeconds',
  };
};

const legOverloaded: Rule = (facts, pen) => {
  const { inverter } = facts.design.power;
  const { inverter: now, asked } = facts.power;
  if (!inverter || !now || facts.design.supply.phases === 'single') return null;
  if (asked.legW <= now.legW || asked.runningW > now.continuousW) return null;
  return {
    id: 'power.leg',
    severity: 'look',
    sheet: 'power',
    title: `Leg ${asked.leg.toUpperCase()} is overloaded`,
    sentence: `What can run at once on leg ${asked.leg.toUpperCase()} comes to ${pen(asked.legW, 'power')}; each leg carries ${pen(now.legW, 'power')}. Move uses to another leg.`,
    value: asked.legW,
    limit: now.legW,
    remedies: larger(facts, (then) => then.legW >= asked.legW),
    focus: '/power/inverter/continuous',
  };
};

/** Of a day's energy, what an inverter may draw itself. Common practice. */
const IDLE_SHARE = 0.1;

const idleShare: Rule = ({ power, loads }, pen) => {
  const { idleShare: share } = power;
  if (share <= IDLE_SHARE || !loads.heaviest) return null;
  return {
    id: 'power.idle',
    severity: 'note',
    sheet: 'power',
    title: 'It idles away a good part of the day',
    sentence: `The inverter itself takes ${pen(loads.heaviest.idleWh, 'energy')} a day, ${pen(share * 100, 'percent')} of the heaviest; above a tenth a smaller one, hours of being off, or a DC fridge and DC lights are worth a look (common practice).`,
    value: share,
    limit: IDLE_SHARE,
    focus: '/supply/inverterIdle',
  };
};

/** Points between the curve and the efficiency of the job that are worth a word. */
const CURVE_POINTS = 1.5;

const curveSaysOther: Rule = ({ power, design }, pen) => {
  const typed = design.supply.inverterEfficiency.value;
  const { curvePct } = power;
  if (curvePct === null || Math.abs(curvePct - typed) < CURVE_POINTS) return null;
  const to = Math.round(curvePct);
  return {
    id: 'power.curve',
    severity: 'note',
    sheet: 'power',
    title: 'The curve says otherwise',
    sentence: `By its curve and your day it comes to ${pen(curvePct, 'percent')}, its idle draw beside it; the job uses ${pen(typed, 'percent')}.`,
    value: curvePct,
    limit: typed,
    remedies: [remedy(`Use ${to} %`, put('/supply/inverterEfficiency', sheetFigure(to)))],
    focus: '/supply/inverterEfficiency',
  };
};

export const POWER_RULES: readonly Rule[] = [
  notChosen,
  wrongBus,
  largestUse,
  allAtOnce,
  startNotCarried,
  surgeTooShort,
  legOverloaded,
  idleShare,
  curveSaysOther,
];
