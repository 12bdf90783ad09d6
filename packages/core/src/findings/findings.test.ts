import { judge } from '../evaluate';
import { calculate } from '../calculate';
import { fieldAt, FIELDS, patternOf, SHEETS, withValueAt, type Design } from '../document';
import { penFor } from '../figures';
import { chosen, guess, measured } from '../job';
import { moduleClass, sheetOfClass } from '../module';
import { controllerClass, controllerOfClass, FAULT, LOSS } from '../strings';
import { plainClimate } from '../testing/climates';
import { foundIn } from '../testing/found';
import { oneArray } from '../testing/dairy';
import { CAUTIONS } from './cautions';
import type { Finding } from './finding';
import { arrangementSentence } from './strings';

const dairy = oneArray();
const pen = penFor('metric');
const find = (design: Design, id: string, grid = plainClimate()): Finding | undefined =>
  foundIn(design, grid, id);
const set = (...changes: [path: string, value: unknown][]) =>
  changes.reduce((design, [path, value]) => withValueAt(design, path, value), dairy);
const plain = (text: string | undefined) => text?.replace(/[\u00a0\u2009]/g, ' ');

/** Designs that between them set off most rules. */
const troubled: Design[] = [
  dairy,
  set([
    '/bank',
    {
      ...dairy.bank,
      chemistry: 'flooded',
      unitVolts: chosen(6),
      series: chosen(8),
      parallel: chosen(6),
      depth: chosen(80),
      coldest: measured(-14),
    },
  ]),
  set(
    ['/arrays/a1/plane/tilt', chosen(0)],
    ['/arrays/a1/plane/azimuth', chosen(0)],
    ['/arrays/a1/count', chosen(3)],
  ),
  set(
    ['/arrays/a1/module', sheetOfClass(moduleClass('poly-36'))],
    ['/controllers/c1', controllerOfClass(controllerClass('pwm-20'))],
  ),
  set(['/uses', {}], ['/place/lat', null]),
  set(['/bank/coldest', measured(-9)], ['/bank/coldProtected', false], ['/bank/series', chosen(3)]),
  set(['/arrays/a1/strings/parallel', chosen(8)], ['/arrays/a1/count', chosen(32)]),
  set(
    ['/arrays/a1/module/alphaIsc', null],
    ['/arrays/a1/module/gammaPmax', null],
    ['/arrays/a1/strings/series', chosen(3)],
    ['/arrays/a1/strings/parallel', chosen(4)],
  ),
];

describe('every finding', () => {
  let all: Finding[];
  beforeEach(() => void (all = troubled.flatMap((design) => judge(design, plainClimate()).findings)));
  it('is in plain words with its numbers, on a sheet that is there', () => {
    expect(new Set(all.map(({ id }) => id)).size).toBeGreaterThan(20);
    for (const { title, sentence, sheet } of all) {
      expect(SHEETS).toContain(sheet);
      expect(title).toMatch(/^[A-Z]/);
      expect(sentence).toMatch(/^\S.*[.?]$/s);
      expect(sentence).not.toMatch(/NaN|Infinity|undefined|null|!/);
    }
  });
  it('that stops says the number and the limit, or why there is none', () => {
    for (const { id, severity, sentence } of all.filter((finding) => finding.severity === 'stop')) {
      expect([id, severity, /\d|none|no number|next to no/i.test(sentence)]).toEqual([id, 'stop', true]);
    }
  });
  it('points at a field that is there', () => {
    for (const { focus } of all) {
      if (focus && Object.hasOwn(FIELDS, patternOf(focus))) expect(fieldAt(focus).label).not.toBe('');
    }
  });
  it('stands with the gravest first', () => {
    for (const design of troubled) {
      const ranks = judge(design, plainClimate()).findings.map(({ severity }) =>
        ['stop', 'look', 'note'].indexOf(severity),
      );
      expect(ranks).toEqual([...ranks].sort());
    }
  });
});

