export * from './repeatability.js';
export * from './outliers.js';
