import type { Coil, Metal, School, SizeName } from '../document';
import type { CableKind } from './ampacity';
import { BRANCHED, COMBINER, type Circuit } from './circuit';
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

/** What switches a run of panels off: for its coldest volts, in tens, and for its most amps. @source NEC 690.13 (from memory) */
const disconnectText = ({ highV, mostA }: Circuit): string =>
  `disconnect for panels, 2 poles, ${Math.ceil(highV / 10 - 1e-9) * 10} V DC, ${Math.ceil(mostA - 1e-9)} A or more`;

/** Lugs, ferrules, plugs, glands and labels, counted from the ends of conductors, and what joins, protects and switches them. */
function partsOf(wired: readonly Wired[]): SmallPart[] {
  const counts = new Map<string, number>();
  const add = (what: string, many: number) => {
    if (many > 0) counts.set(what, (counts.get(what) ?? 0) + many);
  };
  for (const { circuit, chosen, device } of wired) {
    const { kind, many } = circuit;
    const conductors = circuit.wires * many * chosen.side;
    const size = sizeText(chosen.size.name);
    if (kind === 'string' || kind === 'feed') {
      // plugs at panels and at branch connectors; in a combiner, at a switch and at a controller they are screwed down
      const ends = (...of: string[]) => [circuit.from, circuit.to].filter((end) => of.includes(end)).length;
      const plugged = ends('string', BRANCHED);
      add('plugs for panels, plus and minus pairs', plugged * many);
      add(`ferrules ${size}`, (2 - plugged) * conductors);
      add('glands', 2 * many * (ends(COMBINER) + (kind === 'feed' ? 1 : 0)));
      if (kind === 'feed') add(disconnectText(circuit), many);
    } else if (kind === 'links' || kind === 'bank' || kind === 'inverter') {
      add(`lugs ${size}`, 2 * conductors);
      add(`heat-shrink ${size}`, 2 * conductors);
    } else {
      add(`ferrules or lugs ${size}`, 2 * conductors);
    }
    add('labels for ends', 2 * conductors);
    for (const { amps, many: alike } of device?.sizes ?? []) add(`${device?.label} ${amps} A`, alike);
  }
  const feeds = wired.flatMap(({ circuit }) => (circuit.kind === 'feed' ? [circuit] : []));
  const joined = (by: string) => feeds.reduce((sum, { from, many }) => sum + (from === by ? many : 0), 0);
  const some = (many: number, one: string, several: string) => add(many === 1 ? one : several, many);
  some(joined(BRANCHED), 'pair of branch connectors', 'pairs of branch connectors');
  some(joined(COMBINER), 'combiner', 'combiners');
  some(new Set(feeds.map(({ array }) => array)).size, 'entry box', 'entry boxes');
  return [...counts].map(([what, many]) => ({ what, many }));
}
