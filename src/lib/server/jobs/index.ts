export { enqueue } from './queue.js';
export { startWorking } from './work.js';
export { ensureQueues, QUEUE_SCHEMA } from './queues.js';
