import { choice, field, guessed, measure, share, sheet, wholeChoice, type FieldSpec } from './kit';

const routed = guessed(share(0.5, 'a run as routed is half as long again as people guess'));
const run = (label: string, gloss: string) => field(label, 'distance', 0, 20_000, gloss, routed);
const drop = (label: string, gloss: string) => field(label, 'percent', 0.1, 20, gloss, choice);

export const WIRING_FIELDS: Readonly<Record<string, FieldSpec>> = {
  '/wiring/lengths/array': run(
    'Array to controller',
    'One way, as it is really routed, down walls and round corners.',
  ),
  '/wiring/lengths/charge': run(
    'Controller to busbar',
    'One way. Keep it short: a controller reads the volts at its end.',
  ),
  '/wiring/lengths/bank': run('Bank to busbar', 'One way, with the main fuse in it.'),
  '/wiring/lengths/inverter': run('Busbar to inverter', 'One way. These are the thickest cables of the job.'),
  '/wiring/lengths/panel': run('Inverter to AC panel', 'One way.'),
  '/wiring/lengths/loads': run('Panel to a use', 'One way, of the farthest use on a circuit.'),
  '/wiring/lengths/source': run('Generator or outlet to charger', 'One way.'),
  '/wiring/lengths/engine': run('Engine to busbar', 'One way, from the alternator.'),
  '/wiring/drop/array': drop('Voltage drop, array', 'Of the string’s working volts; 3 % is common practice.'),
  '/wiring/drop/charge': drop(
    'Voltage drop, controller',
    'Between controller and busbar; 2 % is common practice.',
  ),
  '/wiring/drop/bank': drop(
    'Voltage drop, bank',
    'From the bank to what hangs on its busbar, half of it on either side; 1 % is common practice.',
  ),
  '/wiring/drop/loads': drop(
    'Voltage drop, loads',
    'To each use, AC or DC; 3 %, on boats 10 % where no safety hangs on it.',
  ),
  '/wiring/slack': field('Slack', 'percent', 0, 50, 'Bought beyond what is measured.', choice),
  '/wiring/ends': field(
    'Left at each end',
    'distance',
    0,
    20,
    'For drops, terminals and a second try.',
    choice,
  ),
  '/wiring/fault': field(
    'Short-circuit current of the bank',
    'current',
    10,
    500_000,
    'Of the whole bank, from its sheet; empty takes 20 times its amp-hours.',
    sheet(share(0.3, 'cables and contacts take a third')),
  ),
  '/wiring/price': field(
    'Copper cable price',
    'money',
    0,
    1000,
    'Of a metre of one square millimetre, in the money you pay with.',
    guessed(share(0.4, 'prices differ by 40 %')),
  ),
  '/wiring/stretches/*/length': field('Length', 'distance', 0, 20_000, 'As really routed, one way.', measure),
  '/wiring/stretches/*/ambient': field(
    'Ambient',
    'temperature',
    -40,
    120,
    'Hottest air or ground about it.',
    measure,
  ),
  '/wiring/stretches/*/depth': field('Cover', 'size', 0, 3000, 'Of earth over the pipe or cable.', measure),
  '/wiring/stretches/*/bends': field(
    'Quarter bends',
    'count',
    0,
    100,
    'Bends of 90° in its pipe; two of 45° are one. Empty takes two.',
    { ...measure, integer: true },
  ),
  '/wiring/circuits/*/side': field(
    'Conductors in parallel',
    'count',
    1,
    4,
    'Side by side for one pole, equal in length and size.',
    wholeChoice,
  ),
  '/wiring/circuits/*/fuse': field('Fuse or breaker', 'current', 1, 1000, 'The one that is there.', measure),
  '/wiring/own/*/volts': field('Circuit voltage', 'voltage', 1, 1000, 'Between its two conductors.', choice),
  '/wiring/own/*/amps': field(
    'Circuit current',
    'current',
    0.01,
    2000,
    'The most it carries for hours.',
    choice,
  ),
  '/wiring/coils/*/metres': field('Coil length', 'distance', 0.1, 5000, 'Of one coil or reel.', measure),
  '/wiring/coils/*/count': field('Coils', 'count', 1, 200, 'How many there are.', wholeChoice),
};
