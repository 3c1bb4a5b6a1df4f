export * from './entry.js';
export * from './knewOf.js';
