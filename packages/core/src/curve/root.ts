/**
 * Root between two places at which a function has opposite signs.
 * @param within how close, as a share of the larger end, @param ends what `f` is at both, where that is known
 * @source Anderson & Björck 1973, BIT 13: false position that does not stall
 */
export function root(
  from: number,
  to: number,
  f: (x: number) => number,
  within = 1e-11,
  ends: readonly [number, number] = [f(from), f(to)],
): number {
  let [a, b] = [from, to];
  let [fa, fb] = ends;
  if (fa === 0) return a;
  const close = within * Math.max(Math.abs(from), Math.abs(to));
  for (let turn = 0; turn < 100 && fb !== 0 && Math.abs(b - a) > close; turn++) {
    const x = turn > 0 && turn % 10 === 0 ? (a + b) / 2 : b - (fb * (b - a)) / (fb - fa);
    const fx = f(x);
    if (fx * fb < 0) [a, fa] = [b, fb];
    else {
      const share = 1 - fx / fb;
      fa *= share > 0 ? share : 0.5;
    }
    const moved = Math.abs(x - b);
    [b, fb] = [x, fx];
    if (moved <= close) break;
  }
  return b;
}
