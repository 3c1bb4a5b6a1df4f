export * from './limits.js';
export * from './levelFilter.js';
export { groupByDay, readStation, type StationVisit, type TracingReading } from './stationReadings.js';
export { detectableChangeMm, type NoiseModel } from './noiseModel.js';
export { followStation, type StationChange } from './stationSeries.js';
export * from './sideChanges.js';
export * from './cause.js';
export * from './forecast.js';
export * from './overlay.js';
