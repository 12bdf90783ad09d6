import { calculate } from '../calculate';
import { problemsOf, type BusVolts, type JobKind } from '../document';
import { USE_LIBRARY } from '../loads';
import { plainClimate } from '../testing/climates';
import type { UnitSystem } from '../units';
import { blankDesign, blankSource, blankUse, chosen, nextPosition } from './blank';
import { useFromLibrary } from './fromLibrary';

const KINDS: readonly JobKind[] = ['homestead', 'cabin', 'shed', 'trailer', 'boat'];
const blank = (kind: JobKind, busVolts: BusVolts = 12, units: UnitSystem = 'metric') =>
  blankDesign({ name: 'New', kind, units, busVolts });

describe('a new job', () => {
  it.each(KINDS.flatMap((kind) => ([12, 24, 48] as const).map((bus) => [kind, bus] as const)))(
    'for a %s of %s V may stand, and its panels charge its bank on a hot roof',
    (kind, bus) => {
      const design = blank(kind, bus);
      expect(problemsOf(design)).toEqual([]);
      expect(design.controllers.c1!.buses).toContain(bus);
      const place = { ...design.place, lat: chosen(41.6), lon: chosen(0) };
      const { strings } = calculate({ ...design, place }, plainClimate()).arrays[0]!;
      expect(strings!.chosen.faults).toBe(0);
    },
  );
  it('follows the rules of its kind and of where feet are used', () => {
    const schools = (units: UnitSystem) => KINDS.map((kind) => blank(kind, 12, units).school);
    expect(schools('metric')).toEqual(['iec', 'iec', 'iec', 'iec', 'marine']);
    expect(schools('imperial')).toEqual([...Array<string>(4).fill('north-american'), 'marine']);
  });
  it('has two hot legs only in a building where these are usual, on a bank large enough', () => {
    const split = (units: UnitSystem, bus: BusVolts) =>
      KINDS.filter((kind) => blank(kind, bus, units).supply.phases === 'split');
    expect(split('imperial', 48)).toEqual(['homestead', 'cabin', 'shed']);
    expect([split('imperial', 24), split('imperial', 12), split('metric', 48)]).toEqual([[], [], []]);
  });
  it('lies flat where it moves, and faces south on a rack where it does not', () => {
    for (const kind of KINDS) {
      const { plane, mounting, module } = blank(kind).arrays.a1!;
      const moves = kind === 'trailer' || kind === 'boat';
      expect([kind, plane.kind, plane.tilt.value, plane.azimuth.value, mounting]).toEqual(
        moves ? [kind, 'moving', 0, 0, 'roof'] : [kind, 'fixed', 35, 180, 'rack'],
      );
      expect(module.pmax.value < 250).toBe(moves);
    }
  });
  it('has a home for its bank, and runs as long as its kind is large', () => {
    const of = <T>(read: (design: ReturnType<typeof blank>) => T) => KINDS.map((kind) => read(blank(kind)));
    expect(of(({ bank }) => bank.home.kind)).toEqual(['rack', 'shelf', 'shelf', 'shelf', 'bilge']);
    expect(of(({ bank }) => bank.home.where)).toEqual(['building', 'building', 'shed', 'shed', 'shed']);
    expect(of(({ bank }) => [bank.home.shelves.value, bank.home.height.value])).toEqual([
      [3, 1800],
      ...Array(4).fill([1, 600]),
    ]);
    expect(of(({ bank }) => bank.home.carries.value)).toEqual([400, 400, 400, 150, 150]);
    expect(of(({ bank }) => bank.days.value)).toEqual([3, 2, 2, 2, 2]);
    expect(of(({ wiring }) => wiring.lengths.array.value)).toEqual([25, 15, 8, 5, 9]);
    expect(of(({ bank }) => [bank.home.insulation, bank.home.heated, bank.coldProtected])).toEqual(
      Array(5).fill(['none', false, true]),
    );
    expect(of(({ power }) => power)).toEqual(
      Array(5).fill({ ...blank('shed').power, inverter: null, searching: false, sources: {} }),
    );
    expect([blank('cabin', 48), blank('cabin', 24)].map(({ supply }) => supply.inverterIdle.value)).toEqual([
      30, 12,
    ]);
    // figures that nobody chose say so
    expect(
      of(({ wiring, bank, supply }) =>
        [wiring.lengths.loads, bank.home.length, supply.inverterIdle].map(({ from }) => from),
      ),
    ).toEqual(Array(5).fill(['guess', 'guess', 'guess']));
  });
  it('has sources that nobody starts but by hand, all year, with the fuel that is usual', () => {
    const kinds = ['generator', 'shore', 'alternator', 'turbine'] as const;
    expect(kinds.map((kind) => blankSource(kind, 2).fuel)).toEqual(['petrol', 'diesel', 'diesel', 'diesel']);
    for (const kind of kinds)
      expect(blankSource(kind, 2)).toMatchObject({
        kind,
        position: 2,
        automatic: false,
        from: '01-01',
        to: '12-31',
      });
  });
  it('puts another row at the end', () => {
    expect([nextPosition({}), nextPosition({ a: { position: 7 }, b: { position: 3 } })]).toEqual([1, 8]);
  });
});

describe('a typical use as a row of its own', () => {
  it.each(USE_LIBRARY)('$name is as it stands in the library, by guess', (typical) => {
    const use = useFromLibrary(typical, 4);
    expect(use).toMatchObject({
      ...blankUse(4, typical.name),
      group: typical.group,
      watts: { value: typical.watts, from: 'guess' },
      hours: { value: typical.hours, from: 'guess' },
      startFactor: { value: typical.startFactor, from: 'guess' },
      standby: { value: typical.standby, from: 'guess' },
      supply: typical.dc ? 'dc' : 'ac',
      form: typical.form,
      priority: typical.priority,
      perPerson: typical.perPerson,
      paint: typical.paint ? { year: typical.paint } : {},
      given: expect.any(Object) as unknown,
    });
    // painted half hours at its share of them come to its usual hours
    const painted = [...(typical.paint ?? '')].filter((cell) => cell === '1').length / 2;
    const byWatts = typical.form === 'watts' || typical.form === 'amps';
    if (painted > 0 && byWatts)
      expect(Math.abs((painted * use.given.duty!.value) / 100 - typical.hours)).toBeLessThan(0.006 * painted);
    else expect(use.given.duty).toBeUndefined();
    for (const [key, value] of Object.entries(typical.given))
      expect(use.given[key as 'labelWh']).toEqual({ value, from: 'guess' });
  });
});
