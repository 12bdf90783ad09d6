import {
  acPlain,
  BANK_SHARE,
  bankFaultA,
  BEHIND_MAIN_A,
  BRANCHED,
  COMBINER,
  insulationOf,
  liesOf,
  plain,
  STRINGS_SHARE,
  type Circuit,
} from './circuit';
import { overfed } from '../strings';
import { runKey, type ArrayWires, type ControllerWires, type WiringScene } from './scene';
import { acUseCircuits, dcAmps, dcCircuits, ownCircuits } from './useCircuits';

/** Panels give this much more than their sheet under a bright sky. @source NEC 690.8(A)(1); IEC 62548 */
const BRIGHT = 1.25;
/** Leads from the ends of the strings to where they are joined, one way, m. Common practice. */
export const TO_JOINT_M = 2;

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

/** What lies between the panels and the busbar; of the controllers' leads those that an array is on. */
export const feedCircuits = (scene: WiringScene): Circuit[] => [
  ...scene.arrays.flatMap((array) => arrayCircuits(array, scene)),
  ...scene.controllers
    .filter(({ id, station }) => !station && scene.arrays.some(({ controllerId }) => controllerId === id))
    .flatMap((controller) => chargeCircuit(controller, scene)),
];

/** True where each string has a fuse: from three on, of all arrays on its input, and where the others could harm one. */
export const stringsFused = ({ each, others }: Pick<ArrayWires, 'each' | 'others'>): boolean =>
  each.length + others.length >= 3 || overfed(each) !== null;

/** True where strings are joined or fused on the way: else the one there is runs home to its controller. */
export const hasJoint = (array: ArrayWires): boolean => array.parallel > 1 || stringsFused(array);

function arrayCircuits(array: ArrayWires, scene: WiringScene): Circuit[] {
  const { id, called, on, parallel, inputs, vmpV, coldVocV, rowM, squareHours } = array;
  if (array.panels === 0 || parallel < 1 || inputs < 1) return [];
  const controller = scene.controllers.find((each) => each.id === array.controllerId);
  const name = [called || 'Array', on].filter(Boolean).join(', ');
  const to = controller?.label || 'controller';
  const fused = stringsFused(array);
  const joined = hasJoint(array);
  const joint = fused ? COMBINER : BRANCHED;
  const besideA = array.others.reduce((sum, { iscA }) => sum + iscA, 0);
  const bears = {
    ...plain,
    array: id,
    on,
    volts: Math.max(1, vmpV),
    highV: coldVocV,
    run: 'array' as const,
    drop: 'array' as const,
    dropShare: joined ? 1 - STRINGS_SHARE : 1,
    insulation: insulationOf(scene, 'solar'),
    about: `/arrays/${id}/strings/parallel`,
    faultA: 0,
  };
  const feed: Circuit = {
    ...bears,
    key: runKey('feed', array),
    kind: 'feed',
    name: joined ? `${name}: feed` : `${name}: home run`,
    from: joined ? joint : 'string',
    to,
    many: inputs,
    amps: array.inputImpA,
    // into a short of it other arrays on its input feed from the other end
    mostA: Math.max(array.inputIscA, besideA) * BRIGHT,
    returnM: joined ? 0 : rowM,
    protection: 'none',
    at: 'disconnect by the controller, both poles',
    lies: liesOf(scene, 'array'),
    squareHours,
  };
  if (!joined) return [feed];
  return [
    {
      ...bears,
      key: runKey('string', array),
      kind: 'string',
      name: `${name}: strings`,
      from: 'string',
      to: joint,
      many: parallel * inputs,
      amps: array.impA,
      // what the others feed back goes through it until its fuse opens
      mostA: array.iscA * BRIGHT,
      returnM: rowM,
      dropShare: STRINGS_SHARE,
      protection: fused ? 'string' : 'none',
      mostFuseA: overfed(array.each)?.bearsA ?? null,
      at: fused ? joint : '',
      lies: liesOf(scene, 'panels'),
      squareHours: squareHours === null ? null : squareHours / parallel ** 2,
    },
    feed,
  ];
}

/** What the leads about the bank have in common. */
const bankPlain = (scene: WiringScene) => ({
  ...plain,
  volts: scene.bank.volts,
  highV: scene.bank.absorptionV,
  insulation: insulationOf(scene, 'lead' as const),
  dropShare: BANK_SHARE,
  lies: liesOf(scene, 'inside'),
  about: '/bank/parallel',
});

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
  const bears = bankPlain(scene);
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
    ...charging.flatMap((controller) => chargeCircuit(controller, scene)),
  ];
}

/** The lead of a controller; none of one that is the inverter too. */
function chargeCircuit(
  { id, label, inverter, chargeA, squareHours }: ControllerWires,
  scene: WiringScene,
): Circuit[] {
  if (inverter) return [];
  return [
    {
      ...bankPlain(scene),
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
      faultA: Math.min(bankFaultA(scene), BEHIND_MAIN_A),
      squareHours,
      about: `/controllers/${id}/chargeAmps`,
    },
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
