<script lang="ts">
	import { onDestroy, onMount, untrack } from 'svelte';
	import { MAIN_STATIONS, type Curve } from '$core/curve/index.js';
	import { redrawLine, SHEET_NAMES, type Point, type Quad, type SheetName, type Wipe } from '$core/photo/index.js';
	import { errorSentence, SHEET_WARNING_WORDS, SHEET_WORDS } from '$words/index.js';
	import FileDrop from '../entry/FileDrop.svelte';
	import { curveOf, type DraftTracing } from '../entry/draft.js';
	import { typing } from '../typing.js';
	import type { KeptSheet, LooseSheet } from './filing.js';
	import {
		answered,
		corrected,
		curveOfItem,
		isDoubtful,
		isGood,
		newItem,
		sizeDoubtOf,
		redone,
		undone,
		type SheetItem
	} from './sheetItem.js';
	import { sheetWorker } from '../threads/workers.js';
	import { makeSheetReader } from './sheetReader.js';
	import SheetSide from './SheetSide.svelte';
	import SheetView from './SheetView.svelte';

	interface Props {
		horseId: string;
		/** Whose sheets may lie among the pictures. */
		horses: readonly { readonly id: string; readonly name: string }[];
		/** Tracings that are on the desk already. */
		kept: readonly DraftTracing[];
		before: Readonly<Record<string, Curve>>;
		/** Who traces. */
		operator: string;
		/** Pictures that were left here before the page was loaded again. */
		left: readonly LooseSheet[];
		onkeep: (sheet: KeptSheet) => void;
		/** What lies here and is not kept yet. */
		onloose: (sheets: readonly LooseSheet[]) => void;
	}
	const { horseId, horses, kept, before, operator, left, onkeep, onloose }: Props = $props();

	const reader = makeSheetReader(sheetWorker());
	let sheet: SheetName = $state(untrack(() => left[0]?.sheet) ?? 'a3');
	let items: readonly SheetItem[] = $state.raw([]);
	let openId: number | undefined = $state();
	let count = 0;

	onDestroy(() => {
		reader.stop();
		items.forEach((i) => URL.revokeObjectURL(i.url));
	});

	onMount(() => {
		const again = left.map((l) => newItem(++count, l.file, URL.createObjectURL(l.file), l.sheet, l.station));
		items = again;
		for (const item of again) void read(item.id);
	});
	$effect(() => onloose(items.map(({ file, sheet, station }) => ({ file, sheet, station }))));

	const find = (id: number) => items.find((i) => i.id === id);
	const put = (next: SheetItem) => (items = items.map((i) => (i.id === next.id ? next : i)));
	/** What this horse’s line at a station is known to look like: the last visit and what is kept; else what else lies here. */
	function doubtFor(item: SheetItem) {
		const last = item.code && item.code.horseId !== horseId ? undefined : before[item.station];
		const known = [...(last ? [last] : []), ...kept.filter((t) => t.station === item.station).map(curveOf)];
		return known.length > 0 ? sizeDoubtOf(item, known, true) : sizeDoubtOf(item, othersOf(item), false);
	}
	const doubts = $derived(new Map(items.map((i) => [i.id, doubtFor(i)])));
	const doubtOf = (item: SheetItem) => doubts.get(item.id);
	const good = $derived(items.filter((i) => isGood(i, doubtOf(i))));
	const doubtful = $derived(items.filter((i) => isDoubtful(i, doubtOf(i))));
	const busy = $derived(items.some((i) => i.share !== undefined));
	const open = $derived(
		items.find((i) => i.id === openId) ?? doubtful[0] ?? items.find((i) => i.share === undefined) ?? items[0]
	);
	const taken = (station: string, repeat: number) => kept.some((t) => t.station === station && t.repeat === repeat);

	/** Twelve in a row are three stations of up to three repeats each, in the order of the file names. */
	function stationFor(index: number): string {
		const slots = MAIN_STATIONS.flatMap((s) => [1, 2, 3].filter((r) => !taken(s, r)).map(() => s));
		return slots[items.length + index] ?? MAIN_STATIONS[0];
	}
	function take(files: File[]) {
		const sorted = [...files].sort((a, b) => a.name.localeCompare(b.name, 'en', { numeric: true }));
		const fresh = sorted.map((f, i) => newItem(++count, f, URL.createObjectURL(f), sheet, stationFor(i)));
		items = [...items, ...fresh];
		for (const item of fresh) void read(item.id);
	}
	async function read(id: number, corners?: Quad) {
		const item = find(id);
		if (!item) return;
		put({ ...item, share: 0 });
		const result = await reader.read(item.file, item.sheet, {
			...(corners ? { corners } : {}),
			onprogress: (share) => {
				const now = find(id);
				if (now) put({ ...now, share });
			}
		});
		const now = find(id);
		if (now) put(answered(now, result));
	}
	async function wipe(id: number, stroke: Wipe) {
		const item = find(id);
		if (!item?.now) return;
		const wipes = [...item.now.wipes, stroke];
		put({ ...item, share: 0 });
		const result = await reader.wipe(item.file, item.sheet, item.now.line.view, wipes, item.code !== undefined);
		const now = find(id);
		if (now) put(answered(now, result, wipes));
	}
	async function redraw(id: number, stroke: readonly Point[], snap: boolean) {
		const item = find(id);
		if (!item?.now) return;
		const { line } = item.now;
		const drawn = snap ? await reader.snap(item.file, item.sheet, line.view, stroke) : undefined;
		const now = find(id);
		const points = drawn?.status === 'snapped' ? drawn.stroke : stroke;
		if (now) put(corrected(now, { line: redrawLine(line, points) }));
	}
	/** Sheets without our code, whose size only the person knows. */
	const plain = $derived(items.filter((i) => !i.code));
	function sizeAll() {
		for (const item of plain)
			if (item.sheet !== sheet) {
				put({ ...item, sheet });
				void read(item.id);
			}
	}
	function keep(list: readonly SheetItem[]) {
		for (const item of list) {
			const curve = curveOfItem(item);
			if (!curve) continue;
			const { station, repeat, file, code } = item;
			onkeep({ station, repeat, curve, file, code, operator, quality: item.now?.line.quality.score });
		}
		drop(list);
	}
	function drop(list: readonly SheetItem[]) {
		list.forEach((i) => URL.revokeObjectURL(i.url));
		items = items.filter((i) => !list.includes(i));
		openId = undefined;
	}
	/** A picture that could not be read still shows, with corners to drag. */
	function sized(item: SheetItem, image: HTMLImageElement) {
		const { naturalWidth: width, naturalHeight: height } = image;
		const [x, y] = [width * 0.12, height * 0.12];
		const guess: Quad = [
			[x, y],
			[width - x, y],
			[width - x, height - y],
			[x, height - y]
		];
		put({ ...item, size: { width, height }, guess });
	}
	function key(e: KeyboardEvent) {
		if (typing(e)) return;
		if (e.key === 'a' && good.length > 0) keep(good);
		if (e.key === 'd' && doubtful.length > 0) {
			const at = doubtful.findIndex((i) => i.id === open?.id);
			openId = doubtful[(at + 1) % doubtful.length]?.id;
		}
	}
	const nameOf = (id: string) => horses.find((h) => h.id === id)?.name;
	/** Where a sheet with our code belongs, in words. */
	function filesTo({ code, station, repeat }: SheetItem): string | undefined {
		const name = code && nameOf(code.horseId);
		return name ? `${name}, ${station}${repeat ? `, tracing ${repeat}` : ''}` : undefined;
	}
	const say = (i: SheetItem): string => {
		if (i.share !== undefined) return `reading ${Math.round(i.share * 100)}%`;
		if (i.problem) return errorSentence(i.problem);
		const quality = i.now?.line.quality;
		if (!quality) return '';
		if (doubtOf(i)) return 'this size cannot be this horse’s';
		if (i.now?.byHand) return 'put right by hand';
		return quality.warnings.length > 0
			? SHEET_WARNING_WORDS[quality.warnings[0] as keyof typeof SHEET_WARNING_WORDS]
			: `read well (${quality.score.toFixed(2)})`;
	};
	const othersOf = (item: SheetItem): Curve[] => [
		...kept.filter((t) => t.station === item.station).map(curveOf),
		...items
			.filter((i) => i !== item && i.station === item.station && i.code?.horseId === item.code?.horseId)
			.flatMap((i) => curveOfItem(i) ?? [])
	];
	const PRINTS = [
		['A3', 'size=a3'],
		['A3 on A4 pages', 'size=a3&on=a4'],
		['tabloid', 'size=tabloid'],
		['tabloid on letter pages', 'size=tabloid&on=letter']
	] as const;
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
	{#if plain.some((i) => i.sheet !== sheet)}<button type="button" class="btn" onclick={sizeAll}
			>Read all {plain.length} as {SHEET_WORDS[sheet]}</button
		>{/if}
	{#if busy}<button type="button" class="btn" onclick={() => reader.stop()}>Stop reading</button>{/if}
</div>
<FileDrop accept="image/jpeg,image/png,image/webp" onfiles={take} slim={items.length > 0}>
	<b>{items.length > 0 ? 'Drop more, or choose' : 'Drop photos of the sheets, or choose'}</b>
	{#if items.length === 0}<br /><span class="quiet"
			>one line a sheet, all four corners in the picture, any light. Printed sheets file themselves; others in the order
			T8, T13, T18.</span
		>{/if}
</FileDrop>

{#if items.length === 0}
	<p class="quiet">
		Plain A4, A3, A2, letter and tabloid paper is read. Sheets of your own file themselves to horse, visit and station.
		Print them:
		{#each PRINTS as [word, query], i (query)}{i > 0 ? ', ' : ''}<a
				class="link"
				href={`/api/horses/${horseId}/sheets.pdf?${query}`}
				download>{word}</a
			>{/each}.
	</p>
{:else}
	<ul class="items" aria-label="Photos">
		{#each items as item (item.id)}
			<li>
				<button
					type="button"
					class="item"
					class:open={item.id === open?.id}
					class:doubtful={isDoubtful(item, doubtOf(item))}
					aria-pressed={item.id === open?.id}
					onclick={() => (openId = item.id)}
				>
					<b>{filesTo(item) ?? item.station}</b> <span class="name">{item.file.name}</span>
					<span class="say">{say(item)}</span>
					{#if item.share !== undefined}<progress class="progress" value={item.share} max="1"></progress>{/if}
				</button>
			</li>
		{/each}
	</ul>
{/if}

{#if open && (open.now || open.problem)}
	<section class="one" aria-label={`Sheet ${open.file.name}`}>
		<div class="picture">
			{#if open.size}
				{@const corners = open.now?.corners ?? open.guess}
				{#if corners}
					{#key open.id}
						<SheetView
							url={open.url}
							{...open.size}
							line={open.now?.line}
							{corners}
							oncorners={(c) => void read(open.id, c)}
							online={(line) => put(corrected(open, { line }))}
							onwipe={(w) => void wipe(open.id, w)}
							onredraw={(stroke, snap) => void redraw(open.id, stroke, snap)}
							undo={open.past.length > 0 ? () => put(undone(open)) : undefined}
							redo={open.future.length > 0 ? () => put(redone(open)) : undefined}
						/>
					{/key}
				{/if}
			{:else}
				<img src={open.url} alt="" onload={(e) => sized(open, e.currentTarget as HTMLImageElement)} />
			{/if}
		</div>
		<SheetSide
			item={open}
			filesTo={filesTo(open)}
			stranger={open.code !== undefined && nameOf(open.code.horseId) === undefined}
			before={open.code && open.code.horseId !== horseId ? undefined : before[open.station]}
			others={othersOf(open)}
			doubt={doubtOf(open)}
			onchange={put}
			onsheet={(s) => {
				put({ ...open, sheet: s });
				void read(open.id);
			}}
			onkeep={() => keep([open])}
			ondrop={() => drop([open])}
		/>
	</section>
{/if}

<style>
	.bar {
		display: flex;
		flex-wrap: wrap;
		gap: 0.5rem 1rem;
		align-items: center;
	}
	.bar label {
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
	.picture {
		display: grid;
		gap: 0.4rem;
		align-content: start;
	}
	@media (max-width: 900px) {
		.one {
			grid-template-columns: minmax(0, 1fr);
		}
	}
</style>
