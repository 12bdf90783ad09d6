import { usesInOrder, type Entry } from '../document';
import { runningW } from '../loads';
import { put, remedy, type Rule } from './finding';

/** A motor's start when nothing better is known, and an inverter's draw by its bus. Common practice. */
const MOTOR_START = 4;
const IDLE_GUESS_W = 15;
/** Uses that a sentence names; of the others it says how many. */
const MOST_NAMED = 4;
const MOTORS =
  /pump|compressor|cooler|freezer|fridge|refrigerator|extractor|saw|motor|washing|washer|dryer|mill|borehole|well|air.?con|\ba\/?c\b|vacuum|blower|grinder|drill|lathe|planer/i;

const nothingToCarry: Rule = ({ design }) =>
  Object.keys(design.uses).length === 0
    ? {
        id: 'uses.none',
        severity: 'look',
        sheet: 'uses',
        title: 'Nothing to carry yet',
        sentence: 'Add the first use: everything else is sized from them.',
      }
    : null;

const neverRuns: Rule = ({ design }) =>
  usesInOrder(design)
    .filter(([, use]) => use.months.length === 0 && use.days !== 'event')
    .map(([id, use]) => ({
      id: `uses.neverRuns:${id}`,
      severity: 'look' as const,
      sheet: 'uses' as const,
      title: 'A use without a month',
      sentence: `${use.name || 'A use'} is in use in no month, so it counts for nothing.`,
      remedies: [
        remedy('Use it all year', put(`/uses/${id}/months`, [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12])),
      ],
      focus: `/uses/${id}/months`,
    }));

const motorWithoutStart: Rule = ({ design }, pen) => {
  const motors = usesInOrder(design).filter(
    ([, use]) =>
      use.supply === 'ac' &&
      MOTORS.test(use.name) &&
      use.start === 'factor' &&
      use.startFactor.value === 1 &&
      runningW(use) >= 50,
  );
  const [first] = motors;
  if (!first) return null;
  const all = motors.length === 1 ? '' : ', all of them';
  const surge = (entry: Entry) => motors.map(([id]) => put(`/uses/${id}/startFactor`, entry));
  const named = motors.slice(0, MOST_NAMED).map(([, use]) => `${use.name} (${pen(runningW(use), 'power')})`);
  if (motors.length > MOST_NAMED) named.push(`and ${motors.length - MOST_NAMED} more`);
  return {
    id: 'uses.motorStart',
    severity: 'look',
    sheet: 'uses',
    title: motors.length === 1 ? 'A motor without a starting surge' : 'Motors without a starting surge',
    sentence: `${named.join(', ')}: entered with a starting surge of × 1. A motor takes 3 to 7 times its running watts for an instant (common practice).`,
    value: 1,
    limit: MOTOR_START,
    remedies: [
      remedy(`Surge of × ${MOTOR_START}${all}`, ...surge({ value: MOTOR_START, from: 'guess' })),
      remedy(`Soft start, × 1.5${all}`, ...surge({ value: 1.5, from: 'catalogue' })),
    ],
    focus: `/uses/${first[0]}/startFactor`,
  };
};

const idleDrawMissing: Rule = ({ design, loads }, pen) => {
  const { inverterIdle, inverterHours } = design.supply;
  const ac = Object.values(design.uses).some(
    (use) => use.supply === 'ac' && use.priority !== 'surplus' && use.stage === 0,
  );
  if (!ac || (inverterIdle.value > 0 && inverterHours.value > 0)) return null;
  const adds = IDLE_GUESS_W * 24;
  const share = loads.heaviest ? (100 * adds) / loads.heaviest.busWh : 0;
  return {
    id: 'uses.idle',
    severity: 'look',
    sheet: 'uses',
    title: 'The inverter’s own draw is missing',
    sentence: `Left on day and night it takes about ${pen(adds, 'energy')}, ${pen(share, 'percent')} of your day.`,
    remedies: [
      remedy(
        'Add it',
        put('/supply/inverterIdle', { value: IDLE_GUESS_W, from: 'guess' }),
        put('/supply/inverterHours', { value: 24, from: 'guess' }),
      ),
    ],
    focus: '/supply/inverterIdle',
  };
};

/** Above this a start is hard on any small inverter. */
const START_WORTH_KNOWING_W = 3000;

const hardStart: Rule = ({ loads, design }, pen) => {
  const start = loads.worstStart;
  // a chosen inverter is checked by itself
  if (design.power.inverter || !start?.starts || start.startW < START_WORTH_KNOWING_W) return null;
  return {
    id: 'uses.start',
    severity: 'note',
    sheet: 'uses',
    title: 'A hard start',
    sentence: `${start.starts} starting while all else runs asks for ${pen(start.startW, 'power')} for an instant. The inverter’s surge rating must be above it.`,
    value: start.startW,
  };
};

const currentsOfTheBus: Rule = ({ loads, design }, pen) => {
  const watts = loads.largestRunning?.bankW ?? 0;
  const amps = watts / design.busVolts;
  const next = design.busVolts === 12 ? 24 : 48;
  if (design.busVolts === 48 || amps <= 120) return null;
  return {
    id: 'uses.busAmps',
    severity: 'look',
    sheet: 'uses',
    title: 'Heavy current for this bus',
    sentence: `${pen(watts, 'power')} from the bank at ${design.busVolts} V is ${pen(amps, 'current')}; above about 120 A cable and fuses become hard to handle (common practice). A ${next} V bus halves it, with a bank to match.`,
    value: amps,
    limit: 120,
  };
};

const manyHours: Rule = ({ design }, pen) =>
  usesInOrder(design)
    .filter(
      ([, use]) =>
        use.form === 'watts' && use.watts.value >= 3000 && use.hours.value >= 8 && use.priority !== 'surplus',
    )
    .map(([id, use]) => ({
      id: `uses.kilowatts:${id}`,
      severity: 'look' as const,
      sheet: 'uses' as const,
      title: 'Kilowatts for hours',
      sentence: `${use.name || 'A use'} at ${pen(use.watts.value, 'power')} for ${pen(use.hours.value, 'hours')} is ${pen(use.watts.value * use.hours.value, 'energy')} a day. Is it watts, or watt-hours a day?`,
      remedies: [
        remedy(
          `It is ${pen(use.watts.value, 'energy')} a day`,
          put(`/uses/${id}/watts`, { value: Math.round(use.watts.value / use.hours.value), from: 'guess' }),
        ),
      ],
      focus: `/uses/${id}/watts`,
    }));

export const USES_RULES: readonly Rule[] = [
  nothingToCarry,
  neverRuns,
  manyHours,
  idleDrawMissing,
  motorWithoutStart,
  currentsOfTheBus,
  hardStart,
];
