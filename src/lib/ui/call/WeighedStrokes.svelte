<script lang="ts">
	import type { Weighing } from '$core/call/index.js';
	import { SOURCE_WORDS, strokeWords, weighedWords, WEIGHING_CAUTION } from '$words/index.js';
	import { formatDay } from '../format.js';

	interface Props {
		weighing: Weighing;
	}
	const { weighing }: Props = $props();
	const strongest = $derived(Math.max(10, ...weighing.strokes.map((s) => Math.abs(s.db))));
	const signed = (db: number): string => `${db < 0 ? '−' : '+'}${Math.abs(db).toFixed(1)}`;
	const shown = $derived(weighing.strokes.filter((s) => Math.abs(s.db) >= 0.5));
</script>

<details>
	<summary>Weighed together: {weighedWords(weighing)} that it no longer fits</summary>
	<ul>
		<li>
			<span class="what">Where every look begins</span>
			<span class="bar"><i class="against" style:--share={Math.abs(weighing.startDb) / strongest / 2}></i></span>
			<span class="db">{signed(weighing.startDb)}</span>
		</li>
		{#each shown as s, nth (nth)}
			<li>
				<span class="what"
					>{strokeWords(s)} <small class="quiet">{SOURCE_WORDS[s.source]}, {formatDay(s.seenOn)}</small></span
				>
				<span class="bar"><i class:against={s.db < 0} style:--share={Math.abs(s.db) / strongest / 2}></i></span>
				<span class="db">{signed(s.db)}</span>
			</li>
		{/each}
		<li class="sum">
			<span class="what">Together</span><span class="bar"></span><span class="db">{signed(weighing.sumDb)}</span>
		</li>
	</ul>
	<p class="quiet">Ten is odds of ten to one. {WEIGHING_CAUTION}</p>
</details>

<style>
	summary {
		min-height: 2.25rem;
		cursor: pointer;
	}
	li {
		display: grid;
		grid-template-columns: 1fr 5rem 3rem;
		gap: 0.5rem;
		align-items: center;
		border-top: 1px solid var(--zt-line);
		padding-block: 0.3rem;
	}
	small {
		display: block;
	}
	.bar {
		position: relative;
		height: 0.8rem;
		background: linear-gradient(var(--zt-line), var(--zt-line)) center / 1px 100% no-repeat;
	}
	i {
		position: absolute;
		inset-block: 0;
		left: 50%;
		width: calc(var(--share) * 100%);
		background: var(--zt-ink);
	}
	i.against {
		left: auto;
		right: 50%;
		background: none;
		border: 2px solid var(--zt-ink);
	}
	.db {
		text-align: right;
		font-variant-numeric: tabular-nums;
	}
	.sum {
		font-weight: 600;
	}
</style>
