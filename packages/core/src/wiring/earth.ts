import type { School, SizeName } from '../document';
import { CONDUCTORS, conductor, sizesOf, type Conductor } from './conductor';
import type { Wired } from './size';

/** Copper, by the amps of what protects the circuit. @source NEC table 250.122 (from memory) */
const NEC_EARTH: readonly (readonly [amps: number, size: SizeName])[] = [
  [15, '14 AWG'],
  [20, '12 AWG'],
  [60, '10 AWG'],
  [100, '8 AWG'],
  [200, '6 AWG'],
  [300, '4 AWG'],
  [400, '3 AWG'],
];

/** Volts DC that are safe to touch dry. @source IEC 60364-4-41 (from memory) */
const SAFE_DC_V = 60;

/** mm² that goes with line conductors of a size. @source IEC 60364-5-54 table 54.2 (from memory) */
export const iecEarthMm2 = (lineMm2: number): number =>
  lineMm2 <= 16 ? lineMm2 : lineMm2 <= 35 ? 16 : lineMm2 / 2;

/** The protective conductor of a circuit; null where its school asks for none. */
export function earthOf(
  { circuit, chosen, device }: Wired,
  school: School,
  units: 'metric' | 'imperial',
): Conductor | null {
  const outside = circuit.kind === 'feed';
  if (
    !circuit.ac &&
    !(outside && school !== 'marine' && (school === 'north-american' || circuit.highV > SAFE_DC_V))
  )
    return null;
  const line = chosen.size.areaMm2 * chosen.side;
  if (school === 'iec' || units === 'metric') return atLeast(units, Math.min(line, iecEarthMm2(line)));
  // without a fuse what counts is the short-circuit current that may flow
  const amps = device?.amps ?? circuit.mostA * circuit.factor;
  const name = NEC_EARTH.find(([upTo]) => amps <= upTo + 1e-9)?.[1] ?? '3 AWG';
  return atLeast(units, conductor(name).areaMm2);
}

/** The smallest size that is so thick. */
function atLeast(units: 'metric' | 'imperial', areaMm2: number): Conductor {
  const sizes = sizesOf(units);
  return (
    sizes.find((size) => size.areaMm2 >= areaMm2 - 1e-6) ??
    sizes.at(-1) ??
    ([...CONDUCTORS.values()][0] as Conductor)
  );
}

export interface Bond {
  what: string;
  size: Conductor | null;
  /** How many, or metres; null where only a size is said. */
  many: number | null;
  about: string;
}

/** Bonds an array's metal, outdoors and bare. Common practice 6 AWG or 10 mm². */
const FRAME: Readonly<Record<'metric' | 'imperial', SizeName>> = { metric: '10 mm2', imperial: '6 AWG' };
/** To an electrode. @source NEC 250.66: 6 AWG to a rod; IEC 60364-5-54: 16 mm² protected (from memory) */
const TO_ELECTRODE: Readonly<Record<'metric' | 'imperial', SizeName>> = {
  metric: '16 mm2',
  imperial: '6 AWG',
};

/**
 * What is earthed and bonded in a job besides the circuits' own conductors.
 * @param standing arrays that are not on a building
 */
export function bondsOf(
  school: School,
  units: 'metric' | 'imperial',
  kind: 'boat' | 'trailer' | 'land',
  panels: number,
  standing: number,
  ac: boolean,
): Bond[] {
  const frame = conductor(FRAME[units]);
  const electrode = conductor(TO_ELECTRODE[units]);
  const bonds: Bond[] =
    panels > 0
      ? [
          {
            what: 'Frames and rails',
            size: frame,
            many: 4 * panels,
            about: `A piercing plate or clamp at each corner of a panel: anodised metal does not conduct. A jumper over every gap in a rail.`,
          },
        ]
      : [];
  if (kind === 'boat')
    return [
      ...bonds,
      {
        what: 'DC negative to ground',
        size: null,
        many: 1,
        about:
          'In one place only, at the engine’s negative or the ground bus; not thinner than one size below the main positive (ABYC E-11 practice, from memory).',
      },
      ...(ac
        ? [
            {
              what: 'Shore power',
              size: null,
              many: 1,
              about:
                'A galvanic isolator or an isolation transformer in the green wire, or the anodes feed the whole quay.',
            },
          ]
        : []),
    ];
  if (kind === 'trailer')
    return [
      ...bonds,
      {
        what: 'Chassis',
        size: frame,
        many: 1,
        about:
          'Bank negative and the AC earth are bonded to the chassis, each once. Plugged in, the outlet’s earth serves; do not drive a rod as well.',
      },
    ];
  return [
    ...bonds,
    {
      what: 'Electrode at the building',
      size: electrode,
      many: school === 'north-american' ? 2 : 1,
      about:
        school === 'north-american'
          ? 'Two rods at least 6 ft apart, unless one is shown to have 25 Ω or less (NEC 250.53, from memory).'
          : 'By the local code: often 1.5 m of rod, or the foundation.',
    },
    ...(standing > 0
      ? [
          {
            what: 'Electrode at the array',
            size: electrode,
            many: standing,
            about: 'An array on posts of its own has a rod of its own, bonded to the building’s.',
          },
        ]
      : []),
    ...(ac
      ? [
          {
            what: 'Neutral to earth',
            size: null,
            many: 1,
            about:
              'Bonded in one place only, where the inverter’s manual or the local code says; a second bond sends current through the earth wires.',
          },
        ]
      : []),
  ];
}
