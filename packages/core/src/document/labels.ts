import type { Design } from './design';
import { fieldAt, FIELDS } from './fields';

/** Parts of a job whose fields are called like those of another part. */
const OWNERS: Readonly<Record<string, string>> = { bank: 'Bank', arrays: 'Array', controllers: 'Controller' };
const rootOf = (path: string) => path.split('/')[1] ?? '';
const rootsOf = new Map<string, Set<string>>();
for (const [path, { label }] of Object.entries(FIELDS))
  rootsOf.set(label, (rootsOf.get(label) ?? new Set()).add(rootOf(path)));

/** A label within a sentence: Voc and COP stay as they are. */
export const inSentence = (label: string): string =>
  /^([A-Z]{2}|(Voc|Isc|Vmp|Imp|Pmax)\b)/.test(label) ? label : label.charAt(0).toLowerCase() + label.slice(1);

/** What a place in the design is called, for lists and for the names of edits. */
export function labelOf(design: Design, path: string): string {
  const label = fieldAt(path).label;
  const of = (owner: string) => `${owner}: ${inSentence(label)}`;
  const row = /^\/uses\/([^/]+)\//.exec(path)?.[1];
  if (row) return of(design.uses[row]?.name || 'Unnamed use');
  const several = Object.keys(design.arrays).length > 1;
  const array = design.arrays[/^\/arrays\/([^/]+)\//.exec(path)?.[1] ?? ''];
  const obstacle = array?.skyline.obstacles[/\/obstacles\/([^/]+)\//.exec(path)?.[1] ?? ''];
  if (obstacle) return of(obstacle.name || 'Something in the way');
  if (array && several) return of(array.name || 'Unnamed array');
  const stop = design.stops[/^\/stops\/([^/]+)\//.exec(path)?.[1] ?? ''];
  if (stop) return of(stop.name || 'Unnamed stop');
  const source = design.power.sources[/^\/power\/sources\/([^/]+)\//.exec(path)?.[1] ?? ''];
  if (source) return of(source.name || 'Unnamed source');
  const stretch = design.wiring.stretches[/^\/wiring\/stretches\/([^/]+)\//.exec(path)?.[1] ?? ''];
  if (stretch) return of(stretch.name || 'Unnamed stretch');
  const own = design.wiring.own[/^\/wiring\/own\/([^/]+)\//.exec(path)?.[1] ?? ''];
  if (own) return of(own.name || 'Unnamed circuit');
  const owner = OWNERS[rootOf(path)];
  return owner && (rootsOf.get(label)?.size ?? 0) > 1 ? of(owner) : label;
}
