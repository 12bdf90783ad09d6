import type { BackupSource, Design, Entry, Inverter } from '../document';
import { findingsOf, machinesThat, sharesText, sourcesCarry, tried, type Reckon } from '../findings';
import type { Pen } from '../figures';
import { blankSource } from '../job';
import { holdsAll, sourceFigure, type AcAsked } from '../power';

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

/** True where nothing stops a design. */
const stands = (design: Design, reckon: Reckon, pen: Pen): boolean =>
  findingsOf(reckon(design), pen, reckon).every(({ severity }) => severity !== 'stop');

/** The job with a set that starts by itself, sized for its bank and its uses, beside what it has. */
function withSet(design: Design, reckon: Reckon): Design {
  const { bank } = reckon(design);
  const rate = Math.min(CHARGE_SHARE, bank.chemistry.chargeMaxC);
  const amps = Math.max(5, Math.round((rate * bank.ah) / 5) * 5);
  const put = (source: BackupSource): Design => ({
    ...design,
    power: { ...design.power, sources: { ...design.power.sources, proposed: source } },
  });
  const set: BackupSource = {
    ...blankSource('generator', 99, 'Generator'),
    automatic: true,
    given: { chargeAmps: guess(amps), watts: guess(SETS_W.at(-1) ?? 12_000) },
  };
  const asked = reckon(put(set)).power.sources.find(({ id }) => id === 'proposed')?.askedW ?? 0;
  const watts = SETS_W.find((rated) => rated >= asked) ?? SETS_W.at(-1) ?? 12_000;
  return put({
    ...set,
    fuel: watts >= DIESEL_FROM_W ? 'diesel' : 'petrol',
    given: { ...set.given, watts: guess(watts) },
  });
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
    const backed = [all, withSet(all, reckon)].find(
      (each) => sourcesCarry(reckon(each), without) && stands(each, reckon, pen),
    );
    if (backed) {
      design = backed;
      const costs = fuelCosts(backed, reckon);
      const money = costs > 0 ? `, with fuel for ${pen(Math.round(costs), 'money')}` : '';
      backup = `${sharesText(reckon(backed), without, pen)}${money}.`;
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
