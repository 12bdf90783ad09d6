export * from './fitSheet';
export * from './parallel';
export * from './section';
export * from './series';
export * from './singleDiode';
