export * from './bestTiltOf';
export * from './calculate';
export * from './margins';
