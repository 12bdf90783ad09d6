import type { Design } from '../../document';
import { moduleClass, sheetOfClass } from '../../module';
import { blankArray, blankDesign, catalogue, chosen, guess, measured, usualBank } from '../blank';
import { circuits, controller, facing, rows, stretch, strung } from './parts';

const skiing = [1, 6, 7, 8, 9, 12];

/** A ski club's hut. Invented. */
export function tarnHut(): Design {
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
    wiring: {
      ...design.wiring,
      lengths: { ...design.wiring.lengths, loads: measured(6) },
      // all of it flies in: what the copper weighs is on the sheet
      stretches: {
        g1: stretch(1, 'Gable wall', 'wall', 'steel', 4.5),
        h1: stretch(2, 'Behind the bunks', 'indoors', 'none', 6),
      },
      circuits: circuits({ 'feed-a1': { path: ['g1', 'h1'] } }),
    },
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
