import { lossSideBySide } from '../array';
import type { ArrayFacts, Facts } from '../calculate';
import { remembered } from '../memo';
import { BRIGHT_SKY } from '../module';
import { overfed, sideBySide, strungByInput, stringFuses } from '../strings';
import { put, remedy, tried, type FindingParts, type Reckon, type Remedy, type Rule } from './finding';

/** How far apart the working volts of strings side by side may be. Common practice. */
export const ALIKE_VOLTS = 0.05;

/** Arrays by the input of the controller they are on. */
export function onInputs({
  arrays,
}: Facts): Map<string, { controllerId: string; input: number; on: ArrayFacts[] }> {
  const found = new Map<string, { controllerId: string; input: number; on: ArrayFacts[] }>();
  for (const array of arrays) {
    const { controllerId } = array;
    for (const input of strungByInput(array).keys()) {
      const key = `${controllerId} ${input}`;
      const known = found.get(key) ?? { controllerId, input, on: [] };
      known.on.push(array);
      found.set(key, known);
    }
  }
  return found;
}

/**
 * Strings that face different ways side by side on one input: alike in volts they share it well, and their amps add up;
 * unlike in volts they hold each other back and feed each other.
 */
export const inputsShared: Rule = (facts, pen) =>
  [...onInputs(facts).values()].flatMap(({ controllerId, input, on }): FindingParts[] => {
    if (on.length < 2) return [];
    const label = facts.design.controllers[controllerId]?.label ?? 'a controller';
    const names = on.map(({ called }) => called || 'the array').join(' and ');
    const where = `${names} are both on input ${input} of ${label}`;
    const id = `${controllerId}.${input}`;
    const focus = `${on.at(-1)?.paths.array}/strings/first`;
    const volts = on.map(({ pile, plan, module }) =>
      pile
        ? pile.inputs
            .filter((one) => one.window.input === input)
            .map(({ solved }) => solved.peaks[0]?.volts ?? 0)
        : [module.vmpV * plan.strings.series.value],
    );
    const all = volts.flat();
    const apart = Math.max(...all) / Math.max(1e-9, Math.min(...all)) - 1;
    if (apart > ALIKE_VOLTS)
      return [
        {
          id: `controller.shared:${id}`,
          severity: 'stop',
          sheet: 'strings',
          title: 'Strings of unlike volts on one input',
          sentence: `${where}; they work at ${all.map((one) => pen(one, 'voltage')).join(' and ')}. Side by side the lower ones hold the others back, and take current from them. Each needs an input of its own, or strings of alike volts.`,
          value: apart,
          limit: ALIKE_VOLTS,
          focus,
        },
      ];
    const window = on[0]?.berth.windows[input - 1];
    const strung = on.flatMap((array) => strungByInput(array).get(input) ?? []);
    const fed = sideBySide(strung);
    const isc = fed.reduce((all, { iscA }) => all + iscA, 0) * BRIGHT_SKY;
    if (window && isc > window.maxIscA)
      return [
        {
          id: `controller.shared:${id}`,
          severity: 'stop',
          sheet: 'strings',
          title: 'Short-circuit amps over the limit together',
          sentence: `${where}. Together they can give ${pen(isc, 'current')} under a bright sky; the input is rated for ${pen(window.maxIscA, 'current')}.`,
          value: isc,
          limit: window.maxIscA,
          focus,
        },
      ];
    const { amps, unfit } = stringFuses(fed, facts.design.school);
    const told = fed[unfit] ?? overfed(fed);
    const sizes = [...new Set(amps)]
      .toSorted((a, b) => a - b)
      .map((size) => (Number.isFinite(size) ? size : 'over 60'));
    const fused = told
      ? ` ${fed.length} strings can feed ${pen(told.fedA, 'current')} into a failed one, more than the ${pen(told.bearsA ?? 0, 'current')} its maker allows: ${sizes.length === 1 ? `a fuse of ${sizes[0]} A in each` : `a fuse in each, of ${sizes.join(' and ')} A by its own amps`}.`
      : '';
    const lost = lossOfSharing(on);
    return [
      {
        id: `controller.shared:${id}`,
        severity: unfit >= 0 ? 'stop' : 'note',
        sheet: 'strings',
        title: 'Strings that face different ways share an input',
        sentence: `${where}: accepted practice where their volts are alike. ${lost === null ? '' : `By their curves that costs ${pen(100 * lost, 'percent')} of the year. `}Their amps add up to ${pen(isc, 'current')} under a bright sky${window && Number.isFinite(window.maxIscA) ? `; the input is rated for ${pen(window.maxIscA, 'current')}` : ''}.${fused}`,
        value: isc,
        limit: window?.maxIscA ?? null,
        focus,
      },
    ];
  });

/** What the year loses where alike strings of different planes share a tracker, 0–1; null where that is not known. */
function lossOfSharing(on: readonly ArrayFacts[]): number | null {
  const [first, second] = on;
  if (!first?.year || !second?.year || on.length !== 2 || first.pile || second.pile) return null;
  return sharedLoss(
    first.module,
    first.year,
    first.plan.strings.parallel.value,
    second.module,
    second.year,
    second.plan.strings.parallel.value,
  );
}

const sharedLoss = remembered('loss of planes that share an input', lossSideBySide);

/** Onto the input of an array of alike string volts, where the two together stay inside. */
export function shareAnInput(array: ArrayFacts, { design, arrays }: Facts, reckon: Reckon): Remedy[] {
  const volts = ({ module, plan }: ArrayFacts) => module.vmpV * plan.strings.series.value;
  return arrays
    .filter((other) => other.id !== array.id && other.controllerId === array.controllerId && !other.pile)
    .filter((other) => Math.abs(volts(other) / volts(array) - 1) <= ALIKE_VOLTS)
    .map((other) =>
      remedy(
        `Share the input of ${other.called}`,
        put(`${other.paths.array}/strings/first`, other.berth.first),
        put(`${array.paths.array}/strings/first`, other.berth.first),
      ),
    )
    .filter(({ operations }) => {
      const then = reckon(tried(design, operations));
      const on = then.arrays.filter(({ controllerId }) => controllerId === array.controllerId);
      const isc = on.reduce((sum, { strings }) => sum + (strings?.chosen.iscA ?? 0), 0);
      return on.every(
        ({ strings }) => strings && strings.chosen.faults === 0 && isc <= strings.window.maxIscA,
      );
    })
    .slice(0, 1);
}
