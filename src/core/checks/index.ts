export * from './rules.js';
export * from './define.js';
export * from './list.js';
export * from './limitInMm.js';
export * from './judge.js';
export * from './contradictions.js';
export * from './pads.js';
