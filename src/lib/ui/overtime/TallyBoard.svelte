<script lang="ts">
	import type { SignKind } from '$core/zones/index.js';
	import { KIND_WORDS, placeWords, signLine, lengthWords } from '$words/index.js';
	import { formatDay, formatMonth } from '../format.js';
	import { dayNumber, linePath, monthTicks, scale } from '../rail/railScale.js';
	import { weightOf } from '../walk/zoneFill.js';
	import type { TallyRow } from './tallyRows.js';

	interface Props {
		rows: readonly TallyRow[];
		days: readonly string[];
		shape: readonly { readonly day: string; readonly station: string; readonly side: string; readonly mm: number }[];
		on: string;
		chosen: string | null;
		onchoose: (key: string) => void;
		onday: (day: string) => void;
	}
	const { rows, days, shape, on, chosen, onchoose, onday }: Props = $props();
	let width = $state(900);

	const ROW = 46;
	const left = $derived(width < 560 ? 112 : 196);
	const first = $derived(days[0] ?? on);
	const last = $derived(days[days.length - 1] ?? on);
	const x = $derived(
		scale([dayNumber(first), Math.max(dayNumber(last), dayNumber(first) + 1)], [left + 14, width - 26])
	);
	const ticks = $derived(monthTicks(first, last, width < 560 ? 4 : 10));
	const height = $derived(rows.length * ROW + 30);
	const nameOf = (row: TallyRow) =>
		width < 560 ? placeWords(row.zone, row.side).replace('long muscle, ', '') : placeWords(row.zone, row.side);
	/** mm of shape in half a row. */
	const SHAPE_MM = 12;
	const shapeLine = (row: TallyRow, top: number) =>
		linePath(
			shape
				.filter((p) => p.station === row.station && p.side === row.side)
				.map((p) => [
					x(dayNumber(p.day)),
					top + ROW / 2 - (Math.max(-SHAPE_MM, Math.min(SHAPE_MM, p.mm)) / SHAPE_MM) * (ROW / 2 - 3)
				])
		);
	/** Each kind leans its own way, so that strokes can be told apart without colour. */
	const LEAN: Readonly<Record<SignKind, string>> = {
		soreness: 'v',
		heat: 'v',
		swelling: 'v',
		knot: 'v',
		hollow: 'v',
		hair: 'l',
		skin: 'l',
		sweat: 'o'
	};
	const stroke = (kind: SignKind, h: number) =>
		LEAN[kind] === 'v' ? `M0 ${h}V${-h}` : `M${-h * 0.45} ${h}L${h * 0.45} ${-h}`;
</script>

<div class="board" bind:clientWidth={width}>
	<svg {width} {height} role="group" aria-label="Tally by zone over time">
		{#each rows as row, i (i)}
			{@const top = i * ROW}
			{@const key = `${row.zone} ${row.side}`}
			<g
				class="row"
				class:chosen={chosen === key}
				role="button"
				tabindex="0"
				aria-label={`${nameOf(row)}: ${row.strokes.length} signs. ${row.strokes
					.slice(-3)
					.map((s) => `${formatDay(s.day)} ${signLine(s.sign)}`)
					.join('; ')}`}
				onclick={() => onchoose(key)}
				onkeydown={(e) => {
					if (e.key !== 'Enter' && e.key !== ' ') return;
					e.preventDefault();
					onchoose(key);
				}}
			>
				<rect x="0" y={top + 1} {width} height={ROW - 2} />
				<text x={left} y={top + ROW / 2 + 5} text-anchor="end">{nameOf(row)}</text>
				<path class="zero" d={`M${left + 14} ${top + ROW / 2}H${width - 20}`} />
				{#if row.station}<path class={`shape ${row.side}`} d={shapeLine(row, top)} />{/if}
				{#each row.strokes as s, k (k)}
					{@const h = 6 + 10 * weightOf(s.sign)}
					{@const sx = x(dayNumber(s.day)) + row.strokes.slice(0, k).filter((o) => o.day === s.day).length * 7}
					<g transform={`translate(${sx} ${top + ROW / 2})`}>
						{#if LEAN[s.sign.kind] === 'o'}<circle class="ring" r={h * 0.5} />
						{:else}<path class="stroke" d={stroke(s.sign.kind, h)} />{/if}
						<title>{formatDay(s.day)}: {signLine(s.sign)}</title>
					</g>
				{/each}
			</g>
		{/each}
		{#each ticks as t, nth (nth)}<text class="axis" x={x(dayNumber(t))} y={height - 8} text-anchor="middle"
				>{formatMonth(t)}{t.slice(5, 7) === '01' ? ` ${t.slice(0, 4)}` : ''}</text
			>{/each}
		<path class="now" d={`M${x(dayNumber(on))} 0V${height - 26}`} />
		{#each days as d, nth (nth)}
			<rect
				class="hit"
				x={x(dayNumber(d)) - 6}
				y={height - 27}
				width="12"
				height="8"
				role="presentation"
				onclick={() => onday(d)}
			/>
		{/each}
	</svg>
	<p class="quiet">
		<span><b>|</b> {KIND_WORDS.soreness}, heat, swelling, knot, hollow</span> <span><b>/</b> hair, skin</span>
		<span><b>○</b> dry or rubbed sweat</span> <span>tall: grave on its own scale</span>
		<span>thin line: shape of the same zone since the fit mark, ±{lengthWords(SHAPE_MM)} a row</span>
	</p>
</div>

<style>
	.board {
		overflow: hidden;
	}
	svg {
		display: block;
	}
	.row {
		cursor: pointer;
	}
	.row rect {
		fill: transparent;
	}
	.row:hover rect,
	.chosen rect {
		fill: var(--zt-hide-2);
	}
	.chosen rect {
		stroke: var(--zt-strap);
	}
	.row text {
		font: 600 15px var(--font-text);
		fill: var(--zt-ink);
	}
	.axis {
		font: 13px var(--font-text);
		fill: var(--zt-quiet);
	}
	.zero {
		stroke: var(--zt-line);
	}
	.shape {
		fill: none;
		stroke: var(--zt-lost);
		stroke-width: 2;
	}
	.shape.off {
		stroke: var(--zt-off);
		stroke-dasharray: 7 4;
	}
	.stroke {
		stroke: var(--zt-ink);
		stroke-width: 3.2;
		stroke-linecap: round;
	}
	.ring {
		fill: var(--zt-card);
		stroke: var(--zt-ink);
		stroke-width: 2;
	}
	.now {
		stroke: var(--zt-strap);
		stroke-width: 3;
		opacity: 0.6;
		pointer-events: none;
	}
	.hit {
		fill: var(--zt-ink);
		opacity: 0.35;
		cursor: pointer;
	}
	p {
		display: flex;
		flex-wrap: wrap;
		gap: 0 1.1rem;
		font-size: 0.875rem;
	}
</style>
