<script lang="ts">
	import { cleanCurve, LONG_LINES, measureLongLine, type Curve } from '$core/curve/index.js';
	import { problemOf } from '$core/errors/index.js';
	import { inchToMm } from '$core/units/index.js';
	import { readNumber } from '$core/formats/index.js';
	import { errorSentence, longLineWords, lengthUnit, lengthWords } from '$words/index.js';
	import OutlineView from './OutlineView.svelte';

	interface Props {
		keepWord: string;
		onkeep: (curve: Curve) => void;
	}
	const { keepWord, onkeep }: Props = $props();
	const STEP = { mm: 50, in: 2 } as const;
	const unit = lengthUnit();
	const inMm = (v: number) => (unit === 'in' ? inchToMm(v) : v);
	const fresh = (): { along: number; down: string }[] =>
		Array.from({ length: 10 }, (_, i) => ({ along: STEP[unit] * i, down: '' }));
	let rows = $state(fresh());

	const read = $derived.by((): { curve?: Curve; say: string } => {
		const typed = rows.filter((r) => r.down.trim());
		if (typed.length === 0)
			return {
				say: `Stretch a level string over the back, ${lengthWords(100)} beside the spine. How far below it is the back?`
			};
		const points = typed.map((r) => [r.along, readNumber(r.down)] as const);
		const bad = points.find(([, v]) => v === undefined);
		if (bad) return { say: `The row at ${bad[0]} ${unit} holds something that is not a number.` };
		try {
			const { curve } = cleanCurve(
				points.map(([x, v]) => [inMm(x), -inMm(v as number)] as const),
				LONG_LINES[0]
			);
			return { curve, say: longLineWords(measureLongLine(curve)) };
		} catch (error) {
			return { say: errorSentence(problemOf(error)) };
		}
	});
	function keep() {
		if (!read.curve) return;
		onkeep(read.curve);
		rows = fresh();
	}
</script>

<div class="pad">
	{#each rows as row (row.along)}
		<label
			><span>{row.along} {unit}</span><input
				class="input"
				inputmode="decimal"
				maxlength="7"
				aria-label={`Below the string at ${row.along} ${unit}`}
				bind:value={row.down}
			/></label
		>
	{/each}
</div>
<p role="status">{read.say}</p>
{#if read.curve}<OutlineView now={read.curve} before={undefined} long />{/if}
<button type="button" class="btn btn-primary" disabled={!read.curve} onclick={keep}>{keepWord}</button>

<style>
	.pad {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(9rem, 1fr));
		gap: 0.4rem 1rem;
	}
	label {
		display: grid;
		grid-template-columns: 4.2rem 1fr;
		align-items: center;
	}
</style>
