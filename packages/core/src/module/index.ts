export * from './catalogue';
export * from './cellTemperature';
export * from './coldVoltage';
export * from './sheet';
export * from './fit';
export * from './measured';
export * from './sheetText';
