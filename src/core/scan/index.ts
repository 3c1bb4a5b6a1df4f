export * from './mesh.js';
export { sliceMesh, type Section } from './sliceMesh.js';
export { orientMesh, topLine } from './orientMesh.js';
