import { inOrder, type ArrayPlan, type PanelSort, type School } from '../document';
import type { StringOf } from '../mix';
import { BRIGHT_SKY, readSheet, type ModuleNumbers } from '../module';
import type { PlaceOn } from './berths';
import { backFedAmps, stringFuseA } from './fit';
import { stringsByInput, type PileFacts, type PileInput } from './pile';
import type { StringsResult } from './strings';

/** Strings side by side on one input, as wires and fuses see them; amps and volts at standard conditions. */
export interface Strung {
  /** Which, from 1; of alike panels that of the first. */
  input: number;
  panels: number;
  watts: number;
  each: readonly StringFed[];
  /** Working amps of the strongest string; those of all together, and the volts they work at, by their sheets those of the lowest. */
  eachA: number;
  impA: number;
  vmpV: number;
  /** The most volts in the cold. */
  coldVocV: number;
}

/** A string beside others, A. */
export interface StringFed {
  /** Short-circuit amps at standard conditions: of unlike panels those of the strongest in it. */
  iscA: number;
  /** What the others can feed into it when it fails. */
  fedA: number;
  /** The least of its sheets' largest fuses; null where all are silent. */
  bearsA: number | null;
}

/** The same with the names of its panels. */
export interface BackFed extends StringFed {
  /** Whose sheet allows the smallest fuse. */
  sort: string;
  /** A sort of it whose sheet is silent. */
  silent: string | null;
}

/** What is read of an array. */
export interface StrungPart {
  plan: Pick<ArrayPlan, 'pile' | 'strings'>;
  module: ModuleNumbers;
  strings: Pick<StringsResult, 'chosen' | 'panel'> | null;
  pile: PileFacts | null;
}

/** Cold raises open-circuit volts by about this where the place is not known. @source NEC table 690.7(A), its last row */
const USUAL_COLD = 1.25;

type Bears = { name: string; module: Pick<ModuleNumbers, 'maxFuseA'> };

/** Of strings side by side, what the others feed into each, and what it bears. */
export function fedOn(
  strings: readonly { panels: StringOf; iscA: number }[],
  sorts: readonly Bears[],
): BackFed[] {
  const all = strings.reduce((sum, { iscA }) => sum + iscA, 0);
  return strings.map(({ panels, iscA }) => {
    const there = sorts.filter((_, k) => (panels[k] ?? 0) > 0);
    const [weakest] = there
      .flatMap(({ name, module: { maxFuseA } }) => (maxFuseA === null ? [] : [{ name, maxFuseA }]))
      .toSorted((a, b) => a.maxFuseA - b.maxFuseA);
    return {
      iscA,
      fedA: (all - iscA) * BRIGHT_SKY,
      bearsA: weakest?.maxFuseA ?? null,
      sort: weakest?.name ?? '',
      silent: there.find(({ module }) => module.maxFuseA === null)?.name ?? null,
    };
  });
}

export const isOverfed = <T extends StringFed>(string: T): string is T & { bearsA: number } =>
  string.bearsA !== null && string.fedA > string.bearsA + 1e-9;

/** Of strings that are fed more than they bear, the one that bears least. */
export const overfed = <T extends StringFed>(fed: readonly T[]): (T & { bearsA: number }) | null =>
  fed.filter(isOverfed).toSorted((a, b) => a.bearsA - b.bearsA)[0] ?? null;

/**
 * A fuse for each of the strings side by side, A, in their order: of one size where all that the others could harm are
 * known to bear that, else each of its own, so that a strong string beside a weak one does no harm to it. Infinity where
 * none is sold.
 * @returns `unfit` the first that they could harm and that does not even bear its own, -1 where there is none
 */
export function stringFuses(
  strings: readonly StringFed[],
  school: School,
): { amps: readonly number[]; unfit: number } {
  const own = strings.map(({ iscA }) => stringFuseA(iscA, school) ?? Infinity);
  // of a silent sheet nothing is known but that its string bears its own
  const bears = strings.map((string, i) =>
    string.bearsA === null ? (own[i] ?? Infinity) : isOverfed(string) ? string.bearsA : Infinity,
  );
  const one = Math.max(...own);
  const together = one <= Math.min(...bears);
  const unfit = own.findIndex((amps, i) => amps > (bears[i] ?? Infinity));
  return { amps: together || unfit >= 0 ? own.map(() => one) : own, unfit };
}

/** All strings side by side on one input of several arrays, each fed by all the others. */
export function sideBySide(strung: readonly Pick<Strung, 'each'>[]): StringFed[] {
  const strings = strung.flatMap(({ each }) => each);
  const all = strings.reduce((sum, { iscA }) => sum + iscA, 0);
  return strings.map(({ iscA, bearsA }) => ({ iscA, bearsA, fedA: (all - iscA) * BRIGHT_SKY }));
}

