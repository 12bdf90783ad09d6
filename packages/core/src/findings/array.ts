import type { ArrayFacts } from '../calculate';
import { ofArray } from '../figures';
import type { Arrangement } from '../strings';
import { tiedShare } from '../module';
import { monthName } from '../units';
import { sharesText, sourcesCarry } from './backup';
import { choose, put, remedy, type Rule } from './finding';

/** Operations that put up `count` panels in an arrangement. */
export function arrangeAs({ paths }: ArrayFacts, arrangement: Arrangement, count: number) {
  return [
    choose(`${paths.array}/count`, count),
    choose(`${paths.array}/strings/series`, arrangement.series),
    choose(`${paths.array}/strings/parallel`, arrangement.parallel),
    choose(`${paths.array}/strings/inputs`, arrangement.inputs),
  ];
}

export const arrangementText = ({ series, parallel, inputs }: Arrangement) =>
  `${series} × ${parallel}${inputs > 1 ? ` on ${inputs} inputs` : ''}`;

const runsShort: Rule = (facts, pen) => {
  const { energy } = facts;
  const worst = energy?.worst;
  if (!energy || !worst || worst.ratio === null || worst.ratio >= energy.loadRatio) return null;
  const [made, used] = [pen(worst.madeWh, 'energy'), pen(worst.usedWh, 'energy')];
  const short = worst.ratio < 1;
  // months that the sun does not carry, of which something else gives the rest
  const lean = energy.months.flatMap(({ month, ratio }) =>
    ratio !== null && ratio < energy.loadRatio ? [month] : [],
  );
  if (sourcesCarry(facts, lean))
    return {
      id: 'array.backup',
      severity: 'note',
      sheet: 'array',
      title: 'The sun does not carry it alone',
      sentence: `In ${monthName(worst.month)} an average day makes ${made} for ${used} used. ${sharesText(facts, lean, pen)}.`,
      value: worst.ratio,
      limit: energy.loadRatio,
      focus: `${facts.lead.paths.array}/count`,
    };
  return {
    id: 'array.short',
    severity: short ? 'stop' : 'look',
    sheet: 'array',
    title: short ? `Runs down in ${monthName(worst.month)}` : `Little to spare in ${monthName(worst.month)}`,
    sentence: short
      ? `An average day makes ${made} and ${used} are used. The bank goes down and stays down.`
      : `An average day makes ${made} for ${used} used, × ${worst.ratio.toFixed(2)}; practice asks for × ${energy.loadRatio} so that the bank recovers after dark days (IEEE 1562, from memory).`,
    value: worst.ratio,
    limit: short ? 1 : energy.loadRatio,
    focus: `${facts.lead.paths.array}/count`,
  };
};

/** Operations that set a fixed plane, whatever it was before. */
const fixAt = ({ paths }: ArrayFacts, tilt: number, azimuth: number) => [
  put(`${paths.array}/plane/kind`, 'fixed'),
  choose(`${paths.array}/plane/tilt`, tilt),
  choose(`${paths.array}/plane/azimuth`, azimuth),
];

const equatorOf = ({ latDeg }: { latDeg: number }) => (latDeg >= 0 ? 180 : 0);

const flatInWinter: Rule = (facts, pen) => {
  const { climate, energy, arrays } = facts;
  if (!climate || !energy?.worst || Math.abs(climate.latDeg) < 35) return null;
  const atBest = facts.bestTiltDeg ?? 0;
  if (atBest < 25) return null;
  const { worst } = energy;
  return arrays.flatMap((array) => {
    const { plane } = array.plan;
    if (plane.kind === 'seasonal' || plane.tilt.value > 10) return [];
    const peakSun = array.year?.[worst.month - 1]?.poaKWhm2 ?? 0;
    return {
      id: ofArray('array.flat', arrays, array.id),
      severity: 'look' as const,
      sheet: 'array' as const,
      title: array.called ? `Flat panels, low sun: ${array.called}` : 'Flat panels, low sun',
      sentence: `At ${pen(Math.abs(climate.latDeg), 'latitude')} panels at ${pen(plane.tilt.value, 'angle')} see little of ${monthName(worst.month)}’s sun: ${pen(peakSun, 'hours')} of peak sun a day. ${atBest}° is best for that month.`,
      value: plane.tilt.value,
      limit: atBest,
      // a roof that moves has no direction to tilt it to
      remedies:
        plane.kind === 'moving'
          ? []
          : [remedy(`Tilt ${atBest}°`, ...fixAt(array, atBest, plane.azimuth.value))],
      focus: `${array.paths.array}/plane/tilt`,
    };
  });
};

