import fc from 'fast-check';
import { readHorizon, writeHorizon } from './horizonText';
import { horizonAt } from './skyline';

const points = (text: string) => {
  const reading = readHorizon(text);
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
    const read = points(text);
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
