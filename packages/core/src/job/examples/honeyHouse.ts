import {
  NO_PAINT,
  painted,
  type Design,
  type PanelSort,
  type Piece,
  type Pile,
  type Use,
} from '../../document';
import { moduleClass, sheetOfClass } from '../../module';
import { blankArray, blankDesign, catalogue, chosen, guess, measured, usualBank } from '../blank';
import { circuits, controller, facing, inverter, rows, strung } from './parts';

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
    power: { ...design.power, inverter: inverter('inv-2400', 120) },
    wiring: {
      ...design.wiring,
      // 40 ft down from the roof
      lengths: { ...design.wiring.lengths, array: measured(12.192) },
      circuits: circuits({ 'feed-a1': { size: '10 AWG' } }),
      // what is left of a reel: one of its four pieces comes out six metres short
      coils: {
        k1: { position: 1, size: '10 AWG', colour: 'black', metres: measured(49), count: chosen(1) },
      },
    },
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
        count: chosen(11),
        plane: facing(40, 180),
        width: measured(7.3),
        mismatch: guess(1),
        strings: strung('c1', 3, 2),
        pile: secondHand(),
      },
    },
    controllers: { c1: controller(1, 'mppt-150-60-two') },
  };
}

/** What a meter said in the yard one bright afternoon, panel by panel: volts, amps, light, cells. */
const readings = (
  list: readonly (readonly [string, number, number, number, number])[],
): Record<string, Piece> =>
  Object.fromEntries(
    list.map(([tag, voc, isc, light, cell], i) => [
      `p${i + 1}`,
      {
        tag,
        position: i + 1,
        voc: measured(voc),
        isc: measured(isc),
        light: measured(light),
        cell: measured(cell),
      },
    ]),
  );

const sort = (
  position: number,
  name: string,
  classId: string,
  count: number,
  pieces: Record<string, Piece> = {},
): PanelSort => ({
  name,
  position,
  module: sheetOfClass(moduleClass(classId)),
  count: chosen(count),
  pieces,
});

/** Eleven panels of three sorts from two farm sales, as they were first hung up. */
const secondHand = (): Pile => ({
  blocked: false,
  sorts: {
    k1: sort(
      1,
      'From the dairy',
      'poly-60-old',
      5,
      readings([
        ['D1', 34.4, 7.22, 870, 46],
        ['D2', 34.6, 7.3, 874, 46],
        ['D3', 34.2, 7.15, 868, 47],
      ]),
    ),
    k2: sort(
      2,
      'From the school',
      'poly-54',
      4,
      readings([
        ['S1', 29.9, 6.61, 858, 47],
        ['S2', 30.1, 6.7, 861, 47],
      ]),
    ),
    k3: sort(3, 'The newer pair', 'mono-60', 2, readings([['N1', 36.6, 8.36, 862, 46]])),
  },
  strings: {
    s1: { position: 1, input: 1, panels: { k1: 3 } },
    s2: { position: 2, input: 1, panels: { k1: 2, k2: 1 } },
    s3: { position: 3, input: 2, panels: { k2: 2, k3: 1 } },
    s4: { position: 4, input: 2, panels: { k2: 1, k3: 1 } },
  },
});
