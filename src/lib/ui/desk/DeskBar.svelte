<script lang="ts">
	import { LONG_LINES, MAIN_STATIONS } from '$core/curve/index.js';
	import { DESK_MODES, stationWords } from '$words/index.js';

	interface Props {
		station: string;
		mode: (typeof DESK_MODES)[number][0];
		/** Who traced. */
		operator: string;
		onoperator: (name: string) => void;
	}
	let { station = $bindable(), mode = $bindable(), operator, onoperator }: Props = $props();
</script>

<div class="bar">
	<div class="join" role="group" aria-label="Station">
		{#each [...MAIN_STATIONS, ...LONG_LINES] as s (s)}<button
				type="button"
				class="btn join-item"
				class:btn-primary={s === station}
				aria-pressed={s === station}
				onclick={() => (station = s)}>{stationWords(s)}</button
			>{/each}
	</div>
	<div role="group" aria-label="How to enter" class="join modes">
		{#each DESK_MODES as [m, word] (m)}<button
				type="button"
				class="btn join-item"
				class:btn-active={m === mode}
				aria-pressed={m === mode}
				onclick={() => (mode = m)}>{word}</button
			>{/each}
	</div>
</div>
<label class="tracer"
	>Traced by <input
		class="input"
		maxlength="80"
		value={operator}
		onchange={(e) => onoperator(e.currentTarget.value.trim())}
	/></label
>

<style>
	.bar {
		display: flex;
		flex-wrap: wrap;
		justify-content: space-between;
		gap: 0.5rem;
	}
	.tracer {
		display: flex;
		gap: 0.5rem;
		align-items: center;
		font-weight: 600;
	}
	.tracer input {
		max-width: 14rem;
	}
	@media (max-width: 640px) {
		.bar .btn {
			padding-inline: 0.5rem;
			font-size: 0.92rem;
		}
		.modes {
			display: grid;
			grid-template-columns: repeat(3, 1fr);
			width: 100%;
		}
		.modes .btn {
			border-radius: 0;
		}
	}
</style>
