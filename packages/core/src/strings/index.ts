export * from './controllers';
export * from './fit';
export * from './strings';
