import type { ArrayPlan, Design, Obstacle } from '../../document';
import { moduleClass, sheetOfClass } from '../../module';
import { ALL_MONTHS } from '../../units';
import {
  blankArray,
  blankDesign,
  blankSource,
  catalogue,
  chosen,
  guess,
  measured,
  usualBank,
} from '../blank';
import { circuits, controller, facing, inverter, rows, stretch, strung } from './parts';

/** A goat dairy. Invented. Its first string choice is one that a cold morning breaks. */
export function valeDoJunco(): Design {
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
    power: {
      ...design.power,
      inverter: inverter('char-4000', 230),
      room: guess(28),
      sources: {
        g1: {
          ...blankSource('generator', 1, 'Diesel set'),
          fuel: 'diesel',
          given: {
            watts: catalogue(6000),
            peakWatts: catalogue(6600),
            chargeAmps: catalogue(70),
            chargerEfficiency: catalogue(92),
            startAt: chosen(35),
            stopAt: chosen(85),
            quietFrom: chosen(21),
            quietTo: chosen(8),
            hoursAWeek: chosen(20),
            tank: measured(40),
          },
        },
      },
    },
    // bought for two circuits: three come down
    dc: { ...design.dc, poles: measured(4) },
    wiring: {
      ...design.wiring,
      lengths: { ...design.wiring.lengths, bank: measured(0.9), inverter: measured(1.4) },
      stretches: {
        t1: stretch(1, 'Trench from the rack', 'trench', 'plastic', 62, {
          depth: measured(700),
          bends: measured(3),
        }),
        w1: stretch(2, 'Barn wall', 'wall', 'plastic', 5, { bends: measured(2) }),
        r1: stretch(3, 'Barn roof', 'roof', 'none', 7),
      },
      circuits: circuits({
        'feed-a1': { path: ['t1', 'w1'] },
        // a size up that pays: less is lost every year, and the face may grow
        'feed-a2': { path: ['r1', 'w1'], size: '10 mm2' },
        'feed-a3': { path: ['r1', 'w1'] },
      }),
    },
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
      unit: { ...usualBank('lfp', 48).unit, height: catalogue(240), mass: catalogue(88) },
      parallel: chosen(2),
      coldest: guess(6),
    },
    arrays: {
      a1: {
        ...blankArray(1, 'c1'),
        name: 'Ground rack',
        module: sheetOfClass(moduleClass('mono-54-half')),
        count: chosen(12),
        plane: facing(40, 175),
        rows: { count: chosen(2), pitch: measured(5.6), length: measured(2.3), upright: false },
        width: measured(6.9),
        skyline: { points: {}, obstacles: { poplars: poplars(42) } },
        strings: strung('c1', 4, 3),
      },
      a2: barnFace('Barn, east', 2, 86, { poplars: poplars(24) }),
      a3: barnFace('Barn, west', 3, 266, {}),
    },
    controllers: {
      c1: controller(1, 'mppt-150-85'),
      c2: { ...controller(2, 'mppt-250-100-three'), keepFree: chosen(1) },
    },
  };
}

const poplars = (distance: number): Obstacle => ({
  name: 'Poplars',
  kind: 'tree',
  position: 1,
  azimuth: measured(94),
  distance: measured(distance),
  height: guess(13),
  bottom: chosen(0),
  width: measured(36),
  leafed: guess(20),
  bare: guess(60),
  bareMonths: [11, 12, 1, 2, 3],
});

const barnFace = (
  name: string,
  position: number,
  azimuth: number,
  obstacles: Record<string, Obstacle>,
): ArrayPlan => ({
  ...blankArray(position, 'c2'),
  name,
  module: sheetOfClass(moduleClass('mono-54-half')),
  count: chosen(3),
  plane: { ...facing(22, azimuth), kind: 'roof' },
  mounting: 'roof',
  width: measured(3.5),
  skyline: { points: {}, obstacles },
  strings: strung('c2', 3, 1),
});
