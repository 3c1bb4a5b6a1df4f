<script lang="ts">
	import { lengthWords, signedNumber, signedWords } from '$words/index.js';
	import type { Limits } from '$core/change/index.js';
	import { formatDay, formatMonth } from '../format.js';
	import { dayNumber, linePath, monthTicks, scale, type RailPoint } from './railScale.js';

	interface Props {
		points: readonly RailPoint[];
		/** Days of all visits, judged or not. */
		visitDays: readonly string[];
		fitMarks: readonly { readonly fittedOn: string; readonly fittedBy: string }[];
		/** Days on which something under or in the saddle was changed, with what. */
		setups?: readonly { readonly on: string; readonly words: string; readonly line: string }[];
		/** Fingers above the withers, by day. */
		hands?: readonly { readonly on: string; readonly fingers: number }[];
		/** Of the school this saddle is kept by. */
		limits: Limits;
		forecast:
			{ readonly earliest: string | null; readonly latest: string | null; readonly refitOn: string | null } | undefined;
		chosenDay: string;
		onchoose: (day: string) => void;
	}
	const {
		points,
		visitDays,
		fitMarks,
		setups = [],
		hands = [],
		limits,
		forecast,
		chosenDay,
		onchoose
	}: Props = $props();

	let width = $state(1000);
	let dragged: string | undefined = $state();
	let svg: SVGSVGElement | undefined = $state();
	const narrow = $derived(width < 560);
	const BAND = 24;
	const charted = $derived(narrow ? 158 : 200);
	/** Rows under the chart: what was under and in the saddle, and fingers counted by hand. */
	const setupY = $derived(charted + 4);
	const handsY = $derived(charted + (setups.length > 0 ? BAND + 8 : 4));
	const height = $derived(charted + (setups.length > 0 ? BAND + 4 : 0) + (hands.length > 1 ? BAND + 4 : 0));
	const left = 78;
	const shown = $derived(dragged ?? chosenDay);

	const first = $derived(visitDays[0] ?? chosenDay);
	const last = $derived(visitDays[visitDays.length - 1] ?? chosenDay);
	const tail = $derived(Math.max(20, Math.round((dayNumber(last) - dayNumber(first)) * 0.14)));
	const x = $derived(scale([dayNumber(first), dayNumber(last) + tail], [left + 6, width - (narrow ? 12 : 24)]));
	const extent = $derived.by(() => {
		const values = points.flatMap((p) => [
			p.nearMm - 2 * p.sdMm,
			p.offMm - 2 * p.sdMm,
			p.nearMm + 2 * p.sdMm,
			p.offMm + 2 * p.sdMm
		]);
		return [Math.min(-8, ...values), Math.max(8, ...values)] as const;
	});
	const y = $derived(scale([extent[1], extent[0]], [10, charted - 28]));

	const roomy = $derived(
		Math.min(
			Math.abs(y(limits.watchGainMm) - y(limits.refitGainMm)),
			Math.abs(y(limits.watchLossMm) - y(limits.refitLossMm))
		) > 12
	);
	const line = (pick: (p: RailPoint) => number) => linePath(points.map((p) => [x(dayNumber(p.day)), y(pick(p))]));
	const band = $derived.by(() => {
		const up = points.map((p) => [x(dayNumber(p.day)), y(Math.max(p.nearMm, p.offMm) + 1.96 * p.sdMm)] as const);
		const down = [...points]
			.reverse()
			.map((p) => [x(dayNumber(p.day)), y(Math.min(p.nearMm, p.offMm) - 1.96 * p.sdMm)] as const);
		return points.length > 1 ? `${linePath([...up, ...down])}Z` : '';
	});
	/** The shape on the shown day, or as it was last traced before. */
	const here = $derived(points.filter((p) => p.day <= shown).at(-1));
	const lastPoint = $derived(points[points.length - 1]);
	const ticks = $derived(monthTicks(first, last, narrow ? 4 : 10));
	const CHARACTER = 7;
	const periods = $derived(
		setups.map((s, i) => {
			const from = x(dayNumber(s.on));
			const next = setups[i + 1];
			const to = next ? x(dayNumber(next.on)) - 2 : x(dayNumber(last) + tail);
			const room = Math.floor((to - from - 12) / CHARACTER);
			const shown = s.line.length <= room ? s.line : room > 8 ? `${s.line.slice(0, room - 1).trimEnd()}…` : '';
			return { on: s.on, from, to, shown };
		})
	);
	/** Counts that would stand on each other give way to the later one. */
	const counted = $derived(
		hands
			.map((h) => ({ ...h, x: x(dayNumber(h.on)) }))
			.filter((h, i, list) => {
				const next = list[i + 1];
				return !next || next.x - h.x > 18;
			})
	);
	const forecastPath = $derived.by(() => {
		if (!forecast?.refitOn || !lastPoint) return '';
		const worse = Math.abs(lastPoint.nearMm) > Math.abs(lastPoint.offMm) ? lastPoint.nearMm : lastPoint.offMm;
		const limit = worse < 0 ? -limits.refitLossMm : limits.refitGainMm;
		const end = (day: string | null) => Math.min(x(dayNumber(last) + tail), day ? x(dayNumber(day)) : Infinity);
		const from = [x(dayNumber(lastPoint.day)), y(worse)] as const;
		return `${linePath([from, [end(forecast.earliest), y(limit)], [end(forecast.latest), y(limit)]])}Z`;
	});

	function nearest(clientX: number): string {
		const box = svg?.getBoundingClientRect();
		const at = clientX - (box?.left ?? 0);
		return visitDays.reduce(
			(best, d) => (Math.abs(x(dayNumber(d)) - at) < Math.abs(x(dayNumber(best)) - at) ? d : best),
			chosenDay
		);
	}
	function drag(e: PointerEvent) {
		if (e.type === 'pointerdown') svg?.setPointerCapture(e.pointerId);
		else if (dragged === undefined) return;
		dragged = nearest(e.clientX);
	}
	function drop() {
		if (dragged !== undefined && dragged !== chosenDay) onchoose(dragged);
		dragged = undefined;
	}
	function key(e: KeyboardEvent) {
		const step = { ArrowLeft: -1, ArrowRight: 1, Home: -Infinity, End: Infinity }[e.key];
		if (step === undefined) return;
		e.preventDefault();
		const i = Math.max(0, Math.min(visitDays.length - 1, visitDays.indexOf(chosenDay) + step));
		const day = visitDays[i];
		if (day && day !== chosenDay) onchoose(day);
	}
