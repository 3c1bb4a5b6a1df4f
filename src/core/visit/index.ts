export * from './entry.js';
export * from './foldEntries.js';
export * from './steps.js';
export * from './findings.js';
