export * from './types.js';
export { checkedCase } from './checkCase.js';
export { bedOf, type Bed } from './bed.js';
export { balance, resultantOf, type Balanced, type Resultant } from './balance.js';
export { CONDITIONS, conditionsOf, strengths, type Condition, type Fault, type SeatFigures } from './conditions.js';
export { isAsymmetric, padsOf, planShims, SHIM_STEPS_MM, type ShimPlan, type ShimSet } from './planShims.js';
export { fittedLimits, MOST_TRIED_MM, WAYS_OF_CHANGE, type OwnLimit, type WayOfChange } from './ownLimits.js';
export { MOST_MUSCLE_MM } from './muscled.js';
export { fitDayView, type BearingView, type FitDayView } from './fitDayView.js';
export { seatOf, type Seat, type SeatWarning } from './seatOf.js';
export { evenCase, BARS_FROM_MM, USUAL_BEARS_MM, LEAST_BEARS_MM, MOST_BEARS_MM } from './fitDaySaddle.js';
export {
	seatFitDay,
	outcomeOf,
	strengthsAgainst,
	type FitDaySeat,
	type FitDayDoubt,
	type FitDayOptions,
	type Measured
} from './fitDay.js';
export {
	CHANNEL_WIDTH_MM,
	MOST_SECTION_POINTS,
	ROCK_MM,
	SADDLE_PLACES,
	undersideOfMeasures,
	type SaddleMeasures,
	type SaddlePlace,
	type UndersideTracing
} from './measuredSaddle.js';
export { measuresOfCuts, type UndersideCuts } from './scannedSaddle.js';
export type { MeasuredUnsure } from './measuredDoubt.js';
export type { Place3, SeatSpace } from './seatSpace.js';
export type { OverBack, SectionView } from './sectionView.js';
export { FORM_BEARS_MM, FORM_SET, formMeasures, FRONT_ANGLE_DEG, TWIST_DEG, type FittingForm } from './formSet.js';
export {
	backToSeat,
	MEASURED_DOUBTS,
	seatableDays,
	seatMeasured,
	type MeasuredDoubt,
	type MeasuredPlan,
	type MeasuredSeat,
	type MeasuredSeatSaid,
	type OtherHelp,
	type SeatMeasuredQuestion
} from './seatMeasured.js';
export { seatsBeside, type ComparedFigure, type SeatKept, type SeatsBeside } from './besideSeat.js';
export { AGREE_WITHIN, padBeside, type Beside, type PadBeside, type PadGrid, type PadLay } from './besidePad.js';
export { OTHER_WAYS, panelled, plated, type OtherWay } from './otherWays.js';
export { bearingCsv } from './bearingCsv.js';
