import sharp from 'sharp';
import { parabola, readSheet, SHEETS, type ReadLine, type SheetName } from '../src/core/photo/index.js';
import { makeBack } from '../sim/back.js';
import { seededRandom } from '../sim/random.js';
import { sheetPhoto, type PhotoFault } from '../sim/sheetPhoto.js';
import { drawTracing } from '../sim/trace.js';
import { distanceToMm } from '../tests/support/pictures.js';

/** Reads made-up pictures of sheets and prints how near the lines come: `npm run bench:photos -- 120 7`. */
const count = Number(process.argv[2] ?? 60);
const seed = Number(process.argv[3] ?? 7001);
const talk = process.argv.includes('--each');

const FAULTS: readonly PhotoFault[] = ['no-sheet', 'cut-off', 'no-line', 'two-lines', 'blurred'];
const STILL = { nearMm: 0, offMm: 0 };

/** Highest point of the drawn line, smoothed by a parabola over 12 mm to either side. */
function smoothTop(points: readonly (readonly [number, number])[]): readonly [number, number] {
	const dense = points.slice(1).flatMap((b, i) => {
		const a = points[i] as readonly [number, number];
		const n = Math.max(1, Math.round(Math.hypot(b[0] - a[0], b[1] - a[1])));
		return Array.from(
			{ length: n },
			(_, k) => [a[0] + ((b[0] - a[0]) * k) / n, a[1] + ((b[1] - a[1]) * k) / n] as const
		);
	});
	const top = dense.reduce((a, b) => (b[1] > a[1] ? b : a));
	const fit = parabola(dense.filter((p) => Math.abs(p[0] - top[0]) <= 12).map((p) => [p[0] - top[0], p[1]] as const));
	const x = !fit || fit.curve >= 0 ? top[0] : top[0] - Math.max(-12, Math.min(12, fit.slope / (2 * fit.curve)));
	return dense.reduce((a, b) => (Math.abs(b[0] - x) < Math.abs(a[0] - x) ? b : a), top);
}

const quantile = (values: readonly number[], share: number): number =>
	[...values].sort((a, b) => a - b)[Math.round(share * (values.length - 1))] ?? NaN;

function sceneOf(k: number) {
	const random = seededRandom(seed + 31 * k);
	const back = makeBack({ broad: 0.85 + 0.3 * random(), pocketMm: 5 * random(), lopsidedMm: 0 });
	const sheet = (['a3', 'a3', 'a2', 'tabloid', 'a4'] as const)[Math.floor(random() * 5)] as SheetName;
	const hand = { noiseMm: 0.6, tiltSdDeg: 2, apexSdMm: 0, badShare: 0, sharedSdMm: 0 };
	const station = (['T8', 'T13', 'T18'] as const)[k % 3] as 'T8';
	const deepest = sheet === 'a4' ? 110 : 150;
	const points = drawTracing(back[station], STILL, hand, random).filter(
		([x, y]) => y > -deepest && Math.abs(x) < SHEETS[sheet].longMm / 2 - 14
	);
	const fault = k % 6 === 5 ? FAULTS[Math.floor(k / 6) % FAULTS.length] : undefined;
	const tall = random() < 0.3;
	const longPx = 1500 + Math.floor(random() * 1400);
	const [widthPx, heightPx] = tall ? [Math.round(longPx * 0.75), longPx] : [longPx, Math.round(longPx * 0.75)];
	const { longMm, shortMm } = SHEETS[sheet];
	const scene = { longMm, shortMm, points, widthPx, heightPx, ...(fault ? { fault } : {}) };
	return { sheet, points, fault, photo: sheetPhoto(scene, random) };
}

const tally = { readable: 0, read: 0, unreadable: 0, refused: 0, silent: 0, warned: 0 };
const errors: number[] = [];
const apexes: number[] = [];
const times: number[] = [];
const only = process.argv.find((a) => a.startsWith('--only='))?.slice(7);
for (let k = 0; k < count; k++) {
	if (only && !only.split(',').includes(String(k))) continue;
	const { sheet, points, fault, photo } = sceneOf(k);
	const jpeg = await sharp(photo.rgba, { raw: { width: photo.width, height: photo.height, channels: 4 } })
		.jpeg({ quality: 82 })
		.toBuffer();
	const { data, info } = await sharp(jpeg).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
	if (only) await sharp(jpeg).toFile(`build/photo-${seed}-${k}.jpg`);
	const began = performance.now();
	let found: ReadLine | undefined;
	let code = '';
	try {
		found = readSheet({ width: info.width, height: info.height, rgba: data }, sheet);
	} catch (error) {
		code = (error as { code?: string }).code ?? String(error);
	}
	times.push(performance.now() - began);
	let said: string;
	if (fault) {
		tally.unreadable++;
		if (!found) tally.refused++;
		else if (found.quality.score >= 0.8) tally.silent++;
		said = `${fault} -> ${code || JSON.stringify(found?.quality)}`;
	} else {
		tally.readable++;
		if (found) {
			tally.read++;
			if (found.quality.score < 0.8) tally.warned++;
			const tick = / tick/.test(photo.about);
			const [ox, oy] = tick ? [0, 0] : smoothTop(points);
			const mean =
				points.reduce((s, p) => s + distanceToMm(p[0] - ox, p[1] - oy, found as ReadLine), 0) / points.length;
			// How far the apex was picked aside: the shift that brings the curves best together.
			let least = Infinity;
			let aside = 0;
			for (let dx = -10; dx <= 10; dx += 0.5) {
				let s = 0;
				for (let i = 0; i < points.length; i += 4)
					s += distanceToMm((points[i]?.[0] ?? 0) - ox + dx, (points[i]?.[1] ?? 0) - oy, found);
				if (s < least) [least, aside] = [s, Math.abs(dx)];
			}
			errors.push(mean);
			apexes.push(aside);
			if (mean > 5 && found.quality.score >= 0.8) tally.silent++;
			said = `${mean.toFixed(2)} mm, apex ${aside.toFixed(1)} by ${found.apexBy}, ${found.quality.score} ${found.quality.warnings.join(' ')}`;
		} else said = `REFUSED ${code}`;
	}
	if (talk) console.log(k, sheet, `${info.width}x${info.height}`, photo.about, '|', said);
}
console.log(
	JSON.stringify({
		...tally,
		readShare: +(tally.read / tally.readable).toFixed(3),
		medianMm: +quantile(errors, 0.5).toFixed(2),
		p95Mm: +quantile(errors, 0.95).toFixed(2),
		apexWithin3mm: +(apexes.filter((a) => a <= 3).length / apexes.length).toFixed(3),
		medianMs: Math.round(quantile(times, 0.5))
	})
);
