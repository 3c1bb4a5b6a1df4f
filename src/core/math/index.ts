export * from './stats.js';
export * from './normal.js';
export * from './solve.js';
export * from './matrix.js';
export * from './rowProducts.js';
export * from './monotone.js';
export * from './rootColumns.js';
