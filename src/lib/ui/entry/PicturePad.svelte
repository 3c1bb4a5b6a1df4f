<script lang="ts">
	import { isLongLine, type Curve } from '$core/curve/index.js';
	import { problemOf } from '$core/errors/index.js';
	import { readNumber } from '$core/formats/index.js';
	import { errorSentence, lengthUnit, typedMm } from '$words/index.js';
	import FileDrop from './FileDrop.svelte';
	import { tapsToCurve, type PicturePoint } from './pictureScale.js';

	interface Props {
		onkeep: (curve: Curve, picture: File) => void;
		keepWord: string;
		station: string;
	}
	const { onkeep, keepWord, station }: Props = $props();

	let picture: File | undefined = $state();
	let url = $state('');
	let size = $state({ w: 1, h: 1 });
	let ruler: PicturePoint[] = $state([]);
	let ruled = $state(lengthUnit() === 'in' ? '4' : '100');
	let spine: PicturePoint | undefined = $state();
	let line: PicturePoint[] = $state([]);
	let refusal = $state('');

	const step = $derived(ruler.length < 2 ? 'ruler' : !spine ? 'spine' : 'line');
	const long = $derived(isLongLine(station));
	const ASK = $derived({
		ruler: 'Tap two marks of the ruler on the sheet.',
		spine: long ? 'Tap the blade mark on the line: its front lies to the left.' : 'Tap the spine mark on the line.',
		line: long
			? 'Tap along the line from the blade mark to the rear, a point every finger’s breadth.'
			: 'Tap along the line from near to off, a point every finger’s breadth.'
	});
	const read = $derived.by((): { curve?: Curve; say: string } => {
		if (line.length < 5) return { say: ASK[step] };
		try {
			return {
				curve: tapsToCurve({ ruler, rulerMm: typedMm(readNumber(ruled) ?? 0), line, spine }, station),
				say: ASK.line
			};
		} catch (error) {
			return { say: errorSentence(problemOf(error)) };
		}
	});

	function choose(files: File[]) {
		const file = files[0];
		if (!file) return;
		if (!/^image\/(jpeg|png|webp)$/.test(file.type)) {
			refusal = errorSentence({ code: 'not-an-image', data: {} });
			return;
		}
		refusal = '';
		if (url) URL.revokeObjectURL(url);
		url = URL.createObjectURL(file);
		picture = file;
		[ruler, line, spine] = [[], [], undefined];
	}
	function tap(e: MouseEvent & { currentTarget: SVGSVGElement }) {
		const box = e.currentTarget.getBoundingClientRect();
		const p = { x: ((e.clientX - box.left) / box.width) * size.w, y: ((e.clientY - box.top) / box.height) * size.h };
		if (step === 'ruler') ruler = [...ruler, p];
		else if (step === 'spine') spine = p;
		else line = [...line, p];
	}
	function back() {
		if (line.length > 0) line = line.slice(0, -1);
		else if (spine) spine = undefined;
		else ruler = ruler.slice(0, -1);
	}
	function keep() {
		if (!read.curve || !picture) return;
		onkeep(read.curve, picture);
		[line, spine] = [[], undefined];
	}
	const sorted = $derived([...line].sort((a, b) => a.x - b.x));
</script>

{#if !picture}
	<FileDrop accept="image/jpeg,image/png,image/webp" onfiles={choose}
		><b>Choose a picture of the sheet</b><br /><span class="quiet">taken square from above, with a ruler in it</span
		></FileDrop
	>
	{#if refusal}<p role="alert" class="alert alert-error mt-3">{refusal}</p>{/if}
{:else}
	<div class="pad">
		<!-- svelte-ignore a11y_click_events_have_key_events -->
		<!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
		<svg
			viewBox={`0 0 ${size.w} ${size.h}`}
			onclick={tap}
			role="img"
			aria-label="Picture of the sheet; tap points on it. The keypad does the same by keyboard."
		>
			<image href={url} width={size.w} height={size.h} />
			<polyline class="ruler" points={ruler.map((p) => `${p.x},${p.y}`).join(' ')} style:stroke-width={size.w / 300} />
			<polyline class="line" points={sorted.map((p) => `${p.x},${p.y}`).join(' ')} style:stroke-width={size.w / 300} />
			{#each [...ruler, ...line] as p, i (i)}<circle cx={p.x} cy={p.y} r={size.w / 160} />{/each}
			{#if spine}<path
					class="line"
					d={`M${spine.x} ${spine.y - size.h / 20}V${spine.y + size.h / 20}`}
					style:stroke-width={size.w / 250}
				/>{/if}
		</svg>
		<img
			src={url}
			alt=""
			hidden
			onload={(e) =>
				(size = {
					w: (e.currentTarget as HTMLImageElement).naturalWidth,
					h: (e.currentTarget as HTMLImageElement).naturalHeight
				})}
		/>
		<div class="controls">
			<p role="status"><b>{read.say}</b></p>
			<label
				>Between the two ruler marks, {lengthUnit()}
				<input class="input" inputmode="decimal" bind:value={ruled} /></label
			>
			<p class="quiet">{line.length} points</p>
			<button class="btn" type="button" onclick={back} disabled={ruler.length === 0}>Take back the last tap</button>
			<button class="btn btn-primary" type="button" onclick={keep} disabled={!read.curve}>{keepWord}</button>
			<button class="btn btn-ghost" type="button" onclick={() => (picture = undefined)}>Another picture</button>
		</div>
	</div>
{/if}

<style>
	.pad {
		display: grid;
		grid-template-columns: 1fr 16rem;
		gap: 1rem;
	}
	svg {
		width: 100%;
		cursor: crosshair;
		border: 1px solid var(--zt-line);
		touch-action: manipulation;
	}
	polyline,
	.line {
		fill: none;
		stroke: #b3202c;
	}
	.ruler {
		stroke: #1f5fa8;
	}
	circle {
		fill: #ffffffaa;
		stroke: #b3202c;
		stroke-width: 1;
	}
	.controls {
		display: grid;
		gap: 0.75rem;
		align-content: start;
	}
	@media (max-width: 640px) {
		.pad {
			grid-template-columns: 1fr;
		}
	}
</style>
