import type { Facts } from '../calculate';
import type { Design, Inverter, Operation } from '../document';
import { findingsOf, machinesFor, put, softStarts, takeMachine, tried, type Reckon } from '../findings';
import type { Pen } from '../figures';
import { acAsked, holdsAll, inverterAt, inverterOfClass, inverterPrice, MACHINE_CLASSES } from '../power';

/** Another way to make the AC, worked out on the whole job. */
export interface AcWay {
  id: 'search' | 'smaller' | 'soft' | 'two' | 'cold';
  title: string;
  sentence: string;
  /** Taken less from the bank on a day of the heaviest month, Wh, and the share of that day, 0–1. */
  savesWh: number;
  share: number;
  /** Panels like those there are that make as much in that month; null without a place. */
  panels: number | null;
  /** Takes it; none where the job has no place for it. */
  operations: readonly Operation[];
}

interface Look {
  facts: Facts;
  pen: Pen;
  reckon: Reckon;
  inverter: Inverter;
  /** The heaviest month, from 0. */
  at: number;
}

type Found = Pick<AcWay, 'id' | 'title' | 'sentence' | 'savesWh' | 'operations'>;

/** What saves less of a day is not told. */
const LEAST_SHARE = 0.02;
/** Hours of a day from which a use is one that keeps the inverter on. */
const KEEPS_ON_H = 8;

/**
 * Ways to make the AC that take less from the bank, the most first: a search mode, a smaller machine, one that soft
 * starters make enough, two machines, cold on DC. Each is reckoned with the whole job, and none adds a stop to it; none
 * without an inverter that idles.
 */
export function acWays(facts: Facts, pen: Pen, reckon: Reckon): AcWay[] {
  const { inverter } = facts.design.power;
  const { heaviest } = facts.loads;
  if (!inverter || !heaviest || inverter.kind === 'station' || heaviest.idleWh === 0) return [];
  const look: Look = { facts, pen, reckon, inverter, at: heaviest.month - 1 };
  const made = facts.energy?.months[look.at]?.madeWh ?? 0;
  const count = facts.arrays.reduce((sum, { plan }) => sum + plan.count.value, 0);
  const stops = (of: Facts) =>
    findingsOf(of, pen, reckon).flatMap((f) => (f.severity === 'stop' ? f.id : []));
  const known = new Set(stops(facts));
  const bearable = (operations: readonly Operation[]) =>
    operations.length === 0 || stops(reckon(tried(facts.design, operations))).every((id) => known.has(id));
  return [searchMode, smaller, softer, twoMachines, coldOnDc]
    .flatMap((way) => way(look) ?? [])
    .filter(({ savesWh, operations }) => savesWh >= LEAST_SHARE * heaviest.busWh && bearable(operations))
    .map((found) => ({
      ...found,
      share: found.savesWh / heaviest.busWh,
      panels: made > 0 && count > 0 ? (found.savesWh * count) / made : null,
    }))
    .sort((a, b) => b.savesWh - a.savesWh);
}

/** What a design takes from the bank on a day of the month that is looked at, less than now, Wh. */
const savedBy = ({ facts, at }: Look, then: Facts): number =>
  (facts.loads.months[at]?.busWh ?? 0) - (then.loads.months[at]?.busWh ?? 0);

/** Hours of a day in which something of a design on AC runs, at most. */
function awakeH({ reckon, inverter, at }: Look, design: Design): number {
  const search = { value: 0, from: 'chosen' as const };
  const power = { ...design.power, searching: true, inverter: { ...inverter, search } };
  return reckon({ ...design, power }).loads.months[at]?.awakeH ?? 0;
}

function searchMode(look: Look): Found | null {
  const { facts, pen, reckon, inverter, at } = look;
  const { power, supply } = facts.design;
  if (!inverter.search || power.searching) return null;
  const operations = [put('/power/searching', true)];
  const then = reckon(tried(facts.design, operations));
  const asleep = supply.inverterHours.value - (then.loads.months[at]?.awakeH ?? 0);
  return {
    id: 'search',
    title: 'Let it search',
    sentence: `${pen(inverter.search.value * inverter.stacked.value, 'power')} in place of ${pen(supply.inverterIdle.value, 'power')} for the ${pen(asleep, 'hours')} of a day in which nothing on AC runs. Clocks, chargers and small lamps do not wake it: try yours.`,
    savesWh: savedBy(look, then),
    operations,
  };
}

/** A typical machine that holds what a design asks and takes less than the one there is. */
function smallerFor({ facts, reckon, inverter }: Look, design: Design) {
  const asking = reckon(design);
  const idleW = facts.design.supply.inverterIdle.value;
  const [first] = machinesFor(asking, holdsAll(asking.power.asked)).filter(
    ({ of }) => of.kind === inverter.kind && of.idleW < idleW,
  );
  return first ? { ...first, operations: takeMachine(asking, first.of).operations } : null;
}

