import { entriesOf, entryAt, fieldAt, problemsOf, withValueAt, type Design, type Entry } from '../document';

/** Numbers from 0 to 1 that are the same every time. */
export function numbers(seed: number): () => number {
  let state = seed;
  return () => (state = (state * 1664525 + 1013904223) % 4294967296) / 4294967296;
}

/** A figure anywhere in its field's range, its very ends more often than not. */
export function anywhereIn(path: string, next: () => number): Entry {
  const { min, max, integer } = fieldAt(path);
  const share = next();
  const raw = share < 0.3 ? min : share < 0.6 ? max : min + (max - min) * next() ** 3;
  return { value: integer ? Math.round(raw) : raw, from: 'measured' };
}

/**
 * Designs one after another as a person edits: mostly one figure, now and then something that changes more.
 * @param wildness 0–1, how often a figure is anywhere in its field's range, or at its very end, instead of near by
 * @returns the first one and `many` − 1 more, all of which may stand by the schema
 */
export function edited(start: Design, many: number, seed: number, wildness = 0.2): Design[] {
  const next = numbers(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!;
  const designs = [start];
  const anywhere = (min: number, max: number) => {
    const share = next();
    if (share < 0.1) return min;
    if (share < 0.2) return max;
    // as many tens as tenths, where the range has both
    return share < 0.6 && max > 10 && min >= 0
      ? Math.exp(Math.log(max * 1e-4) + Math.log(1e4) * next())
      : min + (max - min) * next();
  };
  while (designs.length < many) {
    const before = next() < 0.2 ? pick(designs) : designs.at(-1)!;
    const [path] = pick(entriesOf(before));
    const { min, max, integer } = fieldAt(path);
    const now = entryAt(before, path)?.value ?? min;
    const raw = next() < wildness ? anywhere(min, max) : now * (0.7 + 0.6 * next());
    const value = Math.min(max, Math.max(min, integer ? Math.round(raw) : raw));
    let after = withValueAt(before, path, { value, from: pick(['guess', 'chosen', 'measured']) });
    const uses = Object.keys(after.uses);
    const use = pick(uses);
    const array = pick(Object.keys(after.arrays));
    const controller = pick(Object.keys(after.controllers));
    const large: (() => Design)[] = [
      () => ({ ...after, units: after.units === 'metric' ? 'imperial' : 'metric' }),
      () => ({ ...after, busVolts: pick([12, 24, 48]) }),
      () => withValueAt(after, `/uses/${use}/name`, `Renamed ${designs.length}`),
      () => withValueAt(after, `/uses/${use}/priority`, pick(['must', 'should', 'surplus'])),
      () => withValueAt(after, `/uses/${use}`, undefined),
      () => withValueAt(after, `/uses/${use}/months`, pick([[], [6], [12, 1], [6, 7, 8]])),
      () => withValueAt(after, `/uses/${use}/days`, pick(['every', 'week', 'visits'])),
      () =>
        withValueAt(
          after,
          `/uses/${use}/form`,
          pick(['watts', 'amps', 'meter', 'label', 'pump', 'water', 'vehicle', 'heating', 'cooling']),
        ),
      () => withValueAt(after, `/arrays/${array}/plane/kind`, pick(['fixed', 'roof', 'seasonal', 'moving'])),
      () => withValueAt(after, `/arrays/${array}/mounting`, pick(['roof', 'rack', 'pole'])),
      () => withValueAt(after, `/arrays/${array}/strings/controller`, controller),
      () => withValueAt(after, `/arrays/${array}/skyline`, { points: {}, obstacles: {} }),
      () => withValueAt(after, `/controllers/${controller}/kind`, pick(['mppt', 'pwm', 'boost', 'station'])),
      () => withValueAt(after, '/kind', pick(['cabin', 'homestead', 'shed', 'trailer', 'boat'])),
      () =>
        withValueAt(
          after,
          '/bank/chemistry',
          pick(['lfp', 'flooded', 'gel', 'agm', 'nickel-iron', 'sodium-ion']),
        ),
      () => withValueAt(after, '/bank/home/where', pick(['heated', 'building', 'shed', 'outdoors'])),
      () => withValueAt(after, '/bank/home/kind', pick(['box', 'shelf', 'rack', 'bilge'])),
      () => withValueAt(after, '/bank/unit/onSide', next() < 0.5),
      () => withValueAt(after, '/bank/coldest', next() < 0.5 ? null : { value: 4, from: 'guess' }),
      () => withValueAt(after, '/place/low', next() < 0.5 ? null : { value: -12, from: 'measured' }),
      () =>
        withValueAt(after, '/place/lat', next() < 0.3 ? null : { value: 178 * next() - 89, from: 'chosen' }),
      () => withValueAt(after, '/energy/sky', pick(['hay-davies', 'perez', 'isotropic'])),
    ];
    if (next() < 0.35) after = pick(large)();
    if (uses.length > 1 && problemsOf(after).length === 0) designs.push(after);
  }
  return designs;
}
