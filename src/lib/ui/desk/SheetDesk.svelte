<script lang="ts">
	import { onDestroy } from 'svelte';
	import { makeCurve, MAIN_STATIONS, type Curve } from '$core/curve/index.js';
	import { SHEET_NAMES, type Quad, type ReadLine, type SheetName } from '$core/photo/index.js';
	import { errorSentence, SHEET_WARNING_WORDS, SHEET_WORDS } from '$words/index.js';
	import FileDrop from '../entry/FileDrop.svelte';
	import OutlineView from '../entry/OutlineView.svelte';
	import { makeSheetReader, type SheetResult } from './sheetReader.js';
	import SheetView from './SheetView.svelte';

	interface Props {
		horseId: string;
		/** Stations and repeats that are taken already. */
		taken: (station: string, repeat: number) => boolean;
		before: Readonly<Record<string, Curve>>;
		onkeep: (station: string, repeat: number, curve: Curve, picture: File) => void;
	}
	const { horseId, taken, before, onkeep }: Props = $props();

	interface Item {
		readonly id: number;
		readonly file: File;
		readonly url: string;
		readonly sheet: SheetName;
		readonly station: string;
		readonly share: number;
		readonly result: SheetResult | undefined;
		readonly corners: Quad | undefined;
		readonly size: { readonly width: number; readonly height: number } | undefined;
		/** The spine as it was set by hand. */
		readonly apexIndex: number | undefined;
		/** The near side was drawn on the right. */
		readonly flipped: boolean;
	}
	const GOOD = 0.8;
	const reader = makeSheetReader();
	let sheet: SheetName = $state('a3');
	let items: readonly Item[] = $state.raw([]);
	let openId: number | undefined = $state();
	let count = 0;

	onDestroy(() => {
		reader.stop();
		items.forEach((i) => URL.revokeObjectURL(i.url));
	});

	const change = (id: number, more: Partial<Item>) => (items = items.map((i) => (i.id === id ? { ...i, ...more } : i)));
	const lineOf = (i: Item): ReadLine | undefined => (i.result?.status === 'read' ? i.result.line : undefined);
	const good = $derived(items.filter((i) => (lineOf(i)?.quality.score ?? 0) >= GOOD));
	const doubtful = $derived(items.filter((i) => i.result && (lineOf(i)?.quality.score ?? 0) < GOOD));
	const busy = $derived(items.some((i) => !i.result));
	const open = $derived(items.find((i) => i.id === openId) ?? doubtful[0] ?? items.find((i) => i.result) ?? items[0]);

	/** Twelve in a row are three stations of up to three repeats each, in the order of the file names. */
	function stationFor(index: number): string {
		const waiting = items.length;
		const repeats = [1, 2, 3];
		const slots = MAIN_STATIONS.flatMap((s) => repeats.filter((r) => !taken(s, r)).map(() => s));
		return slots[waiting + index] ?? MAIN_STATIONS[0];
	}
	function take(files: File[]) {
		const sorted = [...files].sort((a, b) => a.name.localeCompare(b.name, 'en', { numeric: true }));
		const fresh = sorted.map((file, i): Item => ({
			id: ++count,
			file,
			url: URL.createObjectURL(file),
			sheet,
			station: stationFor(i),
			share: 0,
			result: undefined,
			corners: undefined,
			size: undefined,
			apexIndex: undefined,
			flipped: false
		}));
		items = [...items, ...fresh];
		for (const item of fresh) void readOne(item.id);
	}
	async function readOne(id: number, corners?: Quad) {
		const item = items.find((i) => i.id === id);
		if (!item) return;
		change(id, { result: undefined, share: 0, apexIndex: undefined });
		const result = await reader.read(item.file, item.sheet, {
			...(corners ? { corners } : {}),
			onprogress: (share) => change(id, { share })
		});
		if (result.status === 'read')
			change(id, { result, corners: result.line.corners, size: { width: result.width, height: result.height } });
		else change(id, { result });
	}
	function curveOf(item: Item): Curve | undefined {
		const line = lineOf(item);
		if (!line) return undefined;
		const at = item.apexIndex ?? line.apexIndex;
		const [x0, y0] = [line.xMm[at] as number, line.yMm[at] as number];
		const points = Array.from(
			line.xMm,
			(x, i) => [item.flipped ? x0 - x : x - x0, (line.yMm[i] as number) - y0] as const
		);
		return makeCurve(item.flipped ? points.reverse() : points);
	}
	function keep(list: readonly Item[]) {
		const used: string[] = [];
		for (const item of list) {
			const curve = curveOf(item);
			if (!curve) continue;
			let repeat = 1;
			while (taken(item.station, repeat) || used.includes(`${item.station} ${repeat}`)) repeat++;
			used.push(`${item.station} ${repeat}`);
			onkeep(item.station, repeat, curve, item.file);
		}
		drop(list);
	}
	function drop(list: readonly Item[]) {
		list.forEach((i) => URL.revokeObjectURL(i.url));
		items = items.filter((i) => !list.includes(i));
		openId = undefined;
	}
	/** A picture that could not be read still shows, with corners to drag. */
	function sized(item: Item, image: HTMLImageElement) {
		if (item.size) return;
		const { naturalWidth: width, naturalHeight: height } = image;
		const [x, y] = [width * 0.12, height * 0.12];
		change(item.id, {
			size: { width, height },
			corners: [
				[x, y],
				[width - x, y],
				[width - x, height - y],
				[x, height - y]
			]
		});
	}
	function key(e: KeyboardEvent) {
		if (e.target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(e.target.tagName)) return;
		if (e.key === 'a' && good.length > 0) keep(good);
		if (e.key === 'd' && doubtful.length > 0) {
			const at = doubtful.findIndex((i) => i.id === open?.id);
			openId = doubtful[(at + 1) % doubtful.length]?.id;
		}
	}
	const say = (i: Item): string => {
		if (!i.result) return `reading ${Math.round(i.share * 100)}%`;
		if (i.result.status === 'refused') return errorSentence(i.result.problem);
		const { score, warnings } = i.result.line.quality;
		return warnings.length > 0
			? SHEET_WARNING_WORDS[warnings[0] as keyof typeof SHEET_WARNING_WORDS]
			: `read well (${score.toFixed(2)})`;
	};
