export * from './answer.js';
export * from './parse.js';
export * from './yard.js';
export * from './curves.js';
export * from './download.js';
export * from './formAnswer.js';
export * from './entries.js';
