export { sync } from './sync.svelte.js';
export { shrinkPhoto } from './shrinkPhoto.js';
export type { KeptDraft, KeptEntry, KeptRide, KeptTracings, KeptVisit } from './kept.js';
