import { moduleClass, sheetOfClass } from '../../module';
import { NO_PAINT, painted } from '../../loads';
import { blankArray, blankDesign, catalogue, chosen, guess, measured, usualBank } from '../blank';
import type { Design, Use } from '../types';
import { controller, facing, rows, strung } from './parts';

const hours = (from: number, to: number) => ({ year: painted(NO_PAINT, from * 2, to * 2 - 1, true) });
const SUMMER = [7, 8, 9];
const extracting: Partial<Use> = { days: 'event', event: 'e1', months: SUMMER };

/** A beekeeper's extracting shed. Invented. */
export function honeyHouse(): Design {
  const design = blankDesign({ name: 'Honey house', kind: 'shed', units: 'imperial', busVolts: 24 });
  const mm = (inches: number) => Math.round(inches * 25.4);
  return {
    ...design,
    uses: rows([
      {
        name: 'Extractor motor',
        group: 'tools',
        form: 'amps',
        given: {
          amps: catalogue(5.8),
          volts: catalogue(120),
          powerFactor: guess(0.72),
          duty: guess(70),
          startAmps: catalogue(24),
          startVolts: catalogue(120),
        },
        start: 'amps',
        paint: hours(10, 15),
        ...extracting,
      },
      {
        name: 'Honey pump',
        group: 'tools',
        watts: catalogue(375),
        given: { duty: guess(40) },
        startFactor: guess(3),
        paint: hours(10, 15),
        ...extracting,
      },
      {
        name: 'Heater tape',
        group: 'comfort',
        watts: catalogue(180),
        count: chosen(2),
        paint: hours(9, 16),
        given: { duty: guess(60) },
        priority: 'surplus',
        shed: 1,
        ...extracting,
      },
      {
        name: 'Lights',
        group: 'lighting',
        watts: catalogue(9),
        count: chosen(8),
        supply: 'dc',
        paint: hours(19, 22),
        months: SUMMER,
        days: 'week',
        given: { daysAWeek: chosen(6) },
        priority: 'should',
      },
      {
        name: 'Fan',
        group: 'comfort',
        watts: catalogue(38),
        supply: 'dc',
        paint: hours(9, 19),
        months: SUMMER,
        priority: 'should',
        shed: 2,
      },
      {
        name: 'Drinks fridge',
        group: 'cold',
        form: 'meter',
        given: { meterWh: measured(1480), meterHours: measured(70), meterPeak: measured(96) },
        startFactor: guess(5),
        months: SUMMER,
        priority: 'should',
      },
      {
        name: 'Wash-down pump',
        group: 'water',
        form: 'pump',
        watts: catalogue(250),
        given: { litres: guess(300), head: measured(6), pressure: catalogue(275), pumpEfficiency: guess(30) },
        startFactor: guess(4),
        paint: hours(15, 17),
        ...extracting,
      },
      {
        name: 'Second extractor',
        group: 'tools',
        watts: guess(500),
        given: { duty: guess(60) },
        startFactor: guess(4),
        paint: hours(10, 15),
        stage: 1,
        ...extracting,
      },
    ]),
    events: { e1: { name: 'Extracting', position: 1, from: '08-08', to: '08-28' } },
    supply: { ...design.supply, inverterIdle: catalogue(14), inverterHours: guess(14) },
    place: {
      ...design.place,
      name: 'The bee yard',
      lat: chosen(52.1),
      lon: chosen(-106.6),
      altitude: measured(500),
      low: measured(-44),
    },
    bank: {
      ...design.bank,
      ...usualBank('agm', 24),
      days: chosen(1),
      parallel: chosen(2),
      coldest: null,
      home: {
        ...design.bank.home,
        kind: 'box',
        where: 'shed',
        insulation: 'some',
        length: measured(mm(40)),
        width: measured(mm(18)),
        height: measured(mm(16)),
        headroom: chosen(mm(4)),
        carries: catalogue(360),
        door: measured(mm(30)),
      },
    },
    energy: { ...design.energy, throughBank: guess(50) },
    arrays: {
      a1: {
        ...blankArray(1, 'c1'),
        module: sheetOfClass(moduleClass('poly-60-old')),
        count: chosen(4),
        plane: facing(40, 180),
        strings: strung('c1', 2, 2),
      },
    },
    controllers: { c1: controller(1, 'mppt-150-35') },
  };
}
