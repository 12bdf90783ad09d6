import type { Coil, Metal, School, SizeName } from '../document';
import type { CableKind } from './ampacity';
import { conductor, METAL_COSTS, sizeText } from './conductor';
import { cutFrom, takes, type Cutting, type CutPiece, type Reel } from './cutting';
import { earthOf } from './earth';
import type { Wired } from './size';

/** Colours of conductors by school. @source NEC 200.6, 250.119 and practice for DC; IEC 60445; ABYC E-11: from memory */
const COLOURS: Readonly<
  Record<School, { dc: readonly [string, string]; ac: readonly string[]; earth: string }>
> = {
  'north-american': { dc: ['red', 'black'], ac: ['black', 'white', 'red', 'blue'], earth: 'green' },
  iec: { dc: ['brown', 'grey'], ac: ['brown', 'blue', 'black', 'grey'], earth: 'green-yellow' },
  marine: { dc: ['red', 'yellow'], ac: ['brown', 'blue', 'black', 'grey'], earth: 'green-yellow' },
};
/** Panels’ own cable comes in these whatever the school. Common practice. */
const SOLAR_COLOURS = ['red', 'black'] as const;

/** Conductors of one circuit by what they are: + and −, or lines and neutral, and earth. */
export function coloursOf(circuit: Wired['circuit'], school: School): { role: string; colour: string }[] {
  const of = COLOURS[school];
  if (circuit.ac) {
    const roles = ['line', 'neutral', 'line 2', 'line 3'].slice(0, circuit.wires);
    return roles.map((role, i) => ({ role, colour: of.ac[i] ?? '' }));
  }
  const [plus, minus] = circuit.insulation === 'solar' ? SOLAR_COLOURS : of.dc;
  return [
    { role: 'plus', colour: plus },
    { role: 'minus', colour: minus },
  ];
}

/** What a line of the take-off is called. */
export const CABLE_KINDS: Readonly<Record<CableKind | 'earth', string>> = {
  solar: 'solar cable',
  building: 'building cable',
  lead: 'battery cable',
  marine: 'tinned boat cable',
  earth: 'protective conductor',
};

export interface CableLine {
  id: string;
  size: SizeName;
  kind: CableKind | 'earth';
  metal: Metal;
  colour: string;
  /** With ends and slack, m. */
  metres: number;
  pieces: CutPiece[];
  /** From the coils that are at hand; null where there are none of it. */
  cutting: LineCutting | null;
}

/** What of the coils at hand a line gets, beside the other lines that come from them. */
export interface LineCutting extends Cutting {
  /** The longest that any coil of it has left in one piece, m. */
  longestLeftM: number;
}

export interface SmallPart {
  what: string;
  many: number;
}

export interface TakeOff {
  cables: CableLine[];
  parts: SmallPart[];
  metres: number;
  /** Of copper, kg. */
  kg: number;
  /** All of the cable, by the price of a metre and square millimetre, in the money one pays with. */
  money: number;
}

/** "35 mm² battery cable", as it is asked for. */
export const cableText = ({ size, kind, metal }: Pick<CableLine, 'size' | 'kind' | 'metal'>): string =>
  `${sizeText(size)} ${metal === 'aluminium' ? 'aluminium ' : ''}${CABLE_KINDS[kind]}`;

const COPPER_KG_PER_MM2_M = 0.00896;

