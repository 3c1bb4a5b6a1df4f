export * from './roles.js';
