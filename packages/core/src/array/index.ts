export * from './array';
export * from './bestTilt';
export * from './planeDay';
export * from './yield';
