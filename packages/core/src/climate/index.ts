export * from './grid';
export * from './resolve';
export * from './credits';
