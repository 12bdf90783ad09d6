export * from './bank';
export * from './chemistries';
