export { RECORD_FORMAT, RECORD_VERSION, type Row, type WholeRecord } from './shape.js';
export { packRecord } from './pack.js';
export { MOST_ARCHIVE_BYTES, unpackRecord, type Unpacked } from './unpack.js';
