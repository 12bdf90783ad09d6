export * from './calendarShare';
export * from './degrees';
export * from './given';
export * from './groups';
export * from './library';
export * from './loads';
export { NO_SERIES, readSeries, type SeriesFound, type SeriesReading } from './series';
export {
  previewSeries,
  SERIES_UNITS,
  type SeriesMapping,
  type SeriesPreview,
  type SeriesRole,
  type SeriesUnit,
} from './seriesColumns';
export * from './useDay';
export * from './useYear';
