import { CHEMISTRIES, freezingPointC, leftStanding } from '../bank';
import { calculate, type Facts } from '../calculate';
import type { Design, School } from '../document';
import { judge } from '../evaluate';
import { blankUse, chosen, examples, measured } from '../job';
import { cabinOf, dcUse } from '../testing/cabin';
import { plainClimate } from '../testing/climates';
import { withAll } from '../testing/found';
import { plain } from '../testing/plain';

const climate = { ...plainClimate(46), stops: {} };
const said = (design: Design, id: string, grid: typeof climate | null = climate) => {
  const finding = judge(design, grid).findings.find((one) => one.id === id);
  return finding && { ...finding, sentence: plain(finding.sentence) };
};
const cabin = (
  changes: Record<string, unknown> = {},
  uses: Design['uses'] = { lamp: dcUse(1, 'Lamp', 30, 5) },
) => withAll(cabinOf(uses), { '/place/lat': chosen(46), ...changes });

describe('a bank that winters', () => {
  const cold = {
    ...plainClimate(60, { lowestC: -45, airC: [-22, -20, -10, 0, 8, 14, 16, 14, 8, 0, -10, -20] }),
    stops: {},
  };
  const summer = (chemistry: string, off: number[], changes: Record<string, unknown> = {}) =>
    cabin(
      {
        '/place/lat': chosen(60),
        '/bank/chemistry': chemistry,
        '/bank/disconnected': off,
        '/bank/home/where': 'shed',
        ...changes,
      },
      { lamp: dcUse(1, 'Lamp', 30, 5, { months: [5, 6, 7, 8, 9] }) },
    );
  const months = [10, 11, 12, 1, 2, 3, 4];
  it('of lead freezes once it has lost as much as its months alone take', () => {
    const alone = said(summer('flooded', months), 'bank.freezesIdle', cold)!;
    const soc = leftStanding(CHEMISTRIES.flooded, 7);
    expect(alone).toMatchObject({ severity: 'stop', limit: freezingPointC(soc) });
    expect(alone.value!).toBeLessThan(freezingPointC(soc));
    expect(alone.sentence).toMatch(/ after 7 months by itself a full one is at \d+ %/);
    // kept full by the sun it stands a spell that it would not stand alone
    const { bank } = calculate(summer('flooded', []), cold);
    expect(bank.idle.off).toEqual([]);
    expect(said(summer('flooded', []), 'bank.freezesIdle', cold)?.value ?? -57).toBeLessThanOrEqual(
      alone.value!,
    );
    const mild = { ...plainClimate(46), stops: {} };
    expect(said(summer('flooded', months), 'bank.freezesIdle', mild)).toBeUndefined();
    expect(said(summer('lfp', months), 'bank.freezesIdle', cold)).toBeUndefined();
  });
  it('of lithium is told where it is colder than it gives anything', () => {
    const look = said(summer('lfp', months), 'bank.winter', cold)!;
    expect(look).toMatchObject({ severity: 'look', limit: -20 });
    expect(look.value!).toBeLessThan(-20);
    expect(said(summer('agm', months), 'bank.winter', cold)).toBeUndefined();
    expect(said(summer('lfp', months), 'bank.winter')).toBeUndefined();
    expect(
      said(cabin({ '/bank/chemistry': 'lfp', '/place/lat': chosen(60) }), 'bank.winter', cold),
    ).toBeUndefined();
  });
  it('is kept alike and well by what its chemistry asks', () => {
    for (const chemistry of ['lfp', 'agm', 'flooded', 'nickel-iron'] as const)
      expect(said(cabin({ '/bank/chemistry': chemistry }), 'bank.upkeep')!.sentence).toBe(
        `${CHEMISTRIES[chemistry].balance} ${CHEMISTRIES[chemistry].upkeep}`,
      );
  });
});

describe('what is told of every job', () => {
  it('is what its school asks of the direct current beside volts and amps', () => {
    const asks = (school: School) => said(cabin({ '/school': school }), 'dc.protection')!;
    expect(asks('north-american').sentence).toMatch(/690\.11.*690\.12.*690\.41/);
    expect(asks('iec').sentence).toMatch(/^Frames and rails bonded.*62548/);
    expect(asks('marine').sentence).toMatch(/bonding system.*ABYC/);
    expect(asks('iec').title).toBe('What else the array is asked for');
    const { a1 } = cabin().arrays as { a1: Design['arrays'][string] };
    const two = cabin({ '/arrays/a2': { ...a1, position: 2 } });
    expect(said(two, 'dc.protection')!.title).toBe('What else the arrays are asked for');
  });
  it('is how many months of sun are the grid’s', () => {
    expect(said(cabin(), 'place.gridSun')!.sentence).toMatch(/^Every month comes from the climate grid/);
    const some = Object.fromEntries([1, 2, 3].map((month) => [`/place/ghi/${month}`, measured(3)]));
    expect(said(cabin(some), 'place.gridSun')!.sentence).toMatch(/^9 months come from/);
    const all = Object.fromEntries(
      Array.from({ length: 12 }, (_, m) => [`/place/ghi/${m + 1}`, measured(3)]),
    );
    expect(said(cabin(all), 'place.gridSun')).toBeUndefined();
    expect(said(cabin(), 'place.gridSun', null)).toBeUndefined();
  });
  it('is that nothing is to be carried, or that a use has no month', () => {
    expect(said(cabin({ '/uses': {} }), 'uses.none')).toMatchObject({ severity: 'look' });
    expect(said(cabin(), 'uses.none')).toBeUndefined();
    const never = (more: Partial<ReturnType<typeof blankUse>>) =>
      said(
        cabin({}, { lamp: dcUse(1, 'Lamp', 30, 5), fan: dcUse(2, 'Fan', 30, 5, more) }),
        'uses.neverRuns:fan',
      );
    expect(never({ months: [] })).toMatchObject({ severity: 'look', focus: '/uses/fan/months' });
    expect(never({ months: [], name: '' })!.sentence).toMatch(/^A use is in use in no month/);
    expect(never({ months: [4] })).toBeUndefined();
    expect(never({ months: [], days: 'event' })).toBeUndefined();
  });
});

