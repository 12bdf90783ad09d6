import { bestTiltOf } from '../design/bestTiltOf';
import { calculate, type Facts } from '../design/calculate';
import { patched } from '../design/patch';
import { monthName } from '../design/types';
import { CONTROLLER_CLASSES, controllerOfClass, fitStrings, type Arrangement } from '../strings';
import { choose, put, remedy, type Remedy, type Rule } from './finding';

/** Operations that put up `count` panels in an arrangement. */
export function arrangeAs(arrangement: Arrangement, count: number) {
  return [
    choose('/array/count', count),
    choose('/strings/series', arrangement.series),
    choose('/strings/parallel', arrangement.parallel),
    choose('/strings/inputs', arrangement.inputs),
  ];
}

export const arrangementText = ({ series, parallel, inputs }: Arrangement) =>
  `${series} × ${parallel}${inputs > 1 ? ` on ${inputs} inputs` : ''}`;

/** The least number of panels, from `atLeast` on, that this controller takes whole. */
function arrangementFor({ strings }: Facts, atLeast: number): Arrangement | null {
  if (!strings) return null;
  for (let count = atLeast; count <= Math.min(400, atLeast + 7); count++) {
    const [best] = fitStrings(strings.panel, strings.window, count);
    if (best && best.faults === 0 && best.panels === count) return best;
  }
  return null;
}

/**
 * The least number of panels that cures a shortage, on the controller there is, or else on the smallest typical
 * class that takes them.
 */
function morePanels(facts: Facts, atLeast: number): Remedy[] {
  const { design, grid } = facts;
  const larger = CONTROLLER_CLASSES.filter(({ kind }) => kind === 'mppt').toSorted(
    (a, b) => a.numbers.chargeAmps - b.numbers.chargeAmps,
  );
  for (const controller of [null, ...larger]) {
    const change = controller ? [put('/strings/controller', controllerOfClass(controller))] : [];
    const arrangement = arrangementFor(
      controller ? calculate(patched(design, change), grid) : facts,
      atLeast,
    );
    if (!arrangement) continue;
    const operations = [...change, ...arrangeAs(arrangement, arrangement.panels)];
    const after = calculate(patched(design, operations), grid);
    if ((after.array?.worst?.ratio ?? 0) < 1) continue;
    const how = `Use ${arrangement.panels} panels as ${arrangementText(arrangement)}`;
    return [remedy(controller ? `${how} with a controller of ${controller.label}` : how, ...operations)];
  }
  return [];
}

const runsShort: Rule = (facts, pen) => {
  const worst = facts.array?.worst;
  if (!facts.array || !worst || worst.ratio === null || worst.ratio >= facts.array.loadRatio) return null;
  const need = facts.array.needs.find(({ school }) => school === 'worst-month')?.modules ?? 0;
  const [made, used] = [pen(worst.madeWh, 'energy'), pen(worst.usedWh, 'energy')];
  const short = worst.ratio < 1;
  return {
    id: 'array.short',
    severity: short ? 'stop' : 'look',
    sheet: 'array',
    title: short ? `Runs down in ${monthName(worst.month)}` : `Little to spare in ${monthName(worst.month)}`,
    sentence: short
      ? `An average day makes ${made} and ${used} are used. The bank goes down and stays down.`
      : `An average day makes ${made} for ${used} used, × ${worst.ratio.toFixed(2)}; practice asks for × ${facts.array.loadRatio} so that the bank recovers after dark days (IEEE 1562, from memory).`,
    value: worst.ratio,
    limit: short ? 1 : facts.array.loadRatio,
    remedies: [...morePanels(facts, need), ...(need > 400 ? [] : tiltRemedy(facts))],
    focus: '/array/count',
  };
};

function tiltRemedy(facts: Facts): Remedy[] {
  const { design, climate } = facts;
  const best = bestTiltOf(facts);
  if (!climate || best === null || Math.abs(best - design.array.tilt.value) < 10) return [];
  return [
    remedy(
      `Tilt ${best}°, facing the equator`,
      choose('/array/tilt', best),
      choose('/array/azimuth', climate.latDeg >= 0 ? 180 : 0),
    ),
  ];
}

