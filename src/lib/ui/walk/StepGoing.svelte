<script lang="ts">
	import { GAITS, GOING_SIGNS, RUNGS, type Rung } from '$core/visit/index.js';
	import { GAIT_WORDS, GOING_WORDS, RUNG_WORDS } from '$words/index.js';
	import Choices from './Choices.svelte';
	import type { Walk } from './walk.svelte.js';

	interface Props {
		walk: Walk;
		onnext: () => void;
	}
	const { walk, onnext }: Props = $props();
	let open: Rung | undefined = $state();

	const seen = (rung: Rung) => walk.list(`going/${rung}`);
	const first = $derived(RUNGS.find((r) => (seen(r)?.length ?? 0) > 0));

	async function nothing(rung: Rung) {
		await walk.set(`going/${rung}`, []);
		if (open === rung) open = undefined;
		if (RUNGS.every((r) => seen(r) !== undefined) && first === undefined) onnext();
	}
	const gaits = (rung: Rung) => walk.list(`gaits/${rung}`) ?? [];
	function toggleGait(rung: Rung, gait: string) {
		const now = gaits(rung);
		void walk.set(`gaits/${rung}`, now.includes(gait) ? now.filter((g) => g !== gait) : [...now, gait]);
	}
	function toggle(rung: Rung, sign: string) {
		const now = seen(rung) ?? [];
		void walk.set(`going/${rung}`, now.includes(sign) ? now.filter((s) => s !== sign) : [...now, sign]);
	}
</script>

<ol class="ladder">
	{#each RUNGS as rung (rung)}
		{@const here = seen(rung)}
		<li class:named={rung === first}>
			<div class="rung">
				<b>{RUNG_WORDS[rung]}</b>
				<button
					type="button"
					class="btn"
					class:on={here?.length === 0}
					aria-pressed={here?.length === 0}
					aria-label={`${RUNG_WORDS[rung]}: nothing seen`}
					onclick={() => nothing(rung)}>nothing seen</button
				>
				<button
					type="button"
					class="btn"
					class:on={(here?.length ?? 0) > 0}
					aria-expanded={open === rung}
					aria-label={`${RUNG_WORDS[rung]}: something seen`}
					onclick={() => (open = open === rung ? undefined : rung)}>something</button
				>
			</div>
			{#if open === rung}
				<Choices
					label={`Seen ${RUNG_WORDS[rung]}`}
					options={GOING_SIGNS.map((s) => [s, GOING_WORDS[s]] as const)}
					chosen={here ?? []}
					alarming={['lame']}
					multiple
					onchoose={(c) => toggle(rung, c)}
				/>
				<Choices
					label={`In which gait, ${RUNG_WORDS[rung]}`}
					options={GAITS.map((g) => [g, GAIT_WORDS[g]] as const)}
					chosen={gaits(rung)}
					multiple
					onchoose={(g) => toggleGait(rung, g)}
				/>
			{:else if here && here.length > 0}
				<p>
					{here.map((s) => GOING_WORDS[s as keyof typeof GOING_WORDS]).join(', ')}{gaits(rung).length > 0
						? ` at ${gaits(rung).join(', ')}`
						: ''}
				</p>
			{/if}
		</li>
	{/each}
</ol>
{#if first}
	<p class="says" role="status">
		{#if seen(first)?.includes('lame')}
			<strong>Lame: stop here and call the vet. No saddle question comes before that.</strong>
		{:else if first === 'bare'}
			<strong>It is there already bare: not the saddle’s doing. Call the vet.</strong>
		{:else}
			First seen at “{RUNG_WORDS[first]}”: that rung is what to look at.
		{/if}
	</p>
{/if}

<style>
	.ladder {
		display: grid;
		gap: 0.25rem;
		border-inline: 5px solid var(--zt-line);
		border-radius: 4px;
		padding: 0.5rem 0;
	}
	li {
		display: grid;
		gap: 0.5rem;
		padding: 0.35rem 0.75rem;
		border-bottom: 5px solid var(--zt-line);
	}
	li.named {
		border-color: var(--zt-strap);
	}
	.rung {
		display: grid;
		grid-template-columns: 1fr auto auto;
		gap: 0.4rem;
		align-items: center;
	}
	.rung .btn {
		background: var(--zt-card);
		border: 1.5px solid var(--zt-line);
		padding-inline: 0.8rem;
	}
	.rung .on {
		border-color: var(--zt-strap);
		background: var(--zt-hide);
		box-shadow: inset 0 0 0 1px var(--zt-strap);
	}
	.says {
		margin-top: 0.75rem;
	}
	strong {
		color: var(--zt-alarm);
	}
</style>
