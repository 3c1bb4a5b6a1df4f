<script lang="ts">
	import { onMount } from 'svelte';
	import {
		BufferAttribute,
		BufferGeometry,
		CircleGeometry,
		Color,
		DoubleSide,
		Group,
		InstancedMesh,
		Line,
		LineBasicMaterial,
		Matrix4,
		Mesh,
		MeshBasicMaterial,
		MeshLambertMaterial,
		Quaternion,
		Scene,
		Vector3
	} from 'three';
	import { writeStl } from '$core/formats/index.js';
	import { BAR_SIDES, bearingCsv, type BearingView, type Place3, type SeatSpace } from '$core/seat/index.js';
	import { save, saveText } from '../shape/saveFile.js';
	import { openStage } from '../space/stage3d.js';
	import { dotRadius, isHeavy, paired } from './dots.js';

	interface Props {
		space: SeatSpace;
		bearing: BearingView;
		/** Where the other views are cut: its row of the bars' corners, and how far back, mm. */
		cutRow?: number | undefined;
		cutMm?: number | undefined;
	}
	const { space, bearing, cutRow, cutMm }: Props = $props();

	const VIEWS = {
		'From above': [0.001, 1, 0],
		'From the near side': [-1, 0.45, 0],
		'From the off side': [1, 0.45, 0],
		'From behind': [0, 0.35, 1],
		'From in front': [-0.35, 0.6, -1]
	} as const satisfies Readonly<Record<string, Place3>>;
	type View = keyof typeof VIEWS;

	let canvas: HTMLCanvasElement | undefined = $state();
	let failed = $state(false);
	let look: ((from: View) => void) | undefined = $state.raw();
	let redraw: (() => void) | undefined = $state.raw();
	const scene = new Scene();
	let shown: Group | undefined;
	let cut: Group | undefined;
	/** A dot of the view from above, mm for each of its units. */
	const DOT_MM = 1.35;
	/** Bars lie just off the skin, and dots just off the bars, mm. */
	const BARS_OFF_MM = 1.5;
	const DOTS_OFF_MM = 2.5;
	const CUT_OFF_MM = 3.5;

	type Grid = readonly (readonly (Place3 | null)[])[];
	/** Two triangles for each four corners that all are there. */
	function trianglesOf(grid: Grid): number[] {
		const at: number[] = [];
		for (let j = 0; j + 1 < grid.length; j++) {
			const [row, next] = [grid[j], grid[j + 1]] as [Grid[number], Grid[number]];
			for (let i = 0; i + 1 < Math.min(row.length, next.length); i++) {
				const [a, b, c, d] = [row[i], row[i + 1], next[i], next[i + 1]];
				if (a && b && c && d) at.push(...a, ...c, ...b, ...b, ...c, ...d);
			}
		}
		return at;
	}
	function sheetOf(grid: Grid): BufferGeometry {
		const geometry = new BufferGeometry();
		geometry.setAttribute('position', new BufferAttribute(Float32Array.from(trianglesOf(grid)), 3));
		geometry.computeVertexNormals();
		return geometry;
	}
	const lineOf = (points: readonly (Place3 | null | undefined)[], color: Color): Line =>
		new Line(
			new BufferGeometry().setFromPoints(points.flatMap((p) => (p ? [new Vector3(...p)] : []))),
			new LineBasicMaterial({ color })
		);

	/** Dots on a bar where it carries: place, size and the way they face. */
	function dotsOf(grid: Grid, cells: BearingView['near']): { at: Matrix4; heavy: boolean }[] {
		const face = new Vector3(0, 0, 1);
		return paired(cells).flatMap((row, j) =>
			row.flatMap((share, i) => {
				const radius = DOT_MM * dotRadius(share);
				const [a, b, c] = [
					grid[2 * j]?.[2 * i],
					grid[2 * j]?.[2 * i + 2] ?? grid[2 * j]?.[2 * i + 1],
					grid[2 * j + 2]?.[2 * i]
				];
				const middle = grid[2 * j + 1]?.[2 * i + 1];
				if (radius === 0 || !a || !b || !c || !middle) return [];
				const origin = new Vector3(...a);
				const across = new Vector3(...b).sub(origin);
				const along = new Vector3(...c).sub(origin);
				const normal = along.cross(across).normalize();
				if (normal.y < 0) normal.negate();
				const place = new Vector3(...middle).addScaledVector(normal, DOTS_OFF_MM);
				const turned = new Quaternion().setFromUnitVectors(face, normal);
				return [{ at: new Matrix4().compose(place, turned, new Vector3(radius, radius, 1)), heavy: isHeavy(share) }];
			})
		);
	}

	/** Puts a group in the scene in place of another. */
	function swap(before: Group | undefined, group: Group): Group {
		if (before) {
			scene.remove(before);
			before.traverse((o) => {
				if (o instanceof Mesh || o instanceof Line) o.geometry.dispose();
			});
		}
		scene.add(group);
		return group;
	}
	function token(name: string): Color {
		return new Color(
			getComputedStyle(canvas ?? document.documentElement)
				.getPropertyValue(name)
				.trim()
		);
	}

	/** The place at which the other views are cut, as a band over skin and bars. */
	function buildCut(): void {
		const group = new Group();
		cut = swap(cut, group);
		if (cutMm === undefined || cutRow === undefined) return;
		const color = token('--zt-alarm');
		const nearest = space.skin.reduce<(typeof space.skin)[number]>((best, row) => {
			const apart = (r: typeof row): number => Math.abs((r[0]?.[2] ?? Infinity) - cutMm);
			return apart(row) < apart(best) ? row : best;
		}, []);
		const raised = (points: readonly (Place3 | null)[]) =>
			points.map((p): Place3 | null => p && [p[0], p[1] + CUT_OFF_MM, cutMm]);
		for (const points of [nearest, ...BAR_SIDES.map((side) => space.bars[side][cutRow] ?? [])])
			group.add(lineOf(raised(points), color));
	}

	function build(): void {
		const group = new Group();
		group.add(new Mesh(sheetOf(space.skin), new MeshLambertMaterial({ color: token('--zt-line'), side: DoubleSide })));
		group.add(
			lineOf(
				space.skin.map((row) => row.find((p) => p[0] === 0)),
				token('--zt-ink')
			)
		);
		const dots = BAR_SIDES.flatMap((side) => dotsOf(space.bars[side], bearing[side]));
		const drawn = new InstancedMesh(
			new CircleGeometry(1, 20),
			new MeshBasicMaterial({ side: DoubleSide }),
			Math.max(1, dots.length)
		);
		drawn.count = dots.length;
		const [usual, heavy] = [token('--zt-lost'), token('--zt-ink')];
		dots.forEach((dot, i) => {
			drawn.setMatrixAt(i, dot.at);
			drawn.setColorAt(i, dot.heavy ? heavy : usual);
		});
		group.add(drawn);
		for (const side of BAR_SIDES) {
			const grid = space.bars[side];
			const bar = new Group();
			bar.position.y = BARS_OFF_MM;
			group.add(bar);
			bar.add(
				new Mesh(
					sheetOf(grid),
					new MeshLambertMaterial({
						color: token('--zt-strap'),
						side: DoubleSide,
						transparent: true,
						opacity: 0.28,
						depthWrite: false
					})
				)
			);
			const edge = (of: (row: Grid[number]) => Place3 | null | undefined) => grid.map(of);
			for (const line of [edge((r) => r[0]), edge((r) => r[r.length - 1]), grid[0] ?? [], grid[grid.length - 1] ?? []])
				bar.add(lineOf(line, token('--zt-strap-dark')));
		}
		shown = swap(shown, group);
	}

	function savePicture(): void {
		redraw?.();
		canvas?.toBlob((blob) => blob && save(blob, 'seat.png'), 'image/png');
	}
	function saveShape(): void {
		const corners = Float32Array.from([space.skin, space.bars.near, space.bars.off].flatMap(trianglesOf));
		save(new Blob([writeStl({ corners }) as Uint8Array<ArrayBuffer>], { type: 'model/stl' }), 'seat.stl');
	}
	const saveBearing = () => saveText(bearingCsv(bearing, space), 'bearing.csv', 'text/csv');

	onMount(() => {
		if (!canvas) return;
		const own = canvas;
		const stage = openStage(own, scene, { fovDeg: 30, ambient: 1.4, sun: 1.6, sunAt: [-400, 900, -200] });
		if (!stage) {
			failed = true;
			return;
		}
		const { camera, controls, render } = stage;
		const all = space.skin.flat();
		const mean = (k: 0 | 1 | 2): number => all.reduce((sum, p) => sum + p[k], 0) / Math.max(1, all.length);
		controls.target.set(0, mean(1), mean(2));
		const FAR_MM = 860;
		/** A frame narrower than this is looked at from further off. */
		const WIDE = 1.7;
		look = (from) => {
			const far = FAR_MM * Math.max(1, WIDE / (own.clientWidth / Math.max(1, own.clientHeight)));
			const way = new Vector3(...VIEWS[from]).normalize().multiplyScalar(far);
			camera.position.copy(controls.target).add(way);
			controls.update();
			render();
		};
		redraw = render;
		look('From in front');
		return stage.close;
	});
	$effect(() => {
		if (!redraw) return;
		build();
		redraw();
	});
	/** In a group of its own: a step along the back draws nothing else anew. */
	$effect(() => {
		if (!redraw) return;
		buildCut();
		redraw();
	});
