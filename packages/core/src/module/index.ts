export * from './catalogue';
export * from './cellTemperature';
export * from './coldVoltage';
export * from './sheet';
