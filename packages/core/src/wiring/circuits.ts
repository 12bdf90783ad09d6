import type { DropKind, RunKind, School, Surroundings } from '../document';
import type { CableKind } from './ampacity';
import type { ArrayWires, UseWires, WiringScene } from './scene';

export type CircuitKind =
  | 'string'
  | 'feed'
  | 'charge'
  | 'links'
  | 'bank'
  | 'inverter'
  | 'panel'
  | 'ac'
  | 'dc-feed'
  | 'dc'
  | 'source'
  | 'charger'
  | 'own';

/** What protects a circuit: nothing, where its source cannot overload it; a fuse of a string; one at the bank; a breaker. */
export type Protection = 'none' | 'string' | 'bank' | 'breaker';

/** A circuit as the design asks for it, before any wire is chosen. */
export interface Circuit {
  key: string;
  kind: CircuitKind;
  name: string;
  from: string;
  to: string;
  ac: boolean;
  /** How many there are alike. */
  many: number;
  /** Conductors of one of them, and those of them that carry current. */
  wires: number;
  loaded: number;
  /** Volts that its drop is a share of, and the most between two of its conductors. */
  volts: number;
  highV: number;
  /** While it works, and the most it carries for hours, before any factor. */
  amps: number;
  mostA: number;
  /** Of `mostA`, what device and terminals must bear. */
  factor: number;
  /** For the instant that its motor starts; 0 where none does. */
  startA: number;
  run: RunKind;
  drop: DropKind;
  /** Of that limit, what this run may take, 0–1. */
  dropShare: number;
  /** Metres beside the route on one conductor: the return of a row. */
  returnM: number;
  insulation: CableKind;
  flexible: boolean;
  protection: Protection;
  /** Where what protects it stands. */
  at: string;
  /** Amps that the other side can give into a short of it; 0 where its source cannot harm it. */
  faultA: number;
  /** How it lies where it has no route. */
  lies: { surroundings: Surroundings; piped: boolean };
  /** Amps squared by hours of a year, of one. */
  squareHours: number | null;
  /** Place in the design of what it belongs to, and the sheet that shows it. */
  about: string;
}

/** Panels give this much more than their sheet under a bright sky. @source NEC 690.8(A)(1); IEC 62548 */
const BRIGHT = 1.25;
/** Continuous duty. @source NEC 215.2, 690.8(B), 690.9(B); elsewhere a device that does not trip when warm (common practice) */
const CONTINUOUS = 1.25;
/** Leads from the ends of the strings to where they are joined, one way, m. Common practice. */
export const TO_JOINT_M = 2;
/** Behind a fuse that limits it, amps of a short of the bank. Common practice. */
const BEHIND_MAIN_A = 2000;
/** The same behind the fuse of a fuse block and its leads. Common practice. */
const BEHIND_BLOCK_A = 1000;
/** Of what an array may drop, what its strings may take to where they are joined; of what a bank may, each side of its busbar. */
const [STRINGS_SHARE, BANK_SHARE] = [0.25, 0.5];
/** Amps that a bank without a figure gives, for each of its amp-hours. Common practice; careful. */
export const FAULT_PER_AH = 20;
/** A use of so many watts has a circuit of its own. Common practice. */
const OWN_CIRCUIT_W = 1000;
/** Circuits that are told one by one; the rest stand together. */
const MOST_OWN = { ac: 10, dc: 12 } as const;
/** What a general circuit is made for, A. Common practice. */
const GENERAL_A: Readonly<Record<School, number>> = { 'north-american': 15, iec: 16, marine: 15 };
const GENERAL_SHARE = 0.8;

/** Amps the whole bank gives into a short. */
export const bankFaultA = ({ wiring, bank }: WiringScene): number =>
  wiring.fault?.value ?? FAULT_PER_AH * bank.stringAh * bank.parallel;

/** Every circuit that follows from a design, from the panels to the uses. */
export function circuitsOf(scene: WiringScene): Circuit[] {
  return [
    ...scene.arrays.flatMap((array) => arrayCircuits(array, scene)),
    ...bankCircuits(scene),
    ...inverterCircuits(scene),
    ...sourceCircuits(scene),
    ...dcCircuits(scene),
    ...ownCircuits(scene),
  ];
}

