<script lang="ts">
	import { X } from '@lucide/svelte';
	import { frameFor, isLongLine, MAIN_STATIONS, type Curve } from '$core/curve/index.js';
	import { stationWords } from '$words/index.js';
	import OutlineView from './OutlineView.svelte';
	import { repeatWords } from './repeatWords.js';

	interface Props {
		tracings: readonly {
			readonly id: string;
			readonly station: string;
			readonly repeat: number;
			readonly curve: Curve;
		}[];
		/** Outlines of the last visit by station, drawn behind. */
		before: Readonly<Record<string, Curve>>;
		station: string;
		onstation: (station: string) => void;
		onremove: (id: string) => void;
	}
	const { tracings, before, station, onstation, onremove }: Props = $props();
	const stations = $derived([...new Set([...MAIN_STATIONS, ...tracings.map((t) => t.station)])]);
	const of = (s: string) => tracings.filter((t) => t.station === s).sort((a, b) => a.repeat - b.repeat);
</script>

<div class="grid" data-testid="kept">
	{#each stations as s (s)}
		{@const here = of(s)}
		{@const words = repeatWords(here.map((t) => t.curve))}
		<div class="station" class:chosen={s === station}>
			<button type="button" class="name" onclick={() => onstation(s)}><b>{stationWords(s)}</b></button>
			<div class="row">
				{#each here as t (t.id)}
					<div class="one">
						<OutlineView now={frameFor(s, t.curve)} before={before[s]} small long={isLongLine(s)} />
						<button
							type="button"
							class="btn btn-ghost btn-square drop"
							onclick={() => onremove(t.id)}
							aria-label={`Remove ${s} tracing ${t.repeat}`}><X size={18} /></button
						>
					</div>
				{/each}
				{#if here.length < 2}<span class="quiet"
						>{here.length === 0 ? 'not traced yet' : 'one more tells how sure it is'}</span
					>{/if}
			</div>
			{#if words}<p class:doubtful={words.doubtful} role="status">{words.say}</p>{/if}
		</div>
	{/each}
</div>

<style>
	.grid {
		display: grid;
		gap: 0.6rem;
	}
	.station {
		border-left: 4px solid var(--zt-line);
		padding-left: 0.75rem;
	}
	.chosen {
		border-color: var(--zt-strap);
	}
	.name {
		min-height: 2rem;
		cursor: pointer;
	}
	.row {
		display: flex;
		flex-wrap: wrap;
		gap: 0.4rem;
		align-items: center;
	}
	.one {
		position: relative;
		width: 6.4rem;
	}
	.drop {
		position: absolute;
		right: 0;
		top: 0;
		min-height: 2rem;
		width: 2rem;
		height: 2rem;
	}
	p {
		font-size: 0.95rem;
	}
	.doubtful {
		color: var(--zt-alarm);
		font-weight: 600;
	}
</style>