describe('strings that stand, and what is worth knowing of them', () => {
  const strung = (series: number, parallel: number, changes: Record<string, unknown> = {}) =>
    cabin({
      '/arrays/a1/count': chosen(series * parallel),
      '/arrays/a1/strings/series': chosen(series),
      '/arrays/a1/strings/parallel': chosen(parallel),
      '/controllers/c1/maxIscAmps': chosen(90),
      ...changes,
    });
  it('is that little is left for age, on a hot afternoon', () => {
    const hot = { ...plainClimate(30, { highestC: 45 }), stops: {} };
    // one panel of 31 V charges 24 V to 28.4 V with one more of headroom: hot and old it hardly does
    const one = (bus: number, series: number) =>
      said(strung(series, 1, { '/busVolts': bus }), 'strings.aged', hot);
    const { strings } = calculate(strung(2, 1), hot).arrays[0]!;
    expect(strings!.chosen.faults).toBe(0);
    expect(one(24, 2)).toBeUndefined();
    const tight = [1, 2, 3].flatMap((series) => {
      const found = one(24, series);
      return found ? [found] : [];
    });
    for (const { severity, value, limit } of tight) {
      expect(severity).toBe('note');
      expect(value! / limit!).toBeLessThan(1.1);
    }
  });
  it('is that the sheet of panels in the cold works above what the controller follows', () => {
    const design = strung(3, 1, {
      '/controllers/c1/maxVolts': chosen(150),
      '/controllers/c1/maxWorkVolts': chosen(95),
    });
    const { strings } = calculate(design, climate).arrays[0]!;
    const look = said(design, 'strings.window');
    expect(strings!.chosen.coldVmpV).toBeGreaterThan(95);
    expect(look).toMatchObject({ limit: 95 });
    const wide = strung(3, 1, {
      '/controllers/c1/maxVolts': chosen(150),
      '/controllers/c1/maxWorkVolts': chosen(145),
    });
    expect(said(wide, 'strings.window')).toBeUndefined();
  });
});

describe('a pile', () => {
  const honey = examples().find(({ design }) => design.name === 'Honey house')!.design;
  const grid = { ...plainClimate(52.1, { lowestC: -44, highestC: 36 }), stops: {} };
  let pile: Facts['lead']['pile'];
  beforeEach(() => void ({ pile } = calculate(honey, grid).lead));
  it('tells what of it is in no string, and what is strung and not there', () => {
    for (const { id, wired, count, name } of pile!.sorts) {
      const path = `/arrays/a1/pile/sorts/${id}/count`;
      expect(said(honey, `pile.left.${id}`, grid) !== undefined).toBe(wired < count);
      const more = said(withAll(honey, { [path]: chosen(wired + 2) }), `pile.left.${id}`, grid)!;
      expect(more).toMatchObject({ severity: 'note', value: wired, limit: wired + 2, focus: path });
      expect(more.sentence.startsWith(`${name}: 2 of ${wired + 2} are in no string.`)).toBe(true);
      if (wired > 0) {
        const fewer = said(withAll(honey, { [path]: chosen(wired - 1) }), `pile.missing.${id}`, grid)!;
        expect(fewer).toMatchObject({ severity: 'stop', value: wired, limit: wired - 1 });
      }
      expect(said(withAll(honey, { [path]: chosen(wired) }), `pile.left.${id}`, grid)).toBeUndefined();
    }
  });
  it('tells what its strings give away, most of it on the input that loses most', () => {
    const lost = 1 - pile!.kWh / pile!.ownKWh;
    const finding = said(honey, 'pile.mismatch', grid)!;
    expect(finding.value).toBeCloseTo(lost, 9);
    const worst = pile!.inputs
      .map(({ window, solved, ownW }) => ({ input: window.input, share: solved.peaks[0]!.watts / ownW }))
      .toSorted((a, b) => a.share - b.share)[0]!;
    expect(finding.sentence).toContain(`most of it on input ${worst.input},`);
    expect(finding.severity).toBe(lost >= finding.limit! ? 'look' : 'note');
    const said_ = Number(/give away ([\d.]+) %/.exec(finding.sentence)![1]);
    expect(Math.abs(said_ - 100 * lost)).toBeLessThan(0.51);
  });
  it('tells of two hills only where the second is near the first', () => {
    for (const { solved, window } of pile!.inputs) {
      const [best, second] = solved.peaks;
      const note = said(honey, `pile.hills.${window.input}`, grid);
      if (!second) expect(note).toBeUndefined();
      else if (note) {
        expect(second.watts).toBeGreaterThan(0.3 * best!.watts);
        expect(note.sentence).toMatch(/^Best at .* a second top at/);
      }
    }
  });
});
