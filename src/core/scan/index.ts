export * from './mesh.js';
export { sliceMesh, type Section } from './sliceMesh.js';
export { orientMesh, topLine } from './orientMesh.js';
export { longLine, lowPoint, type LongLine } from './longLine.js';
export { squareToSpine, type Place } from './squareToSpine.js';
