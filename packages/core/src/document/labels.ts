import type { Design } from './design';
import { fieldAt } from './fields';

/** What a place in the design is called, for lists and for the names of edits. */
export function labelOf(design: Design, path: string): string {
  const label = fieldAt(path).label;
  const row = /^\/uses\/([^/]+)\//.exec(path)?.[1];
  if (row) return `${design.uses[row]?.name || 'Unnamed use'}: ${label.toLowerCase()}`;
  const several = Object.keys(design.arrays).length > 1;
  const array = design.arrays[/^\/arrays\/([^/]+)\//.exec(path)?.[1] ?? ''];
  const obstacle = array?.skyline.obstacles[/\/obstacles\/([^/]+)\//.exec(path)?.[1] ?? ''];
  if (obstacle) return `${obstacle.name || 'Something in the way'}: ${label.toLowerCase()}`;
  if (array && several) return `${array.name || 'Unnamed array'}: ${label.toLowerCase()}`;
  const stop = design.stops[/^\/stops\/([^/]+)\//.exec(path)?.[1] ?? ''];
  if (stop) return `${stop.name || 'Unnamed stop'}: ${label.toLowerCase()}`;
  return label;
}
