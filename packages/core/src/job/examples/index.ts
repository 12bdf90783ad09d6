import type { Design } from '../../document';
import { bookwagon } from './bookwagon';
import { honeyHouse } from './honeyHouse';
import { sula } from './sula';
import { tarnHut } from './tarnHut';
import { valeDoJunco } from './valeDoJunco';

export interface Example {
  id: string;
  about: string;
  design: Design;
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
      about:
        'A goat dairy: a milk cooler that starts hard, a deep well, a house; a ground rack and two faces of a barn.',
      design: valeDoJunco(),
    },
    {
      id: 'honey-house',
      about:
        'A beekeeper’s shed: three weeks of extracting, a bank that needs a larger box, eleven panels of three sorts.',
      design: honeyHouse(),
    },
    {
      id: 'sula',
      about: 'A wooden cutter that follows the summer north: flat panels under mast and boom.',
      design: sula(),
    },
    {
      id: 'bookwagon',
      about: 'A travelling library: a flat roof at five stops, on the narrow input of a power station.',
      design: bookwagon(),
    },
  ];
}