describe('strings', () => {
  it('stop at the record low, with volts, limit and a way out', () => {
    const cold = find(dairy, 'strings.cold');
    expect(plain(cold?.sentence)).toBe(
      '163.9 V at −14 °C against 150 V: a cold morning can destroy the controller. At 3 in series it is 122.9 V.',
    );
    expect(cold?.remedies.map(({ label }) => label)).toEqual([
      'Use 3 × 4',
      'Take 450 V, 100 A, two inputs, 6 × 1 on 2 inputs',
      'Take 500 V, 150 A, four inputs, 6 × 1 on 2 inputs',
    ]);
  });
  it('say down to which cold the shorter string holds', () => {
    // three of 37.2 V and −0.26 %/K at a limit of 130 V: 25 − (130 ÷ 111.6 − 1) ÷ 0.0026 = −38.4 °C, by hand
    const cold = find(set(['/controllers/c1/maxVolts', chosen(130)]), 'strings.cold');
    expect(plain(cold?.sentence)).toMatch(
      /At 3 in series it is 122\.9 V, and it would hold down to −38 °C\.$/,
    );
  });
  it('stop where the hot string does not reach the volts that the controller starts at', () => {
    const hot = find(set(['/arrays/a1/strings/series', chosen(1)]), 'strings.hot');
    // one panel on 48 V: 37.2 V less 0.26 % a kelvin for 46 K; it runs above 4 × 14.2 + 1 and starts 5 above a bank at rest
    expect(hot).toMatchObject({ severity: 'stop', limit: 57.8 });
    expect(hot?.value).toBeGreaterThan(37.2 * (1 - 0.0026 * 46) * 0.97);
    expect(hot?.value).toBeLessThan(37.2 * (1 - 0.0026 * 46) * 1.03);
  });
  it('stop on short-circuit amps, with the sky’s quarter on top', () => {
    const isc = find(
      set(
        ['/arrays/a1/strings/series', chosen(3)],
        ['/arrays/a1/strings/parallel', chosen(5)],
        ['/arrays/a1/count', chosen(15)],
      ),
      'strings.isc',
    );
    expect(isc).toMatchObject({ severity: 'stop', limit: 70 });
    expect(isc?.value).toBeCloseTo(5 * 13.95 * 1.25, 6);
  });
  it('want a fuse a string from the third on (NEC 690.9)', () => {
    const three = set(['/arrays/a1/strings/series', chosen(3)], ['/arrays/a1/strings/parallel', chosen(4)]);
    expect(plain(find(three, 'strings.fuses')?.sentence)).toMatch(
      /feed 52\.3 A into a failed one.*25 A fuse/,
    );
    expect(
      find(
        set(
          ['/arrays/a1/strings/series', chosen(3)],
          ['/arrays/a1/strings/parallel', chosen(2)],
          ['/arrays/a1/count', chosen(6)],
        ),
        'strings.fuses',
      ),
    ).toBeUndefined();
    // where the others give no more than a panel bears they are joined all the same
    const joined = (parallel: number) =>
      find(
        set(
          ['/arrays/a1/strings/series', chosen(3)],
          ['/arrays/a1/strings/parallel', chosen(parallel)],
          ['/arrays/a1/module/maxFuse', chosen(60)],
        ),
        'strings.joined',
      )?.sentence;
    expect(joined(2)).toMatch(/branch connectors rated for both/);
    expect(joined(3)).toMatch(/From three on a combiner is practice all the same, with a 25 A fuse a string/);
  });
  it('say when the code table is stricter than the coefficient', () => {
    const edge = set(
      ['/arrays/a1/strings/series', chosen(3)],
      ['/arrays/a1/strings/parallel', chosen(4)],
      ['/controllers/c1/maxVolts', chosen(125)],
      ['/controllers/c1/maxWorkVolts', chosen(120)],
    );
    // the table stands in where the maker gives no coefficient (NEC 690.7(A), from memory), and binds nobody elsewhere
    expect(find(edge, 'strings.codeTable')).toBeUndefined();
    const american = withValueAt(edge, '/school', 'north-american');
    expect(find(american, 'strings.codeTable')).toMatchObject({ severity: 'note', limit: 125 });
  });
  it('say how much is clipped on a cloudless day, and that it harms nothing', () => {
    const small = set(
      ['/controllers/c1', controllerOfClass(controllerClass('mppt-150-60'))],
      ['/controllers/c1/maxIscAmps', chosen(72)],
      ['/arrays/a1/strings/series', chosen(3)],
      ['/arrays/a1/strings/parallel', chosen(4)],
    );
    const clipped = find(small, 'strings.clipped');
    // 60 A × 56.8 V ÷ 0.97
    expect(clipped?.limit).toBeCloseTo((60 * 56.8) / 0.97, 3);
    expect(clipped?.sentence).toMatch(/cloudless day up to .*kWh.*harms nothing/s);
  });
  it('name the nearest where nothing fits', () => {
    const none = set(
      ['/controllers/c1', { position: 1, ...controllerOfClass(controllerClass('hybrid-450-100')) }],
      ['/arrays/a1/count', chosen(2)],
      ['/arrays/a1/strings/series', chosen(2)],
      ['/arrays/a1/strings/parallel', chosen(1)],
    );
    expect(find(none, 'strings.nothing')?.sentence).toMatch(/None of \d+ ways.*Nearest, .*short of starting/);
  });
  it('give each arrangement its own reason', () => {
    const { strings } = calculate(dairy, plainClimate()).arrays[0]!;
    for (const arrangement of strings!.arrangements) {
      const text = plain(arrangementSentence(arrangement, strings!, pen, 12))!;
      expect(text.startsWith('Fits')).toBe(arrangement.faults === 0);
      if (arrangement.faults & FAULT.coldVoltage) expect(text).toMatch(/over the limit at −14 °C/i);
      if (arrangement.faults & FAULT.hotVoltage)
        expect(text).toMatch(/(short of starting|of its best) on a hot afternoon/);
      if (arrangement.faults === 0 && arrangement.losses & LOSS.leftOut)
        expect(text).toMatch(/leaves \d+ panels? out/);
    }
    const more = (inputs: number, there: number) =>
      arrangementSentence(
        { ...strings!.chosen, inputs, faults: FAULT.inputs },
        { ...strings!, window: { ...strings!.window, inputs: there } },
        pen,
        12,
      );
    expect(more(3, 1)).toMatch(/^Needs 3 inputs, there is 1/);
    expect(more(1, 0)).toMatch(/^Needs 1 input, there are 0/);
  });
  it('warn of a controller that ties panels to the bank', () => {
    const wasteful = set(
      ['/controllers/c1', { position: 1, ...controllerOfClass(controllerClass('pwm-40')) }],
      ['/arrays/a1/strings/series', chosen(3)],
      ['/arrays/a1/strings/parallel', chosen(1)],
      ['/arrays/a1/count', chosen(3)],
    );
    // near 28.9 V each at 45 °C, and more amps below that
    expect(find(wasteful, 'array.pwm')?.value).toBeCloseTo((56.8 * 1.05) / (3 * 28.9), 1);
  });
});