/** What most circuits have in common. */
const plain = {
  ac: false,
  many: 1,
  wires: 2,
  loaded: 2,
  returnM: 0,
  flexible: true,
  protection: 'bank' as Protection,
  dropShare: 1,
  factor: CONTINUOUS,
  startA: 0,
};

/** Where a circuit lies that nobody routed. */
function liesOf({ kind, school }: WiringScene, where: 'panels' | 'array' | 'inside'): Circuit['lies'] {
  const moves = kind === 'boat' || kind === 'trailer';
  if (where === 'panels') return { surroundings: 'panels', piped: false };
  if (where === 'array' && !moves) return { surroundings: 'wall', piped: school === 'north-american' };
  return { surroundings: kind === 'boat' ? 'bilge' : 'indoors', piped: false };
}

const insulationOf = ({ school }: WiringScene, otherwise: CableKind): CableKind =>
  school === 'marine' ? 'marine' : otherwise;

/** True where each string has a fuse: from three on, and where the others could harm one. */
export const stringsFused = ({ parallel, backFedA, maxFuseA }: ArrayWires): boolean =>
  parallel >= 3 || (parallel > 1 && maxFuseA !== null && backFedA > maxFuseA);

function arrayCircuits(array: ArrayWires, scene: WiringScene): Circuit[] {
  const { id, called, parallel, inputs, iscA, impA, vmpV, coldVocV, rowM, squareHours } = array;
  if (array.panels === 0 || parallel < 1 || inputs < 1) return [];
  const controller = scene.controllers.find((each) => each.id === array.controllerId);
  const name = called || 'Array';
  const to = controller?.label || 'controller';
  const fused = stringsFused(array);
  const bears = {
    ...plain,
    volts: Math.max(1, vmpV),
    highV: coldVocV,
    run: 'array' as const,
    drop: 'array' as const,
    dropShare: parallel === 1 ? 1 : 1 - STRINGS_SHARE,
    insulation: insulationOf(scene, 'solar'),
    about: `/arrays/${id}/strings/parallel`,
    faultA: 0,
  };
  const feed: Circuit = {
    ...bears,
    key: `feed-${id}`,
    kind: 'feed',
    name: parallel === 1 ? `${name}: home run` : `${name}: feed`,
    from: parallel === 1 ? 'string' : fused ? 'combiner' : 'branch connectors',
    to,
    many: inputs,
    amps: parallel * impA,
    mostA: parallel * iscA * BRIGHT,
    returnM: parallel === 1 ? rowM : 0,
    protection: 'none',
    at: 'disconnect by the controller, both poles',
    lies: liesOf(scene, 'array'),
    squareHours,
  };
  if (parallel === 1) return [feed];
  return [
    {
      ...bears,
      key: `string-${id}`,
      kind: 'string',
      name: `${name}: strings`,
      from: 'string',
      to: fused ? 'combiner' : 'branch connectors',
      many: parallel * inputs,
      amps: impA,
      // what the others feed back goes through it until its fuse opens
      mostA: iscA * BRIGHT,
      returnM: rowM,
      dropShare: STRINGS_SHARE,
      protection: fused ? 'string' : 'none',
      at: fused ? 'combiner' : '',
      lies: liesOf(scene, 'panels'),
      squareHours: squareHours === null ? null : squareHours / parallel ** 2,
    },
    feed,
  ];
}

