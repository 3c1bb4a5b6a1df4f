<script lang="ts">
	import type { ShapeSeen } from '$core/reading/index.js';
	import { SIDES, ZONES, type Side, type StrokeAge, type Zone, type ZoneId } from '$core/zones/index.js';
	import { placeWords, signedNumber, signedWords } from '$words/index.js';
	import Tally from './Tally.svelte';
	import {
		cutPath,
		outlineAt,
		STATION_AT,
		STRIP,
		STRIP_LENGTH,
		zoneCentre,
		zoneLength,
		zonePath
	} from './zoneShape.js';

	interface Props {
		changes: readonly ShapeSeen[];
		/** One stroke for each piece of evidence, by `zone side`, the freshest first. */
		strokes: Readonly<Record<string, readonly { readonly age: StrokeAge; readonly line: string }[]>>;
		chosen: string;
		onchoose: (zone: ZoneId, side: Side) => void;
		/** Keeps ids apart when two strips stand on one page. */
		prefix?: string;
		legend?: boolean;
	}
	const { changes, strokes, chosen, onchoose, prefix = 'strip-', legend = true }: Props = $props();

	const NAMES: readonly (readonly [x: number, name: string])[] = [
		[75, 'withers'],
		[190, 'blade'],
		[385, 'pocket'],
		[482, 'front'],
		[622, 'middle'],
		[797, 'rear'],
		[1015, 'loin']
	];
	const change = (zone: Zone, side: Side) => changes.find((c) => c.station === zone.station && c.side === side);
	const of = (zone: ZoneId, side: Side) => strokes[`${zone} ${side}`] ?? [];
	const fill = (c: ShapeSeen) => `url(#${prefix}${c.mm < 0 ? 'lost' : 'gained'})`;
	const strength = (c: ShapeSeen) => Math.min(1, 0.25 + Math.abs(c.mm) / 8);
	const describe = (zone: Zone, side: Side) => {
		const c = change(zone, side);
		const shape = !zone.station
			? []
			: [!c ? 'shape not measured' : c.real ? `${signedWords(c.mm)} since the fit mark` : 'no real change of shape'];
		const signs = of(zone.id, side);
		const tally = signs.length === 0 ? 'no signs' : signs.map((s) => s.line).join('; ');
		return `${placeWords(zone.id, side)}: ${[...shape, tally].join('; ')}`;
	};
	const mm = (c: ShapeSeen) => (c.real ? signedNumber(c.mm) : `(${signedNumber(c.mm)})`);
	const stations = Object.entries(STATION_AT);
	const signed = $derived(Object.values(strokes).some((s) => s.length > 0));
</script>

