export * from './types.js';
export { bearsOnBody, bodiesOf } from './bodies.js';
export * from './gather.js';
export * from './prune.js';
export * from './readEvidence.js';
export * from './readHands.js';
export { readWidth, type WidthReading } from './width.js';
export { bearsOnWidth, widthFindings, type WidthFinding } from './widthEvidence.js';
