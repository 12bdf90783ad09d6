/**
 * W(eˣ), the Lambert W function of an exponential: the w with w + ln w = x, for any x, to 1e-15 relative.
 * Taken of the exponent, so that nothing overflows.
 * @source Fritsch, Shafer & Crowley 1973, Communications of the ACM 16: a step of fourth order
 */
export function lambertOfExp(x: number): number {
  if (x < -36) return Math.exp(x);
  let w = x > 3 ? nearLarge(x) : x > -2 ? 0.5671 * Math.exp(0.42 * x) : Math.exp(x);
  for (let turn = 0; turn < 6; turn++) {
    const off = x - w - Math.log(w);
    const next = 1 + w;
    const q = 2 * next * (next + (2 / 3) * off);
    w *= 1 + (off / next) * ((q - off) / (q - 2 * off));
    if (Math.abs(off) < 1e-4 * next) break;
  }
  return w;
}

function nearLarge(x: number): number {
  const log = Math.log(x);
  return x - log + log / x;
}
