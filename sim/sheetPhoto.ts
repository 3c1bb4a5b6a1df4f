import { strokesOf } from './handwriting.js';
import type { Random } from './random.js';

/** What is wrong with a made-up picture; undefined for one that can be read. */
export type PhotoFault = 'no-sheet' | 'cut-off' | 'no-line' | 'two-lines' | 'blurred';

export interface SheetScene {
	/** Sheet, mm. */
	readonly longMm: number;
	readonly shortMm: number;
	/** Drawn curve, mm, apex at the origin, y up. */
	readonly points: readonly (readonly [number, number])[];
	readonly widthPx: number;
	readonly heightPx: number;
	readonly fault?: PhotoFault;
	/** A date written by hand close above a flank, or under the line's right end so that the one runs into the other. */
	readonly date?: 'beside' | 'under-end';
	/** What is printed on the sheet: share of light taken away, row by row at 4 px a mm. The line is drawn below its head. */
	readonly print?: Float32Array;
	/** How far the lens moves the picture's corners outward, as a share. */
	readonly lensBend?: number;
}

/** Px a mm of what is printed. */
export const PRINT_PX_PER_MM = 4;

export interface MadePhoto {
	readonly width: number;
	readonly height: number;
	readonly rgba: Uint8Array;
	/** In words, for finding out what a reader stumbles over. */
	readonly about: string;
}

type Rgb = readonly [number, number, number];
type Ground = 'wood' | 'concrete' | 'stripes' | 'dots' | 'dark';
const GROUNDS: readonly Ground[] = ['wood', 'concrete', 'stripes', 'dots', 'dark'];
const PX_PER_MM = PRINT_PX_PER_MM;

const pick = <T>(list: readonly T[], random: Random): T => list[Math.floor(random() * list.length)] as T;
const between = (a: number, b: number, random: Random): number => a + (b - a) * random();

/** Corners of the lattice are asked for by every pixel between them: the last ones are kept. */
const KEPT = 1 << 13;
const keptI = new Float64Array(KEPT).fill(Number.NaN);
const keptJ = new Float64Array(KEPT);
const keptSeed = new Float64Array(KEPT);
const keptHash = new Float64Array(KEPT);

function hash(i: number, j: number, seed: number): number {
	const at = (i * 73 + j * 1031 + Math.floor(seed) * 131) & (KEPT - 1);
	if (keptI[at] === i && keptJ[at] === j && keptSeed[at] === seed) return keptHash[at] as number;
	const h = Math.sin(i * 127.1 + j * 311.7 + seed * 74.7) * 43758.5453;
	keptI[at] = i;
	keptJ[at] = j;
	keptSeed[at] = seed;
	return (keptHash[at] = h - Math.floor(h));
}

const eased = (t: number): number => t * t * (3 - 2 * t);

/** Smooth value noise, 0..1, from a hash of the lattice. */
function noise2(x: number, y: number, seed: number): number {
	const i = Math.floor(x);
	const j = Math.floor(y);
	const u = eased(x - i);
	const v = eased(y - j);
	const a = hash(i, j, seed) * (1 - u) + hash(i + 1, j, seed) * u;
	const b = hash(i, j + 1, seed) * (1 - u) + hash(i + 1, j + 1, seed) * u;
	return a * (1 - v) + b * v;
}

/** The paper itself: share of light taken away at each pixel, 0..1. */
interface Page {
	readonly width: number;
	readonly height: number;
	readonly ink: Float32Array;
}

function stamp(
	page: Page,
	x0: number,
	y0: number,
	x1: number,
	y1: number,
	widthMm: number,
	darkness: (u: number) => number
): void {
	const steps = Math.max(1, Math.ceil(Math.hypot(x1 - x0, y1 - y0) * PX_PER_MM * 1.5));
	const half = (widthMm / 2) * PX_PER_MM;
	const reach = Math.ceil(half + 1);
	for (let k = 0; k <= steps; k++) {
		const cx = (x0 + ((x1 - x0) * k) / steps) * PX_PER_MM;
		const cy = (y0 + ((y1 - y0) * k) / steps) * PX_PER_MM;
		for (let y = Math.floor(cy) - reach; y <= cy + reach; y++)
			for (let x = Math.floor(cx) - reach; x <= cx + reach; x++) {
				if (x < 0 || y < 0 || x >= page.width || y >= page.height) continue;
				const cover = Math.min(1, Math.max(0, half + 0.5 - Math.hypot(x + 0.5 - cx, y + 0.5 - cy)));
				const i = y * page.width + x;
				page.ink[i] = Math.max(page.ink[i] as number, cover * darkness(k / steps));
			}
	}
}

