import type { Source, Weighed, Weighing } from '../core/call/index.js';
import { readingSentence } from './readingWords.js';

export const SOURCE_WORDS: Readonly<Record<Source, string>> = {
	shape: 'shape',
	hands: 'hands',
	feel: 'touch',
	hair: 'hair',
	sweat: 'sweat',
	going: 'going'
};

/** A piece of evidence in a sentence. */
export function strokeWords({ what, data, db }: Pick<Weighed, 'what' | 'data' | 'db'>): string {
	if (what === 'shape') return db >= 0 ? 'The shape nears or passes its limit' : 'The shape lies well within its limit';
	if (what === 'checks-fine') return 'Every check by hand was fine';
	return readingSentence(what, data);
}

/** Weights that nobody has measured say no more than this, either way. */
const MOST_SAID = 95;

/** The chance in words, as far as such weights go. */
export function weighedWords({ chance }: Pick<Weighing, 'chance'>): string {
	const hundred = Math.round(100 * chance);
	if (hundred > MOST_SAID) return `more than ${MOST_SAID} in 100`;
	return hundred < 100 - MOST_SAID ? `fewer than ${100 - MOST_SAID} in 100` : `about ${hundred} in 100`;
}

export const WEIGHING_CAUTION =
	'Starting weights of common practice, not measured on real horses. What stops a saddle for the vet comes before any weighing.';
