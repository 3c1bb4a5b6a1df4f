export * from './repeatability.js';
