import { problemsOf, withValueAt, type Design } from '../document';
import { chosen } from '../job';
import { findingsOf } from '../findings';
import { penFor } from '../figures';
import { plainClimate } from '../testing/climates';
import { oneArray } from '../testing/dairy';
import { withAll } from '../testing/found';
import { plain } from '../testing/plain';
import { calculate } from '.';

const climate = plainClimate(41.6);

/** Arrays on the first input of one controller, each of so many strings of two panels, with the Isc and largest fuse of its sheet. */
function sharing(...arrays: [strings: number, iscA: number, maxFuseA: number | null][]): Design {
  const dairy = withAll(oneArray(), {
    '/controllers/c1/maxAmps': chosen(200),
    '/controllers/c1/maxIscAmps': chosen(200),
  });
  const a1 = dairy.arrays.a1!;
  const design = withValueAt(
    dairy,
    '/arrays',
    Object.fromEntries(
      arrays.map(([strings, iscA, maxFuseA], i) => [
        `a${i + 1}`,
        {
          ...a1,
          position: i + 1,
          name: `Roof ${i + 1}`,
          count: chosen(2 * strings),
          module: {
            ...a1.module,
            isc: chosen(iscA),
            imp: chosen(iscA - 1),
            maxFuse: maxFuseA === null ? null : chosen(maxFuseA),
          },
          strings: {
            ...a1.strings,
            series: chosen(2),
            parallel: chosen(strings),
            inputs: chosen(1),
            first: 1,
          },
        },
      ]),
    ),
  );
  expect(problemsOf(design)).toEqual([]);
  return design;
}

const found = (design: Design, grid: ReturnType<typeof plainClimate> | null = climate) =>
  calculate(design, grid).wiring.wired.filter(({ circuit }) => circuit.array !== null);
/** Each run of panels: its key, where it begins, and its fuses. */
const runs = (design: Design) =>
  found(design).map(({ circuit, device }) => [
    circuit.key,
    circuit.from,
    device?.sizes.map(({ many, amps }) => `${many} × ${amps}`).join() ?? '',
  ]);

describe('arrays that share an input', () => {
  it('of one string each run home, two without fuses, three with a fuse in each', () => {
    // two strings cannot harm each other, three can; 1.5 × 10 A come to 15 A (IEC 62548, from memory)
    const string = [1, 10, 20] as const;
    expect(runs(sharing([...string], [...string]))).toEqual([
      ['feed-a1', 'string', ''],
      ['feed-a2', 'string', ''],
    ]);
    const three = runs(sharing([...string], [...string], [...string]));
    expect(three).toEqual(
      [1, 2, 3].flatMap((n) => [
        [`string-a${n}`, 'string', '1 × 15'],
        [`feed-a${n}`, 'combiner', ''],
      ]),
    );
    // on inputs of their own nothing of it
    const apart = sharing([...string], [...string], [...string]);
    const inputs = withAll(apart, {
      '/controllers/c1/inputs': chosen(3),
      '/arrays/a2/strings/first': 2,
      '/arrays/a3/strings/first': 3,
    });
    expect(runs(inputs).map(([, from, fuses]) => [from, fuses])).toEqual(Array(3).fill(['string', '']));
  });
  it.each([climate, null])('are told to buy a combiner and fuses for each', (grid) => {
    const { takeOff } = calculate(sharing([1, 10, 20], [1, 10, 20], [1, 10, 20]), grid);
    const parts = takeOff.parts.map(({ what, many }) => [what, many]);
    expect(parts).toContainEqual(['combiners', 3]);
    expect(parts).toContainEqual(['fuse for panels, gPV 15 A', 3]);
  });
  it('are fused where strong strings could harm a weak one, each by its own amps', () => {
    // 18 A under a bright sky, × 1.25, are more than the 15 A that a string of 8 A bears: 1.5 × 8 A come to 12 A
    const design = sharing([1, 8, 15], [1, 18, 30]);
    expect(runs(design)).toEqual([
      ['string-a1', 'string', '1 × 12'],
      ['feed-a1', 'combiner', ''],
      ['feed-a2', 'string', ''],
    ]);
    expect(found(design)[0]!.circuit.mostFuseA).toBe(15);
  });
  it('have feeds that bear what the others send into a short of them', () => {
    // NEC 690.8(A)(1): × 1.25; 3 × 10 A beside 1 × 10 A
    const feeds = found(sharing([1, 10, 20], [3, 10, 20])).filter(({ circuit }) => circuit.kind === 'feed');
    expect(feeds.map(({ circuit }) => circuit.mostA)).toEqual([37.5, 37.5]);
  });
  it('are told in the note the sizes that their wires have', () => {
    for (const design of [
      sharing([1, 8, 15], [2, 18, 30]),
      sharing([2, 10, 25], [1, 12, 25]),
      sharing([1, 9, 15], [1, 9, null], [2, 11, 20]),
    ]) {
      const reckon = (of: Design) => calculate(of, climate);
      const note = findingsOf(reckon(design), penFor('metric'), reckon).find(({ id }) =>
        id.startsWith('controller.shared'),
      )!;
      const sizes = new Set(
        found(design).flatMap(({ device }) => device?.sizes.map(({ amps }) => amps) ?? []),
      );
      const told = /of ([\d and]+) A/.exec(plain(note.sentence))?.[1]?.split(' and ').map(Number) ?? [];
      expect(told.length).toBeGreaterThan(0);
      expect([...sizes].toSorted((a, b) => a - b)).toEqual(told);
    }
  });
});
