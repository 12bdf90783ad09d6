import { calculate, type ArrayFacts } from '../calculate';
import { withValueAt, type Design } from '../document';
import { chosen, examples } from '../job';
import { plainClimate } from '../testing/climates';
import { coldSchools, curveOf, doorOf, FAULT, LOSS, searchSorts } from '.';

/** Common practice and NEC 690.8: under a bright sky a quarter more. */
const BRIGHT = 1.25;
const climate = plainClimate(52.1, { lowestC: -44, highestC: 36 });
const honey = examples().find(({ design }) => design.name === 'Honey house')!.design;
const put = (design: Design, ...changes: [path: string, value: unknown][]) =>
  changes.reduce((after, [path, value]) => withValueAt(after, path, value), design);
const arrayOf = (design: Design) => calculate(design, climate).arrays[0]!;
type Pile = NonNullable<ArrayFacts['pile']>;
let { pile, strings, plan, berth } = {} as Pick<ArrayFacts, 'pile' | 'strings' | 'plan' | 'berth'>;
let { sorts, inputs } = {} as Pile;
beforeEach(() => {
  ({ pile, strings, plan, berth } = arrayOf(honey));
  ({ sorts, inputs } = pile!);
});
const panelsOf = (of: readonly number[], read: (sort: (typeof sorts)[number]) => number) =>
  of.reduce((sum, count, k) => sum + count * read(sorts[k]!), 0);

describe('the sorts of a pile', () => {
  it('are counted as they are wired and as there are', () => {
    const said = Object.values(plan.pile!.strings);
    for (const { id, wired, count } of sorts) {
      expect(wired).toBe(said.reduce((sum, { panels }) => sum + (panels[id] ?? 0), 0));
      expect(count).toBe(plan.pile!.sorts[id]!.count.value);
      expect(wired).toBeLessThanOrEqual(count);
    }
    expect(pile!.wiredW).toBeCloseTo(
      sorts.reduce((sum, { wired, module }) => sum + wired * module.pmaxW, 0),
      6,
    );
  });
  it('take from a meter the mean of their panels, and hold the cold to the sheet where that is more', () => {
    const measured = sorts.filter(({ vocShare }) => vocShare !== null);
    expect(measured.length).toBeGreaterThan(0);
    const unread = arrayOf(
      put(honey, ...sorts.map(({ id }): [string, unknown] => [`/arrays/a1/pile/sorts/${id}/pieces`, {}])),
    );
    expect(unread.pile!.sorts.map(({ vocShare, iscShare }) => [vocShare, iscShare])).toEqual(
      sorts.map(() => [null, null]),
    );
    for (const { id, vocShare, iscShare, pieces, module, panel } of measured) {
      const of = (read: (piece: (typeof pieces)[string]) => number | null) => {
        const known = Object.values(pieces)
          .map(read)
          .filter((share) => share !== null);
        return known.reduce((sum, share) => sum + share, 0) / known.length;
      };
      expect(vocShare).toBeCloseTo(
        of((piece) => piece.vocShare),
        12,
      );
      if (iscShare !== null)
        expect(iscShare).toBeCloseTo(
          of((piece) => piece.iscShare),
          12,
        );
      const sheetV = plan.pile!.sorts[id]!.module.voc.value;
      expect(module.vocV).toBeCloseTo(sheetV * vocShare!, 6);
      const schools = coldSchools(module.betaVoc, calculate(honey, climate).climate!.low);
      expect(panel.coldVocV).toBeCloseTo(
        Math.max(sheetV, module.vocV) * (schools.coefficient ?? schools.codeTable),
        6,
      );
      expect(panel.coldVocV).toBeGreaterThan(module.vocV);
    }
  });
  it('make more amps where light comes through from behind', () => {
    const bright = arrayOf(put(honey, ['/arrays/a1/bifacial', chosen(10)])).pile!;
    const backs = 1.1 / (1 + plan.bifacial.value / 100);
    for (const [k, { panel }] of bright.sorts.entries()) {
      expect(panel.pmaxW).toBeCloseTo(sorts[k]!.panel.pmaxW * backs, 9);
      expect(panel.impA).toBeCloseTo(sorts[k]!.panel.impA * backs, 9);
    }
    for (const [k, { panel }] of bright.sorts.entries())
      expect(panel.iscA).toBeCloseTo((sorts[k]!.panel.iscA / (1 + plan.bifacial.value / 100)) * 1.1, 9);
  });
  it('are searched as they are, but for those that no curve goes through', () => {
    expect(searchSorts(sorts).map(({ id }) => id)).toEqual(sorts.map(({ id }) => id));
    const odd = arrayOf(put(honey, ['/arrays/a1/pile/sorts/k2/module/vmp', chosen(60)])).pile!;
    expect(odd.sorts.find(({ id }) => id === 'k2')!.five).toBeNull();
    expect(searchSorts(odd.sorts).map(({ id }) => id)).not.toContain('k2');
  });
});

