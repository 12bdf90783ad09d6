import { onFacts, type Facts } from '../calculate';
import { remembered } from '../memo';
import { cableText, FAULT_PER_AH, loopM, sizeText, type Wired } from '../wiring';
import { figure, step, type Figure, type Pen, type Step } from './figure';

/** "2 × 35 mm²", or the size alone. */
export const sizedText = ({ size, side }: Wired['chosen']): string =>
  side > 1 ? `${side} × ${sizeText(size.name)}` : sizeText(size.name);

const share = (value: number) => `× ${value.toFixed(2)}`;

/** How a wire's amps came about, in a sentence. */
function carriesText({ chosen, ambientC, circuit }: Wired, pen: Pen): string {
  const { ampacity, carriesA, side } = chosen;
  const parts = [
    `${pen(ampacity.tableA, 'current')} by ${ampacity.table}`,
    ...(ampacity.warmShare < 1 ? [`${share(ampacity.warmShare)} at ${pen(ambientC, 'temperature')}`] : []),
    ...(ampacity.togetherShare < 1 ? [`${share(ampacity.togetherShare)} for what lies beside it`] : []),
    ...(side > 1 ? [`× ${side} side by side`] : []),
  ];
  const terminals =
    carriesA < ampacity.amps * side - 1e-9 ? `; its terminals hold it to ${pen(carriesA, 'current')}` : '';
  return `It carries ${pen(carriesA, 'current')} (${parts.join(', ')}${terminals}); ${pen(circuit.mostA, 'current')} is the most that flows for hours.`;
}

/** Amps through the resistance of all of a run, of its volts. */
function stepsOf({ circuit, chosen, lengthM }: Wired, pen: Pen): Step[] {
  const ohm = circuit.amps > 0 ? chosen.dropV / circuit.amps : 0;
  return [
    // a lamp's tenth of an amp in full, so that the sum can be done again
    step('current', circuit.amps < 10 ? `${circuit.amps.toPrecision(3)} A` : pen(circuit.amps, 'current')),
    step(
      `${pen(loopM(circuit, lengthM), 'distance')} of ${sizedText(chosen)}, out and back`,
      `× ${ohm.toPrecision(3)} Ω`,
    ),
    step('of', `÷ ${pen(circuit.volts, 'voltage')}`),
    step('in per cent', '× 100'),
  ];
}

const oneRun = remembered('figure of a run', (wired: Wired, pen: Pen): Figure => {
  const { circuit, chosen } = wired;
  return figure(pen, `wire:${circuit.key}`, 'wire', `drop, ${circuit.name}`, chosen.dropPct, 'percent', {
    steps: stepsOf(wired, pen),
    source: `Amps × resistance, out and back. ${carriesText(wired, pen)}`,
    others:
      chosen.lostKWh === null ? null : `About ${pen(1000 * chosen.lostKWh, 'energy')} a year stay in it.`,
  });
});

/** Runs whose losses are told one by one. */
const MOST_TOLD = 7;

/** The runs, what they add up to, and what the bank gives into a short. */
export const wireFigures = onFacts(
  'figures of the wires',
  ({ wiring, takeOff, design, bank }: Facts, pen: Pen): Figure[] => {
    const { worst, wired } = wiring;
    if (!worst) return [];
    const main = wired.find(({ circuit }) => circuit.key === 'bank');
    const known = wired
      .filter(({ chosen }) => chosen.lostKWh !== null)
      .toSorted((a, b) => (b.chosen.lostKWh ?? 0) - (a.chosen.lostKWh ?? 0));
    const [most, others] = [known.slice(0, MOST_TOLD), known.slice(MOST_TOLD)];
    const lost = (of: readonly Wired['chosen'][]) =>
      pen(1000 * of.reduce((sum, { lostKWh }) => sum + (lostKWh ?? 0), 0), 'energy');
    return [
      figure(
        pen,
        'wire.drop',
        'wire',
        `drop; ${pen(Math.round(takeOff.metres), 'distance')}`,
        worst.chosen.dropPct,
        'percent',
        {
          steps: stepsOf(worst, pen),
          source: `${worst.circuit.name}: the run that drops most of what it may, ${pen(worst.limitPct, 'percent')}, at the current it works with.`,
        },
      ),
      figure(pen, 'wire.metres', 'wire', 'cable, every conductor', takeOff.metres, 'distance', {
        steps: takeOff.cables.map((line) =>
          step(`${cableText(line)}, ${line.colour}`, pen(line.metres, 'distance')),
        ),
        source: `Each conductor’s route, the return of a row, ${pen(design.wiring.ends.value, 'distance')} at each end and ${pen(design.wiring.slack.value, 'percent')} of slack.`,
        others: `${pen(takeOff.kg, 'mass')} of copper.`,
      }),
      figure(pen, 'wire.lost', 'wire', 'lost in wires a year', 1000 * wiring.lostKWh, 'energy', {
        steps: [
          ...most.map(({ circuit, chosen }) => step(circuit.name, lost([chosen]))),
          ...(others.length > 0
            ? [step(`${others.length} others`, lost(others.map(({ chosen }) => chosen)))]
            : []),
        ],
        source:
          'Amps squared × resistance over the half hours of a mean day of each month; days that are brighter than the mean lose somewhat more.',
      }),
      ...(main?.device
        ? [
            figure(pen, 'wire.main', 'wire', `main fuse: ${main.device.label}`, main.device.amps, 'current', {
              steps: main.device.typed
                ? []
                : [
                    step('most that flows for hours', pen(main.circuit.mostA, 'current')),
                    step('continuous duty', share(main.circuit.factor)),
                    step(
                      'up to the next size',
                      `+ ${pen(Math.max(0, main.device.amps - main.circuit.mostA * main.circuit.factor), 'current')}`,
                    ),
                  ],
              source: `${main.device.typed ? 'The one that is there, as typed. It must bear the' : 'The'} larger of what all controllers charge with and of what inverter and DC uses take from a bank that is nearly empty.`,
            }),
            figure(pen, 'wire.fault', 'wire', 'bank into a short', wiring.bankFaultA, 'current', {
              steps: design.wiring.fault
                ? []
                : [
                    step('amp-hours', pen(bank.ah, 'charge')),
                    step('for each amp-hour', `× ${FAULT_PER_AH} A`),
                  ],
              source: design.wiring.fault
                ? 'As typed, from its sheet.'
                : 'Not said: 20 A for each amp-hour is taken, which is careful for lithium (common practice).',
            }),
          ]
        : []),
      ...wired.map((each) => oneRun(each, pen)),
    ];
  },
);
