import type { Channels } from './channels.js';
import { meet, type Point, type Quad } from './geometry.js';
import { inQuad, lerp, paperColour } from './ratePaper.js';

const RAYS = 48;
/** Rays start this far inside, as a share of the sheet, and end this far outside. */
const INSIDE = 0.3;
const OUTSIDE = 0.35;
const OFF_COLOUR = 5;
/** This share of the rays must agree on a straight side. */
const AGREED_SHARE = 0.55;

/** First place on a ray from the paper outward where its colour ends for good. */
function paperEnd(colourOff: (p: Point) => number, from: Point, to: Point): Point | undefined {
	const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
	const steps = Math.ceil(length);
	for (let k = 0; k < steps; k++) {
		const off = [0, 1.5, 3].every((more) => colourOff(lerp(from, to, (k + more) / steps)) > OFF_COLOUR);
		if (off) return lerp(from, to, k / steps);
	}
	return undefined;
}

/** The straight line, in normal form, that most points lie on; undefined when too few do. */
function agreedLine(points: readonly Point[]): { thetaRad: number; rhoPx: number } | undefined {
	let best: { thetaRad: number; rhoPx: number } | undefined;
	let most = AGREED_SHARE * RAYS;
	for (let i = 0; i < points.length; i++)
		for (let j = i + Math.ceil(points.length / 4); j < points.length; j++) {
			const [a, b] = [points[i], points[j]] as [Point, Point];
			const theta = Math.atan2(b[0] - a[0], -(b[1] - a[1]));
			const rho = a[0] * Math.cos(theta) + a[1] * Math.sin(theta);
			let votes = 0;
			for (const p of points) if (Math.abs(p[0] * Math.cos(theta) + p[1] * Math.sin(theta) - rho) < 1.5) votes++;
			if (votes > most) {
				most = votes;
				best = { thetaRad: theta, rhoPx: rho };
			}
		}
	return best;
}

/**
 * Corners put right by the paper's own colour: rays from inside each side tell where the paper ends.
 * Stripes of a cloth can pass for a sheet's side, but paper does not end there. Undefined when the
 * ground's colour is the paper's.
 */
export function growSides(channels: Channels, corners: Quad): Quad | undefined {
	const inside = Array.from({ length: 144 }, (_, i) =>
		inQuad(corners, 0.25 + (0.5 * (i % 12)) / 11, 0.25 + (0.5 * Math.floor(i / 12)) / 11)
	);
	const colourOff = paperColour(channels, inside);
	const places: readonly ((u: number, depth: number) => Point)[] = [
		(u, d) => inQuad(corners, u, d),
		(u, d) => inQuad(corners, 1 - d, u),
		(u, d) => inQuad(corners, u, 1 - d),
		(u, d) => inQuad(corners, d, u)
	];
	const lines = places.map((place) => {
		const ends = Array.from({ length: RAYS }, (_, k) => {
			const u = 0.15 + (0.7 * k) / (RAYS - 1);
			return paperEnd(colourOff, place(u, INSIDE), place(u, -OUTSIDE));
		});
		return agreedLine(ends.filter((p) => p !== undefined));
	});
	const grown = [0, 1, 2, 3].map((i) => {
		const [a, b] = [lines[(i + 3) % 4], lines[i]];
		return a && b ? meet(a, b) : undefined;
	});
	return grown.every((p) => p !== undefined) ? (grown as unknown as Quad) : undefined;
}
