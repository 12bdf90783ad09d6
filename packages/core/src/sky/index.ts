export * from './daySequence';
export * from './horizonText';
export * from './monthLight';
export * from './plane';
export * from './planeYear';
export * from './shadow';
export * from './skyline';
export * from './yearEngine';
