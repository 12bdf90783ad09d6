import type { ArrayFacts } from '../calculate';
import type { UnfitReason } from '../curve';
import type { Pen } from '../figures';
import { fedOn, overfed, stringFuseA, stringFuses, type BackFed, type PileFacts } from '../strings';
import { ofEveryArray, type ArrayRule } from './everyArray';
import type { School } from '../document';
import type { FindingParts, Rule } from './finding';
import { FUSE_RULES } from './fuses';

type PileRule = (pile: PileFacts, array: ArrayFacts, pen: Pen, school: School) => FindingParts[];

/** Losses worth a look, and worth a word, as shares. */
const LOOK_LOSS = 0.05;
const NOTE_LOSS = 0.02;
/** How far apart Vmp may be between strings and Imp within one. Common practice. */
const RULE_OF_THUMB = 0.05;
/** From so many strings side by side practice asks for a fuse in each. Common practice. */
const FUSES_FROM = 3;
/** A second hill this high is one a tracker may stay on, and one this much lower costs. */
const SECOND_HILL = 0.5;

const UNFIT: Readonly<Record<UnfitReason, string>> = {
  volts: 'its Vmp is not below its Voc. Are they swapped?',
  amps: 'its Imp is not below its Isc. Are they swapped?',
  square: 'Vmp × Imp comes too near to Voc × Isc: no panel is so good',
  flat: 'Vmp × Imp is less than a quarter of Voc × Isc',
  beta: 'its Voc must fall as it gets warmer',
};
const FIELD_AT_FAULT: Readonly<Record<UnfitReason, string>> = {
  volts: 'vmp',
  amps: 'imp',
  square: 'vmp',
  flat: 'vmp',
  beta: 'betaVoc',
};

const sheets: PileRule = ({ sorts }, { paths }) =>
  sorts.flatMap(({ id, name, unfit }): FindingParts[] =>
    unfit === null
      ? []
      : [
          {
            id: `pile.sheet.${id}`,
            severity: 'stop',
            sheet: 'strings',
            title: 'No panel has such a sheet',
            sentence: `${name}: ${UNFIT[unfit]}. Until it is right it counts for nothing in the pile.`,
            focus: `${paths.array}/pile/sorts/${id}/module/${FIELD_AT_FAULT[unfit]}`,
          },
        ],
  );

const counts: PileRule = ({ sorts }, { paths }) =>
  sorts.flatMap(({ id, name, wired, count }): FindingParts[] => {
    if (wired === count) return [];
    const focus = `${paths.array}/pile/sorts/${id}/count`;
    return wired > count
      ? [
          {
            id: `pile.missing.${id}`,
            severity: 'stop',
            sheet: 'strings',
            title: 'More panels strung than there are',
            sentence: `${name}: the strings take ${wired}, the pile has ${count}.`,
            value: wired,
            limit: count,
            focus,
          },
        ]
      : [
          {
            id: `pile.left.${id}`,
            severity: 'note',
            sheet: 'strings',
            title: 'Panels are left over',
            sentence: `${name}: ${count - wired} of ${count} are in no string. That may be best: one that only holds the others back is better a spare.`,
            value: wired,
            limit: count,
            focus,
          },
        ];
  });

const mismatch: PileRule = ({ kWh, ownKWh, inputs }, _, pen) => {
  if (ownKWh <= 0) return [];
  const lost = 1 - kWh / ownKWh;
  if (lost < NOTE_LOSS) return [];
  const worst = inputs.reduce((most, input) =>
    (input.solved.peaks[0]?.watts ?? 0) / input.ownW < (most.solved.peaks[0]?.watts ?? 0) / most.ownW
      ? input
      : most,
  );
  const watts = worst.ownW - (worst.solved.peaks[0]?.watts ?? 0);
  return [
    {
      id: 'pile.mismatch',
      severity: lost >= LOOK_LOSS ? 'look' : 'note',
      sheet: 'strings',
      title: 'Unlike panels hold each other back',
      sentence: `The strings give away ${pen(100 * lost, 'percent')} of what every panel would make at its own best, ${pen((ownKWh - kWh) * 1000, 'energy')} a year; most of it on input ${worst.window.input}, ${pen(watts, 'power')} at full sun.`,
      value: lost,
      limit: LOOK_LOSS,
    },
  ];
};

const thumb: PileRule = ({ inputs }, _, pen) =>
  inputs.flatMap(({ window, vmpSpread, impSpread, solved, ownW }): FindingParts[] => {
    const volts = vmpSpread > RULE_OF_THUMB;
    const amps = impSpread > RULE_OF_THUMB;
    if (!volts && !amps) return [];
    const lost = 100 * (1 - (solved.peaks[0]?.watts ?? 0) / Math.max(1e-9, ownW));
    const told = [
      volts ? `working volts ${pen(100 * vmpSpread, 'percent')} apart between strings` : null,
      amps ? `working amps ${pen(100 * impSpread, 'percent')} apart within one` : null,
    ].filter((text) => text !== null);
    return [
      {
        id: `pile.thumb.${window.input}`,
        severity: 'note',
        sheet: 'strings',
        title: `Outside the rule of thumb on input ${window.input}`,
        sentence: `The rule of thumb asks for both within 5 % (common practice); here ${told.join(', and ')}. By their curves that costs ${pen(lost, 'percent')} at full sun.`,
      },
    ];
  });

