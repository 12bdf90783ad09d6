export * from './credits';
export * from './grid';
export * from './resolve';
export * from './stays';
