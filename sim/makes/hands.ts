import { degToRad } from '../../src/core/units/index.js';
import { between, normal, type Random } from '../random.js';
import { knottedWaver } from '../waver.js';
import { onKnots, SECTION_DEPTHS_MM, type Line, type MadeHand, type Section, type Steadiness } from './types.js';

type Mutable = [number, number][];

/** The true line of a section to a depth on each side, near to off, the top at the origin. */
function lineOf(section: Section, nearMm: number, offMm: number): Mutable {
	const side = (widths: readonly number[], sign: number, deepest: number): Mutable =>
		Array.from({ length: 60 }, (_, i) => {
			const d = deepest * ((i + 1) / 60) ** 1.7;
			return [sign * onKnots(SECTION_DEPTHS_MM, widths, d), -d] as [number, number];
		});
	return [...side(section.near, -1, nearMm).reverse(), [0, 0], ...side(section.off, 1, offMm)];
}

/** A line on paper that lies turned, and is shifted on it. */
export function posed(line: Line, turnRad: number, asideMm: number, upMm: number): Line {
	const [cos, sin] = [Math.cos(turnRad), Math.sin(turnRad)];
	return line.map(([x, y]) => [cos * (x + asideMm) - sin * y, sin * (x + asideMm) + cos * y + upMm] as const);
}

const reaches = (random: Random): [number, number] => [between(132, 172, random), between(132, 172, random)];

/** Somebody who bends a strip and draws along it by eye: the line wavers. */
export function drawnHand(random: Random, steadiness: Steadiness): MadeHand {
	const noiseMm = { low: 0.8, mid: 1.5, high: 2.4 }[steadiness] * between(0.85, 1.15, random);
	const knotMm = between(18, 45, random);
	const badShare = 0.03;
	return {
		placeVisitMm: { low: 2, mid: 3, high: 4.5 }[steadiness],
		placeOwnMm: { low: 2, mid: 4, high: 7 }[steadiness],
		stanceMm: between(0.4, 1, random),
		draw: (section, r) => {
			const sway = knottedWaver(r, noiseMm, knotMm, Math.ceil(900 / knotMm), -450);
			const bad = r() < badShare;
			const [side, mm] = [r() < 0.5 ? -1 : 1, between(8, 20, r)];
			const line = lineOf(section, ...reaches(r)).map(([x, y]): [number, number] => {
				const along = Math.sign(x) * Math.hypot(x, y);
				const out = Math.sign(x || 1) * sway(along) * Math.min(1, Math.abs(x) / 15);
				const sprung = bad && Math.sign(x) === side ? Math.sign(x) * mm * Math.min(1, -y / 100) : 0;
				return [x + out + sprung, y];
			});
			return posed(line, degToRad(1.4 * normal(r)), 1.6 * normal(r), 0);
		}
	};
}

/** Somebody with a flexible ruler: it cannot follow tight bends, is pressed in, and opens a little when lifted off. */
export function rulerHand(random: Random, steadiness: Steadiness): MadeHand {
	const shaky = { low: 0.6, mid: 1.1, high: 1.8 }[steadiness] * between(0.85, 1.15, random);
	const stiffMm = between(6, 14, random);
	const pressHabit = between(0, 1.5, random);
	const springHabit = between(0, 0.015, random);
	return {
		placeVisitMm: { low: 2, mid: 3, high: 5 }[steadiness],
		placeOwnMm: { low: 2.5, mid: 4, high: 7 }[steadiness],
		stanceMm: between(0.4, 1, random),
		draw: (section, r) => {
			const line = lineOf(section, ...reaches(r));
			const along = [0];
			for (let i = 1; i < line.length; i++)
				along.push(
					(along[i - 1] as number) +
						Math.hypot(
							(line[i] as [number, number])[0] - (line[i - 1] as [number, number])[0],
							(line[i] as [number, number])[1] - (line[i - 1] as [number, number])[1]
						)
				);
			const bent = line.map((_, i): [number, number] => {
				let [x, y, sum] = [0, 0, 0];
				for (let k = 0; k < line.length; k++) {
					const apart = ((along[k] as number) - (along[i] as number)) / stiffMm;
					if (Math.abs(apart) > 3) continue;
					const w =
						Math.exp(-0.5 * apart * apart) *
						((along[Math.min(k + 1, along.length - 1)] as number) - (along[Math.max(0, k - 1)] as number));
					x += w * (line[k] as [number, number])[0];
					y += w * (line[k] as [number, number])[1];
					sum += w;
				}
				return [x / sum, y / sum];
			});
			const spring = springHabit + 0.006 * normal(r) + (r() < 0.03 ? between(0.03, 0.07, r) : 0);
			const press = pressHabit + 0.4 * shaky * normal(r);
			const sway = knottedWaver(r, 0.5 * shaky, 35, 26, -450);
			const middle = Math.floor(bent.length / 2);
			const out: Mutable = bent.map(([x, y]) => [x, y]);
			// From the top outward every piece is laid on the last, turned back by the spring and by a bend that wanders.
			for (const dir of [-1, 1]) {
				let wander = 0;
				for (let i = middle + dir; i >= 0 && i < bent.length; i += dir) {
					const [a, b] = [bent[i - dir], bent[i]] as [[number, number], [number, number]];
					const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
					const turn = Math.atan2(-dy, dir * dx);
					wander += 0.0015 * shaky * normal(r) * Math.sqrt(Math.hypot(dx, dy));
					const back = dir * (spring * turn + wander);
					const [ax, ay] = out[i - dir] as [number, number];
					out[i] = [ax + dx * Math.cos(back) - dy * Math.sin(back), ay + dx * Math.sin(back) + dy * Math.cos(back)];
				}
			}
			const line2 = out.map(([x, y], i): [number, number] => {
				const [a, b] = [out[Math.max(0, i - 1)], out[Math.min(out.length - 1, i + 1)]] as [
					[number, number],
					[number, number]
				];
				const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
				const length = Math.hypot(dx, dy) || 1;
				const soft = Math.min(1, -y / 60);
				const inward =
					press * Math.max(0, soft) - sway(Math.sign(x) * Math.hypot(x, y)) * Math.min(1, Math.abs(x) / 15);
				return [x - (inward * -dy) / length, y - (inward * dx) / length];
			});
			return posed(line2, degToRad(1.4 * normal(r)), 1.6 * normal(r), 0.5 * normal(r));
		}
	};
}
