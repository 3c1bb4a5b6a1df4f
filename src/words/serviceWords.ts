import type { Filling, SaddleFacts, Service, Serviced } from '../core/setup/index.js';
import { lengthWords, weightWords } from './measures.js';

/** What was done to a saddle. */
export const SERVICE_WORDS: Readonly<Record<Service, string>> = {
	flocked: 'flocking renewed or moved',
	panel: 'panels shaped anew',
	width: 'width or plate changed',
	air: 'air bags set anew',
	tree: 'tree looked at',
	girthing: 'girth straps or rigging',
	repair: 'stitching or leather mended',
	other: 'something else'
};

export const FILLING_WORDS: Readonly<Record<Filling, string>> = {
	wool: 'wool',
	foam: 'foam',
	air: 'air',
	none: 'bars without panels'
};

/** What is known of a saddle besides its shape, in one line; empty where nothing is. */
export const factsWords = ({ filling, seatMm, pointMm, weightKg, rigging, widths }: SaddleFacts): string =>
	[
		filling === null ? '' : filling === 'none' ? FILLING_WORDS.none : `filled with ${FILLING_WORDS[filling]}`,
		seatMm === null ? '' : `seat ${lengthWords(seatMm)}`,
		pointMm === null ? '' : `points ${lengthWords(pointMm)}`,
		weightKg === null ? '' : weightWords(weightKg, 1),
		rigging,
		widths
	]
		.filter(Boolean)
		.join(' · ');

/** That the saddle was worked on since it fitted; days come as the screen writes them. */
export const servicedWords = ({ doneOn, what }: Serviced, day: (d: string) => string): string =>
	`On ${day(doneOn)}, after it fitted: ${SERVICE_WORDS[what]}. Its underside may be another now, and this no longer its seat; mark the fit anew once somebody has looked.`;
