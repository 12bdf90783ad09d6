import type { School } from '../document';
import {
  acPlain,
  BANK_SHARE,
  bankFaultA,
  BEHIND_MAIN_A,
  CONTINUOUS,
  dcPlain,
  insulationOf,
  type Circuit,
} from './circuit';
import type { UseWires, WiringScene } from './scene';

/** A use of so many watts has a circuit of its own. Common practice. */
const OWN_CIRCUIT_W = 1000;
/** Circuits that are told one by one; the rest stand together. */
const MOST_OWN = { ac: 10, dc: 12 } as const;
/** What a general circuit is made for, A. Common practice. */
const GENERAL_A: Readonly<Record<School, number>> = { 'north-american': 15, iec: 16, marine: 15 };
const GENERAL_SHARE = 0.8;

/** A circuit for each large use on AC, and as many general ones as the small ones need. */
export function acUseCircuits(scene: WiringScene): Circuit[] {
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

/** Everything on DC at once. */
export const dcAmps = ({ dcUses, sharing, bank }: WiringScene): number =>
  (dcUses.reduce((sum, { watts }) => sum + watts, 0) * sharing) / Math.max(1, bank.volts);

export function dcCircuits(scene: WiringScene): Circuit[] {
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

export const ownCircuits = (scene: WiringScene): Circuit[] =>
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
