export * from './energy';
export * from './feed';
export * from './harvest';
export * from './madeByHour';
export * from './sideBySide';
export * from './tiltField';
