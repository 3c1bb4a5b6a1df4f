export * from './comingUp.js';
export * from './changedSince.js';