<figure class="sheet">
	<svg viewBox="-104 -130 1256 258" role="group" aria-label="The back from above, head to the left">
		<defs>
			<pattern id={`${prefix}lost`} width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(38)">
				<path d="M0 0V9" stroke="var(--zt-lost)" stroke-width="4.200" />
			</pattern>
			<pattern id={`${prefix}gained`} width="9" height="9" patternUnits="userSpaceOnUse">
				<circle cx="2.200" cy="2.200" r="1.800" fill="var(--zt-gained)" />
				<circle cx="6.700" cy="6.700" r="1.800" fill="var(--zt-gained)" />
			</pattern>
		</defs>
		{#each NAMES as [x, name] (name)}
			<text class="zone" {x} y="-106" text-anchor="middle">{name}</text>
		{/each}
		{#each SIDES as side (side)}
			<text class="side" x="-12" y={(side === 'near' ? 1 : -1) * 34 + 8} text-anchor="end">{side}</text>
			{#each ZONES as zone (zone.id)}
				{@const d = zonePath(zone.id, side, STRIP)}
				{@const c = change(zone, side)}
				{@const centre = zoneCentre(zone.id, side, STRIP)}
				{@const here = of(zone.id, side)}
				{@const width = zoneLength(zone.id, STRIP)}
				<path class={zone.row} {d} />
				{#if c?.real}<path class="fill" {d} style:fill={fill(c)} style:opacity={strength(c)} />{/if}
				<path
					class="touch"
					class:chosen={chosen === `${zone.id} ${side}` || (zone.station !== undefined && chosen === zone.station)}
					{d}
					role="button"
					tabindex="0"
					aria-label={describe(zone, side)}
					onclick={() => onchoose(zone.id, side)}
					onkeydown={(e) => {
						if (e.key !== 'Enter' && e.key !== ' ') return;
						e.preventDefault();
						onchoose(zone.id, side);
					}}><title>{describe(zone, side)}</title></path
				>
				<g class="count">
					<Tally
						ages={here.map((s) => s.age)}
						x={c ? centre.x - width / 2 + (width - 74) / 2 : centre.x}
						y={centre.y}
						alarming={Math.abs(c?.mm ?? 0) >= 6 && (c?.real ?? false)}
						room={c ? width - 74 : width - 8}
					/>
					{#if c}
						<text class="mm" x={centre.x + width / 2 - 8} y={centre.y + 8} text-anchor="end">{mm(c)}</text>
					{/if}
				</g>
			{/each}
		{/each}
		<path class="bone-line" d={`M-2 0H${STRIP_LENGTH + 2}`} />
		{#each { length: 18 } as _, i (i)}<circle class="bone" cx={20 + i * 65} cy="0" r="2.200" />{/each}
		{#each stations as [station, x] (station)}
			<path class="cut" d={cutPath(x, 'near', STRIP) + cutPath(x, 'off', STRIP)} />
			<text class="station" x={x + (station === 'T8' ? 34 : 0)} y={outlineAt(x) + 30} text-anchor="middle"
				>{station}</text
			>
		{/each}
		<text class="zone" x="-14" y="7" text-anchor="end">head ◂</text>
	</svg>
	{#if legend}
		<figcaption class="quiet">
			<span><i class="swatch lost"></i> lost</span>
			<span><i class="swatch gained"></i> gained since the fit mark</span>
			{#if signed}
				<span
					>a stroke for each sign: <b class="s fresh">|</b> under 4 weeks <b class="s fading">|</b> under 12
					<b class="s old">|</b> under half a year</span
				>
			{:else}
				<span>no signs in the last half year</span>
			{/if}
			<span>(brackets): smaller than the tracings can show</span>
		</figcaption>
	{/if}
</figure>

<style>
	svg {
		display: block;
		width: 100%;
	}
	figcaption {
		display: flex;
		flex-wrap: wrap;
		gap: 0.1rem 1.25rem;
		justify-content: flex-end;
		font-size: 0.875rem;
	}
	.swatch {
		display: inline-block;
		width: 1.3rem;
		height: 0.8rem;
		vertical-align: -0.05rem;
		border: 1px solid var(--zt-line);
		border-radius: 2px;
	}
	.lost {
		background: repeating-linear-gradient(128deg, var(--zt-lost) 0 2px, transparent 2px 5px);
	}
	.gained {
		background: radial-gradient(circle, var(--zt-gained) 1.6px, transparent 1.9px) 0 0/5px 5px;
	}
	.s {
		color: var(--zt-ink);
	}
	.s.fading {
		font-weight: 400;
	}
	.s.old {
		font-weight: 300;
		color: var(--zt-quiet);
	}
	.beside,
	.edge,
	.spine,
	.girth {
		stroke: var(--zt-line);
		stroke-width: 1.2;
		fill: var(--zt-hide);
	}
	.edge {
		fill: var(--zt-hide-2);
	}
	.spine {
		fill: color-mix(in srgb, var(--zt-hide) 55%, var(--zt-line));
	}
	.girth {
		fill: none;
		stroke-dasharray: 5 4;
	}
	.fill,
	.count {
		pointer-events: none;
	}
	.touch {
		fill: transparent;
		cursor: pointer;
	}
	.touch.chosen {
		stroke: var(--zt-strap);
		stroke-width: 2.5;
	}
	.touch:hover {
		fill: color-mix(in srgb, var(--zt-strap) 12%, transparent);
	}
	.bone-line {
		stroke: var(--zt-ink);
		stroke-width: 5;
		stroke-linecap: round;
		pointer-events: none;
	}
	.bone {
		fill: var(--zt-card);
		pointer-events: none;
	}
	.cut {
		stroke: var(--zt-ink);
		stroke-width: 1.4;
		stroke-dasharray: 2 5;
		stroke-linecap: round;
		pointer-events: none;
	}
	.zone {
		font: 500 22px var(--font-text);
		fill: var(--zt-quiet);
	}
	.side,
	.station {
		font: 700 23px var(--font-text);
		fill: var(--zt-ink);
	}
	.mm {
		font: 600 21px var(--font-text);
		fill: var(--zt-ink);
		paint-order: stroke;
		stroke: var(--zt-hide);
		stroke-width: 5px;
	}
	@media (max-width: 640px) {
		.zone,
		.side,
		.station,
		.mm {
			font-size: 30px;
		}
		figcaption {
			justify-content: flex-start;
		}
	}
</style>
