export { partsOf, remembered, settled, stepCounts, together, type StepCount } from './remembered';
export * from './share';
export * from './watched';