function scribble(page: Page, random: Random, x: number, y: number, darkness: number): void {
	let [px, py] = [x, y];
	const n = 6 + Math.floor(random() * 14);
	for (let i = 0; i < n; i++) {
		const [nx, ny] = [px + between(0, 3.5, random), y + between(-3, 3, random)];
		stamp(page, px, py, nx, ny, 0.5, () => darkness);
		[px, py] = [nx, ny];
	}
}

/** A date in figures of a height, mm, from its upper left corner along a slope. */
function writeDate(page: Page, x: number, y: number, heightMm: number, slope: number, darkness: number): void {
	for (const [from, to] of strokesOf('14-03-2026', x, y, heightMm, slope))
		stamp(page, ...from, ...to, 0.7, () => darkness);
}

interface Drawing {
	readonly widthMm: number;
	readonly darkness: number;
	readonly gaps: boolean;
	readonly grid: boolean;
	readonly tick: boolean;
	readonly creases: boolean;
}

function drawPage(scene: SheetScene, d: Drawing, random: Random): Page {
	const page: Page = {
		width: Math.round(scene.longMm * PX_PER_MM),
		height: Math.round(scene.shortMm * PX_PER_MM),
		ink: new Float32Array(Math.round(scene.longMm * PX_PER_MM) * Math.round(scene.shortMm * PX_PER_MM))
	};
	if (scene.print) page.ink.set(scene.print);
	if (d.grid) {
		const pale = between(0.06, 0.14, random);
		for (let x = 5; x < scene.longMm; x += 5) stamp(page, x, 0, x, scene.shortMm, 0.25, () => pale);
		for (let y = 5; y < scene.shortMm; y += 5) stamp(page, 0, y, scene.longMm, y, 0.25, () => pale);
	}
	if (d.creases) {
		stamp(page, scene.longMm / 2, 0, scene.longMm / 2, scene.shortMm, 0.7, () => 0.06);
		stamp(page, 0, scene.shortMm / 2, scene.longMm, scene.shortMm / 2, 0.7, () => 0.05);
	}
	const xs = scene.points.map((p) => p[0]);
	const ys = scene.points.map((p) => p[1]);
	const [left, right, low] = [Math.min(...xs), Math.max(...xs), Math.min(...ys)];
	const room = 8;
	const cx = between(room - left, scene.longMm - room - right, random);
	const head = scene.print ? 26 : room + 6;
	const cy = between(head, Math.max(head, scene.shortMm - room + low), random);
	const gapAt = random();
	const draw = (dx: number, dy: number): void => {
		for (let i = 1; i < scene.points.length; i++) {
			const u = i / scene.points.length;
			if (d.gaps && (Math.abs(u - gapAt) < 0.012 || Math.abs(u - ((gapAt + 0.37) % 1)) < 0.008)) continue;
			const [a, b] = [scene.points[i - 1], scene.points[i]] as [readonly [number, number], readonly [number, number]];
			const press = 0.85 + 0.15 * noise2(i / 9, 0, gapAt * 100);
			stamp(page, cx + dx + a[0], cy + dy - a[1], cx + dx + b[0], cy + dy - b[1], d.widthMm, () => d.darkness * press);
		}
	};
	if (scene.fault !== 'no-line') draw(0, 0);
	if (scene.fault === 'two-lines') draw(between(-6, 6, random), between(16, 26, random));
	if (d.tick && scene.fault !== 'no-line') stamp(page, cx, cy - 5, cx + 0.2, cy + 5, 0.5, () => d.darkness);
	if (scene.date === 'beside') {
		const [a, b] = [0.62, 0.7].map(
			(u) => scene.points[Math.floor(u * scene.points.length)] as readonly [number, number]
		) as [readonly [number, number], readonly [number, number]];
		const slope = -(b[1] - a[1]) / (b[0] - a[0]);
		writeDate(page, cx + a[0] + 5, cy - a[1] - 15, 9, slope, d.darkness);
	}
	if (scene.date === 'under-end') {
		const end = scene.points[scene.points.length - 1] as readonly [number, number];
		writeDate(page, cx + end[0] - 14, cy - end[1] + 1, 9, 0, d.darkness);
	}
	for (let k = Math.floor(random() * 4); k >= 0; k--)
		scribble(
			page,
			random,
			between(15, scene.longMm - 60, random),
			between(scene.print ? 90 : 12, scene.shortMm - (scene.print ? 60 : 12), random),
			d.darkness * 0.9
		);
	return page;
}

