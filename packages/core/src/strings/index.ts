export * from './berths';
export * from './controllers';
export * from './fit';
export * from './inputs';
export * from './leanMonth';
export * from './pile';
export * from './pileAsStrings';
export * from './strings';
