export * from './loads';
export * from './monthsText';
export * from './pasteRows';
