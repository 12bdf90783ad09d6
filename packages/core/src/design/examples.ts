import { moduleClass, sheetOfClass } from '../module';
import { controllerClass, controllerOfClass } from '../strings';
import { blankArray, blankDesign, blankUse, catalogue, chosen, guess, measured, usualBank } from './blank';
import {
  ALL_MONTHS,
  type Controller,
  type Design,
  type PlanePlan,
  type StringsPlan,
  type Use,
} from './types';

export interface Example {
  id: string;
  about: string;
  design: Design;
}

const rows = (uses: Partial<Use>[]): Record<string, Use> =>
  Object.fromEntries(uses.map((use, index) => [`u${index + 1}`, { ...blankUse(index + 1), ...use }]));

const facing = (tilt: number, azimuth: number): PlanePlan => ({
  ...blankArray(1, 'c1').plane,
  tilt: chosen(tilt),
  azimuth: chosen(azimuth),
});

const strung = (controller: string, series: number, parallel: number, inputs = 1): StringsPlan => ({
  controller,
  series: chosen(series),
  parallel: chosen(parallel),
  inputs: chosen(inputs),
});

const controller = (position: number, id: string): Controller => ({
  position,
  ...controllerOfClass(controllerClass(id)),
});

const skiing = [1, 6, 7, 8, 9, 12];

/** A ski club's hut. Invented. */
function tarnHut(): Design {
  const design = blankDesign({ name: 'Tarn Hut', kind: 'cabin', units: 'metric', busVolts: 24 });
  return {
    ...design,
    uses: rows([
      { name: 'Radio repeater', watts: measured(13.5), hours: chosen(24), supply: 'dc' },
      {
        name: 'Lights',
        watts: catalogue(6),
        count: chosen(12),
        hours: guess(4),
        months: skiing,
        supply: 'dc',
        priority: 'should',
      },
      {
        name: 'Ventilation fan',
        watts: catalogue(18),
        hours: guess(10),
        months: skiing,
        supply: 'dc',
        priority: 'should',
      },
      {
        name: 'Phone charging',
        watts: guess(8),
        count: chosen(8),
        hours: guess(1.5),
        months: skiing,
        supply: 'dc',
        priority: 'should',
        standby: guess(0.2),
      },
      {
        name: 'Water pump',
        watts: catalogue(65),
        hours: guess(0.5),
        months: skiing,
        supply: 'dc',
        startFactor: guess(3),
      },
    ]),
    place: {
      ...design.place,
      name: 'Above the tarn',
      lat: chosen(-44.1),
      lon: chosen(169.9),
      altitude: measured(1340),
      low: measured(-22),
    },
    bank: {
      ...design.bank,
      ...usualBank('lfp', 24),
      days: chosen(5),
      parallel: chosen(3),
      coldest: measured(2),
    },
    energy: { ...design.energy, service: 'critical', throughBank: guess(80) },
    arrays: {
      a1: {
        ...blankArray(1, 'c1'),
        module: sheetOfClass(moduleClass('mono-60-half')),
        count: chosen(2),
        plane: facing(70, 0),
        albedo: guess(45),
        soiling: guess(8),
        strings: strung('c1', 2, 1),
      },
    },
    controllers: { c1: controller(1, 'mppt-100-30') },
  };
}

/** A goat dairy. Invented. Its first string choice is one that a cold morning breaks. */
function valeDoJunco(): Design {
  const design = blankDesign({ name: 'Vale do Junco', kind: 'homestead', units: 'metric', busVolts: 48 });
  return {
    ...design,
    supply: { ...design.supply, inverterEfficiency: guess(92), inverterIdle: catalogue(28) },
    uses: rows([
      { name: 'Milk cooler', watts: catalogue(820), hours: guess(3.4), startFactor: guess(5) },
      {
        name: 'Fridge and freezer',
        watts: catalogue(78),
        count: chosen(2),
        hours: guess(9),
        startFactor: guess(4),
        standby: guess(2),
      },
      {
        name: 'Well pump, 62 m',
        watts: guess(1100),
        hours: guess(1.2),
        startFactor: guess(4),
        priority: 'should',
      },
      { name: 'House lights', watts: catalogue(7), count: chosen(14), hours: guess(3.5) },
      { name: 'Sockets and radio', watts: guess(60), hours: guess(5), priority: 'should', standby: guess(4) },
      {
        name: 'Cheese-room fan',
        watts: measured(45),
        hours: guess(9),
        months: [5, 6, 7, 8, 9, 10],
        priority: 'should',
      },
      {
        name: 'Wash water',
        watts: catalogue(1500),
        hours: guess(2),
        priority: 'surplus',
        months: [...ALL_MONTHS],
      },
    ]),
    place: {
      ...design.place,
      name: 'Vale do Junco',
      lat: chosen(41.6),
      lon: chosen(-7.3),
      altitude: measured(640),
    },
    bank: {
      ...design.bank,
      ...usualBank('lfp', 48),
      days: chosen(2),
      unitAh: catalogue(200),
      parallel: chosen(2),
      coldest: guess(6),
    },
    arrays: {
      a1: {
        ...blankArray(1, 'c1'),
        module: sheetOfClass(moduleClass('mono-54-half')),
        count: chosen(12),
        plane: facing(40, 175),
        strings: strung('c1', 4, 3),
      },
    },
    controllers: { c1: controller(1, 'mppt-150-85') },
  };
}

/** Jobs to start from, and what the demo shows. All invented. */
export function examples(): Example[] {
  return [
    {
      id: 'tarn-hut',
      about: 'A ski club’s hut: lights, a repeater and a small pump through a dark winter.',
      design: tarnHut(),
    },
    {
      id: 'vale-do-junco',
      about: 'A goat dairy: a milk cooler that starts hard, a deep well, a house.',
      design: valeDoJunco(),
    },
  ];
}
