export { loftBack, placedCuts, type PlacedCut } from './loftBack.js';
