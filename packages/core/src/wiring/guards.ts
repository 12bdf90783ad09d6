import { PART } from './ends';
import { arraysOf, type WiringScene } from './scene';
import type { Wired } from './size';

/** Something that guards a job beside the fuse or breaker of each run. */
export interface Guard {
  id: 'surge-dc' | 'surge-ac' | 'residual' | 'shutdown' | 'bank-switch' | 'transfer' | 'shore-residual';
  what: string;
  /** In few words, as a drawing has room for. */
  short: string;
  many: number;
  /** The parts of a drawing it stands in or before, and how many there. */
  parts: readonly (readonly [part: string, many: number])[];
  /** Where it stands, and why. */
  at: string;
  about: string;
}

/** A lead that carries no power: what senses, starts or speaks. */
export interface SignalLead {
  what: string;
  from: string;
  to: string;
  lengthM: number;
  /** Its conductors. */
  kind: string;
}

/** An arrester at the other end too where more metres of cable lie between. @source IEC 61643-32 and IEC 60364-7-712 (from memory) */
const BOTH_ENDS_M = 10;
/** An arrester for panels bears so much more than their coldest volts. Common practice. */
const ARRESTER_OVER = 1.2;

const longest = (wired: readonly Wired[], is: (of: Wired) => boolean): number =>
  wired.reduce((most, of) => (is(of) ? Math.max(most, of.lengthM) : most), 0);

/** How many stand in each part. */
function counted(parts: readonly (readonly [string, number])[]): [string, number][] {
  const counts = new Map<string, number>();
  for (const [part, many] of parts) counts.set(part, (counts.get(part) ?? 0) + many);
  return [...counts];
}

/**
 * What practice and the codes ask for beside the fuses, counted: surge arresters, residual current, shut-down, and what
 * takes bank and generator off. The local code has the last word.
 */
export function guardsOf(scene: WiringScene, wired: readonly Wired[]): Guard[] {
  const { school, kind, inverter, sources, bank } = scene;
  const station = scene.controllers.find((controller) => controller.station);
  const moves = kind === 'boat' || kind === 'trailer';
  const feeds = wired.filter(({ circuit }) => circuit.kind === 'feed');
  const main = wired.find(({ circuit }) => circuit.kind === 'bank');
  const ac = wired.some(({ circuit }) => circuit.kind === 'ac');
  const guards: Guard[] = [];
  if (feeds.length > 0 && !moves) {
    const far = feeds.filter(({ lengthM }) => lengthM > BOTH_ENDS_M);
    const many = (of: readonly Wired[]) => of.reduce((sum, { circuit }) => sum + circuit.many, 0);
    const volts = Math.max(...feeds.map(({ circuit }) => circuit.highV));
    const rated = `${Math.ceil((volts * ARRESTER_OVER) / 10) * 10} V DC`;
    guards.push({
      id: 'surge-dc',
      what: `surge arrester for panels, ${rated}`,
      short: `arrester ${rated}`,
      many: many(feeds) + many(far),
      parts: counted([
        ...feeds.map(({ ends, circuit }) => [ends?.[1] ?? '', circuit.many] as const),
        ...far.map(({ circuit }) => [`array:${circuit.array}`, circuit.many] as const),
      ]),
      at:
        far.length > 0
          ? 'at the controller, and at the array where the run is longer than 10 m'
          : 'at the controller',
      about:
        'Lightning far off sends surges down a long run; the lead to earth is shorter than 0.5 m and straight.',
    });
  }
  const outdoors = longest(
    wired,
    ({ circuit, warmest }) => circuit.ac && (warmest === 'trench' || warmest === 'wall'),
  );
  if (ac && !moves && outdoors > BOTH_ENDS_M)
    guards.push({
      id: 'surge-ac',
      what: 'surge arrester for AC',
      short: 'arrester for AC',
      many: 1,
      parts: [[PART.panel, 1]],
      at: 'in the AC panel',
      about: 'A run on AC leaves the building.',
    });
  if (ac && inverter && !inverter.station)
    guards.push({
      id: 'residual',
      what:
        school === 'north-american'
          ? 'ground-fault protected outlets or breakers'
          : 'residual-current device, 30 mA, type A',
      short: school === 'north-american' ? 'ground-fault protection' : 'residual current 30 mA, type A',
      many: 1,
      parts: [[PART.panel, 1]],
      at:
        school === 'north-american'
          ? 'outdoors, in kitchen, bath, barn and workshop'
          : 'before the circuits of sockets',
      about:
        'It only works where neutral is bonded to earth on its supply side, at one place: have it tried with the test button and with a tester, on the inverter and on each other source.',
    });
  if (sources.some((source) => source.kind === 'shore') && moves)
    guards.push({
      id: 'shore-residual',
      what: 'residual-current breaker, 30 mA, two poles',
      short: 'residual current 30 mA, 2 poles',
      many: 1,
      // a power station takes shore power itself
      parts: sources
        .filter((source) => source.kind === 'shore')
        .map(({ id }) => [station ? `controller:${station.id}` : `source:${id}`, 1]),
      at: 'within 3 m of the inlet of shore power',
      about:
        'It opens both conductors: the polarity of a quay is nobody’s promise (ABYC E-11, ISO 13297, from memory).',
    });
  if (school === 'north-american' && feeds.length > 0 && arraysOf(scene, true).length > 0 && !moves)
    guards.push({
      id: 'shutdown',
      what: 'rapid shut-down with its switch, and what it opens at the panels',
      short: 'rapid shut-down',
      many: 1,
      parts: arraysOf(scene, true).map((id) => [`array:${id}`, 1]),
      at: 'where the fire service comes first, labelled',
      about:
        'Conductors on a building fall below 80 V between panels and 30 V outside the array within 30 s (NEC 690.12, from memory).',
    });
  if (main && !inverter?.station) {
    // what its fuse lets through for hours must not cook the switch
    const amps = `${Math.ceil(Math.max(main.circuit.mostA, main.device?.amps ?? 0))} A`;
    guards.push({
      id: 'bank-switch',
      what: `battery switch, ${amps}, ${Math.ceil(bank.absorptionV)} V DC or more`,
      short: `battery switch, ${amps}`,
      many: 1,
      parts: [[PART.bank, 1]],
      at: 'in sight of the bank and within reach without leaning over it',
      about: 'Everything can be taken off the bank by one hand (NEC 706.15, ABYC E-11, from memory).',
    });
  }
  const sets = sources.filter((source) => source.kind === 'generator');
  if (sets.length > 0)
    guards.push({
      id: 'transfer',
      what: `transfer switch, ${Math.max(2, scene.legs + 1)} poles`,
      short: `transfer, ${Math.max(2, scene.legs + 1)} poles`,
      many: 1,
      parts: [[inverter?.charger || !ac ? PART.inverter : PART.panel, 1]],
      at: inverter?.charger
        ? 'in the inverter, if its sheet says so, else before the AC panel'
        : 'before the AC panel',
      about:
        'Generator and inverter never meet on one wire; where the generator bonds its neutral, the neutral is switched too.',
    });
  return guards;
}

