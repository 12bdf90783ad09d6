import fc from 'fast-check';
import { CELLS, NO_PAINT, painted, paintedHours, paintText, readPaint } from './paint';

const read = (text: string) => {
  const reading = readPaint(text);
  return reading.ok ? reading : null;
};

it.each([
  ['6-8:30, 18-22', '06:00–08:30, 18:00–22:00', 6.5],
  ['22:00–2', '22:00–02:00', 4],
  ['6am-9am', '06:00–09:00', 3],
  ['12pm to 1pm', '12:00–13:00', 1],
  ['9 - 17', '09:00–17:00', 8],
  ['0-24', 'all day', 24],
  ['all day', 'all day', 24],
  ['none', 'none', 0],
  ['20-24', '20:00–00:00', 4],
])('reads %s', (text, said, hours) => {
  const reading = read(text)!;
  expect([reading.text, paintedHours(reading.paint), reading.overlapH]).toEqual([said, hours, 0]);
});

it.each(['morning', '6', '6-25', '8-8', '6-8-10', '-'])('refuses %s, and says how to type it', (text) => {
  const reading = readPaint(text);
  expect(reading.ok).toBe(false);
  expect(reading.ok ? '' : reading.message).toMatch(/“/);
});

it('names the span it cannot read, without the room around it', () => {
  expect(readPaint('6-8,  noonish , 18-22')).toMatchObject({
    ok: false,
    message: '“noonish” is no span of hours; type it as 6-8:30, 18-22',
  });
});

it('counts overlapping spans once, and says by how much they overlap', () => {
  const reading = read('6-9, 8-10')!;
  expect([paintedHours(reading.paint), reading.overlapH, reading.text]).toEqual([4, 1, '06:00–10:00']);
});

it('paints and wipes over midnight', () => {
  const night = painted(NO_PAINT, 44, 11, true);
  expect(paintText(night)).toBe('22:00–06:00');
  expect(paintText(painted(night, 46, 1, false))).toBe('01:00–06:00, 22:00–23:00');
});

it('reads back whatever it says', () => {
  fc.assert(
    fc.property(fc.array(fc.boolean(), { minLength: CELLS, maxLength: CELLS }), (cells) => {
      const paint = cells.map((on) => (on ? '1' : '0')).join('');
      expect(read(paintText(paint))?.paint).toBe(paint);
    }),
  );
});
