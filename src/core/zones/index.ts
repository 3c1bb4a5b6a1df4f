export * from './map.js';
export * from './sign.js';
export * from './readSigns.js';
export * from './tally.js';
export * from './squeeze.js';
