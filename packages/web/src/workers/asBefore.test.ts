import { settling, type Design, type JobClimate } from '@ivolt/core';
import { oneArray } from '../../../core/src/testing/dairy';
import { GRID } from '../testing/evaluated';
import { hearing, telling } from './asBefore';

const dairy = oneArray();

const copied = <T>(value: T) => JSON.parse(JSON.stringify(value)) as T;

/** Both ends of a line on which everything becomes a copy, and how long what went over it was. */
function line() {
  const heard: [Design, JobClimate | null, ...string[]][] = [];
  const far = hearing(
    {
      ask: (...asked: [Design, JobClimate | null, ...string[]]) => {
        heard.push(asked);
        return asked[0].name;
      },
    },
    settling<Design>(),
    settling<JobClimate>(),
  );
  const tell = telling();
  let sent = 0;
  const ask = (...args: [Design, JobClimate | null, ...string[]]) => {
    const text = JSON.stringify(tell(args));
    sent = text.length;
    return far.ask(...(JSON.parse(text) as typeof args));
  };
  return { ask, heard, sent: () => sent };
}

it('sends a design and its climate once, however often something is asked about them', () => {
  const { ask, heard, sent } = line();
  ask(dairy, GRID, 'first');
  expect(sent()).toBeGreaterThan(2000);
  ask(dairy, GRID, 'second');
  expect(sent()).toBeLessThan(60);
  expect(heard[1]).toEqual([copied(dairy), copied(GRID), 'second']);
  expect(heard[1]![0]).toBe(heard[0]![0]);
  expect(heard[1]![1]).toBe(heard[0]![1]);
});

it('sends what is another, and keeps what of it is as it was', () => {
  const { ask, heard } = line();
  ask(dairy, GRID);
  const renamed = { ...dairy, name: 'Renamed' };
  expect(ask(renamed, GRID)).toBe('Renamed');
  expect(heard[1]![0].bank).toBe(heard[0]![0].bank);
  expect(ask(dairy, GRID)).toBe(dairy.name);
  expect(ask(renamed, { ...GRID, ghiKWhm2: GRID.ghiKWhm2.map((sun) => sun / 2) })).toBe('Renamed');
  expect(heard[3]![1]!.ghiKWhm2[0]).toBe(GRID.ghiKWhm2[0]! / 2);
});

it('tells no climate from the one before it', () => {
  const { ask, heard } = line();
  ask(dairy, GRID);
  ask(dairy, null);
  ask(dairy, null);
  ask(dairy, GRID);
  expect(heard.map(([, grid]) => grid === null)).toEqual([false, true, true, false]);
});

it('has nothing to go by where it is asked as before at first', () => {
  const ask = (design: Design, _grid: JobClimate | null) => design.name;
  const far = hearing({ ask }, settling<Design>(), settling<JobClimate>());
  expect(() => far.ask('as before' as never, null)).toThrow('no design');
});
