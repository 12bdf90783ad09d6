/** A cycle: how far it swings, its mean, and how much of it there is, 1 or a half. */
export interface Cycle {
  range: number;
  mean: number;
  count: 0.5 | 1;
}

function turningPoints(series: ArrayLike<number>): number[] {
  const points: number[] = [];
  for (let i = 0; i < series.length; i++) {
    const value = series[i] as number;
    const [last, before] = [points.at(-1), points.at(-2)];
    if (last === value) continue;
    // on the same way as before: the last one was no turn
    if (last !== undefined && before !== undefined && last > before === value > last) points.pop();
    points.push(value);
  }
  return points;
}

/**
 * Counts the cycles of a series by the rainflow method; what is left at the end counts as halves.
 * @param series any readings in turn, such as states of charge 0–1
 * @source ASTM E1049-85, 5.4.4
 */
export function rainflow(series: ArrayLike<number>): Cycle[] {
  const cycles: Cycle[] = [];
  const stack: number[] = [];
  const add = (a: number, b: number, count: Cycle['count']) =>
    cycles.push({ range: Math.abs(a - b), mean: (a + b) / 2, count });
  for (const point of turningPoints(series)) {
    stack.push(point);
    while (stack.length >= 3) {
      const [a, b, c] = stack.slice(-3) as [number, number, number];
      if (Math.abs(c - b) < Math.abs(b - a)) break;
      if (stack.length === 3) {
        add(a, b, 0.5);
        stack.shift();
      } else {
        add(a, b, 1);
        stack.splice(-3, 2);
      }
    }
  }
  for (let i = 1; i < stack.length; i++) add(stack[i - 1] as number, stack[i] as number, 0.5);
  return cycles;
}
