export * from './tasks.js';
export * from './reminderDue.js';
export * from './dueAnswer.js';
export * from './comingUp.js';
export * from './changedSince.js';
