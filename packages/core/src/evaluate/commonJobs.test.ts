import { withValueAt, type Design } from '../document';
import { chosen, measured } from '../job';
import { aboard, commonJob, lamps, PLACES, type CommonJob } from '../testing/commonJobs';
import { dcUse } from '../testing/cabin';
import { evaluate } from './evaluate';

const stopsOf = ({ design, climate }: CommonJob) =>
  evaluate(design, { ...climate, stops: {} }, false)
    .findings.filter(({ severity }) => severity === 'stop')
    .map(({ id }) => id);
const set = ({ design, climate }: CommonJob, ...changes: readonly [string, unknown][]): CommonJob => ({
  design: changes.reduce<Design>((before, [path, value]) => withValueAt(before, path, value), design),
  climate,
});

const SUMMER = [5, 6, 7, 8, 9];
const WINTER = [1, 2, 3, 4, 5, 9, 10, 11, 12];

type Bank = Parameters<typeof commonJob>[0]['bank'];

/** One panel and a pulse-width controller on a shed. */
const pulseShed = (bank: Bank, bus: 12 | 24 = 12, climate: CommonJob['climate'] = PLACES.coast) =>
  commonJob({
    kind: 'shed',
    bus,
    climate,
    uses: lamps(),
    panel: 'poly-36',
    strings: [1, 1],
    controller: 'pwm-20',
    bank,
  });
/** One panel and a small tracker on a boat that is used in summer. */
const boat = (bank: Bank) =>
  commonJob({
    kind: 'boat',
    bus: 12,
    uses: aboard(SUMMER),
    panel: 'mono-36',
    strings: [1, 1],
    controller: 'mppt-75-15',
    bank,
  });
/** One panel and a small tracker on a shed inland, used all year. */
const inlandShed = (bank: Bank) =>
  commonJob({
    kind: 'shed',
    bus: 12,
    climate: PLACES.inland,
    uses: lamps(),
    panel: 'mono-36',
    strings: [1, 1],
    controller: 'mppt-75-15',
    bank,
  });
/** House panels on a hut inland that is used from June to August. */
const summerHut = (bank: Omit<Bank, 'chemistry'>) =>
  commonJob({
    kind: 'cabin',
    bus: 24,
    climate: PLACES.inland,
    uses: lamps([6, 7, 8]),
    panel: 'mono-60-half',
    strings: [2, 1],
    controller: 'mppt-100-30',
    bank: { chemistry: 'lfp', ...bank },
  });
/** A flooded bank outdoors, switched off through a winter of −40 °C. */
const outdoorsAllWinter = (bank: Omit<Bank, 'chemistry'> = {}) =>
  set(
    commonJob({
      kind: 'cabin',
      bus: 12,
      climate: { ...PLACES.inland, lowestC: -40 },
      uses: lamps([6, 7, 8]),
      panel: 'mono-36',
      strings: [1, 1],
      controller: 'mppt-75-15',
      bank: { chemistry: 'flooded', disconnected: WINTER, ...bank },
    }),
    ['/bank/home/where', 'outdoors'],
  );
/** House panels at 48 V on a homestead. */
const homestead = (
  strings: readonly [number, number],
  bank: Bank,
  watts: number,
  climate = PLACES.coast as CommonJob['climate'],
) =>
  commonJob({
    kind: 'homestead',
    bus: 48,
    climate,
    uses: { house: dcUse(1, 'House', watts, 14) },
    panel: 'mono-60-half',
    strings,
    controller: 'mppt-150-85',
    bank,
    rows: 3,
  });

