<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import HeightsOverTime from '$lib/ui/shape/HeightsOverTime.svelte';
	import LongLines from '$lib/ui/shape/LongLines.svelte';
	import { MAIN_STATIONS } from '$core/curve/index.js';
	import TrendChart from '$lib/ui/charts/TrendChart.svelte';
	import { MediaQuery } from 'svelte/reactivity';
	import { formatDay } from '$lib/ui/format.js';
	import { againstPath, clearest, dayPath, differenceCsv, intervalPath, unroll } from '$lib/ui/shape/overlayShape.js';
	import { saveSvg, saveSvgAsPng, saveText } from '$lib/ui/shape/saveFile.js';
	import {
		surenessWords,
		VERDICT_WORD,
		lengthWords,
		plusMinusWords,
		settingScale,
		onScale,
		lengthUnitWord
	} from '$words/index.js';
	import type { PageProps } from './$types.js';

	const { data }: PageProps = $props();
	let overlay: SVGSVGElement | undefined = $state();
	/** Other days kept on the picture to compare with. */
	let pinned: readonly string[] = $state([]);
	let chosen: string | undefined = $state();

	const comparison = $derived(data.comparison);
	const day = $derived(chosen && data.days.includes(chosen) ? chosen : data.on);
	const at = $derived(Math.max(0, data.days.indexOf(day ?? '')));
	const shown = $derived(comparison?.days.find((d) => d.day === day));
	const kept = $derived((comparison?.days ?? []).filter((d) => pinned.includes(d.day) && d.day !== day));
	/** Half the height of the unrolled drawing, in its own units (taller where it is narrow), and the millimetres that fit into it. */
	const narrow = new MediaQuery('(max-width: 40rem)');
	const room = $derived(narrow.current ? 80 : 40);
	const tick = $derived(settingScale('mm', 1));
	/** Three marks either way, each of so many mm, hold all of it. */
	const tickMm = $derived.by(() => {
		const most = Math.max(9, ...(shown?.mm ?? []).map((mm, k) => Math.abs(mm ?? 0) + (shown?.plusMinusMm[k] ?? 0)));
		const one = tick.step * tick.per;
		return one * Math.ceil(most / 3 / one);
	});
	const scale = $derived(room / (3 * tickMm));
	const ticks = $derived([-3, -2, -1, 0, 1, 2, 3].map((n) => n * tickMm));
	const profile = $derived(comparison && shown ? unroll(comparison.against, shown, scale) : undefined);
	const most = $derived(comparison && shown ? clearest(comparison.against, shown) : undefined);
	const name = $derived(`${data.horse.name}-${data.station}-${day}`);

	function ask(change: Record<string, string>) {
		const next = new URL(page.url);
		for (const [k, v] of Object.entries(change)) next.searchParams.set(k, v);
		void goto(next, { replaceState: true, noScroll: true, keepFocus: true });
	}
	const pin = () => {
		if (!day) return;
		pinned = pinned.includes(day) ? pinned.filter((d) => d !== day) : [...pinned, day].slice(-5);
	};
	function key(e: KeyboardEvent) {
		if (e.target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(e.target.tagName)) return;
		const by = { ArrowLeft: -1, ArrowRight: 1 }[e.key];
		if (by !== undefined) chosen = data.days[Math.max(0, Math.min(data.days.length - 1, at + by))];
		if (e.key === 'p') pin();
	}
</script>