const GROUND_COLOURS: Readonly<Record<Ground, readonly [Rgb, Rgb]>> = {
	wood: [
		[140, 92, 48],
		[98, 60, 30]
	],
	concrete: [
		[186, 176, 158],
		[168, 158, 140]
	],
	stripes: [
		[62, 96, 168],
		[120, 170, 205]
	],
	dots: [
		[128, 120, 112],
		[84, 58, 112]
	],
	dark: [
		[46, 42, 40],
		[36, 34, 33]
	]
};

function groundAt(kind: Ground, x: number, y: number, seed: number): Rgb {
	const [a, b] = GROUND_COLOURS[kind];
	let t = 0;
	if (kind === 'wood') t = noise2(x / 160, y / 5, seed) * 0.8 + 0.2 * noise2(x / 30, y / 2, seed + 1);
	if (kind === 'concrete') t = 0.5 * noise2(x / 30, y / 30, seed) + 0.5 * noise2(x / 4, y / 4, seed + 2);
	if (kind === 'stripes') t = Math.sin((x + y * 0.22) / 7) > 0.15 ? 1 : 0.1 * noise2(x / 2, y / 2, seed);
	if (kind === 'dots')
		t = Math.hypot(((x + 900) % 34) - 17, ((y + 900) % 34) - 17) < 9 ? 1 : 0.1 * noise2(x / 2, y / 2, seed);
	if (kind === 'dark') t = noise2(x / 3, y / 3, seed);
	return [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t, a[2] + (b[2] - a[2]) * t];
}

/** Camera on the sheet: where a picture's pixel looks, mm on the sheet from its middle. */
function cameraAt(scene: SheetScene, away: number, random: Random) {
	const tilt = (between(0, 28, random) * Math.PI) / 180;
	const towards = random() * 2 * Math.PI;
	const turn = pick([0, 0, 0, Math.PI / 2, Math.PI, -Math.PI / 2], random) + between(-0.2, 0.2, random);
	const focal = between(0.75, 1.1, random) * Math.max(scene.widthPx, scene.heightPx);
	const quarter = Math.abs(Math.sin(turn)) > 0.7;
	const [across, down] = quarter ? [scene.shortMm, scene.longMm] : [scene.longMm, scene.shortMm];
	const distance = away * focal * Math.max(across / scene.widthPx, down / scene.heightPx);
	const [ct, st] = [Math.cos(tilt), Math.sin(tilt)];
	const [ca, sa] = [Math.cos(towards), Math.sin(towards)];
	// Rotation about an axis lying in the picture, by Rodrigues' formula.
	const axis = [-sa, ca, 0] as const;
	const m = [
		[ct + axis[0] ** 2 * (1 - ct), axis[0] * axis[1] * (1 - ct), axis[1] * st],
		[axis[0] * axis[1] * (1 - ct), ct + axis[1] ** 2 * (1 - ct), -axis[0] * st],
		[-axis[1] * st, axis[0] * st, ct]
	] as const;
	const [cr, sr] = [Math.cos(turn), Math.sin(turn)];
	// The sheet's plane lies at `distance` along the view, its axes the columns of the rotation. Asked for every pixel.
	const [[ax, bx, nx], [ay, by, ny], [az, bz, nz]] = m;
	return (px: number, py: number): readonly [number, number] => {
		const dx = (px - scene.widthPx / 2) / focal;
		const dy = (py - scene.heightPx / 2) / focal;
		const t = (nz * distance) / (nx * dx + ny * dy + nz);
		const x = t * dx;
		const y = t * dy;
		const z = t - distance;
		const u = x * ax + y * ay + z * az;
		const v = x * bx + y * by + z * bz;
		return [u * cr + v * sr, -u * sr + v * cr];
	};
}

