export * from './berths';
export * from './controllers';
export * from './fit';
export * from './inputs';
export * from './pile';
export * from './pileAsStrings';
export * from './pulseWidth';
export * from './strings';
