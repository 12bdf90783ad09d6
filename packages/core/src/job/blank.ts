import { CHEMISTRIES, usualUnit } from '../bank';
import {
  CURRENT_VERSION,
  type ArrayPlan,
  type BackupSource,
  type Bank,
  type BankHome,
  type BusVolts,
  type Chemistry,
  type Design,
  type Entry,
  type JobKind,
  type Place,
  type PowerPlan,
  type School,
  type Source,
  type SourceKind,
  type RunKind,
  type Use,
  type WiringPlan,
} from '../document';
import { groupOf } from '../loads';
import { moduleClass, sheetOfClass, type ModuleClass } from '../module';
import { controllerClass, controllerOfClass, type ControllerClass } from '../strings';
import { ALL_MONTHS, type UnitSystem } from '../units';

export const entry = (value: number, from: Source): Entry => ({ value, from });
export const guess = (value: number) => entry(value, 'guess');
export const chosen = (value: number) => entry(value, 'chosen');
export const catalogue = (value: number) => entry(value, 'catalogue');
export const measured = (value: number) => entry(value, 'measured');

/** A use with everything but its name to be filled in; every figure a guess. */
export function blankUse(position: number, name = ''): Use {
  return {
    name,
    position,
    watts: guess(0),
    count: chosen(1),
    hours: guess(1),
    months: [...ALL_MONTHS],
    supply: 'ac',
    startFactor: guess(1),
    priority: 'must',
    standby: guess(0),
    group: groupOf(name),
    form: 'watts',
    given: {},
    paint: {},
    days: 'every',
    event: null,
    perPerson: false,
    start: 'factor',
    leg: 'both',
    shed: 0,
    stage: 0,
    series: null,
  };
}

/** A row's id and its position for the end of the table. */
export function nextPosition(rows: Readonly<Record<string, { position: number }>>): number {
  return Math.max(0, ...Object.values(rows).map(({ position }) => position)) + 1;
}

/** Bank units as they are commonly sold for a bus, of one chemistry. Common practice. */
export function usualBank(
  chemistry: Chemistry,
  busVolts: BusVolts,
): Pick<Bank, 'chemistry' | 'depth' | 'unitVolts' | 'unitAh' | 'series' | 'unit' | 'sheet'> {
  const { volts, ah, series, size, massKg, onSide } = usualUnit(chemistry, busVolts);
  return {
    chemistry,
    depth: chosen(CHEMISTRIES[chemistry].depthPct),
    unitVolts: catalogue(volts),
    unitAh: catalogue(ah),
    series: chosen(series),
    sheet: null,
    unit: {
      length: guess(size[0]),
      width: guess(size[1]),
      height: guess(size[2]),
      mass: guess(massKg),
      onSide,
    },
  };
}

export interface Start {
  name: string;
  kind: JobKind;
  units: UnitSystem;
  busVolts: BusVolts;
}

/** A hot panel keeps about this share of its working volts. Common practice. */
const HOT_SHARE = 0.78;

/** Panels in series that still charge the bank on a hot roof. */
function usualSeries({ numbers }: ModuleClass, controller: ControllerClass, busVolts: BusVolts): number {
  const needed = CHEMISTRIES.lfp.absorptionV * (busVolts / 12) + controller.numbers.headroom;
  return Math.ceil(needed / (numbers.vmp * HOT_SHARE));
}

/** Whose rules a job of its kind usually follows. */
const usualSchool = (kind: JobKind, units: UnitSystem): School =>
  kind === 'boat' ? 'marine' : units === 'imperial' ? 'north-american' : 'iec';

/** A new job with nothing to carry and no place yet. */
export function blankDesign({ name, kind, units, busVolts }: Start): Design {
  const moving = kind === 'trailer' || kind === 'boat';
  const module = moduleClass(moving ? 'mono-32-half' : 'mono-54-half');
  const controller = controllerClass(busVolts === 48 ? 'mppt-150-60' : 'mppt-100-30');
  const series = usualSeries(module, controller, busVolts);
  return {
    version: CURRENT_VERSION,
    name,
    kind,
    units,
    busVolts,
    school: usualSchool(kind, units),
    supply: {
      inverterEfficiency: guess(90),
      inverterIdle: guess(busVolts === 48 ? 30 : 12),
      inverterHours: guess(24),
      acEfficiency: null,
      dcEfficiency: null,
      sharing: chosen(100),
      phases:
        units === 'imperial' && kind !== 'trailer' && kind !== 'boat' && busVolts === 48 ? 'split' : 'single',
      mostVolts: null,
    },
    people: { low: chosen(1), usual: chosen(2), full: chosen(4), sizes: 'usual' },
    visits: { stay: chosen(3), perMonth: guess(2) },
    events: {},
    uses: {},
    place: blankPlace(),
    stops: {},
    bank: {
      ...usualBank('lfp', busVolts),
      days: chosen(kind === 'homestead' ? 3 : 2),
      coldest: null,
      disconnected: [],
      coldProtected: true,
      parallel: chosen(1),
      mostUnits: null,
      sizing: 'worksheet',
      margin: chosen(10),
      endOfLife: chosen(80),
      home: usualHome(kind),
      horizon: chosen(20),
      prices: {},
    },
    power: blankPower(),
    wiring: blankWiring(kind),
    energy: { service: 'ordinary', throughBank: guess(65), sky: 'hay-davies' },
    arrays: {
      a1: {
        ...blankArray(1, 'c1', moving),
        module: sheetOfClass(module),
        count: chosen(series),
        strings: {
          controller: 'c1',
          series: chosen(series),
          parallel: chosen(1),
          inputs: chosen(1),
          first: null,
        },
      },
    },
    controllers: { c1: { position: 1, ...controllerOfClass(controller) } },
    dc: { combiner: null, disconnect: null, cable: null, connector: null, dwelling: null, poles: null },
    controllerPrices: {},
    budget: { most: null, panelWatt: null },
    kept: [],
    acknowledged: {},
  };
}

