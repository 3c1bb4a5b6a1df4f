<script lang="ts">
	import { formatDay, formatMoment } from '$lib/ui/format.js';
	import { listEarlier, type EarlierVisit } from '$lib/ui/entry/sendVisit.js';

	interface Props {
		visitId: string;
		/** The version that stands now. */
		version: number;
		busy: boolean;
		/** May put one back. */
		mayRestore: boolean;
		onrestore: (version: number) => void;
	}
	const { visitId, version, busy, mayRestore, onrestore }: Props = $props();
	// Asked again when the visit has changed.
	const earlier = $derived.by((): Promise<readonly EarlierVisit[]> =>
		version > 1 ? listEarlier(visitId) : Promise.resolve([])
	);
	const holds = (v: EarlierVisit) =>
		Object.entries(v.tracings)
			.map(([station, n]) => `${station} × ${n}`)
			.join(', ') || 'no tracing';
</script>

{#await earlier}
	<p class="quiet">Looking …</p>
{:then versions}
	<ul>
		{#each versions as v (v.version)}
			<li>
				<span
					><b>{formatDay(v.visitedOn)}</b>: {holds(v)}{v.note ? `, “${v.note}”` : ''}
					<span class="quiet"
						>until {formatMoment(new Date(v.replacedAt))}{v.replacedBy ? `, changed by ${v.replacedBy}` : ''}</span
					></span
				>
				{#if mayRestore}<button class="btn" disabled={busy} onclick={() => onrestore(v.version)}>Put back</button>{/if}
			</li>
		{:else}
			<li class="quiet">Nothing earlier is kept.</li>
		{/each}
	</ul>
{:catch}
	<p role="alert">The earlier versions could not be read. Try again with a connection.</p>
{/await}

<style>
	ul {
		border-left: 3px solid var(--zt-line);
		padding-left: 0.75rem;
	}
	li {
		display: flex;
		flex-wrap: wrap;
		justify-content: space-between;
		align-items: center;
		gap: 0.25rem 1rem;
		padding: 0.3rem 0;
	}
</style>
