import type { Design } from '../../document';
import { moduleClass, sheetOfClass } from '../../module';
import { blankArray, blankDesign, catalogue, chosen, guess, measured, usualBank } from '../blank';
import { circuits, controller, inverter, outlet, rows, spar, stop, stretch, strung } from './parts';

/** A library on wheels that is somewhere else every few weeks. Invented. */
export function bookwagon(): Design {
  const design = blankDesign({ name: 'Bookwagon', kind: 'trailer', units: 'metric', busVolts: 24 });
  return {
    ...design,
    uses: rows([
      { name: 'Reading lamps', watts: catalogue(5), count: chosen(10), hours: guess(4), supply: 'dc' },
      { name: 'Lending desk', watts: measured(38), hours: measured(6), standby: measured(2.5) },
      {
        name: 'Readers’ screens',
        watts: catalogue(22),
        count: chosen(3),
        hours: guess(3),
        priority: 'should',
      },
      {
        name: 'Label printer',
        watts: catalogue(90),
        hours: guess(0.2),
        priority: 'should',
        standby: guess(3),
      },
      {
        name: 'Roof fan',
        watts: catalogue(28),
        hours: guess(6),
        months: [11, 12, 1, 2, 3],
        supply: 'dc',
        priority: 'should',
      },
      { name: 'Kettle', watts: catalogue(900), hours: guess(0.15), priority: 'should' },
      { name: 'Radio link', watts: measured(11), hours: chosen(24), supply: 'dc' },
    ]),
    power: {
      ...design.power,
      inverter: inverter('station-1800', 230),
      sources: {
        d1: outlet(1, 'Depot outlet', '11-23', '02-09', 25),
        d2: outlet(2, 'Lakes, the hall', '06-02', '07-18', 25),
      },
    },
    wiring: {
      ...design.wiring,
      stretches: {
        r1: stretch(1, 'Along the roof', 'roof', 'none', 3.2),
        e1: stretch(2, 'From the entry socket to the case', 'indoors', 'none', 1.6),
      },
      circuits: circuits({
        'feed-a1': {
          path: ['r1', 'e1'],
          // the entry socket came wired from the coachbuilder; nobody has put a meter on it
          plugs: {
            panels: 'pin',
            controller: 'socket',
            pieces: [
              { name: 'Roof extension', near: 'socket', far: 'pin', swaps: false },
              { name: 'Entry socket', near: 'socket', far: 'pin', swaps: null },
            ],
          },
        },
      }),
    },
    place: { ...design.place, name: 'Depot', lat: chosen(-34.9), lon: chosen(138.7) },
    stops: {
      s1: stop(1, 'River towns', '02-10', '03-28', -34.2, 142.1),
      s2: stop(2, 'Gold country', '04-08', '05-24', -36.8, 144.3),
      s3: stop(3, 'Lakes', '06-02', '07-18', -37.8, 147.6),
      s4: stop(4, 'Salt coast', '08-04', '09-26', -33.8, 121.9),
      s5: stop(5, 'South-west corner', '10-04', '11-22', -35, 117.9),
    },
    bank: {
      ...design.bank,
      ...usualBank('lfp', 24),
      days: chosen(2),
      parallel: chosen(2),
      coldest: guess(3),
    },
    energy: { ...design.energy, throughBank: guess(50) },
    arrays: {
      a1: {
        ...blankArray(1, 'c1', true),
        module: sheetOfClass(moduleClass('mono-60-half')),
        count: chosen(4),
        width: measured(4.4),
        skyline: {
          points: {},
          obstacles: { cooler: { ...spar('Roof hatch', 'mast', 1, 0, [1.6, 0.25, 0, 0.6]), kind: 'box' } },
        },
        soiling: guess(7),
        strings: strung('c1', 2, 1, 2),
      },
    },
    controllers: { c1: controller(1, 'station-95') },
  };
}