/** What people build most, each with why it stands. Common practice. */
const STANDS: Readonly<Record<string, [why: string, job: CommonJob]>> = {
  'one 100 W panel and a pulse-width controller on a shed': [
    'the controller ties the panel to the bank; 36 cells hold 14.6 V on the hottest day',
    pulseShed({ chemistry: 'flooded' }),
  ],
  'the same on a hot plain': [
    'at a record high of 43 °C the cells are at 73 °C and still give nine tenths of their amps at 14.6 V',
    pulseShed({ chemistry: 'agm' }, 12, PLACES.plain),
  ],
  'one 180 W panel on a boat, tracker of 75 V': [
    'a tracker starts on open-circuit volts in the morning and runs from about a volt above the bank',
    boat({ chemistry: 'agm' }),
  ],
  'two 200 W panels in parallel on a van': [
    'two alike strings want no fuse for the panels’ sake, and 12 V panels run a 12 V bank one by one',
    commonJob({
      kind: 'trailer',
      bus: 12,
      uses: aboard([4, 5, 6, 7, 8, 9]),
      panel: 'mono-32-half',
      strings: [1, 2],
      controller: 'mppt-100-30',
      bank: { chemistry: 'lfp' },
      rows: 2,
    }),
  ],
  'a cabin at 24 V with two house panels in series': [
    'the usual wiring of house panels on 24 V through a tracker of 100 or 150 V',
    commonJob({
      kind: 'cabin',
      bus: 24,
      uses: { fridge: dcUse(1, 'Fridge', 45, 8), lamps: dcUse(2, 'Lamps', 30, 4) },
      panel: 'mono-60-half',
      strings: [2, 1],
      controller: 'mppt-150-35',
      bank: { chemistry: 'lfp' },
    }),
  ],
  'a homestead at 48 V, three by four': [
    'the usual arrangement of house panels under 150 V, with a combiner and a fuse a string',
    homestead([3, 4], { chemistry: 'lfp' }, 200),
  ],
  'a summer hut whose protected bank stays connected in frost': [
    'its own electronics refuse the charge; the sun goes unused, nothing is harmed',
    summerHut({ coldProtected: true }),
  ],
  'a summer hut whose unprotected bank is switched off for the winter': [
    'nothing charges it then',
    summerHut({ coldProtected: false, disconnected: WINTER }),
  ],
  'an idle boat in harbour, kept full by its panel': [
    'a full lead-acid bank freezes at −57 °C; the panel makes up for what it loses by itself',
    boat({ chemistry: 'flooded' }),
  ],
  'a buried bank whose coldest was measured, switched off outdoors for an inland winter': [
    'what was measured is the coldest of the whole year',
    outdoorsAllWinter({ coldest: measured(-6) }),
  ],
  'a shed of flooded lead-acid through an inland winter, kept full': [
    'a little is drawn of a large bank: it stays above three quarters, which freezes at −38 °C',
    inlandShed({ chemistry: 'flooded', depth: chosen(25) }),
  ],
};

/** What is dangerous or cannot work, each with why it stops. */
const STOPS: Readonly<Record<string, [why: string, finding: string, job: CommonJob]>> = {
  'a summer hut whose unprotected bank stays connected in frost': [
    'the array charges it below freezing in every month nobody is there',
    'bank.frost',
    summerHut({ coldProtected: false }),
  ],
  'the same where someone typed how warm it is in summer': [
    'what is chosen for the months in use says nothing of an empty hut',
    'bank.frost',
    summerHut({ coldProtected: false, coldest: chosen(8) }),
  ],
  'flooded lead-acid drawn to half in a shed at −25 °C': [
    'half full it freezes at −23 °C (common tables, from memory)',
    'bank.freezes',
    inlandShed({ chemistry: 'flooded', depth: chosen(50), coldest: chosen(-25) }),
  ],
  'flooded lead-acid switched off outdoors for an inland winter': [
    'nine months by itself leave two thirds, which freeze at about −32 °C',
    'bank.freezesIdle',
    outdoorsAllWinter(),
  ],
  'a house panel on a 48 V bank, one in series': [
    'its open-circuit volts never reach what the tracker starts at',
    'strings.hot',
    commonJob({
      kind: 'cabin',
      bus: 48,
      uses: lamps(),
      panel: 'mono-60-half',
      strings: [1, 2],
      controller: 'mppt-150-60',
      bank: { chemistry: 'lfp' },
    }),
  ],
  'one 36-cell panel tied to a 24 V bank': [
    'it has 20 V at the most; the bank absorbs at 28',
    'strings.hot',
    pulseShed({ chemistry: 'agm' }, 24),
  ],
  'four house panels in series under 150 V in frost': [
    'cold volts over the limit destroy the controller on the first cold morning',
    'strings.cold',
    homestead([4, 3], { chemistry: 'lfp' }, 100, PLACES.inland),
  ],
  'a bank of 24 V on a 12 V bus': [
    'nothing on the bus bears it',
    'bank.series',
    set(boat({ chemistry: 'agm' }), ['/bank/series', chosen(4)]),
  ],
  'nickel-iron above what the inverter bears': [
    'it absorbs at 66 V; this inverter stops at 62',
    'bank.high',
    set(homestead([3, 4], { chemistry: 'nickel-iron' }, 100), ['/supply/mostVolts', chosen(62)]),
  ],
};