/** True when the picture's border runs over the sheet. */
function cuts(scene: SheetScene, look: ReturnType<typeof cameraAt>): boolean {
	const { widthPx: w, heightPx: h } = scene;
	return Array.from({ length: 400 }, (_, i) => (i % 100) / 99).some((u, i) => {
		const side = Math.floor(i / 100);
		const [x, y] = [
			[u * w, 2],
			[w - 3, u * h],
			[u * w, h - 3],
			[2, u * h]
		][side] as [number, number];
		const [sx, sy] = look(x, y);
		return Math.abs(sx) <= scene.longMm / 2 && Math.abs(sy) <= scene.shortMm / 2;
	});
}

/** A camera that sees the whole sheet, or, for a sheet that is cut off, not all of it. */
function camera(scene: SheetScene, random: Random): ReturnType<typeof cameraAt> {
	if (scene.fault === 'cut-off') return cameraAt(scene, 0.62, random);
	for (let away = between(1.18, 1.4, random); ; away *= 1.1) {
		const look = cameraAt(scene, away, random);
		if (!cuts(scene, look)) return look;
	}
}

const PAPERS: readonly Rgb[] = [
	[238, 236, 228],
	[232, 222, 196],
	[214, 226, 232],
	[206, 190, 156]
];

/** A made-up phone picture of a drawn sheet: perspective, light, shadows, ground, paper and pen all by chance. */
export function sheetPhoto(scene: SheetScene, random: Random): MadePhoto {
	const ground = pick(GROUNDS, random);
	const paper = pick(PAPERS, random);
	const pencil = random() < 0.5;
	const drawing: Drawing = {
		widthMm: pencil ? between(0.45, 0.8, random) : between(0.6, 1.6, random),
		darkness: pencil ? between(0.22, 0.5, random) : between(0.6, 0.85, random),
		gaps: random() < 0.3,
		grid: random() < 0.25 && !scene.print,
		tick: random() < 0.7,
		creases: random() < 0.3
	};
	const page = drawPage(scene, drawing, random);
	const look = camera(scene, random);
	const seed = random() * 1000;
	const shadow = {
		at: between(-0.6, 0.6, random),
		angle: random() * Math.PI,
		soft: between(0.02, 0.12, random),
		depth: random() < 0.6 ? between(0.3, 0.55, random) : 0,
		band: random() < 0.5
	};
	const light = between(0.75, 1.05, random);
	const grain = between(1.2, 3.2, random);
	const blurPx = scene.fault === 'blurred' ? Math.round(between(0.011, 0.02, random) * scene.widthPx) : 0;
	const { widthPx: w, heightPx: h } = scene;
	const bend = scene.lensBend ?? 0;
	/** Where a pinhole would have put what the lens puts here; one step of the inverse, far under a pixel for small bends. */
	const pinhole = (x: number, y: number): readonly [number, number] => {
		if (bend === 0) return [x, y];
		const [dx, dy] = [x - w / 2, y - h / 2];
		const r2 = (dx * dx + dy * dy) / ((w * w + h * h) / 4);
		const k = 1 / (1 + bend * r2 * (1 - 2 * bend * r2));
		return [w / 2 + dx * k, h / 2 + dy * k];
	};
	const [cos, sin] = [Math.cos(shadow.angle), Math.sin(shadow.angle)];
	const rgb = new Float32Array(w * h * 3);
	const size = Math.max(w, h);
	for (let y = 0; y < h; y++)
		for (let x = 0; x < w; x++) {
			const at = pinhole(x, y);
			const [u, v] = look(at[0], at[1]);
			const sx = u + scene.longMm / 2;
			const sy = v + scene.shortMm / 2;
			const inside = scene.fault !== 'no-sheet' && sx >= 0 && sy >= 0 && sx < scene.longMm && sy < scene.shortMm;
			let c: Rgb;
			if (inside) {
				const i =
					Math.min(page.height - 1, Math.floor(sy * PX_PER_MM)) * page.width +
					Math.min(page.width - 1, Math.floor(sx * PX_PER_MM));
				const keep = 1 - (page.ink[i] as number);
				const fibre = 1 + 0.015 * (noise2(sx * 2, sy * 2, seed) - 0.5);
				c = [paper[0] * keep * fibre, paper[1] * keep * fibre, paper[2] * (pencil ? keep : 0.25 + 0.75 * keep) * fibre];
			} else {
				const g = groundAt(ground, u * 1.4 + 700, v * 1.4 + 700, seed);
				const near = Math.max(-sx, sx - scene.longMm, -sy, sy - scene.shortMm);
				const cast = scene.fault === 'no-sheet' ? 1 : 1 - 0.35 * Math.exp(-Math.max(0, near) / 5);
				c = [g[0] * cast, g[1] * cast, g[2] * cast];
			}
			const along = ((x - w / 2) * cos + (y - h / 2) * sin) / size - shadow.at / 2;
			const edge = 1 / (1 + Math.exp(-along / (shadow.soft / 4)));
			const far = shadow.band ? 1 / (1 + Math.exp((along - 0.22) / (shadow.soft / 4))) : 1;
			const vignette = 1 - 0.25 * (((x - w / 2) ** 2 + (y - h / 2) ** 2) / ((size * size) / 2));
			const lit = light * vignette * (1 - shadow.depth * edge * far);
			const o = (y * w + x) * 3;
			rgb[o] = c[0] * lit;
			rgb[o + 1] = c[1] * lit;
			rgb[o + 2] = c[2] * lit;
		}
	return {
		width: w,
		height: h,
		rgba: finish(rgb, w, h, blurPx, grain, random),
		about: `${ground}, ${pencil ? 'pencil' : 'pen'} ${drawing.widthMm.toFixed(1)} mm ${drawing.darkness.toFixed(2)}${drawing.grid ? ', grid' : ''}${drawing.gaps ? ', gaps' : ''}${drawing.creases ? ', folds' : ''}${drawing.tick ? ', tick' : ''}${shadow.depth > 0 ? ', shadow' : ''}`
	};
}

