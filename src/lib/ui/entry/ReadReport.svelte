<script lang="ts">
	import { errorSentence, problemLine } from '$words/index.js';
	import type { DrawnUnit } from '$core/units/index.js';
	import { unitAsked } from '$core/formats/index.js';
	import type { FileResult } from './readFiles.js';

	interface Props {
		results: readonly FileResult[];
		/** Reads the same files once more, their lengths in another unit. */
		onunit: (unit: DrawnUnit) => void;
	}
	const { results, onunit }: Props = $props();
	const asked = $derived(unitAsked(results.flatMap((r) => (r.status === 'read' ? r.report.problems : [r.problem]))));
	const MOST = 12;
</script>

<div aria-live="polite" class="report">
	{#each results as result, i (i)}
		<div class="file">
			<b>{result.name}</b>
			{#if result.status === 'refused'}
				<p class="bad">Not read. {errorSentence(result.problem)}</p>
			{:else}
				<p>
					{result.report.tracings.length + result.report.lines.length} tracings read{result.report.problems.length > 0
						? `, ${result.report.problems.length} problems`
						: ''}.
				</p>
				<ul>
					{#each result.report.problems.slice(0, MOST) as problem, k (k)}<li class="bad">
							{problemLine(problem)}
						</li>{/each}
					{#if result.report.problems.length > MOST}<li class="quiet">
							and {result.report.problems.length - MOST} more
						</li>{/if}
					{#each result.report.notes.slice(0, MOST) as note, k (k)}<li class="quiet">{problemLine(note)}</li>{/each}
				</ul>
			{/if}
		</div>
	{/each}
	{#if asked}
		<p role="alert">
			These lines look drawn in {asked === 'inch' ? 'inches' : 'centimetres'}.
			<button type="button" class="btn" onclick={() => onunit(asked)}
				>{asked === 'inch' ? 'Read them as inches' : 'Read them as centimetres'}</button
			>
		</p>
	{/if}
</div>

<style>
	.report {
		display: grid;
		gap: 0.5rem;
	}
	.file {
		border-left: 4px solid var(--zt-line);
		padding-left: 0.75rem;
	}
	.bad {
		color: var(--zt-alarm);
	}
</style>
