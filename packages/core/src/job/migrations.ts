import { cloned, CURRENT_VERSION, type BusVolts, type Chemistry, type JobKind } from '../document';
import { groupOf } from '../loads';
import { CONTROLLER_CLASSES } from '../strings';
import { blankPower, blankWiring, usualBank, usualHome } from './blank';

type Document = Record<string, unknown> & { version: number };
/** From version `from` to the next. */
export interface Migration {
  from: number;
  step: (document: Document) => Document;
}

/** One entry a version, oldest first; each has its own test. */
export const MIGRATIONS: readonly Migration[] = [
  { from: 1, step: severalArrays },
  { from: 2, step: usesAndBankInFull },
  { from: 3, step: stringsInFull },
  { from: 4, step: bySchool },
  { from: 5, step: whatIsFixed },
  { from: 6, step: powerInFull },
  { from: 7, step: wires },
  { from: 8, step: searchAndPrice },
  { from: 9, step: wiresToUses },
];

type Loose = Record<string, unknown>;
type Rows = Record<string, Loose>;

/** Each row of a list by id, changed. */
const rows = (all: Rows, change: (row: Loose) => Loose): Rows =>
  Object.fromEntries(Object.entries(all).map(([id, row]) => [id, change(row)]));

/** Version 1 had one place, one array and one controller. */
function severalArrays(document: Document): Document {
  const { array, strings, place, ...rest } = document as Document & {
    array: Loose;
    strings: Loose & { controller: Loose };
    place: Loose;
  };
  const { tilt, azimuth, service, throughBank, ...plan } = array;
  const { controller, ...stringing } = strings;
  const entry = (value: number, from: string) => ({ value, from });
  return {
    ...rest,
    place: { ...place, weather: null },
    stops: {},
    energy: { service, throughBank, sky: 'hay-davies' },
    arrays: {
      a1: {
        name: '',
        position: 1,
        ...plan,
        plane: {
          kind: 'fixed',
          tilt,
          azimuth,
          seasons: 2,
          tilts: {
            winter: entry(60, 'chosen'),
            spring: entry(40, 'chosen'),
            summer: entry(20, 'chosen'),
            autumn: entry(40, 'chosen'),
          },
        },
        rows: {
          count: entry(1, 'chosen'),
          pitch: entry(4, 'chosen'),
          length: entry(2, 'guess'),
          upright: false,
        },
        width: entry(4, 'guess'),
        skyline: { points: {}, obstacles: {} },
        bifacial: entry(0, 'guess'),
        albedoBy: {},
        soilingBy: {},
        snowBy: {},
        strings: { controller: 'c1', ...stringing },
      },
    },
    controllers: { c1: { position: 1, ...controller } },
  };
}

/** Version 2 knew only watts × hours of a use, and of a bank neither its size nor where it stands. */
function usesAndBankInFull(document: Document): Document {
  const { uses, bank, supply, kind, busVolts, ...rest } = document as Document & {
    uses: Record<string, Loose & { name: string }>;
    bank: Loose & { chemistry: string };
    supply: Loose;
    kind: JobKind;
    busVolts: BusVolts;
  };
  const chemistry = (bank.chemistry === 'sealed' ? 'agm' : bank.chemistry) as Chemistry;
  return {
    ...rest,
    kind,
    busVolts,
    uses: Object.fromEntries(
      Object.entries(uses).map(([id, use]) => [
        id,
        {
          ...use,
          group: groupOf(use.name),
          form: 'watts',
          given: {},
          paint: {},
          days: 'every',
          event: null,
          perPerson: false,
          start: 'factor',
          leg: 'both',
          shed: 0,
          stage: 0,
          series: null,
        },
      ]),
    ),
    supply: { ...supply, split: false },
    people: {
      low: { value: 1, from: 'chosen' },
      usual: { value: 2, from: 'chosen' },
      full: { value: 4, from: 'chosen' },
      sizes: 'usual',
    },
    visits: { stay: { value: 3, from: 'chosen' }, perMonth: { value: 2, from: 'guess' } },
    events: {},
    bank: {
      ...bank,
      chemistry,
      sheet: null,
      unit: usualBank(chemistry, busVolts).unit,
      endOfLife: { value: 80, from: 'chosen' },
      home: usualHome(kind),
      horizon: { value: 20, from: 'chosen' },
      prices: {},
    },
  };
}

/** Version 3 knew only alike panels, and of a controller one set of limits for all its inputs. */
function stringsInFull(document: Document): Document {
  const { arrays, controllers, ...rest } = document as Document & {
    arrays: Record<string, Loose & { module: Loose & { voc: { value: number } }; strings: Loose }>;
    controllers: Record<string, Loose>;
  };
  const each = (rows: Record<string, Loose>, step: (row: Loose) => Loose) =>
    Object.fromEntries(Object.entries(rows).map(([id, row]) => [id, step(row)]));
  return {
    ...rest,
    arrays: each(arrays, (array) => {
      const { module, strings } = array as (typeof arrays)[string];
      return {
        ...array,
        // panels of 36 cells have two bypass diodes, longer ones three
        module: { ...module, sections: { value: module.voc.value < 27 ? 2 : 3, from: 'guess' } },
        strings: { ...strings, first: null },
        pile: null,
      };
    }),
    controllers: each(controllers, (controller) => ({
      ...controller,
      startVolts: null,
      maxWatts: null,
      chargeAmpsBy: {},
      ownDraw: { value: 0, from: 'guess' },
      keepFree: { value: 0, from: 'chosen' },
      inputLimits: {},
    })),
    dc: { combiner: null, disconnect: null, cable: null, connector: null, dwelling: null, poles: null },
    controllerPrices: {},
    acknowledged: {},
  };
}

