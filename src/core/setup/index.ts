export * from './parts.js';
export * from './setupOn.js';
export * from './periods.js';
export * from './adviseShims.js';
export * from './gauge.js';
export * from './travel.js';
export * from './service.js';
export * from './facts.js';
