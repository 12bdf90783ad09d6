export * from './controllers';
export * from './fit';
export * from './inputs';
export * from './pulseWidth';
export * from './strings';
export * from './pile';