describe('bank', () => {
  it('offers the rows that carry the days, or the days it carries', () => {
    const short = find(dairy, 'bank.days');
    expect(short?.remedies.map(({ label }) => plain(label))).toEqual([
      'Use 3 in parallel',
      'Use 2 of 51.2 V 300 Ah, 2 in parallel',
    ]);
    expect(find(set(['/bank/days', chosen(4)]), 'bank.days')?.severity).toBe('stop');
  });
  it('never lets iron-phosphate be charged in frost without its own protection', () => {
    const frost = (on: boolean) =>
      find(set(['/bank/coldest', measured(-4)], ['/bank/coldProtected', on]), 'bank.frost')?.severity;
    expect([frost(false), frost(true)]).toEqual(['stop', 'note']);
    expect(
      find(set(['/bank/coldest', measured(0)], ['/bank/coldProtected', false]), 'bank.frost'),
    ).toBeUndefined();
  });
  it('says which voltage the units make, and how many the bus asks for', () => {
    const wrong = find(set(['/bank/unitVolts', chosen(12.8)], ['/bank/series', chosen(3)]), 'bank.series');
    expect(wrong).toMatchObject({ severity: 'stop', limit: 48 });
    expect(wrong?.remedies.map(({ label }) => label)).toEqual(['Use 4 in series']);
    expect(find(set(['/bank/unitVolts', chosen(37)]), 'bank.series')?.sentence).toMatch(
      /No number of these units/,
    );
  });
});

describe('uses and place', () => {
  it('take a use of kilowatts for hours for watt-hours', () => {
    const heavy = find(
      set(['/uses/u1/watts', guess(3600)], ['/uses/u1/hours', guess(12)]),
      'uses.kilowatts:u1',
    );
    expect(plain(heavy?.remedies[0]?.label)).toBe('It is 3.60 kWh a day');
  });
  it('warn of heavy currents on a low bus', () => {
    const amps = find({ ...dairy, busVolts: 12 }, 'uses.busAmps');
    // what is on AC through an inverter that gives 92 % of it, the rest through its wiring: more than the 3 779 W used
    expect(amps?.value).toBeGreaterThan(3779 / 0.97 / 12);
    expect(amps?.value).toBeLessThan(3779 / 0.88 / 12);
  });
  it('try the string at a colder low than the grid’s guess', () => {
    const edge = set(
      ['/arrays/a1/strings/series', chosen(3)],
      ['/arrays/a1/strings/parallel', chosen(4)],
      ['/controllers/c1/maxVolts', chosen(124)],
      ['/controllers/c1/maxWorkVolts', chosen(120)],
    );
    expect(find(edge, 'place.low')).toMatchObject({ severity: 'look', sheet: 'strings' });
    expect(find(dairy, 'place.low')).toMatchObject({ severity: 'note', sheet: 'place' });
    expect(find(set(['/place/low', measured(-13)]), 'place.low')).toBeUndefined();
  });
  it('say how far a place lies from the grid’s ground and from land', () => {
    expect(find(set(['/place/altitude', measured(1900)]), 'place.altitude')?.value).toBeCloseTo(1300, 6);
    expect(find(dairy, 'place.sea', plainClimate(41.6, { landDistance: 6 }))?.sentence).toMatch(
      /6 cells away, about 330 km/,
    );
  });
});

it('keeps the cautions of dangerous work beside it', () => {
  expect(CAUTIONS.strings.map(({ text }) => text).join(' ')).toMatch(
    /60 V.*arcs.*under load.*licensed electrician/s,
  );
  expect(CAUTIONS.bank.map(({ text }) => text).join(' ')).toMatch(/class-T.*ventilate.*below 0 °C/s);
  expect(CAUTIONS.array.map(({ text }) => text).join(' ')).toMatch(
    /face down.*two people.*wind.*fall protection/s,
  );
});
