import type { Service, Serviced } from '../core/setup/index.js';

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

/** That the saddle was worked on since it fitted; days come as the screen writes them. */
export const servicedWords = ({ doneOn, what }: Serviced, day: (d: string) => string): string =>
	`On ${day(doneOn)}, after it fitted: ${SERVICE_WORDS[what]}. Its underside may be another now, and this no longer its seat; mark the fit anew once somebody has looked.`;
