<script lang="ts">
	import { enhance } from '$app/forms';
	import { FILLINGS, NO_FACTS, type SaddleFacts } from '$core/setup/index.js';
	import { factsWords, FILLING_WORDS } from '$words/index.js';
	import MeasureField from '../MeasureField.svelte';

	interface Props {
		facts: SaddleFacts | null;
		version: number;
		mayWrite: boolean;
		onkept: (version: number) => void;
	}
	const { facts, version, mayWrite, onkept }: Props = $props();
	const is = $derived(facts ?? NO_FACTS);
	let open = $state(false);
</script>

<section class="sheet grid gap-2" aria-labelledby="facts-head">
	<h2 id="facts-head">What it is</h2>
	<p class:quiet={factsWords(is) === ''}>{factsWords(is) || 'Nothing was noted of how it is made.'}</p>
	{#if mayWrite}
		<details bind:open>
			<summary>Note how it is made</summary>
			{#key version}
				<form
					method="POST"
					action="?/facts"
					use:enhance={() =>
						async ({ result, update }) => {
							await update({ reset: false });
							if (result.type === 'success' && typeof result.data?.['version'] === 'number') {
								onkept(result.data['version']);
								open = false;
							}
						}}
				>
					<input type="hidden" name="version" value={version} />
					<label
						>Panels<select class="select w-full" name="filling" value={is.filling ?? ''}
							><option value="">not said</option>{#each FILLINGS as f (f)}<option value={f}>{FILLING_WORDS[f]}</option
								>{/each}</select
						></label
					>
					<MeasureField label="Seat" about="pommel to cantle" name="seatMm" mm={is.seatMm} />
					<MeasureField label="Points" about="below the head" name="pointMm" mm={is.pointMm} />
					<MeasureField label="Weight" about="without girth and irons" name="weightKg" kg={is.weightKg} />
					<label class="wide"
						>Girth straps, or how it is rigged<input
							class="input w-full"
							name="rigging"
							maxlength="120"
							value={is.rigging}
						/></label
					>
					<label class="wide"
						>Widths it can be set to<input
							class="input w-full"
							name="widths"
							maxlength="200"
							value={is.widths}
						/></label
					>
					<button class="btn btn-primary">Keep it</button>
				</form>
			{/key}
		</details>
	{/if}
</section>

<style>
	summary {
		cursor: pointer;
		padding: 0.6rem 0;
	}
	form {
		display: grid;
		grid-template-columns: repeat(auto-fit, minmax(12rem, 1fr));
		gap: 0.75rem;
		align-items: end;
	}
	label {
		display: grid;
		gap: 0.2rem;
		font-weight: 600;
	}
	.wide {
		grid-column: 1 / -1;
	}
</style>
