import { onFacts, type Facts } from '../calculate';
import type { Design } from '../document';
import { FUELS, LEGS, SET_MARGIN, sourceFigure, type SourceNow, type SourceYear } from '../power';
import { monthName } from '../units';
import { figure, step, type Figure, type Pen } from './figure';

const times = (factor: number) => `× ${factor.toFixed(2)}`;

/** The inverter, each source, and what they come to in a year. */
export const powerFigures = (facts: Facts, pen: Pen): Figure[] =>
  [inverterFigures, sourceFigures, yearFigures].flatMap((make) => make(facts, pen));

const inverterFigures = onFacts(
  'figures of the inverter',
  ({ design, power, loads }: Facts, pen: Pen): Figure[] => {
    const { inverter } = design.power;
    const now = power.inverter;
    if (!inverter || !now) return [heatFigure(design, power, pen)];
    const { stacked, continuous, surge } = inverter;
    const many = stacked.value > 1 ? [step('units stacked', `× ${stacked.value}`)] : [];
    const legs = LEGS[design.supply.phases];
    const share = now.continuousW > 0 ? (100 * power.asked.runningW) / now.continuousW : 0;
    return [
      figure(pen, 'power.continuous', 'power', 'continuous rating here', now.continuousW, 'power', {
        steps: [
          step('rated', pen(continuous.value, 'power')),
          ...many,
          ...(now.heatKeeps < 1
            ? [step(`left at ${pen(now.roomC, 'temperature')}`, times(now.heatKeeps))]
            : []),
          ...(now.airKeeps < 1
            ? [step(`left at ${pen(now.altitudeM, 'altitude')}`, times(now.airKeeps))]
            : []),
        ],
        source: 'Its sheet’s rating, less what heat and height take by the derating of that sheet.',
        others: `Everything that runs at once on AC takes ${pen(share, 'percent')} of it.${legs > 1 ? ` Each of ${legs} legs gives ${pen(now.legW, 'power')}.` : ''}`,
      }),
      figure(pen, 'power.surge', 'power', 'surge rating', now.surgeW, 'power', {
        steps: [step('surge of one', pen(surge.value, 'power')), ...many],
        source: `For ${pen(inverter.surgeSeconds.value, 'seconds')}, by its sheet. Heat takes little of it.`,
        others: `The worst start asks for ${pen(power.asked.startW, 'power')}.`,
      }),
      figure(pen, 'power.curve', 'power', 'efficiency by its curve', power.curvePct, 'percent', {
        source:
          'The one efficiency that, with the idle draw beside it, takes as much from the bank as the curve over a mean day of the heaviest month, each use at its own watts.',
        others: `The job uses ${pen(design.supply.inverterEfficiency.value, 'percent')}.`,
      }),
      circuitFigure({ design, loads }, inverter.volts.value, now.legW, pen),
      ...neutralFigure({ design, loads, power }, inverter.volts.value, pen),
      heatFigure(design, power, pen),
    ];
  },
);

/** The use that takes most amps on AC, against what a leg gives. */
function circuitFigure(
  { design, loads }: Pick<Facts, 'design' | 'loads'>,
  legV: number,
  legW: number,
  pen: Pen,
): Figure {
  const { supply } = design;
  const uses = loads.rows.flatMap((row) => {
    const use = design.uses[row.id];
    if (use?.supply !== 'ac' || row.later || row.runW <= 0) return [];
    const volts = use.leg === 'both' && supply.phases === 'split' ? 2 * legV : legV;
    return [{ name: use.name || 'a use', watts: row.runW, volts, amps: row.runW / volts }];
  });
  const most = uses.reduce<(typeof uses)[number] | null>((a, b) => (a && a.amps >= b.amps ? a : b), null);
  return figure(pen, 'power.circuit', 'power', 'largest circuit', most && most.amps, 'current', {
    steps: most
      ? [step(most.name, pen(most.watts, 'power')), step('AC voltage', `÷ ${pen(most.volts, 'voltage')}`)]
      : [],
    source: 'The use that takes most amps, of one machine and while it runs.',
    others: `The inverter gives ${pen(legW / legV, 'current')} on a leg at its continuous rating; a circuit that asks for more trips it before its own breaker.`,
  });
}

