<script lang="ts">
	import { STAGES, type Stage } from '$core/checks/index.js';
	import type { HandSeries } from '$core/reading/index.js';
	import { CHECK_WORDS, STAGE_WORDS, type SetupDay, lengthWords } from '$words/index.js';
	import { formatDay, formatMonth } from '../format.js';
	import { underOn } from './underOn.js';
	import { dayNumber, linePath, monthTicks, scale } from '../rail/railScale.js';

	interface Props {
		series: readonly HandSeries[];
		setups: readonly SetupDay[];
	}
	const { series, setups }: Props = $props();

	const HEIGHT = 150;
	const MOST = 5;
	let whole = $state(600);
	const groups = $derived(
		[...new Set(series.map((s) => `${s.check} ${s.side}`))]
			.sort((a, b) => Number(b.startsWith('clearance-top')) - Number(a.startsWith('clearance-top')))
			.map((key) => {
				const [check, side] = key.split(' ') as [HandSeries['check'], HandSeries['side']];
				const lines = series.filter((s) => s.check === check && s.side === side);
				return { key, check, side, lines };
			})
	);
	const GAP = 24;
	/** Two side by side where there is room. */
	const columns = $derived(whole > 760 && groups.length > 1 ? 2 : 1);
	const width = $derived(Math.max(240, (whole - GAP * (columns - 1)) / columns));
	const days = $derived(series.flatMap((s) => s.points.map((p) => p.on)).sort());
	const [first, last] = $derived([days[0] ?? '', days[days.length - 1] ?? '']);
	const x = $derived(scale([dayNumber(first || '2026-01-01'), dayNumber(last || '2026-01-02')], [34, width - 70]));
	const y = scale([0, MOST], [HEIGHT - 24, 10]);
	const DASH: Readonly<Record<Stage, string>> = { bare: '', pad: '2 4', girthed: '8 4', rider: '2 3 9 3' };
	const at = (on: string) => (first === last ? 60 : x(dayNumber(on)));
	const fingers = (n: number) => (n === 1 ? '1 finger' : `${n} fingers`);
	const under = (on: string, stage: Stage): string => {
		const line = underOn(setups, on, stage === 'bare');
		return line ? ` (${line})` : '';
	};
	/** "3 on 4 May, 2 now": what a person would say of it. */
	const said = (s: HandSeries): string => {
		const [from, to] = [s.points[0], s.points[s.points.length - 1]];
		if (!from || !to) return '';
		if (s.points.length === 1)
			return `${STAGE_WORDS[s.stage]}: ${fingers(to.fingers)} (${lengthWords(to.mm)}), ${formatDay(to.on)}${under(to.on, s.stage)}`;
		const change = s.changedMm ?? 0;
		const how = s.real
			? `${change < 0 ? 'less' : 'more'} by ${lengthWords(Math.abs(change))}`
			: `within what counting can tell (${lengthWords(s.detectableMm)})`;
		const [then, now] = [under(from.on, s.stage), under(to.on, s.stage)];
		return `${STAGE_WORDS[s.stage]}: ${from.fingers} on ${formatDay(from.on)}${then === now ? '' : then}, ${to.fingers} on ${formatDay(to.on)}${now}, ${how}`;
	};
	const ticks = $derived(first && last !== first ? monthTicks(first, last, 6) : []);
</script>

<div bind:clientWidth={whole} class="hands" style:--columns={columns}>
	{#each groups as g, nth (nth)}
		<figure>
			<figcaption>{CHECK_WORDS[g.check].name}{g.side === 'both' ? '' : `, ${g.side} side`}</figcaption>
			{#if g.lines.some((s) => s.points.length > 1)}
				<svg {width} height={HEIGHT} role="img" aria-label={g.lines.map(said).join('; ')}>
					{#each [0, 1, 2, 3, 4, 5] as n (n)}
						<path class="grid" d={`M34 ${y(n)}H${width - 70}`} />
						<text x="26" y={y(n) + 5} text-anchor="end">{n}</text>
					{/each}
					{#each ticks as t, nth (nth)}<text x={at(t)} y={HEIGHT - 4} text-anchor="middle">{formatMonth(t)}</text
						>{/each}
					{#each [...g.lines].sort((a, b) => STAGES.indexOf(a.stage) - STAGES.indexOf(b.stage)) as s, nth (nth)}
						{@const end = s.points[s.points.length - 1]}
						<path
							class="line"
							stroke-dasharray={DASH[s.stage]}
							d={linePath(s.points.map((p) => [at(p.on), y(Math.min(MOST, p.fingers))]))}
						/>
						{#each s.points as p, nth (nth)}<circle cx={at(p.on)} cy={y(Math.min(MOST, p.fingers))} r="4" />{/each}
						{#if end}<text class="stage" x={at(end.on) + 8} y={y(Math.min(MOST, end.fingers)) + 5}>{s.stage}</text>{/if}
					{/each}
				</svg>
			{/if}
			<ul>
				{#each g.lines as s, nth (nth)}<li class:real={s.real}>{said(s)}</li>{/each}
			</ul>
		</figure>
	{/each}
</div>

<style>
	.hands {
		display: grid;
		grid-template-columns: repeat(var(--columns), minmax(0, 1fr));
		gap: 1rem 24px;
		min-width: 0;
	}
	figcaption {
		font-weight: 600;
	}
	svg {
		max-width: 100%;
	}
	.grid {
		stroke: var(--zt-line);
	}
	.line {
		fill: none;
		stroke: var(--zt-near);
		stroke-width: 2.2;
	}
	circle {
		fill: var(--zt-card);
		stroke: var(--zt-near);
		stroke-width: 2;
	}
	text {
		font: 14px var(--font-text);
		fill: var(--zt-quiet);
	}
	.stage {
		fill: var(--zt-ink);
	}
	.real {
		font-weight: 600;
	}
</style>
