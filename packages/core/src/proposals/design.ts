import { CHEMISTRIES, packedIn, unitOf } from '../bank';
import type { ArrayPlan, Bank, BankHome, Chemistry, Controller, Design, Entry } from '../document';
import { guessedUnit, isGuessed, type Candidate, type Scene } from './scene';

const chosen = (value: number): Entry => ({ value, from: 'chosen' });
const catalogue = (value: number): Entry => ({ value, from: 'catalogue' });

/** A job as a candidate would have it: with other panels, controllers and bank. */
export function designOf(design: Design, scene: Scene, candidate: Candidate, days: number): Design {
  const { kept } = scene;
  const laidOut = kept.has('panels') && Object.keys(design.arrays).length > 1;
  return {
    ...design,
    busVolts: candidate.bus,
    bank: bankOf(scene, candidate, days),
    ...(laidOut ? {} : wired(scene, candidate)),
  };
}

/** A bank in some chemistry: in another than its own at that one's depth, without a sheet. */
export const inChemistry = (bank: Bank, chemistry: Chemistry): Bank =>
  bank.chemistry === chemistry
    ? bank
    : { ...bank, chemistry, sheet: null, depth: chosen(CHEMISTRIES[chemistry].depthPct) };

function bankOf({ facts, kept }: Scene, { bank, parallel }: Candidate, days: number): Bank {
  const before = facts.design.bank;
  if (kept.has('bank')) return { ...before, days: chosen(days) };
  const after: Bank = {
    ...inChemistry(before, bank.chemistry),
    days: chosen(days),
    unitVolts: catalogue(bank.size.volts),
    unitAh: catalogue(bank.size.ah),
    series: chosen(bank.size.series),
    parallel: chosen(parallel),
    unit: guessedUnit(bank.chemistry),
    // new ones of this chemistry have it
    coldProtected: before.coldProtected || CHEMISTRIES[bank.chemistry].coldestChargeC !== null,
  };
  const sized = { ...after, unit: unitOf(after) };
  return { ...sized, home: roomFor(sized) };
}

/** A room that nobody measured is taken to be as large as the bank wants. */
function roomFor({ home, unit, series, parallel }: Bank): BankHome {
  const count = series.value * parallel.value;
  let room = home;
  if (isGuessed(home)) {
    const gap = home.gap.value;
    const levels = home.shelves.value;
    const level = unit.height.value + home.headroom.value;
    const guess = (value: number): Entry => ({ value, from: 'guess' });
    const width = Math.max(home.width.value, unit.width.value + 2 * gap);
    const height = Math.max(home.height.value, level * levels);
    for (let length = home.length.value; ; length += unit.length.value + gap) {
      room = {
        ...home,
        length: guess(Math.min(length, MOST_ROOM_MM)),
        width: guess(width),
        height: guess(height),
      };
      const { fits } = packedIn(room, unit, count);
      if (fits || length >= MOST_ROOM_MM) break;
    }
  }
  const massKg = (count * unit.mass.value) / Math.max(1, home.shelves.value);
  if (home.carries.from !== 'guess' || home.carries.value >= massKg * FLOOR_SPARE) return room;
  return { ...room, carries: { value: Math.ceil((massKg * FLOOR_SPARE) / 10) * 10, from: 'guess' } };
}

const MOST_ROOM_MM = 10_000;
/** A floor that is guessed is taken to bear so much more than stands on it. */
const FLOOR_SPARE = 1.6;

function wired(
  { facts, plan }: Scene,
  { panel, controller, controllers, arrangement }: Candidate,
): Pick<Design, 'arrays' | 'controllers'> {
  const { design, lead } = facts;
  const { series, parallel, inputs, panels } = arrangement;
  const free = (rows: object, prefix: string) => {
    let next = 1;
    return () => {
      while (Object.hasOwn(rows, `${prefix}${next}`)) next++;
      return `${prefix}${next++}`;
    };
  };
  const [array, control] = [free(design.arrays, 'a'), free(design.controllers, 'c')];
  const arrays: Record<string, ArrayPlan> = {};
  const made: Record<string, Controller> = {};
  for (let i = 0; i < controllers; i++) {
    const [arrayId, controllerId] = i === 0 ? [lead.id, lead.controllerId] : [array(), control()];
    made[controllerId] = { ...controller.controller, position: i + 1 };
    arrays[arrayId] = {
      ...plan,
      name: controllers > 1 ? `Part ${i + 1}` : plan.name,
      position: i + 1,
      pile: null,
      module: panel.sheet,
      count: chosen(panels),
      strings: {
        controller: controllerId,
        first: null,
        series: chosen(series),
        parallel: chosen(parallel),
        inputs: chosen(inputs),
      },
    };
  }
  return { arrays, controllers: made };
}