/** What legs that are unlike leave to the neutral, where everything runs at once; none on one leg. */
function neutralFigure(
  { design, loads, power }: Pick<Facts, 'design' | 'loads' | 'power'>,
  volts: number,
  pen: Pen,
): Figure[] {
  const { phases } = design.supply;
  const month = loads.months[power.asked.runningMonth - 1];
  if (phases === 'single' || !month) return [];
  const { a, b, c } = month.legs;
  const all = a + b + c;
  const share = all > 0 ? Math.min(1, month.acW / all) : 0;
  // two legs of opposite sign leave their difference; three a third of a turn apart their sum as arrows
  const unlike =
    phases === 'split'
      ? Math.abs(a - b)
      : Math.sqrt(Math.max(0, a * a + b * b + c * c - a * b - b * c - c * a));
  const legs = phases === 'split' ? ([a, b] as const) : ([a, b, c] as const);
  return [
    figure(pen, 'power.neutral', 'power', 'on the neutral', (unlike * share) / volts, 'current', {
      source:
        phases === 'split'
          ? 'The difference of the two legs over the volts of one, while everything runs that runs at once.'
          : 'The sum of the three legs as arrows a third of a turn apart, over the volts of one; without harmonics.',
      others: `${legs.map((watts, i) => `Leg ${'ABC'[i]} ${pen(watts * share, 'power')}`).join(', ')}. A neutral is never smaller than its legs, and never fused by itself.`,
    }),
  ];
}

const heatFigure = ({ supply }: Pick<Design, 'supply'>, power: Facts['power'], pen: Pen): Figure => {
  const lost = 100 / supply.inverterEfficiency.value - 1;
  return figure(
    pen,
    'power.heat',
    'power',
    'heat given off',
    power.asked.runningW > 0 ? power.heatW : null,
    'power',
    {
      steps: [
        step('running on AC', pen(power.asked.runningW, 'power')),
        step('lost on the way', `× ${lost.toFixed(3)}`),
        step('idle draw', `+ ${pen(supply.inverterIdle.value, 'power')}`),
      ],
      source: 'While everything runs that runs at once: what goes in and does not come out warms the room.',
      others: `On the mean of a day ${pen(power.meanHeatW, 'power')}.`,
    },
  );
};

const named = ({ plan }: SourceNow) => plan.name || 'unnamed source';

const sourceFigures = onFacts('figures of the sources', ({ power, bank }: Facts, pen: Pen): Figure[] =>
  power.sources.flatMap((source) => oneSource(source, power.peakAcW, bank.ah, pen)),
);

function oneSource(source: SourceNow, peakAcW: number, ah: number, pen: Pen): Figure[] {
  const { id, plan } = source;
  if (plan.kind === 'turbine') return [];
  const limits = {
    charger: plan.kind === 'alternator' ? 'the alternator and its limit' : 'the charger',
    bank: 'what the bank may be charged with',
    set:
      plan.kind === 'shore'
        ? 'what the outlet has left beside the uses'
        : 'what the set has left beside the uses',
  };
  const figures = [
    figure(pen, `source.amps:${id}`, 'power', `${named(source)} charges with`, source.amps, 'current', {
      source: `The least of charger, bank and ${plan.kind === 'shore' ? 'outlet' : plan.kind === 'generator' ? 'set' : 'cable'}: here ${limits[source.limit]}.`,
      others: `${pen((100 * source.amps) / Math.max(1, ah), 'percent')} of the bank’s capacity an hour. The bank takes ${pen(source.bankAmps, 'current')} at most.`,
    }),
  ];
  if (plan.kind !== 'generator') return figures;
  const [efficiency, powerFactor] = [
    sourceFigure(plan, 'chargerEfficiency') / 100,
    sourceFigure(plan, 'powerFactor'),
  ];
  const bulkAskedW = (source.askedW * source.keeps) / SET_MARGIN - peakAcW;
  return [
    ...figures,
    figure(pen, `source.asked:${id}`, 'power', `${named(source)} should be rated`, source.askedW, 'power', {
      steps: [
        step('into the bank', pen(bulkAskedW * efficiency * powerFactor, 'power')),
        step('charger efficiency', `÷ ${efficiency.toFixed(2)}`),
        step('charger power factor', `÷ ${powerFactor.toFixed(2)}`),
        step('uses in the heaviest half hour', `+ ${pen(peakAcW, 'power')}`),
        step('margin', `× ${SET_MARGIN}`),
        ...(source.keeps < 1 ? [step('left by height and heat', `÷ ${source.keeps.toFixed(3)}`)] : []),
      ],
      source:
        'Charging at the charger’s amps, as far as the bank takes them, while it carries the uses, with a quarter to spare; derated 3.5 % for each 300 m and 1 % for each 5.5 K (from memory).',
      others: `Yours gives ${pen(source.ratedNowW, 'power')} here.`,
    }),
    figure(
      pen,
      `source.charge:${id}`,
      'power',
      `${named(source)} runs for`,
      Number.isFinite(source.chargeH) ? source.chargeH : null,
      'hours',
      {
        source: `From ${pen(sourceFigure(plan, 'startAt'), 'percent')} to ${pen(sourceFigure(plan, 'stopAt'), 'percent')} of charge, the bank taking less and less towards full.`,
        others: `It takes ${pen(source.takenW, 'power')}; with the uses it runs at ${pen(100 * source.loadShare, 'percent')} of its rating and burns ${pen(source.litresAnHour, 'fuel')} of ${FUELS[plan.fuel].name} an hour.`,
      },
    ),
  ];
}