/** What is bought: metres by colour, size and kind, the pieces they are cut into, and what goes on their ends. */
export function takeOff(
  wired: readonly Wired[],
  school: School,
  units: 'metric' | 'imperial',
  slackPct: number,
  endsM: number,
  coils: readonly Coil[],
  pricePerMm2M = 0,
): TakeOff {
  const lines = new Map<string, CableLine>();
  const put = (
    size: SizeName,
    kind: CableLine['kind'],
    metal: Metal,
    colour: string,
    what: string,
    lengthM: number,
    many: number,
  ) => {
    const id = `${kind}/${size}/${colour}${metal === 'aluminium' ? '/aluminium' : ''}`;
    const line = lines.get(id) ?? { id, size, kind, metal, colour, metres: 0, pieces: [], cutting: null };
    const piece = (lengthM + 2 * endsM) * (1 + slackPct / 100);
    for (let i = 0; i < many; i++) line.pieces.push({ lengthM: piece, what, colour });
    line.metres += piece * many;
    lines.set(id, line);
  };
  for (const each of wired) {
    const { circuit, chosen, lengthM, make } = each;
    for (const { role, colour } of coloursOf(circuit, school)) {
      // the end of a row comes back on one conductor
      const routeM = lengthM + (role === 'minus' ? circuit.returnM : 0);
      put(
        chosen.size.name,
        circuit.insulation,
        make.metal,
        colour,
        `${circuit.name}, ${role}`,
        routeM,
        circuit.many * chosen.side,
      );
    }
    const earth = earthOf(each, school, units);
    if (earth)
      put(
        earth.name,
        'earth',
        'copper',
        COLOURS[school].earth,
        `${circuit.name}, earth`,
        lengthM,
        circuit.many,
      );
  }
  const cables = cutAll([...lines.values()], coils);
  return {
    cables,
    parts: partsOf(wired),
    metres: cables.reduce((sum, { metres }) => sum + metres, 0),
    money: cables.reduce(
      (sum, { metres, size, metal }) =>
        sum + metres * conductor(size).areaMm2 * METAL_COSTS[metal] * pricePerMm2M,
      0,
    ),
    kg: wired.reduce((sum, { circuit, chosen, lengthM, make }) => {
      const metres = (circuit.wires * lengthM + circuit.returnM) * circuit.many * chosen.side;
      return sum + (make.metal === 'copper' ? metres * chosen.size.areaMm2 * COPPER_KG_PER_MM2_M : 0);
    }, 0),
  };
}

/** Lines with what each is cut from: what comes from the same coils is cut together, so that no metre is taken twice. */
function cutAll(lines: readonly CableLine[], coils: readonly Coil[]): CableLine[] {
  const cuttings = new Map<string, LineCutting>();
  for (const size of new Set(coils.map((coil) => coil.size))) {
    const reels = coils
      .filter((coil) => coil.size === size)
      .flatMap(({ colour, metres, count }) =>
        Array.from({ length: count.value }, (): Reel => ({
          lengthM: metres.value,
          colour: colour.toLowerCase(),
        })),
      );
    // coils that are said are of copper
    const of = lines.filter(
      (line) => line.metal === 'copper' && line.size === size && reels.some((reel) => takes(reel, line)),
    );
    const cut = cutFrom(
      of.flatMap(({ id, pieces }) => pieces.map((piece) => ({ ...piece, id }))),
      reels,
    );
    const begun = new Map(cut.coils.map(({ reel, leftM }) => [reel, leftM]));
    for (const line of of) {
      const own = <P extends { id: string }>(pieces: readonly P[]) =>
        pieces.filter(({ id }) => id === line.id);
      cuttings.set(line.id, {
        coils: cut.coils
          .map((coil) => ({ ...coil, pieces: own(coil.pieces) }))
          .filter(({ pieces }) => pieces.length > 0),
        short: own(cut.short),
        exact: cut.exact,
        longestLeftM: reels.reduce(
          (most, reel) => (takes(reel, line) ? Math.max(most, begun.get(reel) ?? reel.lengthM) : most),
          0,
        ),
      });
    }
  }
  return lines.map((line) => ({ ...line, cutting: cuttings.get(line.id) ?? null }));
}

/** Lugs, ferrules, plugs, glands and labels, counted from the ends of conductors. */
function partsOf(wired: readonly Wired[]): SmallPart[] {
  const counts = new Map<string, number>();
  const add = (what: string, many: number) => {
    if (many > 0) counts.set(what, (counts.get(what) ?? 0) + many);
  };
  for (const { circuit, chosen, device } of wired) {
    const conductors = circuit.wires * circuit.many * chosen.side;
    const size = sizeText(chosen.size.name);
    if (circuit.kind === 'string') {
      add('plugs for panels, plus and minus pairs', circuit.many);
      add('labels for ends', 2 * conductors);
      continue;
    }
    if (circuit.kind === 'feed') {
      add('plugs for panels, plus and minus pairs', circuit.many);
      add(`ferrules ${size}`, conductors);
      add('glands', 2 * circuit.many);
    } else if (circuit.kind === 'links' || circuit.kind === 'bank' || circuit.kind === 'inverter') {
      add(`lugs ${size}`, 2 * conductors);
      add(`heat-shrink ${size}`, 2 * conductors);
    } else {
      add(`ferrules or lugs ${size}`, 2 * conductors);
    }
    add('labels for ends', 2 * conductors);
    if (device) add(`${device.label} ${device.amps} A`, device.many);
  }
  const feeds = wired.filter(({ circuit }) => circuit.kind === 'feed').map(({ circuit }) => circuit.array);
  const boxes = new Set(feeds).size;
  add(boxes === 1 ? 'entry box' : 'entry boxes', boxes);
  return [...counts].map(([what, many]) => ({ what, many }));
}