<svelte:window onkeydown={key} />
<svelte:head><title>Shape · {data.horse.name} · Zone Tally</title></svelte:head>
<header class="who">
	<h1>Shape: <a href={`/horses/${data.horse.id}`}>{data.horse.name}</a></h1>
	<div class="join" role="group" aria-label="Station">
		{#each MAIN_STATIONS as s (s)}<button
				class="btn join-item"
				class:btn-primary={s === data.station}
				aria-pressed={s === data.station}
				onclick={() => ask({ station: s })}>{s}</button
			>{/each}
	</div>
	<label
		>against <select class="select" value={data.against} onchange={(e) => ask({ against: e.currentTarget.value })}
			>{#each data.days as d, nth (nth)}<option value={d}
					>{formatDay(d)}{data.fitDays.includes(d) ? ', fit mark' : ''}</option
				>{/each}</select
		></label
	>
</header>

{#if !comparison || !shown}
	<p class="sheet">
		{data.station} has not been traced yet. Three tracings at T8, T13 and T18 at each visit show most.
	</p>
{:else}
	<section class="sheet">
		<svg bind:this={overlay} viewBox="-205 -16 410 178" role="img" aria-labelledby="said">
			<path class="grid" d="M-205 60H205M-205 120H205M0 -16V162" />
			<text x="203" y="57" text-anchor="end">{lengthWords(60)}</text>
			<text x="203" y="117" text-anchor="end">{lengthWords(120)}</text>
			<text x="-203" y="-6">near</text>
			<text x="203" y="-6" text-anchor="end">off</text>
			{#each kept as d, nth (nth)}<path class="kept" d={dayPath(comparison.against, d)} />{/each}
			<path class="interval" d={intervalPath(comparison.against, shown)} />
			<path class="against" d={againstPath(comparison.against)} />
			<path class="now" d={dayPath(comparison.against, shown)} />
		</svg>
		<div class="scrub">
			<button
				class="btn btn-square"
				aria-label="Visit before"
				disabled={at === 0}
				onclick={() => (chosen = data.days[at - 1])}>←</button
			>
			<input
				type="range"
				class="range"
				min="0"
				max={data.days.length - 1}
				value={at}
				aria-label="Visit"
				aria-valuetext={day ? formatDay(day) : ''}
				oninput={(e) => (chosen = data.days[e.currentTarget.valueAsNumber])}
			/>
			<button
				class="btn btn-square"
				aria-label="Visit after"
				disabled={at === data.days.length - 1}
				onclick={() => (chosen = data.days[at + 1])}>→</button
			>
		</div>
		<p id="said">
			<b>{day ? formatDay(day) : ''}</b>
			over {data.against ? formatDay(data.against) : ''}, mean of {shown.counted}
			{shown.counted === 1 ? 'tracing' : 'tracings'}{shown.leftOut > 0 ? `, ${shown.leftOut} left out` : ''}.
			{#if day === data.against}This is the curve that the others are held against.
			{:else if most}Clearest {lengthWords(Math.abs(most.alongMm))} down the {most.alongMm < 0 ? 'near' : 'off'} side:
				<b>{plusMinusWords(most.mm, most.plusMinusMm)}</b>.
			{:else}Nowhere more than these tracings can show.{/if}
		</p>
		<svg
			class="profile"
			viewBox={`-238 ${-room - 8} 453 ${2 * room + 16}`}
			role="img"
			aria-label="Difference along the curve, from near to off"
		>
			{#each ticks as mm, nth (nth)}
				<path class="grid" class:zero={mm === 0} d={`M-205 ${-mm * scale}H205`} />
				<text x="-211" y={-mm * scale + 3} text-anchor="end"
					>{mm > 0 ? '+' : ''}{onScale(mm, { ...tick, unit: '' })}</text
				>
			{/each}
			{#if profile}
				<path class="interval" d={profile.band} />
				<path class="now thin" d={profile.line} />
			{/if}
		</svg>
		<p class="quiet small">
			Above: true to scale; thin {data.against ? formatDay(data.against) : ''}, bold the chosen visit in its 95%
			interval. Below: the difference unrolled along the curve, {lengthUnitWord()} outward, near left. Tilt of the paper,
			apex pick and marked place are part of the interval; the first {lengthWords(20)} under the top are not read.
		</p>
		<div class="acts">
			<button class="btn" aria-pressed={pinned.includes(day ?? '')} onclick={pin}
				>{pinned.includes(day ?? '') ? 'Unpin this visit' : 'Pin this visit'}</button
			>
			<button class="btn" onclick={() => overlay && saveSvg(overlay, `${name}.svg`)}>SVG</button>
			<button class="btn" onclick={() => overlay && void saveSvgAsPng(overlay, `${name}.png`)}>PNG</button>
			<button
				class="btn"
				onclick={() =>
					saveText(
						differenceCsv(data.station, data.against ?? '', comparison.against, comparison.days),
						`${data.horse.name}-${data.station}.csv`,
						'text/csv'
					)}>CSV</button
			>
		</div>
	</section>

	{#if data.trend.near.length > 1}
		<section class="sheet mt-4">
			<h2>Bearing band since the fit mark{data.saddle ? `, ${data.saddle}` : ''}</h2>
			<TrendChart
				data={{
					...data.trend,
					fitDays: data.fitDays,
					refitLossMm: data.limits.refitLossMm,
					refitGainMm: data.limits.refitGainMm
				}}
				label={`${data.station}: change of the bearing band over time with its interval and limits`}
			/>
			{#if data.forecast?.refitOn}<p>
					If it goes on so, the limit is reached about {formatDay(data.forecast.refitOn)} (earliest {data.forecast
						.earliest
						? formatDay(data.forecast.earliest)
						: 'now'}, latest {data.forecast.latest ? formatDay(data.forecast.latest) : 'not within two years'}).
				</p>{/if}
			{#if data.skill}<p>
					Repeats agree to <b>{lengthWords(data.skill.repeatsMm, 1)}</b>; as traced here, a change of
					<b>{lengthWords(data.skill.detectableMm, 1)}</b> between two visits can be told from chance.
				</p>{/if}
			<p class="quiet small">
				Shape only: it does not say why, nor whether it hurts. A vet and a qualified fitter decide.
				<a class="link" href="/engine">Which calls were judged again</a>
			</p>
		</section>
	{/if}
{/if}

{#if data.saddles.length > 1}
	<section class="sheet mt-4" data-testid="saddles">
		<h2>Saddles judged from this one back</h2>
		<table>
			<thead
				><tr
					><th scope="col">Saddle</th><th scope="col">Fit mark</th><th scope="col">Shape says</th><th scope="col"
						>Limit reached about</th
					></tr
				></thead
			>
			<tbody>
				{#each data.saddles as s (s.pairingId)}
					<tr aria-current={s.pairingId === data.pairingId ? 'true' : undefined}>
						<th scope="row"
							><button class="link" onclick={() => ask({ pairing: s.pairingId })}>{s.name}</button>
							<span class="quiet">fitted {s.school}</span></th
						>
						<td>{s.fittedOn ? formatDay(s.fittedOn) : 'none yet'}</td>
						<td>{s.call ? `${VERDICT_WORD[s.call.verdict]}, ${surenessWords(s.call.sureness)}` : 'no call yet'}</td>
						<td>{s.call?.refitOn ? formatDay(s.call.refitOn) : '–'}</td>
					</tr>
				{/each}
			</tbody>
		</table>
	</section>
{/if}

{#if data.long.length > 0}<LongLines lines={data.long} />{/if}
{#if data.heights.length > 0}<HeightsOverTime heights={data.heights} />{/if}

<style>
	table {
		width: 100%;
	}
	td,
	th {
		text-align: left;
		padding: 0.45rem 0.5rem 0.45rem 0;
		border-top: 1px solid var(--zt-line);
		font-weight: 400;
	}
	thead th {
		border: 0;
		font-size: 0.875rem;
		color: var(--zt-quiet);
	}
	th .link {
		text-align: left;
	}
	tr[aria-current] th {
		font-weight: 700;
	}
	.who {
		display: flex;
		flex-wrap: wrap;
		gap: 0.5rem 1.25rem;
		align-items: center;
		margin-bottom: 0.75rem;
	}
	h1 {
		font-size: 1.6rem;
		margin-right: auto;
	}
	label {
		display: flex;
		gap: 0.5rem;
		align-items: center;
		font-weight: 600;
	}
	section {
		display: grid;
		gap: 0.6rem;
	}
	svg {
		width: 100%;
		max-height: 400px;
	}
	.profile {
		max-height: 240px;
	}
	text {
		font: 600 8px var(--font-text);
		fill: var(--zt-quiet);
	}
	.grid {
		stroke: var(--zt-line);
		stroke-width: 0.6;
		stroke-dasharray: 2 3;
		fill: none;
	}
	.zero {
		stroke: var(--zt-quiet);
		stroke-dasharray: none;
	}
	.interval {
		fill: var(--zt-band);
	}
	.against {
		fill: none;
		stroke: var(--zt-quiet);
		stroke-width: 1;
	}
	.kept {
		fill: none;
		stroke: var(--zt-strap);
		stroke-width: 1;
		stroke-dasharray: 4 2;
	}
	.now {
		fill: none;
		stroke: var(--zt-ink);
		stroke-width: 1.8;
		stroke-linejoin: round;
	}
	.now.thin {
		stroke-width: 1.4;
	}
	@media (max-width: 640px) {
		text {
			font-size: 15px;
		}
	}
	.scrub {
		display: grid;
		grid-template-columns: auto 1fr auto;
		gap: 0.75rem;
		align-items: center;
	}
	.scrub .range {
		width: 100%;
	}
	.acts {
		display: flex;
		flex-wrap: wrap;
		gap: 0.5rem;
	}
	.small {
		font-size: 0.9rem;
	}
</style>
