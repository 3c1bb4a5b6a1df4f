export * from './day.js';
export * from './length.js';
export * from './measures.js';
export * from './fingers.js';
export * from './tellApart.js';