/** Leads that sense, start and speak, as long as the runs they go along. Common practice. */
export function signalsOf(scene: WiringScene, wired: readonly Wired[]): SignalLead[] {
  const { bank, controllers, inverter, sources } = scene;
  const along = (is: (of: Wired) => boolean) => longest(wired, is);
  const bankM = along(({ circuit }) => circuit.kind === 'bank' || circuit.kind === 'links');
  const chargeM = along(({ circuit }) => circuit.kind === 'charge');
  const inverterM = along(({ circuit }) => circuit.kind === 'inverter');
  const apart = controllers.filter(({ station, inverter: same }) => !station && !same);
  const leads: SignalLead[] = [];
  if (bankM > 0)
    leads.push({
      what: 'battery monitor',
      from: 'shunt in the negative of the bank',
      to: 'display',
      lengthM: bankM + inverterM,
      kind: 'the lead that comes with it, its plus behind a fuse of 1 A at the post',
    });
  if (bank.lithium) {
    if (inverter && !inverter.station)
      leads.push({
        what: 'battery management',
        from: 'bank',
        to: 'inverter or controller',
        lengthM: bankM + inverterM,
        kind: 'data cable, 8 conductors, shielded',
      });
  } else
    for (const { label } of apart)
      leads.push({
        what: 'battery temperature',
        from: 'on the side of a middle battery',
        to: label,
        lengthM: bankM + chargeM,
        kind: '2 × 0.5 mm²',
      });
  if (!bank.lithium && apart.length > 0)
    leads.push({
      what: 'voltage sense',
      from: 'posts of the bank',
      to: apart.length > 1 ? 'controllers' : (apart[0]?.label ?? 'controller'),
      lengthM: bankM + chargeM,
      kind: '2 × 0.75 mm², behind a fuse of 1 A at the post',
    });
  for (const { id, name, automatic } of sources)
    if (automatic)
      leads.push({
        what: 'automatic start',
        from: inverter?.charger ? 'inverter' : 'battery monitor',
        to: name || 'generator',
        lengthM: along(({ circuit }) => circuit.key === `source-${id}`),
        kind: '2 × 1.5 mm², in a pipe of its own or of the same voltage class',
      });
  return leads;
}
