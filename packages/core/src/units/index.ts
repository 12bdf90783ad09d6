export * from './coordinates';
export * from './convert';
export * from './display';
export * from './parseQuantity';
export * from './quantities';
export * from './readNumber';
