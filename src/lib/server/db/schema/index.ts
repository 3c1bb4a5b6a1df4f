export * from './access.js';
export * from './horse.js';
export * from './saddle.js';
export * from './visit.js';
export * from './judgement.js';
export * from './sharing.js';
export * from './job.js';
export * from './diary.js';
