export * from './calculate';
export * from './dayRanks';
export * from './facts';
export * from './margins';
export { fieldOf, planeYearOf, shadowTakesOf, sunByTiltOf } from './steps/light';
export { harvestOf, pointsOf as yearPointsOf } from './steps/strings';
