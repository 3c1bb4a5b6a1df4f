export {
	connect,
	isReachable,
	openForWriting,
	type Asker,
	type Connection,
	type Database,
	type Raw,
	type Writer
} from './connect.js';
export { asPerson, asSystem } from './wall.js';
export * as tables from './schema/index.js';
export * from './failures.js';
