export * from './calculate';
export * from './facts';
export * from './margins';
export { planeYearOf } from './steps/light';
export { pointsOf as yearPointsOf } from './steps/strings';
