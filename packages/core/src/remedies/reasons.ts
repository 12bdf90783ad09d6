import type { Finding } from '../findings';

/** Why a stop has no press, by the beginning of its id: what only the person knows, or what nothing sold cures. */
const REASONS: readonly (readonly [RegExp, string])[] = [
  [/^module\./, 'Only the panel’s own label knows the right figure: read it and type it.'],
  [/^pile\.sheet/, 'Only the panel’s own label knows the right figure: read it and type it.'],
  [/^pile\.missing/, 'Only you know how many there are: take some out of the strings, or count again.'],
  [/^pile\./, 'Which panels go where is yours to choose, or the search’s: let it string the pile anew.'],
  [/^controller\.(insideOut|input)/, 'Only the controller’s sheet knows its limits: read and type them.'],
  [/^place\.insideOut/, 'One of the two was typed wrongly; only the station’s record says which.'],
  [/^uses\.meterPeak/, 'Only the meter knows: read its peak again.'],
  [/^uses\./, 'Only you know what it takes: type it.'],
  [/^dc\./, 'No way to wire these panels stays below that: a part rated for more is needed.'],
  [/^place\.polarNight/, 'No array answers months without sun: an engine does, or other months.'],
  [
    /^array\.short/,
    'No number of panels that fits does it: less use, months without it, or a source for that season.',
  ],
  [
    /^bank\.(cold|freezes|frost)/,
    'Nothing here makes its place warmer: another place, or another chemistry.',
  ],
  [/^wire\./, 'No cable or fuse that is sold does it: other volts, or less on one circuit.'],
  [/^bank\./, 'No usual battery does it with what is fixed: free something of it, or ask for less.'],
];

export const whyNone = ({ id }: Pick<Finding, 'id'>): string =>
  REASONS.find(([begins]) => begins.test(id))?.[1] ??
  'No usual controller takes these panels as they are: others, or fewer of them.';
