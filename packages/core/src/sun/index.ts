export * from './clearSky';
export * from './decomposition';
export * from './extraterrestrial';
export * from './meanDay';
export * from './position';
export * from './transposition';
export { acosDeg, clamp, cosDeg, sinDeg, tanDeg, turn } from './angles';
