export { partsOf, remembered, settling, stepCounts, together, type StepCount } from './remembered';
export * from './share';
export * from './watched';
