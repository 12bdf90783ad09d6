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
  // where one end is far steeper than the other, small steps are no sign that the root is near
  let [next, unsure]: [number | null, boolean] = [null, false];
  for (let turn = 0; turn < 100 && fb !== 0 && Math.abs(b - a) > close; turn++) {
    const x = next ?? (turn > 0 && turn % 10 === 0 ? (a + b) / 2 : b - (fb * (b - a)) / (fb - fa));
    const probed: boolean = next !== null && unsure;
    next = null;
    const fx = f(x);
    const passed = fx * fb < 0;
    if (passed) [a, fa] = [b, fb];
    else {
      const share = 1 - fx / fb;
      fa *= share > 0 ? share : 0.5;
    }
    const moved = Math.abs(x - b);
    [b, fb] = [x, fx];
    if (Math.abs(b - a) <= 1.001 * close) return passed && Math.abs(fa) < Math.abs(fb) ? a : b;
    // a step past it shows whether it is passed; if not, the half
    unsure = !probed && moved <= close;
    if (unsure) next = b + Math.sign(a - b) * close;
    else if (probed) next = (a + b) / 2;
  }
  return b;
}
