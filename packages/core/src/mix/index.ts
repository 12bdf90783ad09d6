export * from './doorValue';
export * from './search';
export * from './types';
export * from './weatherPoints';
