import { lengthWords } from '$words/index.js';
import { repeatDifference, type Curve } from '$core/curve/index.js';

/** Differences over this are worth another tracing, mm (common practice, no source). */
export const WORTH_ANOTHER_MM = 4;

export interface RepeatWords {
	readonly say: string;
	readonly doubtful: boolean;
}

/** How far the repeats of one station agree, in a sentence; undefined with fewer than two. */
export function repeatWords(curves: readonly Curve[]): RepeatWords | undefined {
	let worst: ReturnType<typeof repeatDifference>;
	for (let i = 0; i < curves.length; i++)
		for (let j = i + 1; j < curves.length; j++) {
			const d = repeatDifference(curves[i] as Curve, curves[j] as Curve);
			if (d && d.mm > (worst?.mm ?? -1)) worst = d;
		}
	if (!worst) return undefined;
	const place = worst.depthMm <= 90 ? 'pocket' : 'lower flank';
	const far = `${lengthWords(worst.mm, 1)} at the ${worst.side} ${place}`;
	if (worst.mm <= WORTH_ANOTHER_MM) return { say: `Agree within ${far}.`, doubtful: false };
	const ask = curves.length === 2 ? 'Trace a third?' : 'Trace one more?';
	return { say: `${curves.length === 2 ? 'These two' : 'Two of these'} differ by ${far}. ${ask}`, doubtful: true };
}