</script>

<figure class="sheet rail" bind:clientWidth={width}>
	<svg
		bind:this={svg}
		{height}
		width={Math.max(280, width - 34)}
		role="slider"
		tabindex="0"
		aria-label="Visits over time. Arrow keys choose a visit."
		aria-valuemin={0}
		aria-valuemax={visitDays.length - 1}
		aria-valuenow={visitDays.indexOf(shown)}
		aria-valuetext={`${formatDay(shown)}${here ? `: near ${signedWords(here.nearMm)}, off ${signedWords(here.offMm)}` : ''}`}
		onpointerdown={drag}
		onpointermove={drag}
		onpointerup={drop}
		onpointercancel={() => (dragged = undefined)}
		onkeydown={key}
	>
		<defs>
			<pattern id="ahead" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(40)">
				<path d="M0 0V7" stroke="var(--zt-quiet)" stroke-width="1.600" />
			</pattern>
		</defs>
		<rect
			class="quiet-band"
			x={left}
			y={y(limits.watchGainMm)}
			{width}
			height={y(-limits.watchLossMm) - y(limits.watchGainMm)}
		/>
		{#each [{ mm: 0, word: '0' }, { mm: limits.watchGainMm, word: '+ watch' }, { mm: -limits.watchLossMm, word: '− watch' }] as g (g.mm)}
			<path class="grid" d={`M${left} ${y(g.mm)}H${width}`} />
			{#if g.mm === 0 || roomy}<text class="axis" x={left - 8} y={y(g.mm) + 5} text-anchor="end">{g.word}</text>{/if}
		{/each}
		{#each [{ mm: limits.refitGainMm, word: '+ refit' }, { mm: -limits.refitLossMm, word: '− refit' }] as g (g.mm)}
			<path class="limit" d={`M${left} ${y(g.mm)}H${width}`} />
			<text class="axis alarm" x={left - 8} y={y(g.mm) + 5} text-anchor="end">{g.word}</text>
		{/each}
		{#if band}<path class="noise" d={band} />{/if}
		{#if forecastPath}<path d={forecastPath} fill="url(#ahead)" />{/if}
		<path class="off" d={line((p) => p.offMm)} />
		<path class="near" d={line((p) => p.nearMm)} />
		{#each points as p, nth (nth)}<circle class="dot" cx={x(dayNumber(p.day))} cy={y(p.nearMm)} r="3.500" />{/each}
		{#each fitMarks as mark, nth (nth)}
			<g transform={`translate(${x(dayNumber(mark.fittedOn))} 0)`}>
				<path class="pole" d={`M0 4V${charted - 26}`} />
				<path class="flag" d="M0 4H62L56 13L62 22H0Z" />
				<text class="flag-word" x="6" y="18">fit mark</text>
			</g>
		{/each}
		{#each setups as s, nth (nth)}
			<path class="setup" d={`M${x(dayNumber(s.on))} ${charted - 38}l5 5l-5 5l-5 -5Z`}
				><title>Set-up {formatDay(s.on)}: {s.words}</title></path
			>
		{/each}
		{#each periods as p, i (i)}
			<rect
				class="period"
				class:other={i % 2 === 1}
				x={p.from}
				y={setupY}
				width={Math.max(0, p.to - p.from)}
				height={BAND - 2}
				rx="3"
			/>
			{#if p.shown}<text class="axis in" x={p.from + 6} y={setupY + 16}>{p.shown}</text>{/if}
		{/each}
		{#if setups.length > 0}<text class="axis" x={left - 8} y={setupY + 16} text-anchor="end">set-up</text>{/if}
		{#if hands.length > 1}
			<text class="axis" x={left - 8} y={handsY + 16} text-anchor="end">fingers</text>
			{#each counted as c, nth (nth)}<text class="count" x={c.x} y={handsY + 17} text-anchor="middle">{c.fingers}</text
				>{/each}
		{/if}
		{#each ticks as tick, nth (nth)}
			<text class="axis" x={x(dayNumber(tick))} y={charted - 6} text-anchor="middle"
				>{formatMonth(tick)}{tick.slice(5, 7) === '01' ? ` ${tick.slice(0, 4)}` : ''}</text
			>
		{/each}
		{#each visitDays as day, nth (nth)}<path class="visit" d={`M${x(dayNumber(day))} ${charted - 28}v7`} />{/each}
		<g class="buckle" transform={`translate(${x(dayNumber(shown))} 0)`}>
			<rect x="-8" y="2" width="16" height={charted - 26} rx="7" />
		</g>
	</svg>
	<figcaption class="quiet">
		<span class="reading"
			><b>{formatDay(shown)}</b>{#if here}: <b>near {signedNumber(here.nearMm)}</b> (solid),
				<b class="thin">off {signedNumber(here.offMm)}</b>
				(dashed), ± {lengthWords(1.96 * here.sdMm, 1)}{here.day === shown
					? ''
					: `, traced ${formatDay(here.day)}`}{/if}</span
		>
		<span>T8 band since the fit mark; shade: 95% interval{setups.length > 0 ? '; ◆ set-up changed' : ''}</span>
	</figcaption>
</figure>

<style>
	svg {
		display: block;
		touch-action: pan-y;
		cursor: ew-resize;
		max-width: 100%;
	}
	figcaption {
		display: flex;
		flex-wrap: wrap;
		gap: 0.1rem 1.25rem;
		font-size: 0.875rem;
	}
	.quiet-band {
		fill: var(--zt-hide-2);
	}
	.grid {
		stroke: var(--zt-line);
	}
	.limit {
		stroke: var(--zt-alarm);
		stroke-dasharray: 7 4;
		stroke-width: 1.4;
	}
	.axis {
		font: 14px var(--font-text);
		fill: var(--zt-quiet);
	}
	.axis.alarm {
		fill: var(--zt-alarm);
	}
	.noise {
		fill: var(--zt-band);
	}
	.near,
	.off {
		fill: none;
		stroke: var(--zt-near);
		stroke-width: 2.6;
		stroke-linejoin: round;
	}
	.off {
		stroke: var(--zt-off);
		stroke-width: 2.2;
		stroke-dasharray: 8 4;
	}
	.dot {
		fill: var(--zt-card);
		stroke: var(--zt-near);
		stroke-width: 1.8;
	}
	.pole {
		stroke: var(--zt-strap);
		stroke-width: 2;
	}
	.flag {
		fill: var(--zt-strap);
	}
	.flag-word {
		font: 600 12.5px var(--font-text);
		fill: #fffaf2;
	}
	.setup {
		fill: var(--zt-buckle);
		stroke: var(--zt-strap-dark);
		stroke-width: 1;
	}
	.period {
		fill: var(--zt-hide-2);
		stroke: var(--zt-line);
	}
	.period.other {
		fill: var(--zt-hide);
	}
	.axis.in {
		fill: var(--zt-ink);
		font-size: 13px;
	}
	.count {
		font: 700 15px var(--font-text);
		fill: var(--zt-ink);
	}
	.visit {
		stroke: var(--zt-ink);
		stroke-width: 1.6;
	}
	.buckle rect {
		fill: none;
		stroke: var(--zt-strap);
		stroke-width: 3;
	}
	.reading {
		color: var(--zt-ink);
		margin-right: auto;
	}
	.reading .thin {
		color: var(--zt-off);
	}
</style>
