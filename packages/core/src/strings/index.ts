export * from './controllers';
export * from './fit';
export * from './pulseWidth';
export * from './strings';