</script>

{#if failed}
	<p class="quiet">This browser draws nothing in three dimensions; the views from above and in section say the same.</p>
{:else}
	<div class="ways" role="group" aria-label="Look at it">
		{#each Object.keys(VIEWS) as view (view)}
			<button type="button" class="btn" onclick={() => look?.(view as View)}>{view}</button>
		{/each}
	</div>
	<canvas bind:this={canvas} data-testid="seat-space" aria-label="Bars on the back. Drag to turn them."></canvas>
	<div class="ways" role="group" aria-label="Save it">
		<button type="button" class="btn" onclick={savePicture}>Save the picture</button>
		<button type="button" class="btn" onclick={saveShape}>Its shape (STL)</button>
		<button type="button" class="btn" onclick={saveBearing}>What bears (CSV)</button>
	</div>
	<p class="quiet">
		The bars' underside over the skin, with what is under it. Dots as from above: the larger, the more load; dark from a
		quarter over even. Nothing is drawn where no back was traced.
	</p>
{/if}

<style>
	canvas {
		display: block;
		width: 100%;
		height: 20rem;
		background: var(--zt-hide-2);
		border: 1px solid var(--zt-line);
		border-radius: 0.5rem;
		touch-action: none;
		cursor: grab;
	}
	.ways {
		display: flex;
		flex-wrap: wrap;
		gap: 0.4rem;
		margin: 0.25rem 0 0.5rem;
	}
</style>
