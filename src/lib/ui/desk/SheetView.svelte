<script lang="ts">
	import type { Point, Quad, ReadLine } from '$core/photo/index.js';

	interface Props {
		url: string;
		width: number;
		height: number;
		/** What was read; undefined for a refused picture. */
		line: ReadLine | undefined;
		corners: Quad;
		/** Corners as they are dragged. */
		oncorners: (corners: Quad) => void;
		ondone: () => void;
		/** Place of the spine on the line, and a new one chosen by a tap on it. */
		apexIndex: number | undefined;
		onapex: (index: number) => void;
	}
	const { url, width, height, line, corners, oncorners, ondone, apexIndex, onapex }: Props = $props();
	let svg: SVGSVGElement | undefined = $state();
	let held: number | undefined = $state();

	const path = (points: readonly Point[]) => points.map((p) => `${p[0].toFixed(1)},${p[1].toFixed(1)}`).join(' ');
	const apex = $derived(apexIndex === undefined ? undefined : line?.inPicture[apexIndex]);
	const unit = $derived(Math.max(width, height) / 100);

	function at(e: PointerEvent): Point {
		const box = svg?.getBoundingClientRect();
		if (!box) return [0, 0];
		return [((e.clientX - box.left) / box.width) * width, ((e.clientY - box.top) / box.height) * height];
	}
	/** A tap near the line sets the spine there; a tap elsewhere does nothing. */
	function tap(e: PointerEvent) {
		if (held !== undefined || !line) return;
		const p = at(e);
		let near = 0;
		let least = Infinity;
		line.inPicture.forEach((q, i) => {
			const d = Math.hypot(q[0] - p[0], q[1] - p[1]);
			if (d < least) [near, least] = [i, d];
		});
		if (least < unit * 3) onapex(near);
	}
	function slide(e: KeyboardEvent) {
		const step = { ArrowLeft: -1, ArrowRight: 1 }[e.key];
		if (step === undefined || apexIndex === undefined || !line) return;
		e.preventDefault();
		onapex(Math.max(0, Math.min(line.inPicture.length - 1, apexIndex + step * (e.shiftKey ? 10 : 1))));
	}
	function move(e: PointerEvent) {
		if (held === undefined) return;
		const p = at(e);
		oncorners(corners.map((c, i) => (i === held ? p : c)) as unknown as Quad);
	}
	function drop() {
		if (held !== undefined) ondone();
		held = undefined;
	}
	function nudge(e: KeyboardEvent, i: number) {
		const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[e.key];
		if (!by) return;
		e.preventDefault();
		const step = e.shiftKey ? 10 : 1;
		oncorners(
			corners.map((c, k) => (k === i ? [c[0] + (by[0] ?? 0) * step, c[1] + (by[1] ?? 0) * step] : c)) as unknown as Quad
		);
	}
</script>

<svg
	bind:this={svg}
	viewBox={`0 0 ${width} ${height}`}
	role="group"
	aria-label="Picture of the sheet with the line that was read"
	onpointerdown={tap}
	onpointermove={move}
	onpointerup={drop}
	onpointercancel={drop}
>
	<image href={url} {width} {height} />
	<polygon class="sheet-edge" points={path(corners)} style:stroke-width={unit * 0.3} />
	{#if line}
		<polyline class="under" points={path(line.inPicture)} style:stroke-width={unit * 0.9} />
		<polyline class="line" points={path(line.inPicture)} style:stroke-width={unit * 0.35} />
		{#if apex}<circle
				class="apex"
				cx={apex[0]}
				cy={apex[1]}
				r={unit * 1.2}
				style:stroke-width={unit * 0.35}
				role="slider"
				tabindex="0"
				aria-label="Spine mark on the line; arrow keys move it"
				aria-valuemin={0}
				aria-valuemax={line.inPicture.length - 1}
				aria-valuenow={apexIndex}
				onkeydown={slide}
			/>{/if}
	{/if}
	{#each corners as c, i (i)}
		<circle
			class="corner"
			cx={c[0]}
			cy={c[1]}
			r={unit * 1.6}
			style:stroke-width={unit * 0.4}
			role="button"
			tabindex="0"
			aria-label={`Corner ${i + 1} of the sheet; arrow keys move it, Enter reads again`}
			onpointerdown={(e) => {
				held = i;
				e.stopPropagation();
				e.currentTarget.setPointerCapture(e.pointerId);
			}}
			onkeydown={(e) => (e.key === 'Enter' ? ondone() : nudge(e, i))}
		/>
	{/each}
</svg>

<style>
	svg {
		display: block;
		width: 100%;
		max-height: 64vh;
		border-radius: 0.5rem;
		background: #0003;
		touch-action: none;
	}
	.sheet-edge {
		fill: none;
		stroke: var(--zt-strap);
	}
	.line,
	.under {
		fill: none;
		stroke-linejoin: round;
	}
	.under {
		stroke: #fffaf2;
		opacity: 0.7;
	}
	.line {
		stroke: #b3202c;
	}
	.apex {
		fill: none;
		stroke: #b3202c;
	}
	.corner {
		fill: #fffaf2aa;
		stroke: var(--zt-strap);
		cursor: move;
	}
</style>
