import { contradictions, type CheckId, type JudgedAnswer } from '../checks/index.js';
import type { Sign } from '../zones/index.js';
import type { ShapeSeen } from './types.js';
import { discrimination, WIDTH_CHECKS, widthFindings, type WidthFinding, type WidthWeights } from './widthEvidence.js';

type Explanation = keyof WidthWeights;
const EXPLANATIONS: readonly Explanation[] = ['narrow', 'wide', 'fits'];

/** Too wide or too narrow? One answer from all that bears on it. */
export interface WidthReading {
	readonly says: Explanation | 'unclear';
	/** Probability, 0..1, of the likeliest explanation among narrow, wide and fits, under the conventions of `widthEvidence`. */
	readonly sure: number;
	/** The likeliest, also where it is too unsure to be said. */
	readonly likeliest: Explanation;
	/** Codes of findings for and against it, the strongest first. */
	readonly for: readonly string[];
	readonly against: readonly string[];
	/** The other explanation that is left; null where none is likely. */
	readonly rival: Explanation | 'tall-wither' | 'rear-high' | 'rear-low' | null;
	/** What to check next to tell; null where it would tell little. */
	readonly nextCheck: CheckId | null;
}

/** Before anything is known: a saddle that somebody rides in fits a little more often than not either way. */
const PRIOR: WidthWeights = { narrow: 0.3, wide: 0.3, fits: 0.4 };
/** From here it is said; under it the evidence is called unclear. */
const SAID = 0.65;
/** With two checks that cannot both be right of the width it takes more. */
const SAID_DESPITE = 0.85;
const WIDTH_CLASH = /^(wide|narrow)-but-/;
/** Surer than this, no further check is asked for. */
const ENOUGH = 0.9;
const RIVAL = 0.1;
/** Hands and eyes are never surer than this, however much agrees: what they share, they may share wrongly. */
const SUREST = 0.99;

function posterior(findings: readonly WidthFinding[]): WidthWeights {
	const log = (e: Explanation) => Math.log(PRIOR[e]) + findings.reduce((s, f) => s + f[e], 0);
	const logs = EXPLANATIONS.map(log);
	const top = Math.max(...logs);
	const total = logs.reduce((s, l) => s + Math.exp(l - top), 0);
	const [narrow, wide, fits] = logs.map((l) => Math.exp(l - top) / total) as [number, number, number];
	return { narrow, wide, fits };
}

const speaksFor = (f: WidthFinding, e: Explanation): number => {
	const others = EXPLANATIONS.filter((o) => o !== e);
	return f[e] - others.reduce((s, o) => s + f[o], 0) / others.length;
};

/** A low arch may lie under a tall wither; a pommel or cantle that is low may be the other end that is high. */
function otherCause(says: Explanation, findings: readonly WidthFinding[]): WidthReading['rival'] {
	const found = (code: string) => findings.some((f) => f.code === code);
	const backed = findings.some(
		(f) =>
			/^(front-angle|sits|shape|room)-/.test(f.code) &&
			!/^room-(little-all-round|little-on-top|one)/.test(f.code) &&
			speaksFor(f, says) > 0
	);
	if (backed) return null;
	if (says === 'wide' && findings.some((f) => /^room-(little-all-round|little-on-top|one)/.test(f.code)))
		return 'tall-wither';
	if (says === 'wide' && found('level-pommel-low')) return 'rear-high';
	return says === 'narrow' && found('level-cantle-low') ? 'rear-low' : null;
}

function nextCheck(answers: readonly JudgedAnswer[], a: Explanation, b: Explanation): CheckId | null {
	const open = WIDTH_CHECKS.filter((c) => !answers.some((g) => g.check === c));
	const best = open.reduce<CheckId | undefined>(
		(top, c) => (top && discrimination(top, a, b) >= discrimination(c, a, b) ? top : c),
		undefined
	);
	// All done and still unclear: the one that tells most, once more.
	return best ?? 'front-angle';
}

/** Weighs hands, signs and shape together; undefined where nothing bears on the width. */
export function readWidth(
	answers: readonly JudgedAnswer[],
	signs: readonly Sign[],
	shape: readonly ShapeSeen[]
): WidthReading | undefined {
	const findings = widthFindings(answers, signs, shape);
	if (findings.length === 0) return undefined;
	const p = posterior(findings);
	const [likeliest, second] = [...EXPLANATIONS].sort((a, b) => p[b] - p[a]) as [Explanation, Explanation, Explanation];
	const sure = Math.min(SUREST, p[likeliest]);
	const clash = contradictions(answers).some((c) => WIDTH_CLASH.test(c.code));
	const says = sure >= (clash ? SAID_DESPITE : SAID) ? likeliest : 'unclear';
	const other = otherCause(likeliest, findings);
	return {
		says,
		sure,
		likeliest,
		for: findings.filter((f) => speaksFor(f, likeliest) > 0).map((f) => f.code),
		against: findings.filter((f) => speaksFor(f, likeliest) < 0).map((f) => f.code),
		rival: says !== 'unclear' && other ? other : p[second] >= RIVAL ? second : null,
		nextCheck: sure >= ENOUGH ? null : nextCheck(answers, likeliest, second)
	};
}
