export { enqueue } from './queue.js';
export { startWorking } from './work.js';