describe('strings side by side', () => {
  it('add the volts of their panels, and carry what the weakest limit of them does', () => {
    for (const input of inputs) {
      for (const { panels, length, coldVocV, hotVmpV, hotVocV, iscA, ownW, alone } of input.strings) {
        expect(length).toBe(panels.reduce((sum, count) => sum + count, 0));
        expect(coldVocV).toBeCloseTo(
          panelsOf(panels, ({ panel }) => panel.coldVocV),
          9,
        );
        expect(hotVmpV).toBeCloseTo(
          panelsOf(panels, ({ panel }) => panel.hotVmpV),
          9,
        );
        expect(hotVocV).toBeCloseTo(
          panelsOf(panels, ({ panel }) => panel.hot.vocV),
          9,
        );
        expect(iscA).toBe(Math.max(...panels.map((count, k) => (count > 0 ? sorts[k]!.panel.iscA : 0))));
        // by itself never more than each panel at its own best, and near it
        expect(alone.watts).toBeLessThanOrEqual(ownW * (1 + 1e-9));
        expect(alone.watts).toBeGreaterThan(0.8 * ownW);
        expect(alone.watts).toBeCloseTo(alone.volts * alone.amps, 6);
      }
      const each = <T>(read: (of: (typeof input.strings)[number]) => T) => input.strings.map(read);
      expect(input.coldVocV).toBe(Math.max(...each(({ coldVocV }) => coldVocV)));
      expect(input.hotVmpV).toBe(Math.min(...each(({ hotVmpV }) => hotVmpV)));
      expect(input.hotVocV).toBe(Math.min(...each(({ hotVocV }) => hotVocV)));
      expect(input.iscA).toBeCloseTo(
        each(({ iscA }) => iscA).reduce((sum, amps) => sum + amps, 0) * BRIGHT,
        9,
      );
      expect(input.ownW).toBeCloseTo(
        each(({ ownW }) => ownW).reduce((sum, watts) => sum + watts, 0),
        9,
      );
      const vmps = each(({ panels }) => panelsOf(panels, ({ module }) => module.vmpV));
      expect(input.vmpSpread).toBeCloseTo(Math.max(...vmps) / Math.min(...vmps) - 1, 9);
      const imps = each(({ panels }) => {
        const amps = panels.flatMap((count, k) => (count > 0 ? [sorts[k]!.module.impA] : []));
        return Math.max(...amps) / Math.min(...amps) - 1;
      });
      expect(input.impSpread).toBeCloseTo(Math.max(...imps), 9);
      // what one sends the others, all come to nothing at the point of most power but what leaves
      const sent = each(({ sharesA }) => sharesA).reduce((sum, amps) => sum + amps, 0);
      expect(sent).toBeCloseTo(input.solved.peaks[0]!.amps, 4);
    }
    expect(inputs.some(({ impSpread, vmpSpread }) => impSpread > 0 || vmpSpread > 0)).toBe(true);
  });
  it('have the curve of their panels, none of those of which there is none', () => {
    const [first] = inputs[0]!.strings;
    const one = curveOf(first!.panels, sorts, 1000, 25);
    expect(one).toBeDefined();
    expect(() =>
      curveOf(
        sorts.map(() => 0),
        sorts,
        1000,
        25,
      ),
    ).not.toThrow();
  });
  it('are none where no panel is in them', () => {
    const [first] = Object.values(plan.pile!.strings);
    const empty = { ...first!, position: 0, panels: {} };
    const zero = { ...empty, panels: { [sorts[0]!.id]: 0 } };
    const told = arrayOf(
      put(honey, ['/arrays/a1/pile/strings/s98', empty], ['/arrays/a1/pile/strings/s99', zero]),
    );
    expect(told.pile!.inputs.map(({ strings: on }) => on.map(({ id }) => id))).toEqual(
      inputs.map(({ strings: on }) => on.map(({ id }) => id)),
    );
  });
  it('are asked of an input with its own limits, and no more of them than are tried', () => {
    const [{ window }] = inputs as [(typeof inputs)[0]];
    const door = doorOf(window, []);
    expect(door).toMatchObject({
      maxV: window.maxV,
      maxA: window.maxA,
      maxIscA: window.maxIscA,
      maxParallel: 6,
    });
    expect(doorOf(window, [], 3).maxParallel).toBe(3);
    expect(doorOf(window, [], 99).maxParallel).toBe(10);
  });
});