/** Version 4 knew neither whose rules a job follows nor that a bank may be switched off while nothing is used. */
function bySchool(document: Document): Document {
  const { kind, units, supply, bank } = document as Document & {
    kind: string;
    units: string;
    supply: Loose;
    bank: Loose;
  };
  return {
    ...document,
    school: kind === 'boat' ? 'marine' : units === 'imperial' ? 'north-american' : 'iec',
    supply: { ...supply, mostVolts: null },
    bank: { ...bank, disconnected: [] },
  };
}

/**
 * Version 5 knew neither which buses a controller charges, nor half-cut panels, nor what is fixed already. Its bank was
 * sized with every margin one upon the other; whoever had it so keeps it.
 */
function whatIsFixed(document: Document): Document {
  const { supply, bank, arrays, controllers } = document as Document & {
    supply: Loose;
    bank: Loose & { unit: Loose };
    arrays: Rows;
    controllers: Rows;
  };
  const sheet = (module: unknown): Loose => ({
    ...(module as Loose),
    halfCut: /half/i.test(String((module as Loose).label)),
  });
  return {
    ...document,
    supply: { ...supply, sharing: { value: 100, from: 'chosen' } },
    bank: {
      ...bank,
      unit: { ...bank.unit, ...usualSizes(document) },
      mostUnits: null,
      sizing: 'careful',
      margin: { value: 10, from: 'chosen' },
    },
    arrays: rows(arrays, (array) => ({
      ...array,
      most: null,
      module: sheet(array.module),
      pile: array.pile && {
        ...(array.pile as Loose),
        sorts: rows((array.pile as { sorts: Rows }).sorts, (sort) => ({
          ...sort,
          module: sheet(sort.module),
        })),
      },
    })),
    controllers: rows(controllers, (controller) => ({
      ...controller,
      ...madeAs(String(controller.label)),
    })),
    budget: { most: null, panelWatt: null },
    kept: [],
  };
}

/** Version 6 knew of AC only whether it is split, and nothing that charges beside the sun. */
function powerInFull(document: Document): Document {
  const { split, ...supply } = document['supply'] as Loose;
  return {
    ...document,
    supply: { ...supply, phases: split ? 'split' : 'single' },
    power: blankPower(),
  };
}

/** Version 7 knew nothing of wires. */
function wires(document: Document): Document {
  return { ...document, wiring: blankWiring(document['kind'] as JobKind) };
}

/** Version 8 knew neither what an inverter costs nor whether it searches, and guessed what an array’s wires lose. */
function searchAndPrice(document: Document): Document {
  const power = document['power'] as Loose & { inverter: Loose | null };
  const { inverter } = power;
  return {
    ...document,
    arrays: Object.fromEntries(
      Object.entries(document['arrays'] as Record<string, Loose>).map(([id, array]) => {
        const wiring = array['wiring'] as { from: string };
        return [id, { ...array, wiring: wiring.from === 'guess' ? null : wiring }];
      }),
    ),
    power: { ...power, searching: false, inverter: inverter && { ...inverter, price: null } },
  };
}

/** Version 9 guessed what the wires to the uses on DC lose, knew none on AC, and no bends of a pipe. */
function wiresToUses(document: Document): Document {
  const supply = document['supply'] as Loose;
  const wiring = document['wiring'] as Loose;
  const { from } = supply['dcEfficiency'] as { from: string };
  return {
    ...document,
    supply: {
      ...supply,
      acEfficiency: null,
      dcEfficiency: from === 'guess' ? null : supply['dcEfficiency'],
    },
    wiring: {
      ...wiring,
      stretches: rows(wiring['stretches'] as Rows, (stretch) => ({ ...stretch, bends: null })),
    },
  };
}

/** Which buses a controller charges and whether it is the inverter too, where its label is that of a typical class. */
function madeAs(label: string): Loose {
  const found = CONTROLLER_CLASSES.find((candidate) => candidate.label === label);
  return { buses: [...(found?.buses ?? [12, 24, 48])], inverter: found?.inverter ?? false };
}

/** Sizes of a unit that stand as they came with its chemistry, nobody having typed them: guesses from now on. */
function usualSizes({ busVolts, bank }: Document): Loose {
  const { chemistry, unit } = bank as { chemistry: Chemistry; unit: Record<string, { value?: unknown }> };
  const usual = usualBank(chemistry, busVolts as BusVolts).unit;
  return Object.fromEntries(
    (['length', 'width', 'height', 'mass'] as const)
      .filter((key) => unit[key]?.value === usual[key].value)
      .map((key) => [key, usual[key]]),
  );
}

export class NewerVersionError extends Error {
  readonly code = 'NEWER_VERSION';
  constructor(version: number, current: number) {
    super(
      `The job was written by a newer Ivolt (version ${version}; this one reads up to ${current}). Update this Ivolt first`,
    );
  }
}

export class NoVersionError extends Error {
  readonly code = 'NO_VERSION';
}

/**
 * Brings an older document forward to the current version; the argument is left as it was.
 * @throws NewerVersionError; NoVersionError where none is said or no way leads on from it
 */
export function migrate(
  document: unknown,
  migrations: readonly Migration[] = MIGRATIONS,
  current: number = CURRENT_VERSION,
): Document {
  const version = (document as { version?: unknown } | null | undefined)?.version;
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1) {
    throw new NoVersionError('The job does not say which version it is');
  }
  if (version > current) throw new NewerVersionError(version, current);
  let result = cloned(document) as Document;
  while (result.version < current) {
    const migration = migrations.find(({ from }) => from === result.version);
    if (!migration) throw new NoVersionError(`No way is known from version ${result.version} to ${current}`);
    result = { ...migration.step(result), version: result.version + 1 };
  }
  return result;
}
