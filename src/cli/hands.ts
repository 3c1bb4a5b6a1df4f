import { CHECKS } from '../core/checks/index.js';
import { readHands, type HandsCase } from '../core/reading/index.js';
import { SIGN_KINDS, SIGN_MEANING, ZONE_IDS } from '../core/zones/index.js';
import { ADVICE_WORDS, CHECK_WORDS, findingWords, readingSentence } from '../words/index.js';

const round = (v: number): number => Math.round(v * 100) / 100;

/** Every check with its stages and values, and the signs that a case may name. */
export function handsList(): Record<string, unknown> {
	return {
		checks: CHECKS.map((c) => ({
			check: c.id,
			name: CHECK_WORDS[c.id].name,
			stages: c.stages,
			sides: c.sided ? ['near', 'off', 'both'] : ['both'],
			kinds: c.kinds ?? 'all',
			asks: c.asks,
			values: c.asks === 'choice' ? c.answers.map((a) => a.code) : 'a number of fingers, or {"fingers": n, "mm": x}'
		})),
		signs: { kinds: Object.fromEntries(SIGN_KINDS.map((k) => [k, SIGN_MEANING[k].grades])), zones: ZONE_IDS }
	};
}

/** The answer of `zt hands`. */
export function handsJson(given: HandsCase): Record<string, unknown> {
	const read = readHands(given);
	const { width } = read;
	return {
		width: {
			says: width?.says ?? 'unclear',
			sure: width ? round(width.sure) : 0,
			likeliest: width?.likeliest ?? null,
			for: width?.for ?? [],
			against: width?.against ?? [],
			rival: width?.rival ?? null,
			next_check: width ? width.nextCheck : 'front-angle',
			words: { for: width?.for.map(findingWords) ?? [], against: width?.against.map(findingWords) ?? [] }
		},
		faults: read.faults.map(({ code, answer }) => ({
			code,
			check: answer.check,
			stage: answer.stage,
			side: answer.side,
			result: answer.result
		})),
		falls: read.falls.map((f) => ({
			from: f.from,
			to: f.to,
			fingers: round(f.fingersBefore - f.fingersNow),
			mm: round(f.fellMm)
		})),
		contradictions: read.contradictions,
		readings: read.readings.map((r) => ({ code: r.code, weight: r.weight, says: readingSentence(r.code, r.data) })),
		vet_first: read.vetFirst,
		advice: read.advice.map((a) => ({ ...a, says: ADVICE_WORDS[a.code] ?? a.code }))
	};
}
