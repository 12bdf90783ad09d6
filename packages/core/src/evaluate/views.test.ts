import { calculate } from '../calculate';
import { withValueAt, type Design, type SizeName, type Use } from '../document';
import { blankUse, chosen, examples, measured } from '../job';
import { cabinOf } from '../testing/cabin';
import { plainClimate } from '../testing/climates';
import { plain } from '../testing/plain';
import { sizeText } from '../wiring';
import { evaluate, oneLineOf } from '.';

const climate = { ...plainClimate(44), stops: {} };
// those that stay where they are: the climate of stops is not read here
const jobs = examples().filter(({ design }) => Object.keys(design.stops).length === 0);
const view = (design: Design) => evaluate(design, climate, false);
const use = (at: number, watts: number, more: Partial<Use> = {}): Use => ({
  ...blankUse(at, `Use ${at}`),
  watts: measured(watts),
  hours: measured(2),
  startFactor: chosen(1),
  ...more,
});
const house = (uses: Design['uses'], sharing = 100): Design =>
  cabinOf(uses, { inverterEfficiency: chosen(100), inverterIdle: chosen(0), sharing: chosen(sharing) });
const many = (count: number) =>
  Object.fromEntries(Array.from({ length: count }, (_, i) => [`u${i + 1}`, use(i + 1, 100 * (i + 1))]));

describe('all at once, as its sheet draws it', () => {
  it('is a band for each of seven, and of more the largest six and the rest in one', () => {
    const bands = (count: number) => view(house(many(count))).power.bands;
    expect(bands(7).map(({ watts }) => watts)).toEqual([700, 600, 500, 400, 300, 200, 100]);
    const nine = bands(9);
    expect(nine).toHaveLength(7);
    expect(nine.slice(0, 6).map(({ watts }) => watts)).toEqual([900, 800, 700, 600, 500, 400]);
    // 300, 200 and 100
    expect(nine[6]).toEqual({ name: '3 smaller ones', watts: 600 });
    expect(bands(0)).toEqual([]);
  });
  it('is drawn to the share that runs at once', () => {
    const { bands, runningW } = view(house(many(4), 70)).power;
    expect(runningW).toBeCloseTo(700, 9);
    expect(bands.map(({ watts }) => watts)).toEqual(
      [280, 210, 140, 70].map((watts) => expect.closeTo(watts, 9) as number),
    );
  });
  it('leaves out what is on DC, of later, of other months, and what takes nothing', () => {
    const uses = {
      a: use(1, 500, { months: [7] }),
      b: use(2, 900, { supply: 'dc' }),
      c: use(3, 800, { stage: 1 }),
      d: use(4, 300, { months: [1] }),
      e: use(5, 0),
      f: use(6, 200, { count: chosen(4), name: '' }),
    };
    const { bands, runningW, startExtraW, starts } = view(house(uses)).power;
    expect(bands).toEqual([
      { name: 'unnamed', watts: 800 },
      { name: 'Use 1', watts: 500 },
    ]);
    expect(runningW).toBe(1300);
    expect([startExtraW, starts]).toEqual([0, null]);
    const pump = { ...uses, a: { ...uses.a, startFactor: chosen(3) } };
    expect(view(house(pump)).power).toMatchObject({ startExtraW: 1000, starts: 'Use 1' });
  });
});

