export * from './array';
export * from './tiltField';