/** Lens and sensor: a little blur always, motion where asked, grain, eight bits. */
function finish(rgb: Float32Array, w: number, h: number, motionPx: number, grain: number, random: Random): Uint8Array {
	const out = new Uint8Array(w * h * 4);
	const slope = between(-0.6, 0.6, random);
	const reach = Math.max(1, Math.round(motionPx / 2));
	for (let y = 0; y < h; y++)
		for (let x = 0; x < w; x++) {
			const g = grain * (random() + random() + random() - 1.5);
			const at = (y * w + x) * 3;
			const right = x < w - 1 ? at + 3 : at;
			const left = x > 0 ? at - 3 : at;
			const below = y < h - 1 ? at + w * 3 : at;
			const above = y > 0 ? at - w * 3 : at;
			for (let k = 0; k < 3; k++) {
				let s = 0;
				let n = 8;
				if (motionPx > 0) {
					n = 0;
					for (let d = -reach; d <= reach; d += 2) {
						const xx = Math.min(w - 1, Math.max(0, x + d));
						const yy = Math.min(h - 1, Math.max(0, Math.round(y + d * slope)));
						s += rgb[(yy * w + xx) * 3 + k] as number;
						n++;
					}
				} else
					s =
						4 * (rgb[at + k] as number) +
						(rgb[right + k] as number) +
						(rgb[left + k] as number) +
						(rgb[below + k] as number) +
						(rgb[above + k] as number);
				out[(y * w + x) * 4 + k] = Math.min(255, Math.max(0, Math.round(s / n + g)));
			}
			out[(y * w + x) * 4 + 3] = 255;
		}
	return out;
}
