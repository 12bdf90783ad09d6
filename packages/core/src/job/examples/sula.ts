import type { Design, Use } from '../../document';
import { moduleClass, sheetOfClass } from '../../module';
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
import { circuits, controller, outlet, rows, spar, stop, stretch, strung } from './parts';

/** A wooden cutter that goes north for the summer. Invented. */
export function sula(): Design {
  const design = blankDesign({ name: 'Sula', kind: 'boat', units: 'metric', busVolts: 12 });
  const aboard = [4, 5, 6, 7, 8, 9, 10];
  const use = (parts: Partial<Use>): Partial<Use> => ({
    months: aboard,
    supply: 'dc',
    priority: 'should',
    ...parts,
  });
  return {
    ...design,
    uses: rows([
      use({
        name: 'Cold box',
        watts: catalogue(42),
        hours: guess(8),
        startFactor: guess(3),
        priority: 'must',
      }),
      use({ name: 'Chart and depth', watts: catalogue(16), hours: guess(5), priority: 'must' }),
      use({ name: 'Radio, listening', watts: catalogue(5), hours: guess(12), priority: 'must' }),
      use({ name: 'Masthead light', watts: catalogue(2.5), hours: guess(5), priority: 'must' }),
      use({ name: 'Cabin lamps', watts: catalogue(3), count: chosen(5), hours: guess(2.5) }),
      use({ name: 'Telephones', watts: guess(9), count: chosen(2), hours: guess(2) }),
      use({
        name: 'Bilge pump',
        watts: catalogue(38),
        hours: guess(0.15),
        startFactor: guess(3),
        priority: 'must',
      }),
    ]),
    power: {
      ...design.power,
      sources: {
        e1: {
          ...blankSource('alternator', 1, 'Engine'),
          given: { amps: catalogue(55), limitAmps: chosen(30) },
          hoursBy: {
            5: guess(0.8),
            6: guess(1),
            7: guess(0.9),
            8: guess(0.9),
            9: guess(1.1),
            10: guess(0.4),
          },
        },
        q1: outlet(2, 'Winter quay', '10-06', '04-20', 20),
        q2: outlet(3, 'Pontoon in the isles', '07-28', '08-03', 20),
      },
    },
    wiring: {
      ...design.wiring,
      stretches: {
        d1: stretch(1, 'Under the side deck', 'bilge', 'none', 5.5),
        e1: stretch(2, 'Engine space', 'engine', 'none', 1.8),
        l1: stretch(3, 'Cockpit locker', 'bilge', 'none', 1.6),
      },
      circuits: circuits({
        'feed-a1': { path: ['d1', 'l1'] },
        'charger-e1': { path: ['e1', 'l1'] },
      }),
    },
    place: { ...design.place, name: 'Home mooring', lat: chosen(47.6), lon: chosen(-3) },
    stops: {
      s1: stop(1, 'Western approaches', '05-12', '06-10', 50, -5.2),
      s2: stop(2, 'Irish Sea', '06-11', '07-04', 53.4, -4.8),
      s3: stop(3, 'Western isles', '07-05', '08-28', 56.5, -5.7),
      s4: stop(4, 'Irish Sea, going home', '08-29', '09-18', 53.4, -4.8),
    },
    bank: {
      ...design.bank,
      ...usualBank('lfp', 12),
      days: chosen(2),
      parallel: chosen(2),
      coldest: guess(6),
    },
    energy: { ...design.energy, throughBank: guess(55) },
    arrays: {
      a1: {
        ...blankArray(1, 'c1', true),
        module: sheetOfClass(moduleClass('mono-32-half')),
        count: chosen(4),
        width: measured(1.3),
        skyline: {
          points: {},
          obstacles: {
            mast: spar('Mast', 'mast', 1, 0, [1.9, 9.5, 0, 0.15]),
            boom: spar('Boom', 'boom', 2, 180, [1.1, 1.25, 1.05, 0.22]),
          },
        },
        soiling: guess(6),
        albedo: guess(8),
        strings: strung('c1', 2, 2),
      },
    },
    controllers: { c1: controller(1, 'mppt-100-30') },
  };
}
