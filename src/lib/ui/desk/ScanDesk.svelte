<script lang="ts">
	import { onDestroy } from 'svelte';
	import { frameAtApex, LONG_LINES, MAIN_STATIONS, makeCurve, type Curve } from '$core/curve/index.js';
	import type { Place, Section } from '$core/scan/index.js';
	import { lengthWords } from '$words/index.js';
	import FileDrop from '../entry/FileDrop.svelte';
	import OutlineView from '../entry/OutlineView.svelte';
	import { loopbackUrl } from '../loopback.js';
	import type { OpenedScan } from '../space/scanAsk.js';
	import { scanHeld } from '../space/scanHeld.svelte.js';
	import ScanOpened from '../space/ScanOpened.svelte';

	interface Props {
		before: Readonly<Record<string, Curve>>;
		onkeep: (station: string, curve: Curve) => void;
	}
	const { before, onkeep }: Props = $props();
	type Station = (typeof MAIN_STATIONS)[number];

	let places: Record<string, number> = $state({});
	let sections: Record<string, Section> = $state.raw({});
	const TWO_FINGERS_MM = 40;
	type Tapping = 'spine' | 'blade' | 'low' | 'rib';
	const TAPS: readonly (readonly [Tapping, string])[] = [
		['spine', 'two spine points'],
		['blade', 'blade edge'],
		['low', 'low point'],
		['rib', 'last rib']
	];
	let tapping: Tapping = $state('blade');
	let spine: readonly Place[] = $state.raw([]);
	let scanner = $state('http://127.0.0.1:4791/scan.stl');
	let width = $state(700);
	const scan = scanHeld(laidOut);
	onDestroy(scan.stop);
	const opened = $derived(scan.opened);

	async function laidOut({ lengthMm, lowMm }: OpenedScan) {
		// Where the cuts usually lie on a scan from withers to loin; the person moves them to the dots.
		places = { T8: lengthMm * 0.3, T13: lowMm ?? lengthMm * 0.55, T18: lengthMm * 0.78 };
		await cutAll();
	}
	async function cutAll() {
		for (const s of MAIN_STATIONS) await cut(s);
	}
	/** A tap on the scan sets the mark that is chosen, and the next is chosen. */
	async function mark(place: Place) {
		const round = Math.round(place[2]);
		if (tapping === 'spine') {
			spine = [...spine, place].slice(-2);
			const [a, b] = spine;
			if (!a || !b) return;
			spine = [];
			await scan.square(a, b);
			await cutAll();
			tapping = 'blade';
			return;
		}
		const [station, sMm, next] = {
			blade: ['T8', round + TWO_FINGERS_MM, 'low'],
			low: ['T13', round, 'rib'],
			rib: ['T18', round, 'rib']
		}[tapping] as [Station, number, Tapping];
		places = { ...places, [station]: sMm };
		tapping = next;
		await cut(station);
	}
	async function fetchScan() {
		scan.refuse('');
		try {
			const url = loopbackUrl(scanner);
			const response = await fetch(url);
			if (!response.ok) throw new TypeError('no scan');
			await scan.take(new File([await response.blob()], url.pathname.split('/').pop() ?? 'scan.stl'));
		} catch {
			scan.refuse('No scanner answers there. Its address begins with http://127.0.0.1: and ends with the file’s name.');
		}
	}
	async function cut(station: Station) {
		const section = await scan.cut(places[station] ?? 0);
		if (section) sections = { ...sections, [station]: section };
	}
	const curveOf = (s: Section): Curve =>
		frameAtApex(makeCurve(Array.from(s.xMm, (x, i) => [x, s.yMm[i] as number] as const)));
	/** The part of a long line behind the blade edge, which lies two fingers before T8. */
	function keepLong() {
		const bladeMm = (places['T8'] ?? 0) - TWO_FINGERS_MM;
		opened?.longLines.forEach((l, i) => {
			const points = Array.from(l.zMm, (z, k) => [z - bladeMm, l.yMm[k] as number] as const).filter(([x]) => x >= 0);
			const station = LONG_LINES[i];
			if (station && points.length > 4) onkeep(station, makeCurve(points));
		});
	}
	const drawing = $derived.by(() => {
		if (!opened) return undefined;
		const { zMm, yMm } = opened.top;
		const scale = (width - 20) / opened.lengthMm;
		const high = Math.max(...yMm);
		const pathOf = (z: ArrayLike<number>, y: ArrayLike<number>) =>
			Array.from(
				z,
				(v, i) =>
					`${i === 0 ? 'M' : 'L'}${(10 + v * scale).toFixed(1)} ${(24 + (high - (y[i] as number)) * scale).toFixed(1)}`
			).join('');
		return {
			scale,
			d: pathOf(zMm, yMm),
			long: opened.longLines.map((l) => pathOf(l.zMm, l.yMm)),
			height: 60 + (high - Math.min(...yMm, ...opened.longLines.flatMap((l) => [...l.yMm]))) * scale
		};
	});