function smaller(look: Look): Found | null {
  const { facts, pen, reckon } = look;
  const found = smallerFor(look, facts.design);
  if (!found) return null;
  return {
    id: 'smaller',
    title: `A smaller one: ${found.of.label}`,
    sentence: `It carries the largest use, all at once and the hardest start, and idles at ${pen(found.of.idleW, 'power')}${costs(found.inverter, pen)}.`,
    savesWh: savedBy(look, reckon(tried(facts.design, found.operations))),
    operations: found.operations,
  };
}

const costs = (inverter: Inverter, pen: Pen) => `; about ${pen(inverterPrice(inverter), 'money')}`;

function softer(look: Look): Found | null {
  const { facts, pen, reckon } = look;
  const [soft] = softStarts(facts).slice(-1);
  if (!soft || smallerFor(look, facts.design)) return null;
  const found = smallerFor(look, tried(facts.design, soft.operations));
  if (!found) return null;
  const operations = [...soft.operations, ...found.operations];
  return {
    id: 'soft',
    title: `Soft starters, and ${found.of.label.charAt(0).toLowerCase()}${found.of.label.slice(1)}`,
    sentence: `Started at half as much again as they run at, the motors leave a machine enough that idles at ${pen(found.of.idleW, 'power')}${costs(found.inverter, pen)}. A pump’s motor must be one that a soft starter suits.`,
    savesWh: savedBy(look, reckon(tried(facts.design, operations))),
    operations,
  };
}

/** The design with only some of its uses; what is asked of it is of those on AC. */
const only = (design: Design, keeps: (id: string) => boolean): Design => ({
  ...design,
  uses: Object.fromEntries(Object.entries(design.uses).filter(([id]) => keeps(id))),
});

function twoMachines(look: Look): Found | null {
  const { facts, pen, reckon, at } = look;
  const { design, loads } = facts;
  const long = new Set(loads.rows.filter(({ hours }) => hours >= KEEPS_ON_H).map(({ id }) => id));
  const small = only(design, (id) => long.has(id));
  const asking = reckon(small);
  const asked = acAsked(asking.loads, small.uses);
  if (asked.runningW === 0 || asked.runningW === facts.power.asked.runningW) return null;
  const of = MACHINE_CLASSES.find(
    (machine) =>
      machine.kind === 'inverter' &&
      machine.phases === 'single' &&
      machine.buses.includes(design.busVolts) &&
      holdsAll(asked)(
        inverterAt(inverterOfClass(machine, 230), 'single', facts.power.roomC, facts.power.altitudeM),
      ),
  );
  const idleW = design.supply.inverterIdle.value;
  if (!of || of.idleW >= idleW) return null;
  const awake = awakeH(
    look,
    only(design, (id) => !long.has(id)),
  );
  const names = loads.rows
    .filter(({ id, later }) => long.has(id) && !later && design.uses[id]?.supply === 'ac')
    .map(({ id }) => design.uses[id]?.name || 'unnamed');
  const on = design.supply.inverterHours.value;
  const before = loads.months[at]?.idleWh ?? 0;
  return {
    id: 'two',
    title: 'Two machines',
    sentence: `${of.label} for ${listed(names)} all day, at ${pen(of.idleW, 'power')}; the large one only switched on for the ${pen(awake, 'hours')} a day of the rest. Their outputs are never joined${costs(inverterOfClass(of, 230), pen)}.`,
    savesWh: before - of.idleW * on - idleW * Math.min(on, awake),
    operations: [],
  };
}

const MOST_NAMED = 3;
const listed = (names: readonly string[]): string =>
  names.length > MOST_NAMED
    ? `${names.slice(0, MOST_NAMED).join(', ')} and ${names.length - MOST_NAMED} more`
    : names.join(' and ');

function coldOnDc(look: Look): Found | null {
  const { facts, pen, reckon } = look;
  const { design } = facts;
  const cold = facts.loads.rows.filter(
    ({ id, group, later, surplus }) =>
      group === 'cold' && !later && !surplus && design.uses[id]?.supply === 'ac',
  );
  // what cools a milk tank is not sold for DC
  const fits = cold.filter(({ runW }) => runW <= MOST_DC_COLD_W);
  if (fits.length === 0) return null;
  const moved = fits.map(({ id }) => put(`/uses/${id}/supply`, 'dc'));
  const then = tried(design, moved);
  const on = Math.min(design.supply.inverterHours.value, Math.ceil(awakeH(look, then) * 2 - 1e-6) / 2);
  const off = put('/supply/inverterHours', { value: on, from: 'chosen' });
  const operations = [...moved, off];
  return {
    id: 'cold',
    title: `${listed(fits.map(({ id }) => design.uses[id]?.name || 'unnamed'))} on DC`,
    sentence: `A compressor fridge made for ${pen(design.busVolts, 'voltage')} needs no inverter, which then only has to be on for the ${pen(on, 'hours')} a day of what else runs on AC. Switch it by a timer or by hand.`,
    savesWh: savedBy(look, reckon(tried(design, operations))),
    operations,
  };
}

/** Compressors of fridges and freezers for DC are sold up to this. Common practice. */
const MOST_DC_COLD_W = 250;