const facesAway: Rule = ({ climate, arrays }, pen) => {
  if (!climate || Math.abs(climate.latDeg) < 15) return null;
  const equator = equatorOf(climate);
  return arrays.flatMap((array) => {
    const { plane } = array.plan;
    if (plane.kind === 'moving' || plane.tilt.value < 10) return [];
    const off = Math.abs(((plane.azimuth.value - equator + 540) % 360) - 180);
    if (off <= 100) return [];
    return {
      id: ofArray('array.away', arrays, array.id),
      severity: 'look' as const,
      sheet: 'array' as const,
      title: array.called ? `Facing away from the sun: ${array.called}` : 'Facing away from the sun',
      sentence: `The panels face ${pen(plane.azimuth.value, 'angle')}, ${pen(off, 'angle')} from the equator, which lies ${equator === 180 ? 'south' : 'north'} of this place.`,
      value: off,
      limit: 100,
      remedies: [
        remedy(
          `Face ${equator === 180 ? 'south' : 'north'}`,
          choose(`${array.paths.array}/plane/azimuth`, equator),
        ),
      ],
      focus: `${array.paths.array}/plane/azimuth`,
    };
  });
};

const chargesTooSlowly: Rule = (facts, pen) => {
  const { energy, bank } = facts;
  const need = energy?.needs.find(({ school }) => school === 'charge-rate')?.modules;
  if (!energy || need === undefined || need <= (energy.arrays[energy.leadId]?.wiredModules ?? 0)) return null;
  const least = bank.chemistry.chargeMinC * bank.ah;
  return {
    id: 'array.slow',
    severity: 'look',
    sheet: 'array',
    title: 'Charges too slowly',
    sentence: `${pen(energy.chargeAmps, 'current')} at full sun into ${pen(bank.ah, 'charge')}: ${bank.chemistry.name} needs at least ${pen(least, 'current')}, ${pen(bank.chemistry.chargeMinC * 100, 'percent')} of its capacity, to come up full (common practice).`,
    value: energy.chargeAmps,
    limit: least,
    focus: `${facts.lead.paths.array}/count`,
  };
};

/** An array this many times the use fills the bank by mid-morning and throws the rest away. */
const OVERSIZE = 4;

const throwsAway: Rule = ({ energy }) => {
  const worst = energy?.worst;
  if (!worst?.ratio || worst.ratio < OVERSIZE) return null;
  return {
    id: 'array.oversize',
    severity: 'note',
    sheet: 'array',
    title: 'Far more than is used',
    sentence: `Even in ${monthName(worst.month)} it makes ${worst.ratio.toFixed(2)} times what is used; the bank is full early and the rest is spilled.`,
    value: worst.ratio,
    limit: OVERSIZE,
  };
};

const pulseWidthLoss: Rule = ({ arrays, bank }, pen) =>
  arrays.flatMap(({ id, plan, controller, module }) => {
    if (controller.kind !== 'pwm') return [];
    const { series } = plan.strings;
    const use = tiedShare(module, bank.absorptionV / series.value);
    if (use > 0.8) return [];
    return {
      id: ofArray('array.pwm', arrays, id),
      severity: 'look' as const,
      sheet: 'strings' as const,
      title: 'A pulse-width controller wastes volts',
      sentence: `It pulls the panels down to the bank’s ${pen(bank.absorptionV, 'voltage')}; at ${pen(series.value * module.vmpV, 'voltage')} of their own, ${pen((1 - use) * 100, 'percent')} of the power stays on the roof. A tracking controller keeps it.`,
      value: use,
      limit: 0.8,
    };
  });

export const ARRAY_RULES: readonly Rule[] = [
  runsShort,
  flatInWinter,
  facesAway,
  chargesTooSlowly,
  throwsAway,
  pulseWidthLoss,
];
