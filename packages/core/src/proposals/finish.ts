import type { Facts } from '../calculate';
import type { BackupSource, Design, Entry, Inverter } from '../document';
import { findingsOf, machinesThat, sharesText, sourcesCarry, tried, type Reckon } from '../findings';
import type { Pen } from '../figures';
import { blankSource } from '../job';
import { holdsAll, sourceFigure, type AcAsked } from '../power';
import { formatDayMonth, MONTH_DAYS } from '../units';

/** A whole design with its AC side, and with what carries the months that the sun does not. */
export interface Finished {
  design: Design;
  /** What runs the uses on AC, and whether it is there already; null where nothing is on AC or nothing typical holds. */
  inverter: { label: string; own: boolean } | null;
  /** What carries the dark months, in a sentence; null where nothing has to. */
  backup: string | null;
}

const guess = (value: number): Entry => ({ value, from: 'guess' });

/** Rated watts that small sets are sold with. Common practice. */
const SETS_W = [1000, 1600, 2200, 3000, 4500, 6000, 8000, 12_000] as const;
/** Of the bank's capacity an hour, what a proposed set charges with: quick, and easy on any chemistry's leads. */
const CHARGE_SHARE = 0.2;
/** Where larger, a set of diesel is the usual one. Common practice. */
const DIESEL_FROM_W = 4500;

/** The first of some designs, made one by one, that does. */
function firstThat(ways: readonly (() => Design)[], does: (design: Design) => boolean): Design | undefined {
  for (const make of ways) {
    const made = make();
    if (does(made)) return made;
  }
  return undefined;
}

/** True where nothing stops a design. */
const stands = (design: Design, reckon: Reckon, pen: Pen): boolean =>
  findingsOf(reckon(design), pen, reckon).every(({ severity }) => severity !== 'stop');

/** The job with one more source. */
const withSource = (design: Design, proposed: BackupSource): Design => ({
  ...design,
  power: { ...design.power, sources: { ...design.power.sources, proposed } },
});

/** Amps that a proposed charger gives a bank. */
const chargeAmps = ({ chemistry, ah }: Facts['bank']): number =>
  Math.max(5, Math.round((Math.min(CHARGE_SHARE, chemistry.chargeMaxC) * ah) / 5) * 5);

/** The job with a set that starts by itself, sized for its bank and its uses, beside what it has. */
function withSet(design: Design, reckon: Reckon): Design {
  const { bank } = reckon(design);
  const put = (source: BackupSource) => withSource(design, source);
  const set: BackupSource = {
    ...blankSource('generator', 99, 'Generator'),
    automatic: true,
    given: { chargeAmps: guess(chargeAmps(bank)), watts: guess(SETS_W.at(-1) ?? 12_000) },
  };
  const asked = reckon(put(set)).power.sources.find(({ id }) => id === 'proposed')?.askedW ?? 0;
  const watts = SETS_W.find((rated) => rated >= asked) ?? SETS_W.at(-1) ?? 12_000;
  return put({
    ...set,
    fuel: watts >= DIESEL_FROM_W ? 'diesel' : 'petrol',
    given: { ...set.given, watts: guess(watts) },
  });
}

/** The shortest stretch of the year that holds all of these months, 1–12, as its first and last day. */
export function stretchOf(months: readonly number[]): { from: string; to: string } {
  const held = new Set(months);
  // it begins after the longest run of months that are not in it
  const runs = months.map((month) => {
    let free = 0;
    while (free < 11 && !held.has(((month + 10 - free) % 12) + 1)) free++;
    return { month, free };
  });
  const { month: first, free } = runs.reduce((a, b) => (b.free > a.free ? b : a));
  const last = ((first - 2 - free + 12) % 12) + 1;
  const two = (n: number) => String(n).padStart(2, '0');
  return { from: `${two(first)}-01`, to: `${two(last)}-${two(MONTH_DAYS[last - 1] ?? 28)}` };
}

/** The job on shore power through these months, as what floats or rolls usually is, beside what it has. */
function onShore(design: Design, months: readonly number[], reckon: Reckon): Design {
  const { bank } = reckon(design);
  const shore: BackupSource = {
    ...blankSource('shore', 99, 'Shore power'),
    ...stretchOf(months),
    given: { chargeAmps: guess(chargeAmps(bank)) },
  };
  return withSource(design, shore);
}

/** What fuel costs of the sets in a year, in the money one pays with. */
function fuelCosts(design: Design, reckon: Reckon): number {
  const { power, powerYear } = reckon(design);
  return power.sources.reduce((sum, { id, plan }) => {
    const litres = powerYear?.sources.find((year) => year.id === id)?.litres ?? 0;
    return plan.kind === 'generator' ? sum + litres * sourceFigure(plan, 'fuelPrice') : sum;
  }, 0);
}

/**
 * A design found for the sun, made whole: where some months are another season's, all of its uses again with what carries
 * those, if that stands; and an inverter that runs and starts what is on AC.
 * @param found for the months the sun carries @param all the same with every month of use
 * @param without months that the sun does not carry, 1–12; none where it carries all
 * @param asked of the inverter by the uses it is for
 */
export function finish(
  found: Design,
  all: Design,
  without: readonly number[],
  asked: AcAsked,
  reckon: Reckon,
  pen: Pen,
): Finished {
  let [design, backup]: [Design, string | null] = [found, null];
  if (without.length > 0) {
    const moves = all.kind === 'boat' || all.kind === 'trailer';
    const ways = [
      () => all,
      ...(moves ? [() => onShore(all, without, reckon)] : []),
      () => withSet(all, reckon),
    ];
    const backed = firstThat(
      ways,
      (each) => sourcesCarry(reckon(each), without) && stands(each, reckon, pen),
    );
    if (backed) {
      design = backed;
      const costs = fuelCosts(backed, reckon);
      const money = costs > 0 ? `, with fuel for ${pen(Math.round(costs), 'money')}` : '';
      const { proposed } = backed.power.sources;
      const berth =
        proposed?.kind === 'shore'
          ? ` That is with a berth or pitch with power from ${formatDayMonth(proposed.from)} to ${formatDayMonth(proposed.to)}.`
          : '';
      backup = `${sharesText(reckon(backed), without, pen)}${money}.${berth}`;
    }
  }
  return { ...machineFor(all.power.inverter, design, asked, reckon, pen), backup };
}

/** The machine there is, where it does; else the smallest typical one that does. */
function machineFor(
  own: Inverter | null,
  design: Design,
  asked: AcAsked,
  reckon: Reckon,
  pen: Pen,
): Omit<Finished, 'backup'> {
  const withMachine = (inverter: Inverter | null): Design => ({
    ...design,
    power: { ...design.power, inverter },
  });
  const none = withMachine(null);
  if (asked.runningW === 0) return { design: none, inverter: null };
  const holds = holdsAll(asked);
  const fits = own?.buses.includes(design.busVolts) && stands(withMachine(own), reckon, pen);
  const kept: Omit<Finished, 'backup'> =
    own && fits
      ? { design: withMachine(own), inverter: { label: own.label, own: true } }
      : { design: none, inverter: null };
  const now = reckon(kept.design).power.inverter;
  if (now && holds(now)) return kept;
  for (const { operations } of machinesThat(reckon(none), holds)) {
    const taken = tried(none, operations);
    if (taken.power.inverter && stands(taken, reckon, pen))
      return { design: taken, inverter: { label: taken.power.inverter.label, own: false } };
  }
  return kept;
}
