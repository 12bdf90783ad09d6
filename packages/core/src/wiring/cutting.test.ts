import { solve, type Model } from 'yalps';
import { numbers } from '../testing/wild';
import { cutFrom, type CutPiece, type Reel } from './cutting';

const pieces = (...lengths: number[]): CutPiece[] =>
  lengths.map((lengthM, i) => ({ lengthM, what: `run ${i}`, colour: 'red' }));
const reels = (lengths: readonly number[], colour = ''): Reel[] =>
  lengths.map((lengthM) => ({ lengthM, colour }));

/** Fewest coils, or fewest pieces left over, by an integer programme of the registry's solver. */
function bySolver(lengths: readonly number[], coils: readonly number[]): { short: number; used: number } {
  const constraints: Record<string, { min?: number; max?: number }> = {};
  const variables: Record<string, Record<string, number>> = {};
  const binaries: string[] = [];
  for (const [c, length] of coils.entries()) {
    constraints[`coil${c}`] = { max: 0 };
    variables[`use${c}`] = { cost: 1, [`coil${c}`]: -length };
    binaries.push(`use${c}`);
  }
  for (const [p, length] of lengths.entries()) {
    constraints[`piece${p}`] = { min: 1, max: 1 };
    // a piece left over is worse than any number of coils
    variables[`short${p}`] = { cost: 1000, [`piece${p}`]: 1 };
    binaries.push(`short${p}`);
    for (const c of coils.keys()) {
      variables[`cut${p}-${c}`] = { cost: 0, [`piece${p}`]: 1, [`coil${c}`]: length };
      binaries.push(`cut${p}-${c}`);
    }
  }
  const model: Model = { direction: 'minimize', objective: 'cost', constraints, variables, binaries };
  const { status, result } = solve(model, { maxIterations: 60_000, tolerance: 0 });
  expect(status).toBe('optimal');
  return { short: Math.floor(result / 1000 + 1e-6), used: Math.round(result % 1000) };
}

