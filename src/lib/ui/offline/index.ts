export { sync } from './sync.svelte.js';
export { shrinkPhoto } from './shrinkPhoto.js';
export type { KeptEntry, KeptRide, KeptVisit } from './kept.js';
