export * from './columns';
export { WEATHER_FILE_LIMIT_BYTES, decodeText } from './decode';
export * from './hours';
export * from './monthly';
export * from './read';
export * from './station';
export * from './summary';
