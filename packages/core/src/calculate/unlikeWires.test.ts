import { saidOf, withValueAt, type Design } from '../document';
import { chosen, examples } from '../job';
import { strungOf } from '../strings';
import { plainClimate } from '../testing/climates';
import { calculate } from '.';

describe('the inputs of a pile', () => {
  const honey = examples().find(({ id }) => id === 'honey-house')!.design;
  // a few strong panels beside many weak ones: most watts are those of the weak
  const strong = [
    ['k2/module/isc', chosen(18)],
    ['k2/module/imp', chosen(17)],
    ['k2/module/maxFuse', chosen(30)],
  ].reduce<Design>((design, [at, value]) => withValueAt(design, `/arrays/a1/pile/sorts/${at}`, value), honey);
  const wired = (design: Design, climate: ReturnType<typeof plainClimate> | null) =>
    calculate(design, climate).wiring.wired.map(({ circuit }) => circuit);
  it.each([plainClimate(44), null])(
    'have wires and fuses for the strongest panel in each, not for most of them',
    (grid) => {
      const circuits = wired(strong, grid);
      const { pile } = strong.arrays.a1!;
      for (const input of [1, 2]) {
        const isc = Object.values(pile!.strings)
          .filter((string) => string.input === input)
          .map(({ panels }) => Math.max(...Object.keys(panels).map((k) => pile!.sorts[k]!.module.isc.value)));
        const nth = input === 1 ? '' : '2';
        // NEC 690.8(A): 1.25 × Isc
        expect(circuits.find((circuit) => circuit.key === `string${nth}-a1`)!.mostA).toBeCloseTo(
          1.25 * Math.max(...isc),
          6,
        );
        expect(circuits.find((circuit) => circuit.key === `feed${nth}-a1`)!.mostA).toBeCloseTo(
          1.25 * isc.reduce((sum, amps) => sum + amps, 0),
          6,
        );
      }
    },
  );
  it('drop their volts of those they work at together, of the lowest string while that is not known', () => {
    const { pile } = calculate(honey, plainClimate(44)).lead;
    for (const [i, key] of ['feed-a1', 'feed2-a1'].entries()) {
      const of = (grid: ReturnType<typeof plainClimate> | null) =>
        wired(honey, grid).find((circuit) => circuit.key === key)!;
      const [best] = pile!.inputs[i]!.solved.peaks;
      expect(of(plainClimate(44))).toMatchObject({ amps: best!.amps, volts: best!.volts });
      expect(of(null).volts).toBeLessThan(1.1 * best!.volts);
    }
  });
  it('that hold no string have no wires, no frames and no rod', () => {
    const bare = withValueAt(honey, '/arrays/a1/pile/strings', {});
    for (const grid of [plainClimate(44), null]) {
      const { wiring, arrays } = calculate(bare, grid);
      expect(strungOf(arrays[0]!)).toEqual([]);
      expect(wiring.wired.filter(({ circuit }) => circuit.array)).toEqual([]);
      expect(wiring.bonds.map(({ what }) => what)).toEqual(['Electrode at the building', 'Neutral to earth']);
    }
  });
  it('go the way of the first until they are said to go another', () => {
    const stretch = { ...examples()[0]!.design.wiring.stretches.g1!, name: 'Wall' };
    const laid = withValueAt(
      withValueAt(honey, '/wiring/stretches/w1', stretch),
      '/wiring/circuits/feed-a1/path',
      ['w1'],
    );
    const second = (design: Design) =>
      calculate(design, plainClimate(44)).wiring.wired.find(({ circuit }) => circuit.key === 'feed2-a1')!;
    expect(second(laid)).toMatchObject({
      routed: true,
      lengthM: stretch.length.value,
      chosen: { size: { name: '10 AWG' } },
    });
    expect(saidOf(laid, 'feed2-a1')).toBe(laid.wiring.circuits['feed-a1']);
    const own = { ...laid.wiring.circuits['feed-a1']!, path: [] };
    const apart = withValueAt(laid, '/wiring/circuits/feed2-a1', own);
    expect([saidOf(apart, 'feed2-a1'), second(apart).routed]).toEqual([own, false]);
    expect(saidOf(honey, 'bank')).toBeNull();
  });
  it('that are strung alike have wires alike', () => {
    const string = (input: number) => ({ position: input, input, panels: { k1: 2 } });
    const alike = withValueAt(honey, '/arrays/a1/pile/strings', { s1: string(1), s2: string(2) });
    const feeds = (design: Design) => wired(design, plainClimate(44)).filter(({ kind }) => kind === 'feed');
    expect(feeds(alike)).toMatchObject([{ key: 'feed-a1', many: 2, on: '', name: 'Array: home run' }]);
    const third = withValueAt(alike, '/controllers/c1/inputs', chosen(3));
    const odd = withValueAt(third, '/arrays/a1/pile/strings', {
      s1: string(1),
      s2: { ...string(2), panels: { k1: 3 } },
      s3: string(3),
    });
    expect(feeds(odd)).toMatchObject([
      { key: 'feed-a1', many: 2, on: 'inputs 1 and 3' },
      { key: 'feed2-a1', many: 1, on: 'input 2', name: 'Array, input 2: home run' },
    ]);
    // what the two lose is that of the one that drops more, and the watts of each count once
    const { wiring, lead } = calculate(odd, plainClimate(44));
    const drops = wiring.wired.filter(({ circuit }) => circuit.array).map(({ chosen: wire }) => wire.dropPct);
    expect(wiring.arrayDropPct.a1).toBe(Math.max(...drops));
    expect(wiring.bonds[0]!.many).toBe(4 * lead.strings!.chosen.panels);
  });
});
