export { readRulerEvent, type RulerFrame, type RulerEvent } from './readEvent.js';
export { bendToCurve, calmFrames } from './bendToCurve.js';