/** What the bank's own leads carry, from its posts to the busbar and on to the controllers. */
function bankCircuits(scene: WiringScene): Circuit[] {
  const { bank, controllers } = scene;
  const charging = controllers.filter(({ station }) => !station);
  if (charging.length === 0) return [];
  const faultA = bankFaultA(scene);
  const [inA, outA] = [
    charging.reduce((sum, { chargeA }) => sum + chargeA, 0),
    inverterDcA(scene) + dcAmps(scene),
  ];
  const mostA = Math.max(inA, outA);
  const bears = {
    ...plain,
    volts: bank.volts,
    highV: bank.absorptionV,
    insulation: insulationOf(scene, 'lead' as const),
    dropShare: BANK_SHARE,
    lies: liesOf(scene, 'inside'),
    about: '/bank/parallel',
  };
  const links: Circuit[] =
    bank.parallel > 1
      ? [
          {
            ...bears,
            key: 'links',
            kind: 'links',
            name: 'Battery strings',
            from: 'each battery string',
            to: 'bank’s posts',
            many: bank.parallel,
            amps: mostA / bank.parallel,
            // strings never share alike; one may carry what two should
            mostA: Math.min(mostA, (1.5 * mostA) / bank.parallel),
            run: 'bank',
            drop: 'bank',
            at: 'at each string’s positive post',
            faultA: (faultA * Math.max(bank.parallel - 1, 1)) / bank.parallel,
            squareHours: scene.bankSquareHours / bank.parallel ** 2,
          },
        ]
      : [];
  return [
    ...links,
    {
      ...bears,
      key: 'bank',
      kind: 'bank',
      name: 'Bank to busbar',
      from: 'bank',
      to: 'busbar',
      amps: mostA,
      mostA,
      run: 'bank',
      drop: 'bank',
      at: 'main fuse, at the bank’s positive post',
      faultA,
      squareHours: scene.bankSquareHours,
    },
    ...charging
      .filter(({ inverter }) => !inverter)
      .map(({ id, label, chargeA, squareHours }): Circuit => ({
        ...bears,
        dropShare: 1,
        key: `charge-${id}`,
        kind: 'charge',
        name: `${capital(label)} to busbar`,
        from: label,
        to: 'busbar',
        amps: chargeA,
        mostA: chargeA,
        run: 'charge',
        drop: 'charge',
        at: 'at the busbar',
        faultA: Math.min(faultA, BEHIND_MAIN_A),
        squareHours,
        about: `/controllers/${id}/chargeAmps`,
      })),
  ];
}

/** DC amps of the inverter at its continuous rating from a bank that is nearly empty. */
const inverterDcA = ({ inverter, bank }: WiringScene): number =>
  inverter && !inverter.station
    ? inverter.continuousW / Math.max(0.1, inverter.efficiency) / Math.max(1, bank.emptyV)
    : 0;

function inverterCircuits(scene: WiringScene): Circuit[] {
  const { inverter, bank, controllers, legs } = scene;
  if (!inverter) return [];
  const faultA = bankFaultA(scene);
  const inOne = controllers.filter((controller) => controller.inverter && !controller.station);
  const charged = inOne.reduce((sum, { chargeA }) => sum + chargeA, 0);
  const dcA = inverterDcA(scene);
  const dc: Circuit[] =
    dcA > 0
      ? [
          {
            ...plain,
            key: 'inverter',
            kind: 'inverter',
            name: `Busbar to ${inSentence(inverter.label)}`,
            from: 'busbar',
            to: inverter.label,
            volts: bank.volts,
            highV: bank.absorptionV,
            amps: Math.max(dcA, charged),
            mostA: Math.max(dcA, charged),
            run: 'inverter',
            drop: 'bank',
            dropShare: BANK_SHARE,
            insulation: insulationOf(scene, 'lead'),
            at: 'at the busbar',
            faultA,
            lies: liesOf(scene, 'inside'),
            squareHours: scene.inverterSquareHours,
            about: '/power/inverter',
          },
        ]
      : [];
  const legA = inverter.continuousW / legs / Math.max(1, inverter.volts);
  const panel: Circuit = {
    ...acPlain(scene),
    key: 'panel',
    kind: 'panel',
    name: `${inverter.label} to AC panel`,
    from: inverter.label,
    to: 'AC panel',
    wires: legs === 3 ? 4 : legs === 2 ? 3 : 2,
    loaded: legs === 3 ? 3 : 2,
    volts: inverter.volts,
    amps: legA,
    mostA: legA,
    run: 'panel',
    at: 'in the AC panel',
    squareHours: null,
    about: '/power/inverter',
  };
  return [...dc, ...(inverter.station ? [] : [panel]), ...acUseCircuits(scene)];
}

const capital = (label: string) => label.charAt(0).toUpperCase() + label.slice(1);
const inSentence = (label: string) => label.charAt(0).toLowerCase() + label.slice(1);

