<script lang="ts">
	import Panzoom from '@panzoom/panzoom';
	import { Brush, Eraser, Hand, Minus, MoveVertical, Plus, Redo2, Scan, Undo2, Crosshair } from '@lucide/svelte';
	import {
		linePxPerMm,
		nearestIndex,
		nudgeLine,
		type Point,
		type Quad,
		type ReadLine,
		type Wipe
	} from '$core/photo/index.js';

	interface Props {
		url: string;
		width: number;
		height: number;
		/** What was read; undefined for a refused picture. */
		line: ReadLine | undefined;
		corners: Quad;
		oncorners: (corners: Quad) => void;
		online: (line: ReadLine) => void;
		onwipe: (wipe: Wipe) => void;
		onredraw: (stroke: readonly Point[], snap: boolean) => void;
		undo?: (() => void) | undefined;
		redo?: (() => void) | undefined;
	}
	const { url, width, height, line, corners, oncorners, online, onwipe, onredraw, undo, redo }: Props = $props();

	const TOOLS = [
		['look', 'Look', Hand, 'Drag to move, pinch or turn the wheel to enlarge.'],
		['corners', 'Corners', Scan, 'Drag the corners onto the sheet; it is read again.'],
		['spine', 'Spine', Crosshair, 'Tap the line where the spine is.'],
		['wipe', 'Wipe', Eraser, 'Wipe over what is not the line; it is read again.'],
		['redraw', 'Redraw', Brush, 'Draw along the line where it went wrong; it is drawn to the ink beneath.'],
		['nudge', 'Nudge', MoveVertical, 'Pull a point; its neighbours follow.']
	] as const;
	type Tool = (typeof TOOLS)[number][0];
	const WIPE_MM = 4;
	const HANDLES = 15;

	let chosen: Tool = $state('look');
	const tool = $derived<Tool>(line ? chosen : 'corners');
	let snap = $state(true);
	let svg: SVGSVGElement | undefined = $state();
	let held: number | undefined = $state();
	/** Corners as they are dragged, until they are let go. */
	let dragged: Quad | undefined = $state.raw();
	let pulled: ReadLine | undefined = $state.raw();
	let stroke: readonly Point[] = $state.raw([]);
	let zoom: ReturnType<typeof Panzoom> | undefined;

	const shownLine = $derived(pulled ?? line);
	const shownCorners = $derived(dragged ?? corners);
	const path = (points: readonly Point[]) => points.map((p) => `${p[0].toFixed(1)},${p[1].toFixed(1)}`).join(' ');
	const apex = $derived(shownLine?.inPicture[shownLine.apexIndex]);
	const unit = $derived(Math.max(width, height) / 100);
	const pxPerMm = $derived(line ? linePxPerMm(line) : unit / 4);
	const handles = $derived(
		shownLine
			? Array.from({ length: HANDLES }, (_, k) =>
					Math.round(((k + 0.5) / HANDLES) * ((shownLine?.inPicture.length ?? 1) - 1))
				)
			: []
	);

	function stage(element: HTMLElement) {
		zoom = Panzoom(element, {
			maxScale: 8,
			minScale: 1,
			contain: 'outside',
			panOnlyWhenZoomed: true,
			// The event goes on to the tools: they listen further out.
			handleStartEvent: (e: Event) => tool === 'look' && e.preventDefault()
		});
		const wheel = (e: WheelEvent) => zoom?.zoomWithWheel(e);
		element.parentElement?.addEventListener('wheel', wheel, { passive: false });
		return {
			destroy: () => {
				element.parentElement?.removeEventListener('wheel', wheel);
				zoom?.destroy();
			}
		};
	}
	$effect(() => zoom?.setOptions({ disablePan: tool !== 'look', cursor: tool === 'look' ? 'move' : 'crosshair' }));

	/** Picture px beneath the pointer; a tall picture does not fill its frame, so the box alone would mislead. */
	function at(e: PointerEvent): Point {
		const matrix = svg?.getScreenCTM();
		if (!matrix) return [0, 0];
		const { x, y } = new DOMPoint(e.clientX, e.clientY).matrixTransform(matrix.inverse());
		return [x, y];
	}
	function down(e: PointerEvent) {
		if (!line || tool === 'look' || tool === 'corners') return;
		const p = at(e);
		if (tool === 'spine') {
			const near = nearestIndex(line.inPicture, p);
			const q = line.inPicture[near] as Point;
			if (Math.hypot(q[0] - p[0], q[1] - p[1]) < unit * 3) online({ ...line, apexIndex: near });
			return;
		}
		svg?.setPointerCapture(e.pointerId);
		if (tool === 'nudge') held = nearestIndex(line.inPicture, p);
		else stroke = [p];
	}
	function move(e: PointerEvent) {
		const p = at(e);
		if (tool === 'corners' && held !== undefined)
			dragged = shownCorners.map((c, i) => (i === held ? p : c)) as unknown as Quad;
		else if (tool === 'nudge' && held !== undefined && line) pulled = nudgeLine(line, held, p);
		else if (stroke.length > 0) stroke = [...stroke, p];
	}
	function up() {
		if (dragged) oncorners(dragged);
		if (pulled) online(pulled);
		if (stroke.length > 0 && tool === 'wipe') onwipe({ points: stroke, radiusMm: WIPE_MM });
		if (stroke.length > 1 && tool === 'redraw') onredraw(stroke, snap);
		[held, dragged, pulled, stroke] = [undefined, undefined, undefined, []];
	}
	function lost() {
		[held, dragged, pulled, stroke] = [undefined, undefined, undefined, []];
	}
	const ARROWS: Readonly<Record<string, Point>> = {
		ArrowLeft: [-1, 0],
		ArrowRight: [1, 0],
		ArrowUp: [0, -1],
		ArrowDown: [0, 1]
	};
	function slideSpine(e: KeyboardEvent) {
		const by = ARROWS[e.key]?.[0];
		if (!by || !line) return;
		e.preventDefault();
		const apexIndex = line.apexIndex + by * (e.shiftKey ? 10 : 1);
		online({ ...line, apexIndex: Math.max(0, Math.min(line.inPicture.length - 1, apexIndex)) });
	}
	function moveCorner(e: KeyboardEvent, i: number) {
		if (e.key === 'Enter' && dragged) return up();
		const by = ARROWS[e.key];
		if (!by) return;
		e.preventDefault();
		const step = e.shiftKey ? 10 : 1;
		dragged = shownCorners.map((c, k) => (k === i ? [c[0] + by[0] * step, c[1] + by[1] * step] : c)) as unknown as Quad;
	}
	/** A quarter of a millimetre a press; two with Shift. */
	function nudgeByKey(e: KeyboardEvent, index: number) {
		const by = ARROWS[e.key];
		const p = line?.inPicture[index];
		if (!by || !line || !p) return;
		e.preventDefault();
		const step = (e.shiftKey ? 2 : 0.25) * pxPerMm;
		online(nudgeLine(line, index, [p[0] + by[0] * step, p[1] + by[1] * step]));
	}
	function key(e: KeyboardEvent) {
		if (e.target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(e.target.tagName)) return;
		if (e.altKey) return;
		if (e.key.toLowerCase() === 'z' && (e.ctrlKey || e.metaKey)) {
			e.preventDefault();
			if (e.shiftKey) redo?.();
			else undo?.();
			return;
		}
		if (e.ctrlKey || e.metaKey) return;
		const found = TOOLS[Number(e.key) - 1];
		if (found && line) chosen = found[0];
	}
