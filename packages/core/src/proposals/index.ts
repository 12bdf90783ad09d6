export * from './acWays';
export * from './propose';
export { guessedUnit } from './scene';
export { unitSizes } from './usual';
