import type { SaddleMeasures, SaddlePlace, UndersideTracing } from './measuredSaddle.js';

/** What may be done to a saddle, or with it, instead of shims; mm to each side, of its place, or of a pad as packed. */
export interface OtherWay {
	readonly way: 'wider' | 'narrower' | 'panels' | 'back' | 'pad';
	readonly mm: number;
}

/** Steps in which a plate, a panel, a pad or a hand moves (common practice, no source). */
export const OTHER_WAYS: readonly OtherWay[] = [
	{ way: 'wider', mm: 5 },
	{ way: 'wider', mm: 10 },
	{ way: 'wider', mm: 15 },
	{ way: 'narrower', mm: 5 },
	{ way: 'narrower', mm: 10 },
	{ way: 'narrower', mm: 15 },
	{ way: 'panels', mm: 6 },
	{ way: 'back', mm: 20 },
	{ way: 'back', mm: 40 },
	{ way: 'pad', mm: 8 }
];

/** A plate turns the front's bars about the middle: so far out a bar moves by all of it, mm. */
const POINT_MM = 120;
/** Share of what the front does that the middle of the tree does too. */
const MIDDLE_SHARE = 0.3;

const moved = (tracing: UndersideTracing, outMm: (x: number) => number): UndersideTracing => ({
	...tracing,
	xMm: tracing.xMm.map((x) => x + Math.sign(x) * outMm(Math.abs(x)))
});
const withSections = (
	measures: SaddleMeasures,
	of: (tracing: UndersideTracing, place: SaddlePlace) => UndersideTracing
): SaddleMeasures => {
	const { front, middle, rear } = measures.sections;
	return {
		...measures,
		sections: { front: of(front, 'front'), middle: of(middle, 'middle'), rear: of(rear, 'rear') }
	};
};

/** The front set wider by so many mm a side at its points (narrower below 0): a plate changed, or a tree set. */
export const plated = (measures: SaddleMeasures, mm: number): SaddleMeasures =>
	withSections(measures, (tracing, place) => {
		const share = place === 'front' ? 1 : place === 'middle' ? MIDDLE_SHARE : 0;
		return share === 0 ? tracing : moved(tracing, (x) => (share * mm * x) / POINT_MM);
	});

/** Each panel set further out by so many mm: the channel grows by twice that (common practice, no source). */
export const panelled = (measures: SaddleMeasures, mm: number): SaddleMeasures =>
	withSections(measures, (tracing) => ({
		...moved(tracing, (x) => (x < tracing.channelMm / 4 ? 0 : mm)),
		channelMm: tracing.channelMm + 2 * mm
	}));