describe('a usual job never stops', () => {
  it.each(Object.entries(STANDS))('%s', (_, [why, job]) => {
    expect([why, stopsOf(job)]).toEqual([why, []]);
  });
});

describe('a dangerous job never stands', () => {
  it.each(Object.entries(STOPS))('%s', (_, [why, finding, job]) => {
    expect([why, stopsOf(job).includes(finding)]).toEqual([why, true]);
  });
});

describe('east and west on one input', () => {
  const roof = (westSeries: number, controller = 'mppt-150-60') => {
    const { design, climate } = commonJob({
      kind: 'cabin',
      bus: 24,
      climate: PLACES.plain,
      uses: { fridge: dcUse(1, 'Fridge', 45, 8) },
      panel: 'mono-60-half',
      strings: [2, 1],
      controller,
      bank: { chemistry: 'lfp' },
      rows: 2,
      array: { name: 'East' },
    });
    const east = design.arrays.a1!;
    const facing = (azimuth: number) => ({ ...east.plane, tilt: chosen(30), azimuth: chosen(azimuth) });
    const both: Design = {
      ...design,
      arrays: {
        a1: { ...east, plane: facing(90), strings: { ...east.strings, first: 1 } },
        a2: {
          ...east,
          name: 'West',
          position: 2,
          count: chosen(westSeries),
          plane: facing(270),
          strings: { ...east.strings, first: 1, series: chosen(westSeries) },
        },
      },
    };
    return { design: both, climate };
  };
  const found = ({ design, climate }: CommonJob) =>
    evaluate(design, { ...climate, stops: {} }, false).findings.find(({ id }) =>
      id.startsWith('controller.shared'),
    );

  it('is accepted practice: alike volts stand, and the loss is told', () => {
    expect(stopsOf(roof(2))).toEqual([]);
    const note = found(roof(2));
    expect(note?.severity).toBe('note');
    // 36° N, 30°: 0.10 % by an hourly year with one diode for each string (own reckoning with pvlib 0.16.1)
    const told = /costs ([\d.]+)\u00a0?\s?% of the year/.exec(note?.sentence ?? '');
    expect(Number(told?.[1])).toBeLessThan(0.4);
    expect(note?.sentence).toMatch(/amps add up to/);
  });
  it('stops where the volts are unlike', () => {
    expect(found(roof(3))).toMatchObject({ severity: 'stop', title: 'Strings of unlike volts on one input' });
  });
  it('stops where the amps together are too many', () => {
    const small = roof(2, 'mppt-100-30');
    const limited = set(small, ['/controllers/c1/maxIscAmps', chosen(20)]);
    expect(found(limited)).toMatchObject({ severity: 'stop', limit: 20 });
  });
  it('is offered where there are more arrays than inputs', () => {
    const { design, climate } = roof(2);
    const unsaid = set(
      { design, climate },
      ['/arrays/a1/strings/first', null],
      ['/arrays/a2/strings/first', null],
    );
    const inputs = evaluate(unsaid.design, { ...climate, stops: {} }).findings.find(({ id }) =>
      id.startsWith('strings.inputs'),
    );
    expect(inputs?.remedies[0]?.label).toMatch(/^Share the input of/);
    const cured = inputs!.remedies[0]!.operations.reduce<Design>(
      (before, operation) =>
        withValueAt(before, operation.path, 'value' in operation ? operation.value : undefined),
      unsaid.design,
    );
    expect(stopsOf({ design: cured, climate })).toEqual([]);
  });
});
