import { watchHorse, type Call } from '../../../core/call/index.js';
import type { Tracing } from '../../../core/curve/index.js';
import { CoreError } from '../../../core/errors/index.js';
import { ageYearsOn } from '../../../core/units/index.js';

/** What came of judging one pairing: calls by visit, or the code of what is missing. */
export type Judgement =
	| { readonly status: 'judged'; readonly calls: readonly Call[] }
	| { readonly status: 'missing'; readonly code: string; readonly data: CoreError['data'] };

/** Judges one pairing from all tracings and the day of its latest fit mark. */
export function judgePairing(
	tracings: readonly Tracing[],
	pairing: { readonly school: 'close' | 'roomy'; readonly fittedOn: string | undefined },
	bornYear: number | null
): Judgement {
	if (!pairing.fittedOn) return { status: 'missing', code: 'no-fit-mark', data: {} };
	try {
		const watch = watchHorse(tracings, {
			school: pairing.school,
			fittedOn: pairing.fittedOn,
			ageYearsOn: (day) => ageYearsOn(bornYear, day)
		});
		return { status: 'judged', calls: watch.calls };
	} catch (error) {
		if (!(error instanceof CoreError)) throw error;
		return { status: 'missing', code: error.code, data: error.data };
	}
}