describe('a pile in the terms of alike strings', () => {
  const worst = (read: (of: (typeof inputs)[number]) => number) => Math.max(...inputs.map(read));
  it('is told by the input that is nearest to each limit', () => {
    const { chosen: as, window } = strings!;
    const cold = inputs.find(
      (of) => of.coldVocV / of.window.maxV === worst((each) => each.coldVocV / each.window.maxV),
    )!;
    expect([as.coldVocV, window.maxV]).toEqual([cold.coldVocV, cold.window.maxV]);
    const hot = inputs.find(
      (of) =>
        of.window.chargesFromV / of.hotVmpV === worst((each) => each.window.chargesFromV / each.hotVmpV),
    )!;
    expect([as.hotVmpV, window.chargesFromV]).toEqual([hot.hotVmpV, hot.window.chargesFromV]);
    expect(as.iscA / window.maxIscA).toBeCloseTo(
      worst((each) => each.iscA / each.window.maxIscA),
      9,
    );
    expect(as.impA / window.maxA).toBeCloseTo(
      worst((each) => each.solved.peaks[0]!.amps / each.window.maxA),
      9,
    );
    expect(as).toMatchObject({
      inputs: inputs.length,
      parallel: worst((each) => each.strings.length),
      series: worst((each) => Math.max(...each.strings.map(({ length }) => length))),
      panels: sorts.reduce((sum, { wired }) => sum + wired, 0),
      watts: pile!.wiredW,
      faults: 0,
    });
  });
  it('is told by the input whose own limit is nearest, wherever its strings stand in the list', () => {
    const said = Object.entries(plan.pile!.strings);
    const numbers = inputs.map(({ window }) => window.input);
    expect(numbers.length).toBeGreaterThan(1);
    expect(numbers).toEqual(numbers.toSorted((a, b) => a - b));
    // the same strings, those of the last input first
    const turned = put(
      honey,
      ...said.map(([id], i): [string, unknown] => [
        `/arrays/a1/pile/strings/${id}/position`,
        said.length - i,
      ]),
    );
    expect(arrayOf(turned).pile!.inputs.map(({ window }) => window.input)).toEqual(numbers);
    // a lower limit on one of them makes it the one that is told
    for (const { window, coldVocV } of inputs) {
      const maxVolts = chosen(Math.ceil(coldVocV) + 1);
      const told = arrayOf(
        put(honey, [`/controllers/c1/inputLimits/${window.input}`, { maxVolts }]),
      ).strings!;
      expect([told.window.maxV, told.chosen.coldVocV]).toEqual([maxVolts.value, coldVocV]);
    }
  });
  it('starts where each of its inputs does, and makes on each what its own volts let it', () => {
    const opens = inputs.map(({ hotVocV }) => hotVocV);
    for (const [i, { window }] of inputs.entries()) {
      const from = (startVolts: number) =>
        arrayOf(
          put(honey, [`/controllers/c1/inputLimits/${window.input}`, { startVolts: chosen(startVolts) }]),
        ).strings!.chosen.faults & FAULT.hotVoltage;
      expect([from(Math.floor(opens[i]!)) > 0, from(Math.ceil(opens[i]!)) > 0]).toEqual([false, true]);
      const low = { maxWorkVolts: chosen(0.8 * inputs[i]!.solved.peaks[0]!.volts) };
      const held = arrayOf(put(honey, [`/controllers/c1/inputLimits/${window.input}`, low])).pile!;
      expect(held.kWh).toBeLessThan(0.97 * pile!.kWh);
      expect(held.kWh).toBeGreaterThan(0.5 * pile!.kWh);
    }
  });
  it('keeps what the controller takes, less what does not match', () => {
    const { kept, losses } = strings!.chosen;
    const taken = inputs.reduce((sum, { solved }) => sum + solved.peaks[0]!.watts, 0);
    const mismatch = 1 - pile!.kWh / pile!.ownKWh;
    expect(mismatch).toBeGreaterThan(0);
    expect(kept).toBeCloseTo(Math.min(1, berth.usableW / pile!.wiredW, taken / pile!.wiredW + mismatch), 9);
    expect(losses).toBe(kept < 0.999 ? LOSS.watts : 0);
  });
  it('fails where a limit is passed, where an input is not there, and where panels are not', () => {
    const faults = (design: Design) => arrayOf(design).strings!.chosen.faults;
    const has = (design: Design, fault: number) => (faults(design) & fault) !== 0;
    const most = strings!.chosen;
    const limit = (maxVolts: number) => put(honey, ['/controllers/c1/maxVolts', chosen(maxVolts)]);
    expect(has(limit(Math.floor(most.coldVocV)), FAULT.coldVoltage)).toBe(true);
    expect(has(limit(Math.ceil(most.coldVocV)), FAULT.coldVoltage)).toBe(false);
    const isc = (amps: number) => put(honey, ['/controllers/c1/maxIscAmps', chosen(amps)]);
    expect(has(isc(Math.floor(most.iscA)), FAULT.shortCircuit)).toBe(true);
    expect(has(isc(Math.ceil(most.iscA)), FAULT.shortCircuit)).toBe(false);
    expect(has(put(honey, ['/arrays/a1/pile/strings/s1/input', 5]), FAULT.inputs)).toBe(true);
    // wired are as many as there are at most: one less is one too few, one more is none too few
    const [sort] = sorts;
    const there = (count: number) => put(honey, [`/arrays/a1/pile/sorts/${sort!.id}/count`, chosen(count)]);
    expect(has(there(sort!.wired - 1), FAULT.panels)).toBe(true);
    expect(has(there(sort!.wired), FAULT.panels)).toBe(false);
    expect(has(there(sort!.wired + 1), FAULT.panels)).toBe(false);
  });
  it('is nothing where nothing is strung', () => {
    const none = arrayOf(put(honey, ['/arrays/a1/pile/strings', {}]));
    expect(none.pile!.inputs).toEqual([]);
    expect(none.strings!.chosen).toMatchObject({
      coldVocV: 0,
      iscA: 0,
      panels: 0,
      watts: 0,
      kept: 1,
      parallel: 0,
    });
    expect(none.strings!.backFedA).toBe(0);
  });
});
