<script lang="ts">
	import { BEFORE_ANSWERS, BEFORE_RIDE } from '$core/visit/index.js';
	import { BEFORE_ANSWER_WORDS, BEFORE_WORDS } from '$words/index.js';
	import Choices from './Choices.svelte';
	import type { Walk } from './walk.svelte.js';

	interface Props {
		walk: Walk;
		horseId: string;
		onfinish: () => Promise<void>;
	}
	const { walk, horseId, onfinish }: Props = $props();
	const other = $derived(BEFORE_RIDE.some((p) => walk.text(`before/${p}`) === 'other'));
	const answered = $derived(BEFORE_RIDE.every((p) => walk.text(`before/${p}`) !== undefined));

	async function all() {
		for (const p of BEFORE_RIDE) await walk.set(`before/${p}`, 'as-always');
		await onfinish();
	}
</script>

<button type="button" class="btn btn-primary all" onclick={() => void all()}>All three as always</button>
{#each BEFORE_RIDE as p (p)}
	<h2>{BEFORE_WORDS[p]}</h2>
	<Choices
		label={BEFORE_WORDS[p]}
		options={BEFORE_ANSWERS.map((a) => [a, BEFORE_ANSWER_WORDS[a]] as const)}
		chosen={[walk.text(`before/${p}`) ?? '']}
		alarming={['other']}
		onchoose={(a) => void walk.set(`before/${p}`, a)}
	/>
{/each}
{#if other}
	<p class="caution" role="alert">
		Do not ride yet: look closer. Sore, hot, swollen or open: no saddle, and a vet. <a
			class="link"
			href={`/horses/${horseId}/walk`}
			data-sveltekit-reload>Take a quick look</a
		>.
	</p>
{/if}
<button type="button" class="btn" disabled={!answered} onclick={() => void onfinish()}>Keep it</button>

<style>
	h2 {
		font-size: 1.05rem;
	}
	.all {
		width: 100%;
		min-height: 4rem;
	}
	.caution {
		border-left: 4px solid var(--zt-alarm);
		padding-left: 0.75rem;
	}
</style>
