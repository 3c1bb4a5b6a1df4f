export { connect, isReachable, type Asker, type Connection, type Database } from './connect.js';
export { asPerson, asSystem } from './wall.js';
export * as tables from './schema/index.js';
export * from './failures.js';
