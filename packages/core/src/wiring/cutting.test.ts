import { solve, type Model } from 'yalps';
import { numbers } from '../testing/wild';
import { cutFrom, type CutPiece } from './cutting';

const pieces = (...lengths: number[]): CutPiece[] =>
  lengths.map((lengthM, i) => ({ lengthM, what: `run ${i}` }));

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
      const cut = cutFrom(wanted, coils);
      const all = [...cut.coils.flatMap((coil) => coil.pieces), ...cut.short];
      expect(all.toSorted((a, b) => a.what.localeCompare(b.what))).toEqual(
        wanted.toSorted((a, b) => a.what.localeCompare(b.what)),
      );
      for (const coil of cut.coils) {
        const used = coil.pieces.reduce((sum, { lengthM }) => sum + lengthM, 0);
        expect(used + coil.leftM).toBeCloseTo(coil.lengthM, 6);
        expect(used).toBeLessThanOrEqual(coil.lengthM + 1e-6);
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
      const cut = cutFrom(pieces(...lengths), coils);
      const best = bySolver(lengths, coils);
      expect(cut.exact).toBe(true);
      expect({ short: cut.short.length, used: cut.coils.length }).toEqual(best);
      if (best.short > 0) hard++;
    }
    expect(hard).toBeGreaterThan(1);
  });

  it('find the way that longest-first misses', () => {
    // 10 + 6 + 4 and 9 + 8 + 3 fill both; longest first puts 10 and 9 together
    const cut = cutFrom(pieces(10, 9, 8, 6, 4, 3), [20, 20]);
    expect(cut).toMatchObject({ short: [], exact: true });
    expect(cut.coils.map(({ leftM }) => leftM)).toEqual([0, 0]);
  });

  it('say what a coil is too short for', () => {
    const { short, coils } = cutFrom(pieces(53, 20), [50]);
    expect(short).toEqual([{ lengthM: 53, what: 'run 0' }]);
    expect(coils[0]!.leftM).toBe(30);
  });

  it('are none from nothing', () => {
    expect(cutFrom([], [10])).toEqual({ coils: [], short: [], exact: true });
    expect(cutFrom(pieces(1), []).short).toHaveLength(1);
  });
});
