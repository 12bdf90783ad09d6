export * from './propose';
export { cheapest, inOrderOfPrice, type Candidate, type Found, type Wanted } from './search';
export { guessedUnit, sceneOf, keptIn, type Scene } from './scene';
export { pricesOf, unitSizes, usualControllerPrice } from './usual';
