export * from '../entry/index.js';
export * from './fields/index.js';
export * from './findings.js';
export * from './foldEntries.js';
export * from './steps.js';
export * from './progress.js';
export * from './readable.js';
