<script lang="ts">
	import { keptOf, onScale, settingScale } from '$words/index.js';
	import { Minus, Plus } from '@lucide/svelte';

	interface Props {
		label: string;
		/** In which the value is kept; the tape is marked in the person's own. */
		unit: string;
		min: number;
		max: number;
		step: number;
		/** Recorded value; undefined while nothing is. */
		value: number | undefined;
		/** Where the tape lies until it is moved: last time's reading, or a usual one. */
		start: number;
		lastWords: string | undefined;
		onset: (value: number) => void;
	}
	const { label, unit, min, max, step, value, start, lastWords, onset }: Props = $props();
	const id = $props.id();
	let dragged: number | undefined = $state();
	let width = $state(300);

	const PX_PER_STEP = 9;
	const scale = $derived(settingScale(unit, step));
	const kept = $derived(dragged ?? value ?? start);
	/** On the tape, in what it is marked in. */
	const shown = $derived(kept / scale.per);
	const ticks = $derived.by(() => {
		const reach = Math.ceil(width / 2 / PX_PER_STEP);
		const at = Math.round(shown / scale.step);
		return Array.from({ length: 2 * reach + 1 }, (_, i) => at - reach + i)
			.map((n) => ({ n, mark: n * scale.step }))
			.filter((t) => t.mark * scale.per >= min && t.mark * scale.per <= max);
	});
	/** Onto a mark of the tape, as it is kept. */
	const bound = (v: number) => Math.min(max, Math.max(min, keptOf(Math.round(v / scale.step) * scale.step, scale)));
	const bare = $derived({ ...scale, unit: '' });

	let from: { x: number; value: number } | undefined;
	function down(e: PointerEvent) {
		(e.currentTarget as Element).setPointerCapture(e.pointerId);
		from = { x: e.clientX, value: shown };
	}
	function move(e: PointerEvent) {
		if (from) dragged = bound(from.value - ((e.clientX - from.x) / PX_PER_STEP) * scale.step);
	}
	function up() {
		if (from && dragged !== undefined) onset(dragged);
		else if (from) onset(bound(shown));
		from = undefined;
		dragged = undefined;
	}
</script>

<div class="dial">
	<div class="line">
		<label for={id}>{label}</label>
		<output class:unset={value === undefined && dragged === undefined} for={id}>{onScale(kept, scale)}</output>
	</div>
	<div class="row">
		<button
			type="button"
			class="btn btn-square"
			aria-label={`${label}: less`}
			onclick={() => onset(bound(shown - scale.step))}><Minus size={20} /></button
		>
		<div
			class="tape"
			bind:clientWidth={width}
			role="presentation"
			onpointerdown={down}
			onpointermove={move}
			onpointerup={up}
			onpointercancel={() => ((from = undefined), (dragged = undefined))}
		>
			<svg {width} height="52" aria-hidden="true">
				{#each ticks as t (t.n)}
					{@const x = width / 2 + ((t.mark - shown) / scale.step) * PX_PER_STEP}
					{@const big = t.n % 10 === 0}
					<path class="tick" d={`M${x.toFixed(1)} 0v${big ? 22 : t.n % 5 === 0 ? 15 : 9}`} />
					{#if big}<text x={x.toFixed(1)} y="40" text-anchor="middle">{onScale(t.mark * scale.per, bare)}</text>{/if}
				{/each}
				<path class="needle" d={`M${width / 2} 0v52`} />
			</svg>
			<input
				{id}
				type="range"
				min={min / scale.per}
				max={max / scale.per}
				step={scale.step}
				value={shown}
				aria-valuetext={onScale(kept, scale)}
				onchange={(e) => onset(bound(Number(e.currentTarget.value)))}
			/>
		</div>
		<button
			type="button"
			class="btn btn-square"
			aria-label={`${label}: more`}
			onclick={() => onset(bound(shown + scale.step))}><Plus size={20} /></button
		>
	</div>
	{#if lastWords}<p class="quiet">{lastWords}</p>{/if}
</div>

<style>
	.line {
		display: flex;
		justify-content: space-between;
		align-items: baseline;
		font-weight: 600;
	}
	output {
		font: 700 1.35rem var(--font-head);
	}
	.unset {
		color: var(--zt-quiet);
		font-weight: 400;
	}
	.row {
		display: grid;
		grid-template-columns: 3rem 1fr 3rem;
		gap: 0.4rem;
		align-items: center;
	}
	.row .btn {
		width: 3rem;
		height: 3.25rem;
	}
	.tape {
		position: relative;
		height: 52px;
		overflow: hidden;
		background: var(--zt-hide);
		border: 1px solid var(--zt-line);
		border-radius: 0.4rem;
		cursor: ew-resize;
		touch-action: pan-y;
	}
	.tape:focus-within {
		outline: 3px solid var(--zt-strap);
		outline-offset: 2px;
	}
	.tape svg {
		position: absolute;
		inset: 0;
	}
	/* The tape shows the value; the control itself stays for keys and screen readers. */
	input {
		position: absolute;
		inset: 0;
		opacity: 0;
		pointer-events: none;
	}
	.tick {
		stroke: var(--zt-ink);
		stroke-width: 1.3;
	}
	.needle {
		stroke: var(--zt-strap);
		stroke-width: 2.5;
	}
	text {
		font: 14px var(--font-text);
		fill: var(--zt-ink);
	}
	p {
		font-size: 0.9rem;
	}
</style>
