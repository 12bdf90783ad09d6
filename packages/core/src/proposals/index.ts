export * from './propose';
export { cheapest, inOrderOfPrice, type Candidate, type Found, type Wanted } from './search';
export { sceneOf, keptIn, type Scene } from './scene';
export { pricesOf, usualControllerPrice } from './usual';
