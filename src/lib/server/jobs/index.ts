export { callOff, enqueue } from './queue.js';
export { startWorking } from './work.js';
