import { plainClimate } from './climates';
import { giveRest } from './randomRest';
import { giveWiring } from './randomWiring';
import { numbers } from './wild';
import type { GridClimate } from '../climate';
import {
  BUS_VOLTS,
  type ArrayPlan,
  type BusVolts,
  type Chemistry,
  type Design,
  type JobKind,
  type SourceKey,
  type SourceKind,
} from '../document';
import {
  blankArray,
  blankDesign,
  blankSource,
  catalogue,
  chosen,
  useFromLibrary,
  measured,
  usualBank,
} from '../job';
import { libraryFor } from '../loads';
import { MODULE_CLASSES, sheetOfClass } from '../module';
import { inverterOfClass, MACHINE_CLASSES } from '../power';
import { unitSizes } from '../proposals';
import { CONTROLLER_CLASSES, controllerOfClass } from '../strings';

/** A place from 70° N to 55° S with sun and frost as such latitudes have them. */
export function climateAt(latDeg: number, warmth: number): GridClimate {
  const away = Math.abs(latDeg);
  const yearly = 27 - 0.45 * away + 6 * (warmth - 0.5);
  const swing = 2 + 0.24 * away;
  const sunny = 5.6 - 0.035 * away;
  const wave = (month: number) => Math.cos(((month - (latDeg >= 0 ? 6 : 0)) / 12) * 2 * Math.PI);
  const months = Array.from({ length: 12 }, (_, month) => month);
  return plainClimate(latDeg, {
    airC: months.map((month) => yearly + swing * wave(month)),
    ghiKWhm2: months.map((month) => Math.max(0.15, sunny + (0.3 + 0.042 * away) * wave(month))),
    lowestC: yearly - swing - 8 - 0.18 * away,
    highestC: yearly + swing + 14,
    altitudeM: 200,
  });
}

/**
 * A job such as somebody might bring: of any kind, voltage and chemistry, one to three arrays, now and then a pile, strung
 * as people string them, rightly or wrongly. The same for the same seed.
 */
export function randomJob(seed: number): { design: Design; climate: GridClimate } {
  const next = numbers(seed * 7919 + 17);
  for (let i = 0; i < 5; i++) next();
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)] as T;
  const between = (low: number, high: number) => low + Math.floor(next() * (high - low + 1));
  const kind = pick<JobKind>(['cabin', 'homestead', 'shed', 'trailer', 'boat']);
  const buses: Record<JobKind, readonly BusVolts[]> = {
    cabin: [12, 24, 24, 48],
    homestead: [24, 48, 48],
    shed: [12, 12, 24, 48],
    trailer: [12, 12, 24],
    boat: [12, 12, 24],
  };
  const bus = pick(buses[kind]);
  const design = blankDesign({
    name: `Random ${seed}`,
    kind,
    units: pick(['metric', 'imperial']),
    busVolts: bus,
  });
  const latDeg = Math.round((next() < 0.75 ? 20 + 50 * next() : -55 * next()) * 10) / 10;
  design.place = { ...design.place, lat: chosen(latDeg), lon: chosen(0) };

  const library = libraryFor(kind).filter((use) => use.kinds.includes(kind));
  const months = pick([
    [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12],
    [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12],
    latDeg >= 0 ? [4, 5, 6, 7, 8, 9] : [10, 11, 12, 1, 2, 3],
    latDeg >= 0 ? [6, 7, 8] : [12, 1, 2],
  ]);
  for (let i = between(2, kind === 'homestead' ? 10 : 6); i > 0; i--) {
    const use = useFromLibrary(pick(library), i);
    design.uses[`u${i}`] = { ...use, months, days: kind === 'cabin' && next() < 0.3 ? 'week' : use.days };
  }
  const dailyWh = Object.values(design.uses).reduce(
    (sum, { watts, hours, count }) => sum + watts.value * Math.min(6, hours.value) * count.value,
    0,
  );

  const chemistry = pick<Chemistry>([
    'lfp',
    'lfp',
    'lfp',
    'agm',
    'flooded',
    'gel',
    'sodium-ion',
    'nickel-iron',
  ]);
  const size = pick(unitSizes(chemistry, bus));
  const rowWh = size.volts * size.series * size.ah;
  const wantedWh = dailyWh * (1 + 2 * next());
  design.bank = {
    ...design.bank,
    ...usualBank(chemistry, bus),
    unitVolts: { value: size.volts, from: 'catalogue' },
    unitAh: { value: size.ah, from: 'catalogue' },
    series: chosen(size.series),
    parallel: chosen(Math.min(12, Math.max(1, Math.round((wantedWh / rowWh) * (0.5 + next()))))),
    days: chosen(pick([1, 2, 2, 3, 4])),
    coldProtected: next() < 0.7,
    sizing: pick(['worksheet', 'careful']),
    home: {
      ...design.bank.home,
      where: pick(['heated', 'building', 'shed', 'outdoors']),
      ...(next() < 0.3
        ? {
            length: measured(between(6, 20) * 100),
            width: measured(between(4, 8) * 100),
            height: measured(between(4, 18) * 100),
          }
        : {}),
      ...(next() < 0.3 ? { carries: measured(between(10, 80) * 10) } : {}),
    },
  };

  const fitting = CONTROLLER_CLASSES.filter(
    ({ kind: of, buses: made }) => (of === 'mppt' || of === 'pwm') && (made.includes(bus) || next() < 0.03),
  );
  const arrays = next() < 0.7 ? 1 : between(2, 3);
  const shared = next() < 0.4;
  design.arrays = {};
  design.controllers = {};
  for (let i = 1; i <= arrays; i++) {
    const controllerId = shared ? 'c1' : `c${i}`;
    design.controllers[controllerId] ??= { position: i, ...controllerOfClass(pick(fitting)) };
    const small = bus === 12 && next() < 0.6;
    const module = pick(MODULE_CLASSES.filter(({ numbers }) => (small ? numbers.pmax <= 200 : true)));
    const wantedW = (dailyWh / 3 / arrays) * (0.6 + next());
    const panels = Math.max(1, Math.min(60, Math.round(wantedW / module.numbers.pmax)));
    const longest = Math.max(
      1,
      Math.min(
        panels,
        Math.round((design.controllers[controllerId]?.maxVolts.value ?? 100) / module.numbers.voc),
      ),
    );
    const series = between(1, longest);
    const parallel = Math.max(1, Math.min(10, Math.floor(panels / series)));
    const inputs = 1;
    const moving = kind === 'trailer' || kind === 'boat';
    const plan: ArrayPlan = {
      ...blankArray(i, controllerId, moving),
      name: arrays > 1 ? `Array ${i}` : '',
      module: sheetOfClass(module),
      count: chosen(next() < 0.85 ? series * parallel * inputs : panels),
      strings: {
        controller: controllerId,
        series: chosen(series),
        parallel: chosen(parallel),
        inputs: chosen(inputs),
        first: null,
      },
    };
    if (!moving) {
      plan.plane = {
        ...plan.plane,
        kind: pick(['fixed', 'fixed', 'roof', 'seasonal']),
        tilt: chosen(between(0, 7) * 10),
        azimuth: chosen(
          (latDeg >= 0 ? 180 : 0) +
            ((next() < 0.6 ? 0 : pick([-90, -45, 45, 90]) + (latDeg >= 0 ? 0 : 360)) % 360),
        ),
      };
      plan.mounting = pick(['roof', 'rack', 'pole']);
    }
    if (next() < 0.2) plan.most = measured(Math.max(panels, between(2, 20)));
    if (next() < 0.06) {
      const other = pick(MODULE_CLASSES);
      plan.pile = {
        blocked: false,
        sorts: {
          s1: { name: 'These', position: 1, module: sheetOfClass(module), count: chosen(series), pieces: {} },
          s2: { name: 'Those', position: 2, module: sheetOfClass(other), count: chosen(series), pieces: {} },
        },
        strings: {
          t1: { position: 1, input: 1, panels: { s1: series } },
          t2: { position: 2, input: 1, panels: { s2: series } },
        },
      };
    }
    design.arrays[`a${i}`] = plan;
  }
  design.kept = next() < 0.15 ? [pick(['volts', 'chemistry', 'bank', 'controller'])] : [];
  givePower(design, bus, next, pick, between);
  if (!BUS_VOLTS.includes(design.busVolts)) throw new RangeError('no such bus');
  const climate = climateAt(latDeg, next());
  if (next() < 0.6) giveWiring(design, next, pick, between);
  giveRest(design, seed);
  return { design, climate };
}

