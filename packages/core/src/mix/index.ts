export * from './doorValue';
export * from './search';
export * from './types';
