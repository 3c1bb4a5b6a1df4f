import type { ChangedSince, DiaryItem } from '../core/diary/index.js';
import { CHECK_WORDS, STAGE_WORDS } from './checkWords.js';
import { plusMinusWords, signedNumber } from './measures.js';
import { signLine, placeWords } from './signWords.js';
import { setupChangeWords } from './setupWords.js';
import { ASKED_WORDS, SEEN_WORDS } from './visitWords.js';

/** What is to be done, in a few words. */
export function diaryWords({ code, what }: Pick<DiaryItem, 'code' | 'what'>): string {
	switch (code) {
		case 'call-vet':
			return 'call the vet, before any pad, shim or re-fit';
		case 'call-fitter':
			return 'call the fitter; send outlines and photos';
		case 'look':
			return 'look, by hand and eye';
		case 'trace':
			return 'trace again';
		case 'decided':
			return 'look again, as decided at the visit';
		case 'asked':
			return `owner: ${ASKED_WORDS[what ?? ''] ?? what ?? ''}`;
		case 'shims-out':
			return 'shims: look, and take out what is no longer needed';
		case 'by-hand':
			return 'by hand at the latest';
	}
}

/** What is other than at the visit before, one thing a line. */
export function changedLines(c: ChangedSince): string[] {
	return [
		...c.front.map(
			({ side, thenMm, nowMm, sdMm }) =>
				`T8 ${side}: ${signedNumber(thenMm)} then, ${plusMinusWords(nowMm, 1.96 * sdMm)} now`
		),
		...c.fingers.map(
			({ check, stage, side, then, now }) =>
				`${CHECK_WORDS[check].name}${side === 'both' ? '' : `, ${side} side`}, ${STAGE_WORDS[stage]}: ${then} fingers then, ${now} now`
		),
		...c.signs.map((s) => `New: ${placeWords(s.zone, s.side)}, ${signLine(s)}`),
		...(c.setup.length > 0 ? [`Set-up: ${setupChangeWords({ changed: c.setup })}`] : []),
		...c.ridden.map((code) => `Ridden: ${SEEN_WORDS[code] ?? code}`)
	];
}