/** True of inputs that may share one kind of wires and fuses. */
export const strungAlike = (a: Strung, b: Strung): boolean =>
  a === b ||
  (a.panels === b.panels &&
    a.watts === b.watts &&
    a.vmpV === b.vmpV &&
    a.coldVocV === b.coldVocV &&
    fedAs(a) === fedAs(b));

const fedAs = ({ each }: Strung): string => each.map(({ iscA, bearsA }) => `${iscA} ${bearsA}`).join();

/** A sort as its strings see it. */
interface SortIn extends Bears {
  module: ModuleNumbers;
  watts: number;
  iscA: number;
  coldVocV: number;
}

/** Strings of unlike panels side by side. */
function unlike(input: number, on: readonly { panels: StringOf }[], sorts: readonly SortIn[]): Strung {
  const strings = on.map(({ panels }) => {
    const there = sorts.filter((_, k) => (panels[k] ?? 0) > 0);
    const sum = (read: (sort: SortIn) => number) =>
      sorts.reduce((all, sort, k) => all + (panels[k] ?? 0) * read(sort), 0);
    return {
      panels,
      many: sum(() => 1),
      watts: sum(({ watts }) => watts),
      iscA: Math.max(...there.map(({ iscA }) => iscA)),
      impA: Math.min(...there.map(({ module }) => module.impA)),
      vmpV: sum(({ module }) => module.vmpV),
      coldVocV: sum(({ coldVocV }) => coldVocV),
    };
  });
  return {
    input,
    panels: strings.reduce((sum, { many }) => sum + many, 0),
    watts: strings.reduce((sum, { watts }) => sum + watts, 0),
    each: fedOn(strings, sorts).map(({ iscA, fedA, bearsA }) => ({ iscA, fedA, bearsA })),
    eachA: Math.max(...strings.map(({ impA }) => impA)),
    impA: strings.reduce((sum, { impA }) => sum + impA, 0),
    vmpV: Math.min(...strings.map(({ vmpV }) => vmpV)),
    coldVocV: Math.max(...strings.map(({ coldVocV }) => coldVocV)),
  };
}

/** A sort by its sheet alone. */
function bySheet({ name, module: sheet }: PanelSort): SortIn {
  const module = readSheet(sheet);
  const { pmaxW: watts, iscA, vocV } = module;
  return { name, module, watts, iscA, coldVocV: vocV * USUAL_COLD };
}

/** The strings of an array by the inputs they are on; as its sheets have them until the place is known. */
export function strungOf({ plan, module, strings, pile }: StrungPart): Strung[] {
  if (pile) {
    // where they work best together at standard sun, by their curves
    const together = ({ solved }: PileInput) => {
      const [best] = solved.peaks;
      return best && best.volts > 0 ? { impA: best.amps, vmpV: best.volts } : {};
    };
    const sorts = pile.sorts.map(({ name, module, panel }) => ({
      name,
      module,
      watts: panel.pmaxW,
      iscA: panel.iscA,
      coldVocV: panel.coldVocV,
    }));
    return pile.inputs.map((on) => ({
      ...unlike(on.window.input, on.strings, sorts),
      ...together(on),
    }));
  }
  if (plan.pile) {
    const sorts = inOrder(plan.pile.sorts).map(([, sort]) => bySheet(sort));
    return stringsByInput(plan.pile).map(({ input, on }) => unlike(input, on, sorts));
  }
  const { series, parallel, inputs, coldVocV, watts } = strings?.chosen ?? {
    series: plan.strings.series.value,
    parallel: plan.strings.parallel.value,
    inputs: plan.strings.inputs.value,
    coldVocV: plan.strings.series.value * module.vocV * USUAL_COLD,
    watts: 0,
  };
  const { iscA, impA } = strings?.panel ?? module;
  return Array<Strung>(inputs).fill({
    input: 1,
    watts: watts / inputs,
    panels: series * parallel,
    each: Array<StringFed>(parallel).fill({
      iscA,
      fedA: backFedAmps(parallel, iscA),
      bearsA: module.maxFuseA,
    }),
    eachA: impA,
    impA: parallel * impA,
    vmpV: series * module.vmpV,
    coldVocV,
  });
}

/** The same by the inputs of its controller, from 1. */
export function strungByInput(array: StrungPart & { berth: Pick<PlaceOn, 'first'> }): Map<number, Strung> {
  const { plan, berth } = array;
  return new Map(strungOf(array).map((on, i) => [plan.pile ? on.input : berth.first + i, on]));
}
