import { calculate } from '../calculate';
import type { Design, PanelSort, Pile } from '../document';
import { judge } from '../evaluate';
import { tried } from '../findings';
import { chosen, examples } from '../job';
import { controllerClass, controllerOfClass } from '../strings';
import { plainClimate } from '../testing/climates';
import { foundIn, withAll } from '../testing/found';
import { oneArray } from '../testing/dairy';
import { clipPicture, curvesPicture, searchPile } from '.';

const climate = plainClimate(52.1, { lowestC: -44, highestC: 36 });
const warm = plainClimate();
const find = (design: Design, id: string, grid = climate) => foundIn(design, grid, id);
const findingsIn = (design: Design, grid = climate) => judge(design, grid).findings;
const dairy = withAll(oneArray(), {
  '/arrays/a1/strings/series': chosen(3),
  '/arrays/a1/strings/parallel': chosen(2),
  '/arrays/a1/count': chosen(6),
});
const honey = examples().find(({ id }) => id === 'honey-house')!.design;
const pileOf = (design: Design, grid = climate) => calculate(design, grid).arrays[0]!.pile!;

describe('the search for strings of unlike panels', () => {
  it('finds what each string gives away, and the search gives it back', () => {
    const mismatch = find(honey, 'pile.mismatch');
    expect(mismatch?.severity).toBe('look');
    const search = searchPile(honey, climate, 'a1');
    let turn = search.next();
    while (!turn.done) turn = search.next();
    const answer = turn.value!;
    expect(answer.exact).toBe(true);
    expect(answer.kWh).toBeGreaterThan(pileOf(honey).kWh);
    const strung = tried(honey, answer.remedy.operations);
    expect(pileOf(strung).kWh).toBeCloseTo(answer.kWh, 6);
    expect(findingsIn(strung).some(({ id }) => id.startsWith('pile.missing'))).toBe(false);
    const made = (design: Design) => calculate(design, climate).energy!.months[7]!.madeWh;
    expect(made(strung)).toBeGreaterThan(made(honey));
  });

  it('asks more of fewer and more panels, and never uses what is not there', () => {
    const run = (change: Record<string, number>) => {
      const search = searchPile(honey, climate, 'a1', change);
      let turn = search.next();
      while (!turn.done) turn = search.next();
      return turn.value!;
    };
    const [as, less, more] = [run({}), run({ k3: -1 }), run({ k3: 2 })];
    expect(less.kWh).toBeLessThan(as.kWh);
    expect(more.kWh).toBeGreaterThan(as.kWh);
    const strung = tried(honey, more.remedy.operations);
    expect(strung.arrays.a1!.pile!.sorts.k3!.count.value).toBe(4);
  });

  /** With another array to the east that has these sorts, searched for itself or with it. */
  const withEast = (sorts: Pile['sorts'], strings: Pile['strings'], dairy = 5) => {
    const a1 = honey.arrays.a1!;
    const both = withAll(honey, {
      '/arrays/a1/pile/sorts/k1/count': chosen(dairy),
      '/arrays/a2': {
        ...a1,
        name: 'East',
        position: 2,
        plane: { ...a1.plane, azimuth: chosen(90) },
        strings: { ...a1.strings, controller: 'c2' },
        pile: { blocked: false, sorts, strings },
      },
      '/controllers/c2': { position: 2, ...controllerOfClass(controllerClass('mppt-150-60-two')) },
    });
    const run = (together: boolean) => {
      const search = searchPile(both, climate, 'a1', {}, together);
      let turn = search.next();
      while (!turn.done) turn = search.next();
      return turn.value!;
    };
    return { both, run };
  };
  const { k1, k2 } = honey.arrays.a1!.pile!.sorts as Record<'k1' | 'k2', PanelSort>;

  it('takes for the same only panels of one name and one sheet, and calls what is new to an array by an id that is free there', () => {
    const { both, run } = withEast(
      { k1: { ...k2, name: k1.name, count: chosen(1) } },
      { s1: { position: 1, input: 1, panels: { k1: 1 } } },
      12,
    );
    const after = tried(both, run(true).remedy.operations);
    const sorts = ['a1', 'a2'].flatMap((id) => Object.values(after.arrays[id]!.pile!.sorts));
    const count = (name: string, of: PanelSort) =>
      sorts
        .filter((sort) => sort.name === name && sort.module.pmax.value === of.module.pmax.value)
        .reduce((sum, sort) => sum + sort.count.value, 0);
    expect([count(k1.name, k1), count(k2.name, k2), count(k1.name, k2)]).toEqual([12, 4, 1]);
    const { k1: kept, ...got } = after.arrays.a2!.pile!.sorts;
    expect(kept!.module).toEqual(k2.module);
    expect(Object.keys(got)[0]).toBe('k2');
    expect(findingsIn(after).some(({ id }) => id.startsWith('pile.missing'))).toBe(false);
  });
  it('shares what two arrays have over both planes, and moves panels from one to the other', () => {
    const { both, run } = withEast(
      { k1: { ...k2, count: chosen(0) }, k9: { ...k1, count: chosen(1) } },
      { s1: { position: 1, input: 1, panels: { k9: 1 } } },
    );
    const [alone, all] = [run(false), run(true)];
    expect(alone.strings.every(({ arrayId }) => arrayId === 'a1')).toBe(true);
    expect(all.kWh).toBeGreaterThan(alone.kWh);
    const strung = tried(both, all.remedy.operations);
    const [south, other] = calculate(strung, climate).arrays.map((array) => array.pile!);
    expect(south!.kWh + other!.kWh).toBeCloseTo(all.kWh, 4);
    // not a panel more or less than there were: 5 + 1 from the dairy, 4 from the school, the newer pair
    const count = (name: string) =>
      [south!, other!]
        .flatMap(({ sorts }) => sorts)
        .reduce((sum, sort) => sum + (sort.name === name ? sort.count : 0), 0);
    expect(['From the dairy', 'From the school', 'The newer pair'].map(count)).toEqual([6, 4, 2]);
    expect(findingsIn(strung).some(({ id }) => id.startsWith('pile.missing'))).toBe(false);
    // each array keeps its own names of what it had, and finds one that is free for what it gets
    const sorts = (id: string) =>
      Object.fromEntries(
        Object.entries(strung.arrays[id]!.pile!.sorts).map(([key, sort]) => [key, sort.name]),
      );
    expect(sorts('a1')).toMatchObject({ k1: 'From the dairy', k2: 'From the school', k3: 'The newer pair' });
    expect(sorts('a2')).toMatchObject({ k1: 'From the school', k9: 'From the dairy' });
    for (const id of ['a1', 'a2']) {
      const { pile: own, position } = strung.arrays[id]!;
      const used = Object.values(own!.strings).flatMap(({ panels }) => Object.keys(panels));
      // every panel strung is of a sort that the array has, and every string has a place of its own
      expect(used.every((key) => key in own!.sorts)).toBe(true);
      expect(Object.values(own!.strings).map((string) => string.position)).toEqual(
        Object.keys(own!.strings).map((_, i) => i + 1),
      );
      expect(position).toBe(both.arrays[id]!.position);
      const strings = all.strings.filter(({ arrayId }) => arrayId === id);
      expect(Object.keys(own!.strings)).toHaveLength(strings.length);
      // the measured pieces, and all else of a sort, stay with it
      for (const [key, sort] of Object.entries(own!.sorts)) {
        const before = both.arrays[id]!.pile!.sorts[key];
        if (before) expect({ ...sort, count: null }).toEqual({ ...before, count: null });
      }
    }
  });
});