/** An inverter as somebody might have bought it, too small now and then, and none, one or two things that charge beside the sun. */
function givePower(
  design: Design,
  bus: BusVolts,
  next: () => number,
  pick: <T>(list: readonly T[]) => T,
  between: (low: number, high: number) => number,
): void {
  if (next() < 0.7) {
    const fitting = MACHINE_CLASSES.filter(
      ({ buses, phases }) =>
        (buses.includes(bus) || next() < 0.03) && (phases === 'single' || design.units === 'imperial'),
    );
    const of = pick(fitting);
    design.power = {
      ...design.power,
      inverter: inverterOfClass(of, of.phases === 'split' ? 120 : design.units === 'imperial' ? 120 : 230),
    };
    design.supply = {
      ...design.supply,
      phases: of.phases,
      inverterEfficiency: catalogue(of.efficiencyPct),
      inverterIdle: catalogue(of.idleW),
    };
  }
  const kinds: Record<JobKind, readonly SourceKind[]> = {
    cabin: ['generator', 'generator', 'turbine'],
    homestead: ['generator', 'generator', 'shore', 'turbine'],
    shed: ['generator', 'shore'],
    trailer: ['shore', 'alternator', 'generator'],
    boat: ['alternator', 'alternator', 'shore', 'turbine'],
  };
  for (let i = next() < 0.5 ? between(1, 2) : 0; i > 0; i--) {
    const source = blankSource(pick(kinds[design.kind]), i, `Source ${i}`);
    const set = (key: SourceKey, value: number) => (source.given[key] = catalogue(value));
    if (source.kind === 'alternator') {
      set('amps', between(3, 12) * 10);
      if (next() < 0.5) set('limitAmps', between(2, 6) * 10);
      for (let m = 4; m <= 9; m++) source.hoursBy[m] = measured(between(2, 20) / 10);
    } else if (source.kind === 'turbine')
      for (let m = 1; m <= 12; m++) source.energyBy[m] = measured(between(1, 20) * 50);
    else {
      set('watts', between(2, 16) * 500);
      set('chargeAmps', between(1, 12) * 10);
      if (next() < 0.3) set('powerFactor', 0.65);
    }
    if (source.kind === 'generator') {
      source.fuel = pick(['diesel', 'petrol', 'propane']);
      source.automatic = next() < 0.3;
      if (next() < 0.4) {
        set('startAt', between(3, 7) * 10);
        set('stopAt', between(5, 9) * 10);
      }
    }
    design.power = { ...design.power, sources: { ...design.power.sources, [`b${i}`]: source } };
  }
}