const acPlain = (scene: WiringScene) => ({
  ...plain,
  ac: true,
  highV: (scene.inverter?.volts ?? 230) * (scene.legs > 1 ? 2 : 1),
  drop: 'loads' as const,
  insulation: insulationOf(scene, 'building' as const),
  // cable of fine wires where it shakes
  flexible: scene.kind === 'boat' || scene.kind === 'trailer',
  protection: 'breaker' as const,
  // an inverter gives little more than its surge into a short; a breaker of 6 kA is more than enough
  faultA: 0,
  lies: liesOf(scene, 'inside'),
  // the standards outside North America set breaker to current without it
  factor: scene.school === 'north-american' ? CONTINUOUS : 1,
});

/** A circuit for each large use on AC, and as many general ones as the small ones need. */
function acUseCircuits(scene: WiringScene): Circuit[] {
  const { acUses, inverter, school, sharing } = scene;
  if (!inverter || inverter.station) return [];
  const large = acUses
    .filter(({ watts }) => watts >= OWN_CIRCUIT_W)
    .toSorted((a, b) => b.watts - a.watts)
    .slice(0, MOST_OWN.ac);
  const rest = acUses.filter((use) => !large.includes(use));
  const general = GENERAL_A[school] * GENERAL_SHARE;
  const restA = (rest.reduce((sum, { watts }) => sum + watts, 0) * sharing) / Math.max(1, inverter.volts);
  const many = Math.max(1, Math.ceil(restA / general));
  return [
    ...large.map((use) => useCircuit(use, 'ac', acPlain(scene), 'AC panel')),
    ...(rest.length > 0
      ? [
          {
            ...acPlain(scene),
            key: 'ac-rest',
            kind: 'ac' as const,
            name: many > 1 ? 'Sockets and lights' : 'Sockets and lights on AC',
            from: 'AC panel',
            to: `${rest.length} use${rest.length === 1 ? '' : 's'}`,
            many,
            volts: inverter.volts,
            amps: restA / many,
            // whoever plugs in may take all that the breaker gives
            mostA: general,
            run: 'loads' as const,
            at: 'in the AC panel',
            squareHours: squareOf(rest) / many ** 2,
            about: '/uses',
          },
        ]
      : []),
  ];
}

function useCircuit(
  { id, name, watts, startW, volts, yearWh }: UseWires,
  kind: 'ac' | 'dc',
  bears: ReturnType<typeof acPlain> | ReturnType<typeof dcPlain>,
  from: string,
): Circuit {
  const amps = watts / Math.max(1, volts);
  return {
    ...bears,
    key: `${kind}-${id}`,
    kind,
    name: name || 'Unnamed use',
    from,
    to: name || 'the use',
    volts,
    amps,
    mostA: amps,
    run: 'loads',
    factor: CONTINUOUS,
    startA: startW > watts ? startW / Math.max(1, volts) : 0,
    at: kind === 'ac' ? 'in the AC panel' : 'in the fuse block',
    squareHours: (amps * yearWh) / Math.max(1, volts),
    about: `/uses/${id}/watts`,
  };
}

/** Of several uses on one wire, as though they ran together. */
const squareOf = (uses: readonly UseWires[]): number => {
  const amps = uses.reduce((sum, { watts, volts }) => sum + watts / Math.max(1, volts), 0);
  return uses.reduce((sum, { yearWh, volts }) => sum + (amps * yearWh) / Math.max(1, volts), 0);
};

const dcPlain = (scene: WiringScene) => ({
  ...plain,
  highV: scene.bank.absorptionV,
  drop: 'loads' as const,
  insulation: insulationOf(scene, 'building' as const),
  faultA: Math.min(bankFaultA(scene), BEHIND_BLOCK_A),
  lies: liesOf(scene, 'inside'),
});

/** Everything on DC at once. */
const dcAmps = ({ dcUses, sharing, bank }: WiringScene): number =>
  (dcUses.reduce((sum, { watts }) => sum + watts, 0) * sharing) / Math.max(1, bank.volts);

