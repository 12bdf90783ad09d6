import { autonomyDays, peukertHours } from '../bank';
import type { Facts } from '../calculate';
import { figure, step, type Figure, type Pen } from './figure';

export const BANK_SCHOOLS = {
  days: 'the days of autonomy',
  daily: 'what one day takes',
  aged: 'the days of autonomy when it is old',
  discharge: 'the largest draw',
  charge: 'the charge rate of the array',
} as const;

export function bankFigures(facts: Facts, pen: Pen): Figure[] {
  const { design, bank, bankNeeds, bankGoverning, energy, loads } = facts;
  const keeps = [
    step('usable depth', `× ${(design.bank.depth.value / 100).toFixed(2)}`),
    step(`capacity at ${pen(bank.coldestC, 'temperature')}`, `× ${bank.temperatureFactor.toFixed(2)}`),
    ...(design.bank.sizing === 'careful'
      ? [step('round-trip efficiency', `× ${bank.dischargeEfficiency.toFixed(2)}`)]
      : []),
  ];
  const sunHours = energy?.worst?.poaKWhm2 ?? null;
  const formula = sunHours === null ? null : autonomyDays(sunHours, design.energy.service === 'critical');
  const steady = Math.abs(bank.wantedWh - bank.dailyWh * design.bank.days.value) < 0.01 * bank.wantedWh;
  const amps = (loads.largestRunning?.bankW ?? 0) / design.busVolts;
  const { rateHours, peukert } = bank.chemistry;
  const hours =
    amps > 0 ? peukertHours(bank.ah, rateHours, peukert, amps) * (design.bank.depth.value / 100) : null;
  return [
    figure(pen, 'bank.usable', 'bank', 'usable', bank.usableWh, 'energy', {
      steps: [
        step(`${design.bank.series.value} in series`, pen(bank.volts, 'voltage')),
        step(`${design.bank.parallel.value} in parallel`, `× ${pen(bank.ah, 'charge')}`),
        ...keeps,
      ],
      source: `IEEE 1013 and IEEE 1562 practice. ${capital(bank.chemistry.name)}: ${bank.chemistry.source}.`,
    }),
    figure(pen, 'bank.days', 'bank', 'days of autonomy', bank.days, 'days', {
      steps: [
        step('usable', pen(bank.usableWh, 'energy')),
        ...(steady
          ? [step('used a day, heaviest month', `÷ ${pen(bank.dailyWh, 'energy')}`)]
          : [step('on a full day it would be', `÷ ${pen(bank.dailyWh, 'energy')}`)]),
      ],
      source: 'A chosen number of days; the simulated run of dark days is another school.',
      others:
        formula === null
          ? null
          : `The autonomy formula of Messenger & Ventre (from memory) gives ${pen(formula, 'days')} for ${pen(sunHours ?? 0, 'hours')} of peak sun in the worst month.`,
    }),
    figure(pen, 'bank.hours', 'bank', 'at everything at once it lasts', hours, 'hours', {
      steps:
        hours === null
          ? []
          : [
              step('everything at once, from the bank', pen(amps, 'current')),
              step(`capacity at the ${bank.chemistry.rateHours}-hour rate`, pen(bank.ah, 'charge')),
              step('Peukert’s exponent', String(bank.chemistry.peukert)),
              step('usable depth', `× ${(design.bank.depth.value / 100).toFixed(2)}`),
            ],
      source: 'Peukert 1897: hours × (capacity ÷ (amps × hours))^exponent, of the usable part; at 25 °C.',
    }),
    figure(pen, 'bank.need', 'bank', 'rated energy asked for', bankGoverning?.ratedWh ?? null, 'energy', {
      steps: bankGoverning ? needSteps(facts, pen, bankGoverning.school) : [],
      source:
        design.bank.sizing === 'careful'
          ? 'The careful way: depth, what is lost on the way out and the end of life one upon the other; and the largest of the schools.'
          : 'The worksheet’s way (IEEE 1013 and IEEE 1562, from memory): the largest of days ÷ depth, a day ÷ what a day may take, and days ÷ what is left when worn; then the cold and a margin.',
      others: bankNeeds
        .map(
          (need) =>
            `By ${BANK_SCHOOLS[need.school]}: ${pen(need.ratedWh, 'energy')}, ${need.parallel} in parallel.`,
        )
        .join(' '),
    }),
    figure(
      pen,
      'bank.unitsNeeded',
      'bank',
      'units asked for',
      bankGoverning ? bankGoverning.parallel * bank.seriesForBus : null,
      'count',
      {
        steps: bankGoverning
          ? [
              step(`in series for ${design.busVolts} V`, `${bank.seriesForBus}`),
              step(`in parallel, by ${BANK_SCHOOLS[bankGoverning.school]}`, `× ${bankGoverning.parallel}`),
            ]
          : [],
        source: 'Rated energy asked for over one row’s energy, rounded up.',
      },
    ),
  ];
}

/** The way from what is used to the rated energy that a criterion asks for. */
function needSteps({ design, bank }: Facts, pen: Pen, school: keyof typeof BANK_SCHOOLS) {
  if (school === 'discharge' || school === 'charge') return [];
  const { depth, endOfLife, days, sizing, margin } = design.bank;
  const careful = sizing === 'careful';
  const steady = Math.abs(bank.wantedWh - bank.dailyWh * days.value) < 0.01 * bank.wantedWh;
  const by = (value: number) => `÷ ${value.toFixed(2)}`;
  const used = steady
    ? [step('used a day', pen(bank.dailyWh, 'energy')), step('days', `× ${pen(days.value, 'days')}`)]
    : [step(`used over ${pen(days.value, 'days')}`, pen(bank.wantedWh, 'energy'))];
  const worn = step('left when old', by(endOfLife.value / 100));
  return [
    ...(school === 'daily' ? [step('used a day', pen(bank.dailyWh, 'energy'))] : used),
    ...(school === 'daily'
      ? [step('what a day may take', by(Math.min(bank.chemistry.dailyPct, depth.value) / 100))]
      : careful || school === 'days'
        ? [step('usable depth', by(depth.value / 100))]
        : [worn]),
    step(`capacity at ${pen(bank.coldestC, 'temperature')}`, by(bank.temperatureFactor)),
    ...(careful
      ? [step('round-trip efficiency', by(bank.dischargeEfficiency)), ...(school === 'aged' ? [worn] : [])]
      : [step('margin', `× ${(1 + margin.value / 100).toFixed(2)}`)]),
  ];
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