</script>

<svelte:window onkeydown={key} />
<div class="bar">
	<label
		>Sheet <select class="select" bind:value={sheet}
			>{#each SHEET_NAMES as s (s)}<option value={s}>{SHEET_WORDS[s]}</option>{/each}</select
		></label
	>
	{#if good.length > 0}<button type="button" class="btn btn-primary" onclick={() => keep(good)}
			>Keep all that read well ({good.length})</button
		>{/if}
	{#if busy}<button type="button" class="btn" onclick={() => reader.stop()}>Stop reading</button>{/if}
</div>
<FileDrop accept="image/jpeg,image/png,image/webp" onfiles={take}>
	<b>Drop photos of the sheets, or choose</b><br /><span class="quiet"
		>one line a sheet, all four corners in the picture, any light. Many at once: in the order T8, T13, T18.</span
	>
</FileDrop>

{#if items.length === 0}
	<p class="quiet">
		Plain A4, A3, A2, letter and tabloid paper is read. Or print sheets with boxes for station and repeat:
		<a class="link" href={`/api/horses/${horseId}/sheets.pdf?size=a3`} download>A3</a>,
		<a class="link" href={`/api/horses/${horseId}/sheets.pdf?size=tabloid`} download>tabloid</a>.
	</p>
{:else}
	<ul class="items" aria-label="Photos">
		{#each items as item (item.id)}
			<li>
				<button
					type="button"
					class="item"
					class:open={item.id === open?.id}
					class:doubtful={doubtful.includes(item)}
					aria-pressed={item.id === open?.id}
					onclick={() => (openId = item.id)}
				>
					<b>{item.station}</b> <span class="name">{item.file.name}</span>
					<span class="say">{say(item)}</span>
					{#if !item.result}<progress class="progress" value={item.share} max="1"></progress>{/if}
				</button>
			</li>
		{/each}
	</ul>
{/if}

{#if open?.result}
	{@const curve = curveOf(open)}
	<section class="one" aria-label={`Sheet ${open.file.name}`}>
		<div>
			{#if open.size && open.corners}
				<SheetView
					url={open.url}
					{...open.size}
					line={lineOf(open)}
					corners={open.corners}
					oncorners={(corners) => open && change(open.id, { corners })}
					ondone={() => open && void readOne(open.id, open.corners)}
					apexIndex={open.apexIndex ?? lineOf(open)?.apexIndex}
					onapex={(apexIndex) => open && change(open.id, { apexIndex })}
				/>
			{:else}
				<img src={open.url} alt="" onload={(e) => open && sized(open, e.currentTarget as HTMLImageElement)} />
			{/if}
		</div>
		<div class="side">
			{#if open.result.status === 'refused'}<p class="alarm" role="alert">{errorSentence(open.result.problem)}</p>
				<p class="quiet">Drag the corners onto the sheet to try again, or take the keypad.</p>{/if}
			{#each lineOf(open)?.quality.warnings ?? [] as w (w)}<p class="alarm">{SHEET_WARNING_WORDS[w]}</p>{/each}
			{#if curve}<p class="quiet">Tap the line where the spine is, if the ring is not on it.</p>{/if}
			{#if curve}<OutlineView now={curve} before={before[open.station]} />{/if}
			<label
				>Station <select
					class="select"
					value={open.station}
					onchange={(e) => open && change(open.id, { station: e.currentTarget.value })}
					>{#each MAIN_STATIONS as s (s)}<option>{s}</option>{/each}</select
				></label
			>
			<label
				>Sheet <select
					class="select"
					value={open.sheet}
					onchange={(e) => {
						if (!open) return;
						change(open.id, { sheet: e.currentTarget.value as SheetName });
						void readOne(open.id);
					}}
					>{#each SHEET_NAMES as s (s)}<option value={s}>{SHEET_WORDS[s]}</option>{/each}</select
				></label
			>
			<label class="flip"
				><input
					type="checkbox"
					class="checkbox"
					checked={open.flipped}
					onchange={(e) => open && change(open.id, { flipped: e.currentTarget.checked })}
				/> near side is on the right</label
			>
			{#if curve}<button type="button" class="btn btn-primary" onclick={() => open && keep([open])}
					>Keep as {open.station}</button
				>{/if}
			<button type="button" class="btn" onclick={() => open && drop([open])}>Leave it out</button>
		</div>
	</section>
{/if}

<style>
	.bar {
		display: flex;
		flex-wrap: wrap;
		gap: 0.5rem 1rem;
		align-items: center;
	}
	.bar label,
	.side label {
		display: flex;
		gap: 0.5rem;
		align-items: center;
		font-weight: 600;
	}
	.items {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(13rem, 1fr));
		gap: 0.4rem;
	}
	.item {
		display: grid;
		grid-template-columns: auto 1fr;
		gap: 0 0.5rem;
		width: 100%;
		min-height: 3rem;
		padding: 0.35rem 0.7rem;
		text-align: left;
		border: 1.5px solid var(--zt-line);
		border-left-width: 6px;
		border-radius: 0.5rem;
		cursor: pointer;
	}
	.item.open {
		background: var(--zt-hide);
	}
	.item.doubtful {
		border-left-color: var(--zt-alarm);
	}
	.name {
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	.say {
		grid-column: 1 / -1;
		font-size: 0.9rem;
		line-height: 1.2;
	}
	.progress {
		grid-column: 1 / -1;
		width: 100%;
	}
	.one {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 15rem;
		gap: 1rem;
	}
	.one img {
		width: 100%;
	}
	.side {
		display: grid;
		gap: 0.6rem;
		align-content: start;
	}
	.alarm {
		color: var(--zt-alarm);
		font-weight: 600;
	}
	@media (max-width: 900px) {
		.one {
			grid-template-columns: minmax(0, 1fr);
		}
	}
</style>