describe('pieces cut from coils', () => {
  it('are all of the pieces, none longer than its coil', () => {
    const random = numbers(5);
    for (let round = 0; round < 200; round++) {
      const wanted = pieces(...Array.from({ length: 1 + Math.floor(random() * 20) }, () => 30 * random()));
      const coils = Array.from({ length: 1 + Math.floor(random() * 6) }, () => 20 + 40 * random());
      const cut = cutFrom(wanted, reels(coils));
      const all = [...cut.coils.flatMap((coil) => coil.pieces), ...cut.short];
      expect(all.toSorted((a, b) => a.what.localeCompare(b.what))).toEqual(
        wanted.toSorted((a, b) => a.what.localeCompare(b.what)),
      );
      for (const coil of cut.coils) {
        const used = coil.pieces.reduce((sum, { lengthM }) => sum + lengthM, 0);
        expect(used + coil.leftM).toBeCloseTo(coil.reel.lengthM, 6);
        expect(used).toBeLessThanOrEqual(coil.reel.lengthM + 1e-6);
      }
    }
  });

  it('are as few left over, and from as few coils, as an integer programme finds', () => {
    const random = numbers(11);
    let hard = 0;
    for (let round = 0; round < 14; round++) {
      const lengths = Array.from({ length: 3 + Math.floor(random() * 4) }, () =>
        Math.round(5 + 40 * random()),
      );
      const coils = Array.from({ length: 2 + Math.floor(random() * 2) }, () =>
        Math.round(40 + 30 * random()),
      );
      const cut = cutFrom(pieces(...lengths), reels(coils));
      const best = bySolver(lengths, coils);
      expect(cut.exact).toBe(true);
      expect({ short: cut.short.length, used: cut.coils.length }).toEqual(best);
      if (best.short > 0) hard++;
    }
    expect(hard).toBeGreaterThan(1);
  });

  it('find the way that longest-first misses', () => {
    // 10 + 6 + 4 and 9 + 8 + 3 fill both; longest first puts 10 and 9 together
    const cut = cutFrom(pieces(10, 9, 8, 6, 4, 3), reels([20, 20]));
    expect(cut).toMatchObject({ short: [], exact: true });
    expect(cut.coils.map(({ leftM }) => leftM)).toEqual([0, 0]);
  });

  it('come from coils of their colour, or of any, and no metre is taken twice', () => {
    const random = numbers(17);
    const [red, black] = [{ colour: 'red' }, { colour: 'black' }];
    const wanted = [
      { lengthM: 14, what: 'plus', ...red },
      { lengthM: 14, what: 'minus', ...black },
    ];
    // one coil of 26 m is not enough for both, whatever its colour
    for (const colour of ['', 'red', 'black']) {
      const cut = cutFrom(wanted, [{ lengthM: 26, colour }]);
      expect([colour, cut.short.length]).toEqual([colour, 1]);
      if (colour !== '') expect(cut.short[0]!.colour).not.toBe(colour);
    }
    // the black one goes to black, so that any does for red
    expect(
      cutFrom(wanted, [
        { lengthM: 20, colour: '' },
        { lengthM: 15, ...black },
      ]).short,
    ).toEqual([]);
    expect(
      cutFrom(wanted, [
        { lengthM: 14, colour: '' },
        { lengthM: 50, ...black },
      ]).short,
    ).toEqual([]);
    for (let round = 0; round < 100; round++) {
      const pieceOf = (i: number) => ({
        lengthM: 1 + 20 * random(),
        what: `run ${i}`,
        colour: random() < 0.5 ? 'red' : 'black',
      });
      const some = Array.from({ length: 1 + Math.floor(12 * random()) }, (_, i) => pieceOf(i));
      const coils = Array.from({ length: 1 + Math.floor(5 * random()) }, () => ({
        lengthM: 15 + 30 * random(),
        colour: ['', 'red', 'black'][Math.floor(3 * random())]!,
      }));
      const cut = cutFrom(some, coils);
      for (const { reel, pieces: own, leftM } of cut.coils) {
        expect(own.every(({ colour }) => reel.colour === '' || reel.colour === colour)).toBe(true);
        expect(own.reduce((sum, { lengthM }) => sum + lengthM, leftM)).toBeCloseTo(reel.lengthM, 6);
      }
      expect(cut.coils.flatMap(({ pieces: own }) => own).length + cut.short.length).toBe(some.length);
      // by colour alone, each with all of the coils, no more can be cut
      const alone = ['red', 'black'].reduce(
        (sum, colour) =>
          sum +
          cutFrom(
            some.filter((piece) => piece.colour === colour),
            coils,
          ).short.length,
        0,
      );
      expect(cut.short.length).toBeGreaterThanOrEqual(alone);
    }
  });

  it('say what a coil is too short for', () => {
    const { short, coils } = cutFrom(pieces(53, 20), reels([50]));
    expect(short).toEqual([{ lengthM: 53, what: 'run 0', colour: 'red' }]);
    expect(coils[0]!.leftM).toBe(30);
  });

  it('are none from nothing', () => {
    expect(cutFrom([], reels([10]))).toEqual({ coils: [], short: [], exact: true });
    expect(cutFrom(pieces(1), []).short).toHaveLength(1);
  });
});

it('as many pieces and coils as a job may have are cut without end of stack or patience', () => {
  const random = numbers(23);
  const many = Array.from({ length: 20_000 }, (_, i) => ({
    lengthM: 1 + 30 * random(),
    what: `run ${i}`,
    colour: i % 2 ? 'red' : 'black',
  }));
  for (const lengthM of [0.1, 31, 60]) {
    const { coils, short } = cutFrom(
      many,
      Array.from({ length: 12_000 }, (_, i) => ({ lengthM, colour: ['', 'red', 'black'][i % 3]! })),
    );
    expect(coils.reduce((sum, coil) => sum + coil.pieces.length, short.length)).toBe(20_000);
    if (lengthM < 1) expect(short).toHaveLength(20_000);
    else if (lengthM === 60) expect(short).toEqual([]);
  }
});
