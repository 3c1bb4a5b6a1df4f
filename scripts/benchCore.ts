import sharp from 'sharp';
import { watchHorse } from '../src/core/call/index.js';
import type { Course } from '../src/core/change/index.js';
import { makeCurve, measureCurve, type Tracing } from '../src/core/curve/index.js';
import { readPointsCsv, writePointsCsv } from '../src/core/formats/index.js';
import { median } from '../src/core/math/index.js';
import { readSheet, type Picture } from '../src/core/photo/index.js';
import { sliceMesh, type Mesh } from '../src/core/scan/index.js';
import { addDays } from '../src/core/units/index.js';
import { makeBack } from '../sim/back.js';
import { seededRandom } from '../sim/random.js';
import { STORIES } from '../sim/stories.js';
import { traceVisit, USUAL_HAND } from '../sim/trace.js';

function timed(times: number, work: () => unknown): number {
	return median(
		Array.from({ length: times }, () => {
			const began = performance.now();
			work();
			return performance.now() - began;
		})
	);
}

/** Ten years of monthly visits, three tracings at three stations. */
function tenYears(): Tracing[] {
	const random = seededRandom(1);
	const back = makeBack({ broad: 1, pocketMm: 0, lopsidedMm: 0 });
	const story = STORIES.layOff(200);
	return Array.from({ length: 120 }, (_, i) =>
		traceVisit(back, story(i * 4.35), USUAL_HAND, 3, random).map((t) => ({
			...t,
			visitedOn: addDays('2015-01-10', Math.round(i * 30.44)),
			curve: makeCurve(t.points)
		}))
	).flat();
}

const tracings = tenYears();
const MARK = { school: 'close', fittedOn: '2015-01-10' } as const;
const csv = writePointsCsv(tracings);
const reference = timed(15, () => {
	let sum = 0;
	for (let i = 0; i < 4_000_000; i++) sum += Math.sqrt(i) * Math.sin(i);
	return sum;
});
const row = (what: string, ms: number): void =>
	console.log(
		`${what.padEnd(46)} ${ms.toFixed(1).padStart(8)} ms   ${(ms / reference).toFixed(2).padStart(7)} x reference`
	);
console.log('Core; the reference is four million square roots and sines in the same run\n');
row('reference', reference);
row(
	'watch, ten years of monthly triple tracings',
	timed(9, () => watchHorse(tracings, MARK))
);
const days = [...new Set(tracings.map((t) => t.visitedOn))].sort();
const until = (visits: number): Tracing[] => tracings.filter((t) => t.visitedOn <= (days[visits - 1] as string));
row(
	'watch, 25 visits',
	timed(9, () => watchHorse(until(25), MARK))
);
for (const visits of [25, 120]) {
	const [all, before] = [until(visits), until(visits - 1)];
	const one = Array.from({ length: 9 }, () => {
		const kept = new Map<string, Course>();
		watchHorse(before, { ...MARK, kept });
		// As it comes over a thread's border: nothing of it is known by its object.
		const more = structuredClone(all);
		return timed(1, () => watchHorse(more, { ...MARK, kept }));
	});
	row(`one visit more, the ${visits}th`, median(one));
}
row(
	'measure 1080 tracings',
	timed(9, () => tracings.map((t) => measureCurve(t.curve)))
);
row(
	'write points CSV of them',
	timed(9, () => writePointsCsv(tracings))
);
row(
	`read it back (${csv.split('\n').length - 2} points)`,
	timed(9, () => readPointsCsv(csv))
);

/** A phone's twelve megapixels, from a smaller picture made larger. */
async function twelveMegapixels(): Promise<Picture> {
	const { data, info } = await sharp('tests/fixtures/photos/p0000.jpg')
		.resize(4000, 3000)
		.ensureAlpha()
		.raw()
		.toBuffer({ resolveWithObject: true });
	return { width: info.width, height: info.height, rgba: data };
}

const photo = await twelveMegapixels();
row(
	'read a photo of a sheet, 12 megapixels',
	timed(5, () => readSheet(photo, 'a3'))
);

/** A back as a grid of a million triangles, a metre long. */
function millionTriangles(): Mesh {
	const [nx, nz] = [500, 1000];
	const corners = new Float32Array(nx * nz * 18);
	let at = 0;
	const put = (i: number, k: number): void => {
		const x = (i / nx - 0.5) * 400;
		corners[at++] = x;
		corners[at++] = -(x * x) / 160;
		corners[at++] = k;
	};
	for (let i = 0; i < nx; i++)
		for (let k = 0; k < nz; k++)
			for (const [a, b] of [
				[i, k],
				[i + 1, k],
				[i + 1, k + 1],
				[i, k],
				[i + 1, k + 1],
				[i, k + 1]
			] as const)
				put(a, b);
	return { corners };
}

const mesh = millionTriangles();
row(
	'cut a million triangles at three stations',
	timed(3, () => [100.5, 400.5, 700.5].map((s) => sliceMesh(mesh, s)))
);
