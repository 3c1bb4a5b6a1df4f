export * from './types.js';
export * from './cleanCurve.js';
export { findApex, frameAtApex, type Apex } from './findApex.js';
export {
	BAND_DEPTHS_MM,
	bandHalfWidthMm,
	flankSlopeDeg,
	halfWidthAtDepth,
	halfWidthsAtDepths,
	pocketHollowMm,
	sideAreaCm2,
	walkSide,
	type SideWalk
} from './halfWidth.js';
export * from './measureCurve.js';
export * from './widthsToCurve.js';
export { consensusCurve } from './consensus.js';
export {
	alignToReference,
	fitPose,
	makeReference,
	normalDistances,
	removePose,
	type Reference
} from './alignToReference.js';
export * from './outline.js';
export * from './repeatDifference.js';
export { sizeDoubt, type SizeDoubt } from './sizeDoubt.js';
export * from './longLine.js';
