<script lang="ts">
	import { stepProgress, type FieldStates, type Step } from '$core/visit/index.js';
	import { STEP_WORDS } from '$words/index.js';

	interface Props {
		steps: readonly Step[];
		states: FieldStates;
		current: Step;
		onstep: (step: Step) => void;
	}
	const { steps, states, current, onstep }: Props = $props();
	const SAYS = { done: 'done', begun: 'begun', skipped: 'skipped', open: 'still open' } as const;
</script>

<nav class="strap" aria-label="Steps of the visit">
	{#each steps as step (step)}
		{@const progress = stepProgress(states, step)}
		<button
			type="button"
			class={progress}
			class:current={step === current}
			aria-current={step === current ? 'step' : undefined}
			aria-label={`${STEP_WORDS[step]}, ${SAYS[progress]}`}
			title={STEP_WORDS[step]}
			onclick={() => onstep(step)}><span></span></button
		>
	{/each}
</nav>

<style>
	.strap {
		display: flex;
		justify-content: space-between;
		background: var(--zt-strap);
		border-radius: 0.6rem 1.6rem 1.6rem 0.6rem;
		padding: 0 0.4rem;
	}
	button {
		flex: 1;
		min-width: 1.5rem;
		height: 2.5rem;
		display: grid;
		place-items: center;
		cursor: pointer;
		border-radius: 0.5rem;
	}
	span {
		width: 0.72rem;
		height: 0.72rem;
		border-radius: 50%;
		background: var(--zt-strap-dark);
	}
	.done span {
		background: #fffaf2;
	}
	.begun span {
		background: linear-gradient(90deg, #fffaf2 50%, var(--zt-strap-dark) 50%);
	}
	.skipped span {
		height: 0.16rem;
		border-radius: 0;
		background: #fffaf2;
	}
	.current {
		box-shadow: inset 0 0 0 3.5px var(--zt-buckle);
	}
	button:focus-visible {
		outline-color: var(--zt-ink);
	}
</style>