describe('circuits by what may be shed', () => {
  it('have a breaker each from 1 kW on, and share what is left', () => {
    const uses = {
      cooker: use(1, 2300),
      lamp: use(2, 60),
      fan: use(3, 90),
      radio: use(4, 40, { priority: 'should' }),
      tank: use(5, 1500, { priority: 'surplus' }),
      light: use(6, 20, { supply: 'dc' }),
    };
    const { panels } = view(house(uses)).power;
    const names = (of: typeof panels.must) => of.map((way) => [way.names.join(' + '), way.side]);
    expect(names(panels.must)).toEqual([
      ['Use 1', 'ac'],
      ['Use 6', 'dc'],
      ['Use 2 + Use 3', 'ac'],
    ]);
    expect(names(panels.should)).toEqual([['Use 4', 'ac']]);
    expect(names(panels.surplus)).toEqual([['Use 5', 'ac']]);
    // 2300 W at 230 V are 10 A
    const [cooker, , shared] = panels.must;
    expect(cooker!.amps).toBeGreaterThanOrEqual(10);
    expect([cooker!.many, shared!.many]).toEqual([1, 1]);
  });
  it('are as many as what is left asks for', () => {
    const eight = Object.fromEntries(Array.from({ length: 8 }, (_, i) => [`u${i}`, use(i, 900)]));
    const design = house(eight);
    const { circuit } = calculate(design, climate).wiring.wired.find(
      ({ circuit: { key } }) => key === 'ac-rest',
    )!;
    const [shared] = view(design).power.panels.must;
    expect(shared!.many).toBe(Math.ceil(7200 / (circuit.mostA * circuit.volts)));
    expect(shared!.many).toBeGreaterThan(1);
  });
  it('say how long the bank lasts with what may be shed gone, by hand', () => {
    const uses = {
      must: use(1, 100, { hours: measured(8), supply: 'dc' }),
      should: use(2, 60, { hours: measured(10), supply: 'dc', priority: 'should' }),
    };
    const { power, figures } = view(house(uses));
    // 800 of 1400 Wh are left
    expect(power.shedDays!.all).toBeCloseTo(figures['bank.days']!.value!, 9);
    expect(power.shedDays!.must / power.shedDays!.all).toBeCloseTo(1400 / 800, 6);
    expect(view(house({ must: uses.must })).power.shedDays).toBeNull();
    expect(view(house({ should: uses.should })).power.shedDays).toBeNull();
  });
  it('tell of surplus only where something waits for it and the place is known', () => {
    const uses = { a: use(1, 100), tank: use(2, 800, { priority: 'surplus' }) };
    const { surplus } = view(house(uses)).power;
    expect(surplus!.uses.map(({ id }) => id)).toEqual(['tank']);
    expect(surplus!.hours).toHaveLength(12);
    const most = calculate(house(uses), climate).meanDays!.map(({ spilledW }) => spilledW);
    expect(surplus!.mostW).toBe(Math.max(...most));
    expect(view(house({ a: uses.a })).power.surplus).toBeNull();
    expect(evaluate(house(uses), null, false).power.surplus).toBeNull();
  });
});

describe('runs as their sheet shows them', () => {
  it('open before the main fuse where theirs is at most half of it', () => {
    for (const { design } of examples()) {
      const { runs } = view(design).wire;
      const main = runs.find(({ kind }) => kind === 'bank')?.device?.amps;
      for (const { kind, device, opensFirst } of runs) {
        const behind = ['charge', 'inverter', 'dc-feed', 'dc'].includes(kind);
        expect(opensFirst).toBe(device && behind && main !== undefined ? device.amps <= main / 2 : null);
      }
    }
  });
  it('count pipe, tape and boxes in whole metres of their stretches', () => {
    const vale = examples().find(({ design }) => design.name.startsWith('Vale'))!.design;
    const parts = (design: Design) => {
      const all = view(design).wire.parts;
      return (what: RegExp) =>
        all.filter((part) => what.test(part.what)).reduce((sum, { many: n }) => sum + n, 0);
    };
    const of = parts(vale);
    // a trench of 62 m, 5 m down the wall; two boxes in the trench
    expect(of(/^metres of plastic pipe/)).toBe(67);
    expect(of(/^metres of warning tape/)).toBe(62);
    expect(of(/^boxes to pull from/)).toBe(2);
    const odd = parts(withValueAt(vale, '/wiring/stretches/t1/length', measured(61.2)));
    expect(odd(/^metres of warning tape/)).toBe(62);
    const bare = parts(withValueAt(vale, '/wiring/stretches/t1/raceway', 'none'));
    expect(bare(/^metres of plastic pipe/)).toBe(5);
    expect(bare(/^metres of warning tape/)).toBe(62);
  });
  it('tell what the wires bring and lose as it is reckoned', () => {
    for (const { design } of jobs) {
      const facts = calculate(design, climate);
      const { reachPct, lossPct } = view(design).wire;
      expect(reachPct).toEqual({ ac: 100 * facts.loads.reach.ac, dc: 100 * facts.loads.reach.dc });
      for (const { id, plan } of facts.arrays) expect(lossPct[id]).toBe(plan.wiring!.value);
    }
  });
});

