export * from './inverter';
export * from './machines';
export * from './power';
export * from './source';
export * from './surplus';
export * from './walk';
