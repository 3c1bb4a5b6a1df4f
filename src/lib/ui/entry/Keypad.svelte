<script lang="ts">
	import { widthsToCurve, type Curve } from '$core/curve/index.js';
	import { problemOf } from '$core/errors/index.js';
	import { inchToMm } from '$core/units/index.js';
	import { readNumber } from '$core/formats/index.js';
	import { errorSentence, lengthUnit } from '$words/index.js';
	import { untrack } from 'svelte';
	import OutlineView from './OutlineView.svelte';
	import type { TypedRow } from './draft.js';

	interface Props {
		/** Outline of the last visit at this station, drawn behind. */
		before: Curve | undefined;
		onkeep: (curve: Curve) => void;
		keepWord: string;
		/** What was typed before the page was loaded again. */
		left: readonly TypedRow[];
		/** What is typed and not kept yet; empty when there is nothing. */
		ontyped: (rows: readonly TypedRow[]) => void;
	}
	const { before, onkeep, keepWord, left, ontyped }: Props = $props();

	const DEPTHS = { mm: [15, 30, 60, 75, 90, 120, 150], in: [0.5, 1, 2, 3, 4, 5, 6] } as const;
	/** Rows that were typed in another unit than is read now are gone on with in theirs: no depth stands in both lists. */
	const unit = untrack(() =>
		left.length > 0
			? left.some((l) => (DEPTHS.in as readonly number[]).includes(l.depth))
				? 'in'
				: 'mm'
			: lengthUnit()
	);
	const inMm = (v: number) => (unit === 'in' ? inchToMm(v) : v);

	interface Row {
		readonly depth: number;
		near: string;
		off: string;
	}
	const fresh = (): Row[] => DEPTHS[unit].map((depth) => ({ depth, near: '', off: '' }));
	let rows = $state(untrack(() => fresh().map((row) => ({ ...row, ...left.find((l) => l.depth === row.depth) }))));
	$effect(() => ontyped(rows.filter((r) => r.near.trim() || r.off.trim()).map((r) => ({ ...r }))));

	const DOWN = {
		mm: 'Go down to 120 mm on both sides: the bearing band is 60 to 120.',
		in: 'Go down to 5 in on both sides: the bearing band is 2.4 to 4.7.'
	} as const;
	const read = $derived.by((): { curve?: Curve; say: string } => {
		const typed = rows.filter((r) => r.near.trim() || r.off.trim());
		if (typed.length === 0)
			return {
				say: 'Read the half-widths off the paper with a set square: distance from the spine line at each depth.'
			};
		const bad = typed.find((r) => [r.near, r.off].some((v) => v.trim() && readNumber(v) === undefined));
		if (bad) return { say: `The row at ${bad.depth} ${unit} holds something that is not a number.` };
		try {
			const curve = widthsToCurve(
				typed.map((r) => {
					const [near, off] = [readNumber(r.near), readNumber(r.off)];
					return {
						depthMm: inMm(r.depth),
						...(near === undefined ? {} : { nearMm: inMm(near) }),
						...(off === undefined ? {} : { offMm: inMm(off) })
					};
				})
			);
			const short = typed.every((r) => inMm(r.depth) < 120 || !r.near.trim() || !r.off.trim());
			return { curve, say: short ? DOWN[unit] : '' };
		} catch (error) {
			return { say: errorSentence(problemOf(error)) };
		}
	});

	function keep() {
		if (!read.curve) return;
		onkeep(read.curve);
		rows = fresh();
		document.getElementById(`kp-near-${DEPTHS[unit][0]}`)?.focus();
	}
	function onkeydown(e: KeyboardEvent) {
		if (e.key !== 'Enter') return;
		e.preventDefault();
		const inputs = [...document.querySelectorAll<HTMLInputElement>('.keypad input')];
		const next = inputs[inputs.indexOf(e.target as HTMLInputElement) + 1];
		if (next) next.focus();
		else keep();
	}
</script>

{#snippet cell(row: Row, side: 'near' | 'off', word: string)}
	<td>
		<input
			class="input"
			id={`kp-${side}-${row.depth}`}
			inputmode="decimal"
			autocomplete="off"
			maxlength="8"
			aria-label={`${word} half-width at ${row.depth} ${unit}`}
			bind:value={row[side]}
		/>
	</td>
{/snippet}

<div class="pair">
	<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
	<table class="keypad" {onkeydown}>
		<thead><tr><th scope="col">near, {unit}</th><th scope="col">depth</th><th scope="col">off, {unit}</th></tr></thead>
		<tbody>
			{#each rows as row (row.depth)}
				<tr>
					{@render cell(row, 'near', 'Near')}
					<th scope="row">{row.depth}</th>
					{@render cell(row, 'off', 'Off')}
				</tr>
			{/each}
		</tbody>
	</table>
	<div class="see">
		<OutlineView now={read.curve} {before} />
		<p class="quiet" role="status">{read.say}</p>
		<button class="btn btn-primary" type="button" disabled={!read.curve} onclick={keep}>{keepWord}</button>
	</div>
</div>

<style>
	.pair {
		display: grid;
		grid-template-columns: minmax(16rem, 20rem) 1fr;
		gap: 1rem 1.5rem;
	}
	th {
		font-weight: 600;
		text-align: center;
		padding: 0 0.5rem;
	}
	td {
		padding: 0.15rem 0;
	}
	input {
		width: 100%;
		text-align: center;
		font-size: 1.1rem;
	}
	.see {
		display: grid;
		gap: 0.75rem;
		align-content: start;
		justify-items: start;
	}
	@media (max-width: 640px) {
		.pair {
			grid-template-columns: 1fr;
		}
	}
</style>
