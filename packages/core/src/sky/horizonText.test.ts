import fc from 'fast-check';
import { readHorizon, writeHorizon } from './horizonText';
import { horizonAt } from './skyline';

const points = (text: string, from?: 'north') => {
  const reading = readHorizon(text, from);
  if (!reading.ok) throw new Error(reading.problems.join('; '));
  return reading.points;
};

it.each([
  ['commas and a heading', 'azimuth,elevation\n90,10\n180,0\n270,0\n0,0'],
  ['spaces', '90 10\n180 0\n270 0\n0 0'],
  ['tabs, degrees and no order', '270°\t0°\n0\t0\n180\t0\n90°\t10°'],
  ['semicolons and decimal commas', '90,0;10,0\r\n180,0;0,0\r\n270;0\r\n0;0\r\n'],
  ['remarks and empty lines', '# from the yard\n\n90, 10\n180, 0\n270, 0\n360, 0'],
])('reads %s', (_, text) => {
  const read = points(text);
  expect(read['90']).toBe(10);
  expect(read['45']).toBe(5);
  expect(read['135']).toBe(5);
  expect(read['200']).toBeUndefined();
});

it('runs straight past north, whichever way azimuths are counted', () => {
  for (const text of ['350,20\n10,40\n180,0', '-10,20\n10,40\n-180,0']) {
    const read = points(text, 'north');
    expect([read['355'], read['0'], read['5']]).toEqual([25, 30, 35]);
  }
});

it('names the lines it cannot read, and reads none of them', () => {
  const reading = readHorizon('az,el\n90,10\nninety,ten\n100,95\n800,3\n5');
  expect(reading).toMatchObject({
    ok: false,
    problems: [
      expect.stringMatching(/^Line 3: “ninety,ten”/) as string,
      expect.stringMatching(/^Line 4: a height of 95°/) as string,
      expect.stringMatching(/^Line 5: an azimuth of 800°/) as string,
      expect.stringMatching(/^Line 6: “5”/) as string,
    ],
  });
  expect(readHorizon('').ok).toBe(false);
  expect(readHorizon('1,1\n'.repeat(6000))).toMatchObject({
    ok: false,
    problems: [expect.stringMatching(/too many/) as string],
  });
});

it('writes what it reads again', () => {
  fc.assert(
    fc.property(
      fc.dictionary(
        fc.integer({ min: 0, max: 71 }).map((i) => String(i * 5)),
        fc.integer({ min: 1, max: 900 }).map((tenths) => tenths / 10),
      ),
      (painted) => {
        const again = points(writeHorizon(painted));
        for (let azimuth = 0; azimuth < 360; azimuth += 5)
          expect(horizonAt(again, azimuth)).toBe(horizonAt(painted, azimuth));
      },
    ),
  );
});

describe('a horizon as people have it', () => {
  const read = (text: string, from?: 'north' | 'south') => {
    const reading = readHorizon(text, from);
    if (!reading.ok) throw new Error(reading.problems.join('; '));
    return reading.points;
  };
  it.each([
    ['decimal commas beside spaces', '22,5 3,2\n45 6,4\n90,0 1', { '45': 6.4 }],
    ['decimal commas beside semicolons', '0;1,5\n90;7,5\n180;0', { '90': 7.5 }],
    ['a column that counts', '1 0 2\n2 90 8\n3 180 4\n4 270 1', { '90': 8, '180': 4 }],
    ['marks at the end of a line', '90;8;\n180;4;', { '90': 8, '180': 4 }],
    ['marks at the start of a line', ';90;8\n;180;4', { '90': 8, '180': 4 }],
    ['degree signs', '90º 8º\n180° 4°', { '90': 8, '180': 4 }],
    [
      'a heading that says south',
      'azimuth from south, height\n-90, 8\n0, 4\n90, 2',
      { '90': 8, '180': 4, '270': 2 },
    ],
  ])('%s', (_, text, expected) => {
    expect(read(text)).toMatchObject(expected);
  });
  it('is asked where azimuths below 0 could count from north or from south', () => {
    const text = '-90 8\n0 4\n90 2\n180 1';
    expect(readHorizon(text)).toMatchObject({ ok: false, asks: 'azimuth' });
    expect(read(text, 'north')).toMatchObject({ '270': 8, '0': 4, '90': 2, '180': 1 });
    expect(read(text, 'south')).toMatchObject({ '90': 8, '180': 4, '270': 2, '0': 1 });
  });
  it('keeps the peak of a survey by the degree', () => {
    const lines = Array.from({ length: 360 }, (_, azimuth) => `${azimuth} ${azimuth === 122 ? 31 : 3}`);
    const points = read(lines.join('\n'));
    expect(points['120']).toBe(31);
    expect(points['125']).toBe(3);
    expect(points['115']).toBe(3);
  });
  it('tells its highest point', () => {
    expect(readHorizon('10 4\n200 17')).toMatchObject({ ok: true, highest: { azimuth: 200, height: 17 } });
  });
});