/** "25 A fuses", or "fuses of 10 A in the string of Old ones, 25 A in the others". */
function fusesText(fed: readonly BackFed[], amps: readonly number[]): string {
  const most = Math.max(...amps);
  const sold = (size: number) => `${Number.isFinite(size) ? size : 'over 60'} A`;
  const smaller = fed.flatMap(({ sort, silent }, i) => {
    const size = amps[i] ?? most;
    return size < most ? [`${sold(size)} in the string of ${sort || silent}`] : [];
  });
  return smaller.length === 0
    ? `${sold(most)} fuses`
    : `fuses of ${[...new Set(smaller), `${sold(most)} in the others`].join(', ')}`;
}

/** What the other strings of an input can drive into one that fails, against the fuse its panels allow. */
const fuses: PileRule = (pile, _, pen, school) =>
  pile.inputs.flatMap(({ strings, window }): FindingParts[] => {
    if (strings.length < 2) return [];
    const fed = fedOn(strings, pile.sorts);
    const weakest = overfed(fed);
    const silent = fed.find((string) => string.silent !== null);
    const { amps, unfit } = stringFuses(fed, school);
    const bare = fed[unfit];
    const at = { id: `pile.fuses.${window.input}`, sheet: 'strings' as const };
    if (bare)
      return [
        {
          ...at,
          severity: 'stop',
          title: `No fuse protects the panels of input ${window.input}`,
          sentence: `The others can feed ${pen(bare.fedA, 'current')} into a failed string, more than the ${pen(bare.bearsA ?? 0, 'current')} that ${bare.sort} bears, and the next size of fuse (${FUSE_RULES[school]}) is ${stringFuseA(bare.iscA, school) ?? 'over 60'} A. Fewer strings side by side; a blocking diode does not stand in for a fuse.`,
          value: bare.fedA,
          limit: bare.bearsA,
        },
      ];
    if (silent && strings.length >= FUSES_FROM)
      return [
        {
          ...at,
          severity: 'look',
          title: `Strings need fuses on input ${window.input}`,
          sentence: `${strings.length} strings can feed ${pen(silent.fedA, 'current')} into a failed one; the sheet of ${silent.silent} gives no largest fuse: read it off the panel’s back.`,
          value: silent.fedA,
        },
      ];
    if (!weakest) return [];
    return [
      {
        ...at,
        severity: 'note',
        title: `A fuse in every string of input ${window.input}`,
        sentence: `The others can feed ${pen(weakest.fedA, 'current')} into a failed string; ${weakest.sort} is rated for ${pen(weakest.bearsA, 'current')}. A combiner with ${fusesText(fed, amps)} (${FUSE_RULES[school]}). A blocking diode does not stand in for a fuse: it fails shorted (IEC 62548, from memory).`,
        value: weakest.fedA,
        limit: weakest.bearsA,
      },
    ];
  });

const hills: PileRule = ({ inputs }, _, pen) =>
  inputs.flatMap(({ solved, window }): FindingParts[] => {
    const [best, second] = solved.peaks;
    if (!best || !second || second.watts < SECOND_HILL * best.watts) return [];
    return [
      {
        id: `pile.hills.${window.input}`,
        severity: 'note',
        sheet: 'strings',
        title: `Two hills on the curve of input ${window.input}`,
        sentence: `Best at ${pen(best.volts, 'voltage')}, ${pen(best.watts, 'power')}; a second top at ${pen(second.volts, 'voltage')} gives ${pen(second.watts, 'power')}. A tracker that does not sweep its window may stay on the lower one.`,
      },
    ];
  });

/** A best point that lies outside what the input follows. */
const outside: PileRule = ({ inputs }, _, pen) =>
  inputs.flatMap(({ solved, window }): FindingParts[] => {
    const best = solved.peaks[0];
    if (!best || (best.volts >= window.chargesFromV && best.volts <= window.maxWorkV)) return [];
    return [
      {
        id: `pile.outside.${window.input}`,
        severity: 'look',
        sheet: 'strings',
        title: `Input ${window.input} works outside its window`,
        sentence: `Together its strings work best at ${pen(best.volts, 'voltage')}; the input follows from ${pen(window.chargesFromV, 'voltage')} to ${pen(window.maxWorkV, 'voltage')}.`,
        value: best.volts,
        limit: best.volts < window.chargesFromV ? window.chargesFromV : window.maxWorkV,
      },
    ];
  });

const unknownInput: PileRule = ({ inputs }, { berth }) =>
  inputs.flatMap(({ window, strings }): FindingParts[] =>
    window.input <= berth.windows.length && strings.length > 0
      ? []
      : [
          {
            id: `pile.input.${window.input}`,
            severity: 'stop',
            sheet: 'strings',
            title: 'An input that is not there',
            sentence: `Strings are on an input the controller does not have; it has ${berth.windows.length}.`,
          },
        ],
  );

const RULES: readonly PileRule[] = [sheets, counts, unknownInput, mismatch, fuses, outside, hills, thumb];

const ofPile: ArrayRule = (array, pen, { design }) =>
  array.pile === null
    ? []
    : RULES.flatMap((rule) => rule(array.pile as PileFacts, array, pen, design.school));

export const PILE_RULES: readonly Rule[] = [ofEveryArray([ofPile])];
