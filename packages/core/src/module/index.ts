export * from './brightSky';
export * from './catalogue';
export * from './cellTemperature';
export * from './coldVoltage';
export * from './fit';
export * from './measured';
export * from './sheet';
export * from './sheetText';
