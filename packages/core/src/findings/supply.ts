import type { Leg, Phases } from '../document';
import { choose, put, remedy, type Rule } from './finding';

/** Legs that a supply has; what is shared between all of them runs on one too. */
const ON: Readonly<Record<Phases, readonly Leg[]>> = {
  single: ['a', 'both'],
  split: ['a', 'b', 'both'],
  three: ['a', 'b', 'c', 'both'],
};

/** A use on a leg that no inverter makes. */
const noSuchLeg: Rule = ({ design }) => {
  const { phases } = design.supply;
  return Object.entries(design.uses).flatMap(([id, use]) =>
    use.supply !== 'ac' || use.stage > 0 || ON[phases].includes(use.leg)
      ? []
      : {
          id: `power.noLeg:${id}`,
          severity: 'look' as const,
          sheet: 'power' as const,
          title: `No inverter makes leg ${use.leg.toUpperCase()}`,
          sentence: `${use.name || 'A use'} is on leg ${use.leg.toUpperCase()}, and the inverter makes ${phases === 'single' ? 'leg A alone' : 'legs A and B'}: it stays dark${use.priority === 'must' ? ', though it must ride through' : ''}.`,
          value: 1,
          remedies: [remedy('Put it on leg A', put(`/uses/${id}/leg`, 'a'))],
          focus: `/uses/${id}/leg`,
        },
  );
};

const nothingOnAc: Rule = ({ design }) =>
  design.power.inverter &&
  Object.keys(design.uses).length > 0 &&
  !Object.values(design.uses).some(({ supply }) => supply === 'ac')
    ? {
        id: 'power.dcOnly',
        severity: 'note',
        sheet: 'power',
        title: 'Nothing runs on AC',
        sentence: 'Every use is on DC: the job needs no inverter, and without one nothing idles.',
        remedies: [remedy('Leave the inverter out', put('/power/inverter', null))],
        focus: '/power/inverter',
      }
    : null;

/** One machine stands in two sheets: here its AC side, on Strings its panel inputs. */
const oneMachine: Rule = ({ design }) => {
  const { inverter } = design.power;
  if (!inverter || (inverter.kind !== 'all-in-one' && inverter.kind !== 'station')) return null;
  const controllers = Object.entries(design.controllers);
  if (controllers.some(([, { inverter: same }]) => same)) return null;
  const [first] = controllers;
  return {
    id: 'power.oneMachine',
    severity: 'look',
    sheet: 'power',
    title: 'Its panel inputs are not on Strings',
    sentence: `${inverter.label} has panel inputs of its own, and the controllers on Strings are other machines. Take its inputs there, or say that the first controller is this machine, so that its draw counts once.`,
    remedies: first
      ? [remedy('The first controller is this machine', put(`/controllers/${first[0]}/inverter`, true))]
      : [],
    focus: '/power/inverter',
  };
};

/** AC volts that a use is said at lie within this share of what the inverter makes, or of twice that between two legs. */
const NEAR_VOLTS = 0.15;

const otherVolts: Rule = ({ design }, pen) => {
  const { inverter } = design.power;
  if (!inverter) return null;
  const made = inverter.volts.value;
  const near = (volts: number, to: number) => Math.abs(volts - to) <= NEAR_VOLTS * to;
  const between = { single: made, split: 2 * made, three: Math.sqrt(3) * made }[design.supply.phases];
  return Object.entries(design.uses).flatMap(([id, use]) => {
    const volts = use.form === 'amps' ? use.given.volts?.value : undefined;
    if (volts === undefined || use.supply !== 'ac' || near(volts, made) || near(volts, between)) return [];
    return {
      id: `power.volts:${id}`,
      severity: 'stop' as const,
      sheet: 'power' as const,
      title: 'Made for another AC voltage',
      sentence: `${use.name || 'A use'} is made for ${pen(volts, 'voltage')}; the inverter makes ${pen(made, 'voltage')}${between === made ? '' : `, and ${pen(between, 'voltage')} between legs`}. It burns out or does not run.`,
      value: volts,
      limit: made,
      remedies:
        near(volts, 120) || near(volts, 230)
          ? [remedy(`An inverter for ${pen(volts, 'voltage')}`, choose('/power/inverter/volts', volts))]
          : [],
      focus: '/power/inverter/volts',
    };
  });
};

/** Whether inverter, uses and controllers are made for each other. */
export const SUPPLY_RULES: readonly Rule[] = [noSuchLeg, otherVolts, oneMachine, nothingOnAc];
