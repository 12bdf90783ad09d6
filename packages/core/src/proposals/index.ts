export * from './acWays';
export type { Gist } from './gist';
export * from './propose';
export { guessedUnit } from './scene';
export { unitSizes } from './usual';
