import type { Curve, Tracing } from '../curve/index.js';

/** Two numbers of 32 bits that differ where what was read differs (FNV-1a with two primes, from memory). */
type Name = readonly [number, number];
const BEGIN: Name = [0x811c9dc5, 0x9747b28c];
const PRIMES: Name = [0x01000193, 0x85ebca6b];

function withWords([a, b]: Name, words: ArrayLike<number>): Name {
	let [p, q] = [a, b];
	for (let i = 0; i < words.length; i++) {
		const word = words[i] as number;
		p = Math.imul(p ^ word, PRIMES[0]);
		// The word is turned, so that both do not err alike.
		q = Math.imul(q ^ ((word << 13) | (word >>> 19)), PRIMES[1]);
		q ^= q >>> 15;
	}
	return [p, q];
}
const withText = (name: Name, text: string): Name =>
	withWords(
		name,
		Int32Array.from({ length: text.length + 1 }, (_, i) => (i === 0 ? text.length : text.charCodeAt(i - 1)))
	);

const known = new WeakMap<Curve, Name>();
const wordsOf = (v: Float64Array): Int32Array => new Int32Array(v.buffer, v.byteOffset, v.length * 2);
function curveName(curve: Curve): Name {
	const found = known.get(curve);
	if (found) return found;
	const name = withWords(withWords(BEGIN, wordsOf(curve.xMm)), wordsOf(curve.yMm));
	known.set(curve, name);
	return name;
}

const textOf = ([a, b]: Name): string => `${(a >>> 0).toString(36)}-${(b >>> 0).toString(36)}`;

/** A name for what was read `after` something: the same for the same tracings in the same order, whatever objects hold them. */
export const courseName = (after: string, tracings: readonly Tracing[]): string =>
	textOf(
		tracings.reduce<Name>(
			(name, t) =>
				withWords(
					withText(
						name,
						[t.visitedOn, t.station, t.repeat, t.operator ?? '', t.source ?? '', t.checked ? 1 : 0].join('\n')
					),
					curveName(t.curve)
				),
			withText(BEGIN, after)
		)
	);