const flatInWinter: Rule = (facts, pen) => {
  const { design, climate, array } = facts;
  if (!climate || !array?.worst || design.array.tilt.value > 10 || Math.abs(climate.latDeg) < 35) return null;
  const atBest = bestTiltOf(facts) ?? 0;
  if (atBest < 25) return null;
  return {
    id: 'array.flat',
    severity: 'look',
    sheet: 'array',
    title: 'Flat panels, low sun',
    sentence: `At ${pen(Math.abs(climate.latDeg), 'latitude')} panels at ${pen(design.array.tilt.value, 'angle')} see little of ${monthName(array.worst.month)}’s sun: ${pen(array.worst.poaKWhm2, 'hours')} of peak sun a day. ${atBest}° is best for that month.`,
    value: design.array.tilt.value,
    limit: atBest,
    remedies: [remedy(`Tilt ${atBest}°`, choose('/array/tilt', atBest))],
    focus: '/array/tilt',
  };
};

const facesAway: Rule = ({ design, climate }, pen) => {
  if (!climate || design.array.tilt.value < 10 || Math.abs(climate.latDeg) < 15) return null;
  const equator = climate.latDeg >= 0 ? 180 : 0;
  const off = Math.abs(((design.array.azimuth.value - equator + 540) % 360) - 180);
  if (off <= 100) return null;
  return {
    id: 'array.away',
    severity: 'look',
    sheet: 'array',
    title: 'Facing away from the sun',
    sentence: `The panels face ${pen(design.array.azimuth.value, 'angle')}, ${pen(off, 'angle')} from the equator, which lies ${equator === 180 ? 'south' : 'north'} of this place.`,
    value: off,
    limit: 100,
    remedies: [remedy(`Face ${equator === 180 ? 'south' : 'north'}`, choose('/array/azimuth', equator))],
    focus: '/array/azimuth',
  };
};

const chargesTooSlowly: Rule = (facts, pen) => {
  const { array, bank } = facts;
  const need = array?.needs.find(({ school }) => school === 'charge-rate')?.modules;
  if (!array || need === undefined || need <= array.wiredModules) return null;
  const least = bank.chemistry.chargeMinC * bank.ah;
  return {
    id: 'array.slow',
    severity: 'look',
    sheet: 'array',
    title: 'Charges too slowly',
    sentence: `${pen(array.chargeAmps, 'current')} at full sun into ${pen(bank.ah, 'charge')}: ${bank.chemistry.name} wants at least ${pen(least, 'current')}, ${pen(bank.chemistry.chargeMinC * 100, 'percent')} of its capacity, to come up full (common practice).`,
    value: array.chargeAmps,
    limit: least,
    remedies: morePanels(facts, need),
    focus: '/array/count',
  };
};

/** An array this many times the use fills the bank by mid-morning and throws the rest away. */
const OVERSIZE = 4;

const throwsAway: Rule = ({ array }, pen) => {
  const worst = array?.worst;
  if (!worst?.ratio || worst.ratio < OVERSIZE) return null;
  return {
    id: 'array.oversize',
    severity: 'note',
    sheet: 'array',
    title: 'Far more than is used',
    sentence: `Even in ${monthName(worst.month)} it makes ${pen(worst.ratio, 'factor')} times what is used; the bank is full early and the rest is spilled.`,
    value: worst.ratio,
    limit: OVERSIZE,
  };
};

const pulseWidthLoss: Rule = ({ design, module, bank }, pen) => {
  const { controller, series } = design.strings;
  if (controller.kind !== 'pwm') return null;
  const use = Math.min(1, bank.absorptionV / (series.value * module.vmpV));
  if (use > 0.8) return null;
  return {
    id: 'array.pwm',
    severity: 'look',
    sheet: 'strings',
    title: 'A pulse-width controller wastes volts',
    sentence: `It pulls the panels down to the bank’s ${pen(bank.absorptionV, 'voltage')}; at ${pen(series.value * module.vmpV, 'voltage')} of their own, ${pen((1 - use) * 100, 'percent')} of the power stays on the roof. A tracking controller keeps it.`,
    value: use,
    limit: 0.8,
  };
};

export const ARRAY_RULES: readonly Rule[] = [
  runsShort,
  flatInWinter,
  facesAway,
  chargesTooSlowly,
  throwsAway,
  pulseWidthLoss,
];
