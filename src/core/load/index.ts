export * from './bodyWeight.js';
export * from './condition.js';
export * from './bearingLength.js';
