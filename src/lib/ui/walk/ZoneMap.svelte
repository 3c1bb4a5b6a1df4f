<script lang="ts">
	import Panzoom from '@panzoom/panzoom';
	import { Minus, Plus } from '@lucide/svelte';
	import { onMount } from 'svelte';
	import { SIDES, ZONES, type Sign, type Side, type ZoneId } from '$core/zones/index.js';
	import { placeWords, signLine, ZONE_SHORT } from '$words/index.js';
	import { DESK_MAP, mapBox, PHONE_MAP, zoneCentre, zonePath } from '../strip/zoneShape.js';
	import { markOf } from './zoneFill.js';
	import ZonePatterns from './ZonePatterns.svelte';

	interface Props {
		/** Signs of this visit to show. */
		signs: readonly Sign[];
		/** Signs of earlier visits that still stand, drawn faint. */
		before: readonly Sign[];
		label: string;
		onzone: (zone: ZoneId, side: Side) => void;
		/** Painting: dragging across zones counts as tapping each. */
		paints?: boolean;
	}
	const { signs, before, label, onzone, paints = false }: Props = $props();

	let narrow = $state(true);
	let stage: HTMLDivElement | undefined = $state();
	let zoom: ReturnType<typeof Panzoom> | undefined;
	const layout = $derived(narrow ? PHONE_MAP : DESK_MAP);
	const box = $derived(mapBox(layout));

	onMount(() => {
		const query = matchMedia('(max-width: 800px)');
		const follow = () => (narrow = query.matches);
		follow();
		query.addEventListener('change', follow);
		if (stage && !paints)
			zoom = Panzoom(stage, { maxScale: 4, minScale: 1, contain: 'outside', panOnlyWhenZoomed: true });
		return () => {
			query.removeEventListener('change', follow);
			zoom?.destroy();
		};
	});

	const at = (list: readonly Sign[], zone: ZoneId, side: Side) =>
		list.filter((s) => s.zone === zone && s.side === side);
	const describe = (zone: ZoneId, side: Side) => {
		const here = at(signs, zone, side).map(signLine);
		const earlier = at(before, zone, side).map(signLine);
		const now = here.length > 0 ? here.join('; ') : 'nothing noted';
		return `${placeWords(zone, side)}: ${now}${earlier.length > 0 ? `; before: ${earlier.join('; ')}` : ''}`;
	};
	/** A zone on the spine has two halves and one name between them. */
	const spineCentre = (zone: ZoneId) => {
		const c = zoneCentre(zone, 'near', layout);
		return narrow ? { x: 0, y: c.y } : { x: c.x, y: 0 };
	};
	let painted = '';
	function paint(e: PointerEvent) {
		if (!paints || e.buttons === 0) return;
		const hit = document.elementFromPoint(e.clientX, e.clientY)?.getAttribute('data-zone');
		if (!hit || hit === painted) return;
		painted = hit;
		const [zone, side] = hit.split(' ') as [ZoneId, Side];
		onzone(zone, side);
	}
	const clicked = (zone: ZoneId, side: Side) => {
		if (!paints || painted !== `${zone} ${side}`) onzone(zone, side);
		painted = '';
	};
</script>

<div class="frame">
	<div bind:this={stage} class="stage">
		<svg
			viewBox={box.join(' ')}
			role="group"
			aria-label={label}
			class:paints
			class:narrow
			onpointermove={paint}
			onpointerdown={() => (painted = '')}
		>
			<ZonePatterns prefix="map-" />
			{#each SIDES as side (side)}
				{#each ZONES as { id } (id)}
					{@const here = markOf(at(signs, id, side))}
					{@const was = markOf(at(before, id, side))}
					{@const d = zonePath(id, side, layout)}
					<path class="cell" class:girth={id === 'girth'} {d} />
					{#if was.level > 0 && here.level === 0}<path class="was" {d} style:fill={`url(#map-${was.pattern})`} />{/if}
					{#if here.pattern}<path
							{d}
							class="mark"
							style:fill={`url(#map-${here.pattern})`}
							style:opacity={here.level > 0 ? 0.45 + 0.55 * here.level : 0.7}
						/>{/if}
					<path
						class="touch"
						{d}
						data-zone={`${id} ${side}`}
						role="button"
						tabindex="0"
						aria-label={describe(id, side)}
						onclick={() => clicked(id, side)}
						onkeydown={(e) => {
							if (e.key !== 'Enter' && e.key !== ' ') return;
							e.preventDefault();
							onzone(id, side);
						}}
					/>
				{/each}
			{/each}
			{#each SIDES as side (side)}
				{#each ZONES as { id, row } (id)}
					{@const c = row === 'spine' ? spineCentre(id) : zoneCentre(id, side, layout)}
					<text class="name" x={c.x} y={c.y + 5} text-anchor="middle"
						>{row === 'spine' && side === 'off' ? '' : ZONE_SHORT[id]}</text
					>
				{/each}
			{/each}
		</svg>
	</div>
	<div class="ends quiet" class:narrow aria-hidden="true"><span>near</span><span>head</span><span>off</span></div>
	{#if !paints}
		<div class="zoom">
			<button type="button" class="btn btn-square" aria-label="Closer" onclick={() => zoom?.zoomIn()}
				><Plus size={18} /></button
			>
			<button type="button" class="btn btn-square" aria-label="The whole back" onclick={() => zoom?.reset()}
				><Minus size={18} /></button
			>
		</div>
	{/if}
</div>

<style>
	.frame {
		position: relative;
		overflow: hidden;
		border-radius: 0.6rem;
	}
	svg {
		display: block;
		width: 100%;
		max-height: 62vh;
		touch-action: pan-y;
	}
	.paints {
		touch-action: none;
	}
	.cell {
		fill: var(--zt-hide);
		stroke: var(--zt-line);
		stroke-width: 1.2;
	}
	.girth {
		fill: var(--zt-hide-2);
		stroke-dasharray: 5 3;
	}
	.mark,
	.was,
	.name {
		pointer-events: none;
	}
	.was {
		opacity: 0.3;
	}
	.touch {
		fill: transparent;
		cursor: pointer;
	}
	.touch:hover {
		fill: color-mix(in srgb, var(--zt-strap) 12%, transparent);
	}
	.name {
		font: 600 22px var(--font-text);
		fill: var(--zt-ink);
		paint-order: stroke;
		stroke: var(--zt-hide);
		stroke-width: 4px;
	}
	.narrow .name {
		font-size: 13px;
	}
	.ends {
		position: absolute;
		inset: 0.25rem 0.75rem auto;
		display: flex;
		justify-content: space-between;
		pointer-events: none;
		font-weight: 600;
	}
	.ends:not(.narrow) {
		inset: 0.4rem auto 0.4rem 0.25rem;
		flex-direction: column-reverse;
	}
	.zoom {
		position: absolute;
		right: 0.4rem;
		bottom: 0.4rem;
		display: grid;
		gap: 0.3rem;
	}
</style>