const BY_DAYS =
  'Day by day through eight years of days that follow one another as they do here; the hours within a day come with the simulated year.';

const yearFigures = onFacts(
  'figures of the sources’ year',
  ({ power, powerYear }: Facts, pen: Pen): Figure[] => {
    const year = powerYear;
    if (!year || power.sources.length === 0) return [];
    const of = (id: string) => power.sources.find((source) => source.id === id);
    const sets = year.sources.filter(({ id }) => of(id)?.plan.kind === 'generator');
    const total = (value: (of: SourceYear) => number) => sets.reduce((sum, set) => sum + value(set), 0);
    const byMonth = (value: (set: SourceYear) => readonly number[], quantity: 'hours' | 'fuel') =>
      Array.from({ length: 12 }, (_, m) => total((set) => value(set)[m] ?? 0)).flatMap((sum, m) =>
        sum >= 0.005 ? [step(monthName(m + 1), pen(sum, quantity))] : [],
      );
    const named = (set: SourceYear) => of(set.id)?.plan.name || 'unnamed source';
    const starts = total((set) => set.starts);
    return [
      figure(pen, 'power.dark', 'power', 'days a year without power', year.darkDays, 'days', {
        source: `Days on which something that is used stays without. ${BY_DAYS}`,
      }),
      ...(sets.length === 0
        ? []
        : [
            figure(
              pen,
              'power.hours',
              'power',
              `generator a year, ${pen(
                total((set) => set.litres),
                'fuel',
              )}`,
              total((set) => set.hours),
              'hours',
              {
                steps: byMonth((set) => set.hoursBy, 'hours'),
                source: BY_DAYS,
                others: `${Math.round(starts)} start${Math.round(starts) === 1 ? '' : 's'} a year, warm-up and exercise counted.`,
              },
            ),
            figure(
              pen,
              'power.litres',
              'power',
              'fuel a year',
              total((set) => set.litres),
              'fuel',
              {
                steps: byMonth((set) => set.litresBy, 'fuel'),
                source:
                  'By the load it runs at and what it takes to turn (Skarstein & Uhlen 1989 for diesel).',
                others: sets
                  .map((set) => {
                    const plan = of(set.id)?.plan;
                    const price = plan ? sourceFigure(plan, 'fuelPrice') : 0;
                    return `${named(set)}: ${pen(set.litres * price, 'money')} a year in the money you pay with.`;
                  })
                  .join(' '),
              },
            ),
            figure(
              pen,
              'power.keep',
              'power',
              'fuel to keep',
              total((set) => set.keepLitres),
              'fuel',
              {
                source:
                  'The most that is burnt over so many days as the longest dark run of eight years lasts, at least a week.',
              },
            ),
          ]),
    ];
  },
);
