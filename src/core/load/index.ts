export * from './bodyWeight.js';
export * from './condition.js';
export * from './bearingLength.js';
export * from './marks.js';
export * from './build.js';