/** A shelf or a box to begin with, large enough for a usual bank. */
export const usualHome = (kind: JobKind): BankHome => ({
  kind: kind === 'boat' ? 'bilge' : kind === 'homestead' ? 'rack' : 'shelf',
  where: kind === 'homestead' || kind === 'cabin' ? 'building' : 'shed',
  insulation: 'none',
  heated: false,
  length: guess(1200),
  width: guess(600),
  height: guess(kind === 'homestead' ? 1800 : 600),
  shelves: chosen(kind === 'homestead' ? 3 : 1),
  gap: chosen(15),
  headroom: chosen(100),
  carries: guess(kind === 'boat' || kind === 'trailer' ? 150 : 400),
  door: guess(600),
});

/** No inverter chosen yet and nothing that charges beside the sun. */
export const blankPower = (): PowerPlan => ({
  inverter: null,
  room: null,
  searching: false,
  shedBelow: chosen(30),
  surplusAbove: chosen(95),
  sources: {},
});

/** Usual lengths of the runs of a job, one way, m. Common practice. */
const USUAL_RUNS: Readonly<Record<JobKind, Readonly<Record<RunKind, number>>>> = {
  homestead: { array: 25, charge: 2, bank: 1.5, inverter: 2, panel: 6, loads: 15, source: 12, engine: 5 },
  cabin: { array: 15, charge: 1.5, bank: 1, inverter: 1.5, panel: 4, loads: 8, source: 10, engine: 4 },
  shed: { array: 8, charge: 1, bank: 0.8, inverter: 1, panel: 2, loads: 5, source: 8, engine: 4 },
  trailer: { array: 5, charge: 1.5, bank: 0.8, inverter: 1, panel: 2, loads: 5, source: 8, engine: 4 },
  boat: { array: 9, charge: 2, bank: 1, inverter: 1.5, panel: 3, loads: 7, source: 12, engine: 3 },
};

/** Nothing said yet about any circuit: usual lengths and limits. */
export const blankWiring = (kind: JobKind): WiringPlan => {
  const usual = USUAL_RUNS[kind];
  return {
    lengths: {
      array: guess(usual.array),
      charge: guess(usual.charge),
      bank: guess(usual.bank),
      inverter: guess(usual.inverter),
      panel: guess(usual.panel),
      loads: guess(usual.loads),
      source: guess(usual.source),
      engine: guess(usual.engine),
    },
    drop: { array: chosen(3), charge: chosen(2), bank: chosen(1), loads: chosen(3) },
    slack: chosen(10),
    ends: chosen(0.5),
    fault: null,
    price: guess(0.25),
    stretches: {},
    circuits: {},
    own: {},
    coils: {},
  };
};

/** What charges beside the sun, with usual figures until they are typed. */
export const blankSource = (kind: SourceKind, position: number, name = ''): BackupSource => ({
  name,
  position,
  kind,
  fuel: kind === 'generator' ? 'petrol' : 'diesel',
  automatic: false,
  from: '01-01',
  to: '12-31',
  given: {},
  hoursBy: {},
  energyBy: {},
});

export const blankPlace = (): Place => ({
  name: '',
  lat: null,
  lon: null,
  altitude: null,
  low: null,
  high: null,
  ghi: {},
  air: {},
  weather: null,
});

/** One panel of a usual class, facing south at 35°, or flat on a roof that moves. */
export function blankArray(position: number, controller: string, moving = false): ArrayPlan {
  const tilt = chosen(moving ? 0 : 35);
  return {
    name: '',
    position,
    module: sheetOfClass(moduleClass(moving ? 'mono-32-half' : 'mono-54-half')),
    count: chosen(1),
    most: null,
    plane: {
      kind: moving ? 'moving' : 'fixed',
      tilt,
      azimuth: chosen(moving ? 0 : 180),
      seasons: 2,
      tilts: { winter: chosen(60), spring: chosen(40), summer: chosen(20), autumn: chosen(40) },
    },
    mounting: moving ? 'roof' : 'rack',
    rows: { count: chosen(1), pitch: chosen(4), length: guess(2), upright: false },
    width: guess(4),
    skyline: { points: {}, obstacles: {} },
    bifacial: guess(0),
    albedo: guess(20),
    soiling: guess(3),
    wiring: null,
    mismatch: guess(3),
    albedoBy: {},
    soilingBy: {},
    snowBy: {},
    strings: { controller, series: chosen(1), parallel: chosen(1), inputs: chosen(1), first: null },
    pile: null,
  };
}
