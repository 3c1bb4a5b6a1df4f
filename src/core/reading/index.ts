export * from './types.js';
export * from './gather.js';
export * from './readEvidence.js';
