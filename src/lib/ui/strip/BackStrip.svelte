<script lang="ts">
	import type { SideChange } from '$core/change/index.js';
	import { formatMm } from '../format.js';
	import {
		cellCentre,
		cellPath,
		SPINE_GAP,
		STATION_AT,
		STRIP_LENGTH,
		STRIP_ZONES,
		outlineAt,
		type StripZone
	} from './stripShape.js';
	import Tally from './Tally.svelte';

	interface Props {
		changes: readonly SideChange[];
		/** Visits since the fit mark at which a side at a station had really changed: `T8 near` to a count. */
		tally: Readonly<Record<string, number>>;
		chosen: string;
		onchoose: (station: string) => void;
	}
	const { changes, tally, chosen, onchoose }: Props = $props();

	const SIDES = [
		{ side: 'off', sign: -1 },
		{ side: 'near', sign: 1 }
	] as const;
	const change = (zone: StripZone, side: string) => changes.find((c) => c.station === zone.station && c.side === side);
	const fill = (c: SideChange | undefined) => (!c?.real ? '' : c.mm < 0 ? 'url(#lost)' : 'url(#gained)');
	const strength = (c: SideChange | undefined) => (c ? Math.min(1, 0.25 + Math.abs(c.mm) / 8) : 0);
	const describe = (zone: StripZone, side: string) => {
		const c = change(zone, side);
		if (!c) return `${zone.name}, ${side} side: not measured`;
		return `${zone.name}, ${side} side: ${c.real ? `${formatMm(c.mm)} mm since the fit mark` : 'no real change'}`;
	};
	const stations = Object.entries(STATION_AT);
</script>

<figure class="sheet">
	<svg viewBox="-84 -128 1236 254" role="group" aria-label="The back from above, head to the left">
		<defs>
			<pattern id="lost" width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(38)">
				<path d="M0 0V9" stroke="var(--zt-lost)" stroke-width="4.200" />
			</pattern>
			<pattern id="gained" width="9" height="9" patternUnits="userSpaceOnUse">
				<circle cx="2.200" cy="2.200" r="1.800" fill="var(--zt-gained)" />
				<circle cx="6.700" cy="6.700" r="1.800" fill="var(--zt-gained)" />
			</pattern>
		</defs>
		{#each STRIP_ZONES as zone (zone.name)}
			<text class="zone" x={(zone.from + zone.to) / 2} y="-106" text-anchor="middle">{zone.name}</text>
		{/each}
		{#each SIDES as { side, sign } (side)}
			<text class="side" x="-12" y={sign * 34 + 8} text-anchor="end">{side}</text>
			{#each STRIP_ZONES as zone (zone.name)}
				{@const c = change(zone, side)}
				<path class="outer" d={cellPath(zone, 'outer', sign)} />
				<path class="inner" d={cellPath(zone, 'inner', sign)} />
				{#if c?.real}
					<path class="fill" d={cellPath(zone, 'inner', sign)} style:fill={fill(c)} style:opacity={strength(c)} />
				{/if}
				{#if zone.station}
					<path
						class="touch"
						class:chosen={chosen === zone.station}
						d={cellPath(zone, 'inner', sign)}
						role="button"
						tabindex="0"
						aria-label={describe(zone, side)}
						onclick={() => onchoose(zone.station ?? 'T8')}
						onkeydown={(e) => (e.key === 'Enter' || e.key === ' ') && onchoose(zone.station ?? 'T8')}
					/>
					{@const centre = cellCentre(zone, sign)}
					<g class="count">
						<Tally
							count={tally[`${zone.station} ${side}`] ?? 0}
							x={zone.from + 62}
							y={centre.y}
							alarming={Math.abs(c?.mm ?? 0) >= 6 && (c?.real ?? false)}
						/>
						{#if c}
							<text class="mm" x={zone.to - 30} y={centre.y + 8} text-anchor="end"
								>{c.real ? formatMm(c.mm) : `(${formatMm(c.mm)})`}</text
							>
						{/if}
					</g>
				{/if}
			{/each}
		{/each}
		<path class="spine" d={`M-2 0H${STRIP_LENGTH + 2}`} />
		{#each { length: 18 } as _, i (i)}<circle class="bone" cx={20 + i * 65} cy="0" r="2.200" />{/each}
		{#each stations as [station, x] (station)}
			<path class="cut" d={`M${x} ${-outlineAt(x) - 8}V${-SPINE_GAP}M${x} ${SPINE_GAP}V${outlineAt(x) + 8}`} />
			<text class="station" {x} y={outlineAt(x) + 30} text-anchor="middle">{station}</text>
		{/each}
		<text class="zone" x="-14" y="7" text-anchor="end">head ◂</text>
	</svg>
	<figcaption class="quiet">
		<span><i class="swatch lost"></i> lost</span>
		<span><i class="swatch gained"></i> gained</span>
		<span>stroke: one visit that showed it</span>
		<span>(brackets): smaller than the tracings can show</span>
	</figcaption>
</figure>

<style>
	svg {
		display: block;
		width: 100%;
	}
	figcaption {
		display: flex;
		flex-wrap: wrap;
		gap: 0.2rem 1.25rem;
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
	.inner,
	.outer {
		stroke: var(--zt-line);
		stroke-width: 1.2;
	}
	.inner {
		fill: var(--zt-hide);
	}
	.outer {
		fill: var(--zt-hide-2);
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
	.spine {
		stroke: var(--zt-ink);
		stroke-width: 5;
		stroke-linecap: round;
	}
	.bone {
		fill: var(--zt-card);
	}
	.cut {
		stroke: var(--zt-ink);
		stroke-width: 1.4;
		stroke-dasharray: 2 5;
		stroke-linecap: round;
	}
	.zone {
		font: 500 23px var(--font-text);
		fill: var(--zt-quiet);
	}
	.side,
	.station {
		font: 700 23px var(--font-text);
		fill: var(--zt-ink);
	}
	.mm {
		font: 600 22px var(--font-text);
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
			font-size: 31px;
		}
		figcaption {
			justify-content: flex-start;
		}
	}
</style>
