import type { Facts } from '../calculate';
import { BLANK_CIRCUIT } from '../document';
import { sizedText } from '../figures';
import { MONTH_DAYS } from '../units';
import { largerOf, type Wired } from '../wiring';
import { put, remedy, type Remedy, type Rule } from './finding';
import { changedCircuit as changed, sayCircuit as said } from './plugs';

/** An array's wiring loss as typed and as its wires come out, told where they differ by so much, in points. */
const TELLS_PCT = 0.5;

const lossTyped: Rule = ({ wiring, arrays, energy, design }: Facts, pen) => {
  const known = arrays.flatMap(({ id, called }) => {
    const typed = design.arrays[id]?.wiring;
    const lost = wiring.arrayLostKWh[id] ?? 0;
    const year =
      (energy?.months ?? []).reduce(
        (sum, { month, byArray }) => sum + (MONTH_DAYS[month - 1] ?? 30) * (byArray[id] ?? 0),
        0,
      ) / 1000;
    if (!typed || year <= 0) return [];
    const pct = Math.round((1000 * lost) / (year + lost)) / 10;
    return Math.abs(pct - typed.value) < TELLS_PCT ? [] : [{ id, pct, was: typed.value, called }];
  });
  const [first] = known;
  if (!first) return null;
  const told = known.map(
    ({ called, pct, was }) =>
      `${called || 'The array'} about ${pen(pct, 'percent')} of its year, where ${pen(was, 'percent')} is typed`,
  );
  return {
    id: 'wire.loss',
    severity: 'note',
    sheet: 'wire',
    title: 'The wires lose another share than is typed',
    sentence: `${told.join('; ')}. What is typed counts.`,
    value: first.pct,
    limit: first.was,
    remedies: [
      remedy('Take what the wires lose', ...known.map(({ id }) => put(`/arrays/${id}/wiring`, null))),
    ],
    focus: `/arrays/${first.id}/wiring`,
  };
};

/** What the wires to the uses bring, as typed and as they come out. */
const reachTyped: Rule = ({ wiring, design }: Facts, pen) => {
  const known = (['ac', 'dc'] as const).flatMap((side) => {
    const path = `/supply/${side}Efficiency` as const;
    const typed = design.supply[`${side}Efficiency`];
    const pct = Math.round(1000 * wiring.reached[side]) / 10;
    const runs = wiring.wired.some(({ circuit }) => circuit.kind === side);
    return typed && runs && Math.abs(pct - typed.value) >= TELLS_PCT
      ? [{ path, side, pct, was: typed.value }]
      : [];
  });
  const [first] = known;
  if (!first) return null;
  const told = known.map(
    ({ side, pct, was }) =>
      `to the uses on ${side.toUpperCase()} about ${pen(pct, 'percent')}, where ${pen(was, 'percent')} is typed`,
  );
  return {
    id: 'wire.reach',
    severity: 'note',
    sheet: 'wire',
    title: 'The wires bring another share than is typed',
    sentence: `Over the year the wires bring ${told.join('; ')}. What is typed counts.`,
    value: first.pct,
    limit: first.was,
    remedies: [remedy('Take what the wires bring', ...known.map(({ path }) => put(path, null)))],
    focus: first.path,
  };
};

/** The next size up that leaves enough. @param mayDropV of the run with its strings @param dropsV now */
function thicker(feed: Wired, mayDropV: number, dropsV: number): Remedy[] {
  const does = largerOf(feed).find(
    ({ dropV, side }) => side === feed.chosen.side && dropsV - feed.chosen.dropV + dropV <= mayDropV,
  );
  if (!does) return [];
  const sized = changed(feed.plan ?? BLANK_CIRCUIT, 'size', does.size.name);
  return [remedy(`Take ${sizedText(does)}`, said(feed.circuit.key, sized))];
}

/** Volts that a hot string has left at the controller, where the wires take it under what the bank charges from. */
const leftAtController: Rule = ({ wiring, arrays }: Facts, pen) =>
  arrays.flatMap(({ id, strings, called }) => {
    const drop = wiring.arrayDropPct[id] ?? 0;
    if (!strings || strings.window.ties) return [];
    const { chosen, window } = strings;
    const leftV = chosen.hotVmpV * (1 - drop / 100);
    if (chosen.hotVmpV < window.chargesFromV || leftV >= window.chargesFromV) return [];
    return [
      {
        id: `wire.left:${id}`,
        severity: 'look' as const,
        sheet: 'wire' as const,
        title: 'Too few volts are left at the controller when hot',
        sentence: `${called || 'The array'} works at ${pen(chosen.hotVmpV, 'voltage')} when hot; its wires leave ${pen(leftV, 'voltage')} of it, and this bank charges only above ${pen(window.chargesFromV, 'voltage')}.`,
        value: leftV,
        limit: window.chargesFromV,
        remedies: wiring.wired
          .filter(({ circuit }) => circuit.kind === 'feed' && circuit.array === id)
          .flatMap((feed) => thicker(feed, chosen.hotVmpV - window.chargesFromV, chosen.hotVmpV - leftV)),
        focus: `/wiring/circuits/feed-${id}`,
      },
    ];
  });

/** What wires lose against what is typed, and what they leave a hot string. */
export const LOSS_RULES: readonly Rule[] = [leftAtController, lossTyped, reachTyped];