</script>

<FileDrop accept=".stl,.ply,.obj" onfiles={(files) => void scan.take(files[0])}>
	<b>{scan.busy ? 'Reading the scan…' : 'Drop a scan of the back, or choose'}</b><br /><span class="quiet"
		>STL, PLY or OBJ, up to two million triangles, cut to the back from withers to loin</span
	>
</FileDrop>
{#if scan.refusal}<p class="alarm" role="alert">{scan.refusal}</p>{/if}
{#if !opened}
	<div class="scanner">
		<label>Or from a scanner on this computer <input class="input" type="url" bind:value={scanner} /></label>
		<button type="button" class="btn" onclick={() => void fetchScan()}>Fetch the scan</button>
	</div>
{/if}
{#if opened && drawing}
	<ScanOpened
		{opened}
		what="the back"
		hint="Turn the scan by dragging. A tap on it sets:"
		taps={TAPS}
		{tapping}
		sections={Object.values(sections)}
		longLines={opened.longLines}
		endWords="the head is at the right end of this drawing"
		atEnd={scan.atEnd}
		onunit={(unit) => void scan.open(unit)}
		ontapping={(tap) => (tapping = tap)}
		onplace={(place) => void mark(place)}
		onend={(atEnd) => void scan.turn(atEnd)}
	/>
	<div class="side" bind:clientWidth={width}>
		<svg {width} height={drawing.height} role="img" aria-label="The back’s top line from the side with the three cuts">
			<path class="top" d={drawing.d} />
			{#each drawing.long as d, i (i)}<path class="long" class:off={i === 1} {d} />{/each}
			{#each MAIN_STATIONS as s (s)}
				{@const x = 10 + (places[s] ?? 0) * drawing.scale}
				<path class="cut" d={`M${x} 8V${drawing.height - 18}`} />
				<text {x} y={drawing.height - 4} text-anchor="middle">{s}</text>
			{/each}
		</svg>
	</div>
	<div class="cuts">
		{#each MAIN_STATIONS as s (s)}
			{@const section = sections[s]}
			<div>
				<label
					><b>{s}</b> at {lengthWords(places[s] ?? 0)}
					<input
						class="range range-sm w-full"
						type="range"
						min="5"
						max={opened.lengthMm - 5}
						step="1"
						value={places[s]}
						oninput={(e) => (places = { ...places, [s]: Number(e.currentTarget.value) })}
						onchange={() => void cut(s)}
					/></label
				>
				{#if section}
					<OutlineView now={curveOf(section)} before={before[s]} />
					{#if section.bridged > 0 || section.strayPieces > 0}<p class="quiet">
							{section.bridged} holes bridged, {section.strayPieces} stray pieces left out
						</p>{/if}
					<button type="button" class="btn btn-primary" onclick={() => onkeep(s, curveOf(section))}>Keep as {s}</button>
				{/if}
			</div>
		{/each}
	</div>
	<button type="button" class="btn" onclick={keepLong}>Keep both long lines, from the blade edge</button>
	<p class="quiet">
		Tap the dots that were stuck on the horse, or move each cut to its dot: blade edge and two fingers, lowest point,
		last rib. Bold: the spine; thin: the long lines {lengthWords(100)} beside it, near drawn through, off dotted.
	</p>
{/if}

<style>
	.alarm {
		color: var(--zt-alarm);
		font-weight: 600;
	}
	.scanner {
		display: flex;
		flex-wrap: wrap;
		gap: 0.5rem 1rem;
		align-items: end;
	}
	.scanner label {
		display: grid;
		flex: 1 1 16rem;
		font-weight: 600;
	}
	.side {
		border: 1px solid var(--zt-line);
		border-radius: 0.5rem;
		overflow: hidden;
	}
	svg {
		display: block;
	}
	.top {
		fill: none;
		stroke: var(--zt-ink);
		stroke-width: 2.4;
	}
	.long {
		fill: none;
		stroke: var(--zt-quiet);
		stroke-width: 1.5;
	}
	.long.off {
		stroke-dasharray: 2 3;
	}
	.cut {
		stroke: var(--zt-strap);
		stroke-width: 2;
		stroke-dasharray: 5 4;
	}
	text {
		font: 700 13px var(--font-text);
		fill: var(--zt-ink);
		paint-order: stroke;
		stroke: var(--zt-card);
		stroke-width: 4px;
	}
	.cuts {
		display: grid;
		grid-template-columns: repeat(auto-fit, minmax(12rem, 1fr));
		gap: 1rem;
	}
	.cuts > div {
		display: grid;
		gap: 0.5rem;
		align-content: start;
	}
</style>