describe('curves and clipping', () => {
  it('a shadow over a section costs about a bypassed section, and more of it never less', () => {
    const single = withAll(dairy, { '/arrays/a1/strings/parallel': chosen(1) });
    const curves = (sections: number, lightPct: number) =>
      curvesPicture(single, warm, 'a1', { panels: 1, sections, lightPct })!.inputs[0]!.lines;
    const [standard] = curves(1, 20);
    const watts = (sections: number, lightPct: number) => curves(sections, lightPct).at(-1)!.peaks[0]!.watts;
    expect(watts(1, 100)).toBeCloseTo(standard!.peaks[0]!.watts, 6);
    expect(watts(2, 20)).toBeLessThan(watts(1, 20));
    expect(watts(1, 20)).toBeLessThan(watts(1, 60));
    // one of nine sections gone: a ninth, and the drop of its diode
    expect(1 - watts(1, 20) / standard!.peaks[0]!.watts).toBeLessThan(1 / 9 + 0.01);
  });
  it('draws the job’s own cold, heat and usual hour, inside the limits the figures give', () => {
    const [input] = curvesPicture(dairy, warm, 'a1')!.inputs;
    const strings = calculate(dairy, warm).arrays[0]!.strings!;
    const cold = input!.lines.find(({ id }) => id === 'cold')!;
    // in less light than standard the cold curve opens a little below the cold limit
    expect(cold.vocV).toBeLessThan(strings.chosen.coldVocV * 1.01);
    expect(cold.vocV).toBeGreaterThan(strings.chosen.coldVocV * 0.95);
    expect(curvesPicture(dairy, null, 'a1')!.inputs[0]!.lines.map(({ id }) => id)).toEqual(['standard']);
  });
  it('counts what is clipped as the months do, and a larger controller wins it back', () => {
    const small = withAll(dairy, {
      '/controllers/c1': { position: 1, ...controllerOfClass(controllerClass('mppt-100-30')) },
      '/arrays/a1/strings/series': chosen(3),
      '/arrays/a1/wiring': chosen(2),
    });
    // the lead of a larger one is thicker, and would win a little more: its loss is typed
    const clip = clipPicture(withAll(small, { '/controllers/c1/maxVolts': chosen(150) }), warm, 'a1')!;
    expect(clip.clearKWh).toBeGreaterThan(clip.kWh);
    const monthly = calculate(withAll(small, { '/controllers/c1/maxVolts': chosen(150) }), warm).energy!
      .months;
    expect(clip.lostWh[5]!.reduce((sum, wh) => sum + wh, 0)).toBeCloseTo(monthly[5]!.clearClippedWh, 3);
    for (const { winsKWh } of clip.larger) expect(winsKWh).toBeLessThanOrEqual(clip.kWh * 1.0001);
    expect(clipPicture(dairy, null, 'a1')).toBeNull();
  });
});
