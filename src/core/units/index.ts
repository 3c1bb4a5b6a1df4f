export * from './day.js';
export * from './length.js';
export * from './fingers.js';
export * from './tellApart.js';