</script>

<svelte:window onkeydown={key} />
<div class="tools" role="toolbar" aria-label="Put the reading right">
	{#each TOOLS as [id, word, Icon], i (id)}
		<button
			type="button"
			class="btn"
			class:btn-active={tool === id}
			aria-pressed={tool === id}
			disabled={!line && id !== 'corners'}
			title={`${word} (${i + 1})`}
			onclick={() => (chosen = id)}><Icon size={18} aria-hidden="true" /> {word}</button
		>
	{/each}
</div>
<div class="quiet say">
	<span> {TOOLS.find(([id]) => id === tool)?.[3]}</span>
	{#if tool === 'redraw'}<label class="snap"
			><input type="checkbox" class="checkbox" bind:checked={snap} /> draw it to the ink</label
		>{/if}
	<span class="join">
		<button
			type="button"
			class="btn btn-square join-item"
			aria-label="Undo the correction"
			disabled={!undo}
			onclick={undo}><Undo2 size={18} /></button
		>
		<button
			type="button"
			class="btn btn-square join-item"
			aria-label="Redo the correction"
			disabled={!redo}
			onclick={redo}><Redo2 size={18} /></button
		>
		<button type="button" class="btn btn-square join-item" aria-label="Enlarge" onclick={() => zoom?.zoomIn()}
			><Plus size={18} /></button
		>
		<button type="button" class="btn btn-square join-item" aria-label="Make smaller" onclick={() => zoom?.zoomOut()}
			><Minus size={18} /></button
		>
	</span>
</div>
<div class="frame">
	<div use:stage>
		<svg
			bind:this={svg}
			viewBox={`0 0 ${width} ${height}`}
			role="group"
			aria-label="Picture of the sheet with the line that was read"
			class:draws={tool !== 'look'}
			onpointerdown={down}
			onpointermove={move}
			onpointerup={up}
			onpointercancel={lost}
		>
			<image href={url} {width} {height} />
			<polygon class="sheet-edge" points={path(shownCorners)} style:stroke-width={unit * 0.3} />
			{#if shownLine}
				<polyline class="under" points={path(shownLine.inPicture)} style:stroke-width={unit * 0.9} />
				<polyline class="line" points={path(shownLine.inPicture)} style:stroke-width={unit * 0.35} />
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
						aria-valuemax={shownLine.inPicture.length - 1}
						aria-valuenow={shownLine.apexIndex}
						onkeydown={slideSpine}
					/>{/if}
				{#if tool === 'nudge'}
					{#each handles as index, k (k)}
						{@const p = shownLine.inPicture[index] as Point}
						<circle
							class="handle"
							cx={p[0]}
							cy={p[1]}
							r={unit * 0.8}
							style:stroke-width={unit * 0.25}
							role="button"
							tabindex="0"
							aria-label={`Point ${k + 1} of ${HANDLES} on the line; arrow keys nudge it`}
							onkeydown={(e) => nudgeByKey(e, index)}
						/>
					{/each}
				{/if}
			{/if}
			{#if stroke.length > 1}<polyline
					class={tool === 'wipe' ? 'wiping' : 'drawing'}
					points={path(stroke)}
					style:stroke-width={tool === 'wipe' ? 2 * WIPE_MM * pxPerMm : unit * 0.4}
				/>{/if}
			{#if tool === 'corners'}
				{#each shownCorners as c, i (i)}
					<circle
						class="corner"
						cx={c[0]}
						cy={c[1]}
						r={unit * 1.8}
						style:stroke-width={unit * 0.4}
						role="button"
						tabindex="0"
						aria-label={`Corner ${i + 1} of the sheet; arrow keys move it, Enter reads again`}
						onpointerdown={(e) => {
							held = i;
							e.stopPropagation();
							svg?.setPointerCapture(e.pointerId);
						}}
						onkeydown={(e) => moveCorner(e, i)}
					/>
				{/each}
			{/if}
		</svg>
	</div>
</div>

<style>
	.tools {
		display: grid;
		grid-template-columns: repeat(6, 1fr);
		gap: 0.3rem;
	}
	.tools .btn {
		flex-direction: column;
		gap: 0.1rem;
		height: 3.4rem;
		padding-inline: 0.2rem;
		font-size: 0.9rem;
	}
	.say {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 0.3rem 1rem;
	}
	.say > span:first-child {
		flex: 1 1 12rem;
		line-height: 1.2;
	}
	.snap {
		display: flex;
		gap: 0.4rem;
		align-items: center;
		font-weight: 600;
		white-space: nowrap;
	}
	.frame {
		overflow: hidden;
		border-radius: 0.5rem;
		background: #0003;
	}
	svg {
		display: block;
		width: 100%;
		max-height: 64vh;
	}
	svg.draws {
		touch-action: none;
	}
	.sheet-edge {
		fill: none;
		stroke: var(--zt-strap);
	}
	.line,
	.under,
	.wiping,
	.drawing {
		fill: none;
		stroke-linejoin: round;
		stroke-linecap: round;
		pointer-events: none;
	}
	.under {
		stroke: #fffaf2;
		opacity: 0.7;
	}
	.line {
		stroke: #b3202c;
	}
	.wiping {
		stroke: #fffaf2;
		opacity: 0.75;
	}
	.drawing {
		stroke: var(--zt-strap);
	}
	.apex {
		fill: none;
		stroke: #b3202c;
	}
	.handle {
		fill: #fffaf2;
		stroke: #b3202c;
		cursor: ns-resize;
	}
	.corner {
		fill: #fffaf2aa;
		stroke: var(--zt-strap);
		cursor: move;
	}
	circle:focus-visible {
		outline: 3px solid var(--zt-strap);
		outline-offset: 2px;
	}
</style>
