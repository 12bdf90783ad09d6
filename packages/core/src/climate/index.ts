export * from './calendar';
export * from './dayMonth';
export * from './grid';
export * from './resolve';
export * from './credits';