function dcCircuits(scene: WiringScene): Circuit[] {
  const { dcUses, bank, controllers } = scene;
  if (dcUses.length === 0 || controllers.every(({ station }) => station)) return [];
  const amps = dcAmps(scene);
  const inTurn = dcUses.toSorted((a, b) => b.watts - a.watts);
  const rest = inTurn.slice(MOST_OWN.dc);
  const restA = rest.reduce((sum, { watts }) => sum + watts, 0) / Math.max(1, bank.volts);
  return [
    {
      ...dcPlain(scene),
      key: 'dc',
      kind: 'dc-feed',
      name: 'Busbar to fuse block',
      from: 'busbar',
      to: 'fuse block',
      volts: bank.volts,
      amps,
      mostA: amps,
      run: 'bank',
      drop: 'bank',
      dropShare: BANK_SHARE,
      insulation: insulationOf(scene, 'lead'),
      at: 'at the busbar',
      faultA: Math.min(bankFaultA(scene), BEHIND_MAIN_A),
      squareHours: squareOf(dcUses),
      about: '/uses',
    },
    ...inTurn.slice(0, MOST_OWN.dc).map((use) => useCircuit(use, 'dc', dcPlain(scene), 'fuse block')),
    ...(rest.length > 0
      ? [
          {
            ...dcPlain(scene),
            key: 'dc-rest',
            kind: 'dc' as const,
            name: `${rest.length} smaller uses on DC`,
            from: 'fuse block',
            to: 'uses',
            volts: bank.volts,
            amps: restA,
            mostA: restA,
            run: 'loads' as const,
            at: 'in the fuse block',
            squareHours: squareOf(rest),
            about: '/uses',
          },
        ]
      : []),
  ];
}

function sourceCircuits(scene: WiringScene): Circuit[] {
  const { sources, inverter, bank, controllers } = scene;
  if (controllers.every(({ station }) => station)) return [];
  const faultA = Math.min(bankFaultA(scene), BEHIND_MAIN_A);
  const volts = inverter?.volts ?? (scene.units === 'imperial' ? 120 : 230);
  return sources.flatMap((source): Circuit[] => {
    const name = source.name || 'Source';
    const about = `/power/sources/${source.id}/name`;
    const dc: Circuit = {
      ...plain,
      key: `charger-${source.id}`,
      kind: 'charger',
      name: `${name}: ${source.kind === 'alternator' ? 'to the bank' : 'charger to busbar'}`,
      from: source.kind === 'alternator' ? name : `charger of ${name}`,
      to: 'busbar',
      volts: bank.volts,
      highV: bank.absorptionV,
      amps: source.amps,
      mostA: source.amps,
      run: source.kind === 'alternator' ? 'engine' : 'charge',
      drop: 'charge',
      insulation: insulationOf(scene, 'lead'),
      at: 'at the busbar',
      faultA,
      lies:
        source.kind === 'alternator' && scene.kind === 'boat'
          ? { surroundings: 'engine', piped: false }
          : liesOf(scene, 'inside'),
      squareHours: null,
      about,
    };
    if (source.kind === 'alternator') return source.amps > 0 ? [dc] : [];
    if (source.kind === 'turbine') return [];
    const acA = source.watts / volts;
    return [
      {
        ...acPlain(scene),
        key: `source-${source.id}`,
        kind: 'source',
        name: `${name}: feed`,
        from: name,
        to: inverter?.charger ? inverter.label : 'charger',
        volts,
        highV: volts,
        amps: acA,
        mostA: acA,
        // a set's own breaker holds it to its rating
        factor: 1,
        run: 'source',
        at: source.kind === 'shore' ? 'at the inlet' : 'at the set',
        lies: liesOf(scene, 'array'),
        squareHours: null,
        about,
      },
      ...(inverter?.charger || source.amps <= 0 ? [] : [dc]),
    ];
  });
}

const ownCircuits = (scene: WiringScene): Circuit[] =>
  Object.entries(scene.wiring.own).map(([id, { name, ac, volts, amps }]): Circuit => ({
    ...(ac ? acPlain(scene) : dcPlain(scene)),
    key: `own-${id}`,
    kind: 'own',
    name: name || 'Unnamed circuit',
    from: ac ? 'AC panel' : 'fuse block',
    to: name || 'its use',
    volts: volts.value,
    highV: volts.value,
    amps: amps.value,
    mostA: amps.value,
    run: 'loads',
    at: ac ? 'in the AC panel' : 'in the fuse block',
    squareHours: null,
    about: `/wiring/own/${id}/amps`,
  }));