describe('the one-line, before it is laid out', () => {
  const line = (design: Design) => oneLineOf(design, view(design));
  it('lists each part with what it bears, what it is loaded to, and the margin', () => {
    for (const { design } of jobs) {
      const { wire, figures } = view(design);
      const { spec } = line(design);
      const runs = spec.filter(({ part }) => wire.runs.some(({ name }) => part.startsWith(`${name}: `)));
      const fused = wire.runs.filter(({ device }) => device).length;
      expect(runs).toHaveLength(wire.runs.length + fused);
      for (const [i, run] of wire.runs.entries())
        expect(runs[i]!.margin).toBeCloseTo(100 * (1 - run.mostA / run.carriesA), 9);
      const cold = spec.filter(({ part }) => part.endsWith(', cold'));
      expect(cold).toHaveLength(Object.keys(design.arrays).length);
      const [first] = Object.values(design.arrays);
      const limit = design.controllers[first!.strings.controller]!.maxVolts.value;
      expect(cold[0]!.margin).toBeCloseTo(100 * (1 - figures['strings.cold']!.value! / limit), 6);
    }
  });
  it('marks an array by its own findings alone, the first by those without an id', () => {
    const vale = examples().find(({ design }) => design.name.startsWith('Vale'))!.design;
    const marks = (design: Design) =>
      Object.fromEntries(
        line(design)
          .parts.filter(({ kind }) => kind === 'array')
          .map(({ id, mark }) => [id, mark]),
      );
    expect(marks(vale)).toMatchObject({ 'array:a1': 'stop', 'array:a3': null });
    const three = withValueAt(vale, '/arrays/a1/strings/series', chosen(3));
    expect(marks(withValueAt(three, '/arrays/a1/strings/parallel', chosen(4)))['array:a1']).toBeNull();
  });
  it('says how far a run is buried, how deep and in what; of one that is not, nothing', () => {
    const vale = examples().find(({ design }) => design.name.startsWith('Vale'))!.design;
    const buried = (design: Design) => line(design).runs.find(({ key }) => key === 'feed-a1')!.buried;
    expect(plain(buried(vale)!)).toMatch(/^62\.0 m buried 700 mm deep, pipe \d+ mm$/);
    const bare = withValueAt(vale, '/wiring/stretches/t1/raceway', 'none');
    expect(plain(buried(withValueAt(bare, '/wiring/stretches/t1/depth', null))!)).toBe('62.0 m buried');
    expect(buried(withValueAt(vale, '/wiring/stretches/t1/surroundings', 'wall'))).toBeNull();
    expect(buried(withValueAt(vale, '/wiring/circuits/feed-a1/path', ['w1']))).toBeNull();
  });
  it('tells of each run its count, its conductors and their size; of those to uses, nothing', () => {
    for (const { design } of jobs) {
      const { wire } = view(design);
      const drawn = line(design);
      for (const { key, lines } of drawn.runs) {
        const { kind, many: alike, wires, side, size } = wire.runs.find((run) => run.key === key)!;
        const text = `${wires * side} × ${sizeText(size as SizeName)}`;
        if (['ac', 'dc', 'own'].includes(kind)) expect(lines).toEqual([]);
        else expect(lines[0]).toBe(alike > 1 ? `${alike} × ${text}` : text);
      }
      for (const { id, kind, title, lines } of drawn.parts.filter((part) => part.kind === 'joint')) {
        const run = wire.runs.find(({ ends, kind: of }) => of === 'string' && ends![1] === id);
        const fused = run?.device;
        // each input of unlike panels has one of its own, which says whose it is
        const whose = design.arrays[id.split(':')[1]!]!.pile ? run!.on.replace('input', '') : '';
        expect([kind, title, lines.length]).toEqual([
          'joint',
          `${fused ? 'Combiner' : 'Branch'}${whose}`,
          fused ? 1 : 0,
        ]);
      }
    }
  });
  it('breaks long words of a box at their commas, and at nothing else', () => {
    const vale = examples().find(({ design }) => design.name.startsWith('Vale'))!.design;
    const named = (label: string) =>
      line(withValueAt(vale, '/controllers/c1/label', label))
        .parts.find(({ id }) => id === 'controller:c1')!
        .lines.map(plain);
    expect(named('Mine, 150 V')).toEqual(['Mine, 150 V', 'up to 150 V']);
    expect(named('Controller of ours, 150 V, 60 A')).toEqual([
      'Controller of ours,',
      '150 V, 60 A',
      'up to 150 V',
    ]);
    expect(named('Ours, for the ground rack, 60 A')).toEqual([
      'Ours,',
      'for the ground rack,',
      '60 A',
      'up to 150 V',
    ]);
    expect(named('A controller with a long name')).toEqual(['A controller with a long name', 'up to 150 V']);
  });
  it('draws a heavier line for more amps, and counts what is alike', () => {
    for (const { design } of examples()) {
      const { wire } = view(design);
      for (const { key, weight, many: alike, symbol, device } of line(design).runs) {
        const run = wire.runs.find((each) => each.key === key)!;
        expect(weight).toBe(run.carriesA > 100 ? 3.2 : run.carriesA > 40 ? 2.2 : 1.4);
        expect(alike).toBe(run.many);
        if (run.kind === 'feed' && !run.device)
          expect([symbol, plain(device!)]).toEqual(['switch', expect.stringMatching(/^\d+ poles, /)]);
      }
    }
  });
  it('tells what a controller and a bank are, with their guards', () => {
    const vale = examples().find(({ design }) => design.name.startsWith('Vale'))!.design;
    const { parts, earth } = line(vale);
    const bank = parts.find(({ id }) => id === 'bank')!;
    expect(bank.lines.map(plain)[0]).toBe('48 V, 2 × 200 Ah');
    expect(bank.guards.map(({ id }) => id)).toEqual(['bank-switch']);
    expect(plain(earth!)).toMatch(/^10 mm² bonding, over every gap in a rail, to 1 electrode$/);
    const array = parts.find(({ id }) => id === 'array:a1')!;
    expect(array).toMatchObject({ strings: 3, series: 4, sheet: 'array' });
    expect(array.lines.map(plain)).toEqual(['3 strings of 4', '410 W each']);
    const honey = examples().find(({ design }) => design.name === 'Honey house')!.design;
    const pile = line(honey).parts.find(({ kind }) => kind === 'array')!;
    expect(pile.lines.map(plain)).toEqual(['11 panels,', 'not alike']);
  });
  it('tells what an inverter carries and starts, and calls each use by its name', () => {
    const two = house({ saw: use(1, 1000, { startFactor: chosen(3) }), pump: use(2, 1200) });
    const { parts } = line(two);
    const of = (id: string) => {
      const { title, lines } = parts.find((part) => part.id === id)!;
      return [title, ...lines.map(plain)];
    };
    expect(of('inverter')).toEqual(['Inverter, not chosen', 'largest hour 2200 W', 'starts 4200 W']);
    expect(of('use:ac-saw')[0]).toBe('Use 1');
    expect(of('use:ac-pump')[0]).toBe('Use 2');
    expect(
      line(house({})).parts.flatMap(({ lines }) => lines.filter((text) => text.includes('hour'))),
    ).toEqual([]);
  });
  it('draws a pile by its sorts, and its inputs by the curves of their strings', () => {
    const honey = examples().find(({ design }) => design.name === 'Honey house')!.design;
    const [{ pile: solved }] = calculate(honey, climate).arrays as [ReturnType<typeof calculate>['lead']];
    const { pile } = Object.values(view(honey).strings)[0]!;
    expect(pile!.sorts.map(({ id, pmaxW, wired }) => [id, pmaxW, wired])).toEqual(
      solved!.sorts.map(({ id, module, wired }) => [id, module.pmaxW, wired]),
    );
    for (const [i, { input, amps, volts, wattsTogether, strings }] of pile!.inputs.entries()) {
      const on = solved!.inputs[i]!;
      expect(input).toBe(on.window.input);
      expect(volts * amps).toBeCloseTo(wattsTogether, 6);
      expect(strings.map(({ coldVocV, short }) => [coldVocV, short])).toEqual(
        on.strings.map(({ coldVocV, hotVocV }) => [
          coldVocV,
          hotVocV < Math.max(on.window.startV, on.window.chargesFromV),
        ]),
      );
      const shares = strings.reduce((sum, { sharesA }) => sum + sharesA, 0);
      expect(shares).toBeCloseTo(amps, 3);
    }
  });
});
