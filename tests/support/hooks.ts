import { closeDatabase } from './database.js';

export const mochaHooks = { afterAll: closeDatabase };
