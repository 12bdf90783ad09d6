export * from './blank';
export * from './examples';
export * from './fromLibrary';
export * from './jobFile';
export * from './migrations';
export * from './pasteRows';
export { type ColumnReading, type Commas, type UseColumn } from './useColumns';
