export * from './calendar';
export * from './grid';
export * from './resolve';
export * from './credits';
