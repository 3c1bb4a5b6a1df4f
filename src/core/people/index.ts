export * from './deeds.js';
export * from './roles.js';
