<script lang="ts">
	import { untrack } from 'svelte';
	import { makeCurve, type Curve } from '$core/curve/index.js';
	import {
		CHANNEL_WIDTH_MM,
		formMeasures,
		FRONT_ANGLE_DEG,
		ROCK_MM,
		SADDLE_PLACES,
		TWIST_DEG,
		type SaddleMeasures,
		type SaddlePlace
	} from '$core/seat/index.js';
	import FileDrop from '../entry/FileDrop.svelte';
	import Keypad from '../entry/Keypad.svelte';
	import OutlineView from '../entry/OutlineView.svelte';
	import { readFiles } from '../entry/readFiles.js';
	import { todayHere } from '../format.js';
	import SaddleScan from './SaddleScan.svelte';
	import Stepper from '../walk/Stepper.svelte';

	interface Props {
		saddleId: string;
		version: number;
		measures: SaddleMeasures | null;
		onkept: (kept: { version: number; measures: SaddleMeasures | null }) => void;
	}
	const { saddleId, version, measures, onkept }: Props = $props();

	const USUAL_CHANNEL_MM = 65;
	const lineOf = (place: SaddlePlace): Curve | undefined => {
		const s = measures?.sections[place];
		return s && makeCurve(s.xMm.map((x, i) => [x, s.yMm[i] as number] as const));
	};
	let lines = $state.raw(
		untrack(
			() => Object.fromEntries(SADDLE_PLACES.map((p) => [p, lineOf(p)])) as Record<SaddlePlace, Curve | undefined>
		)
	);
	const channels = $state(
		untrack(
			() =>
				Object.fromEntries(
					SADDLE_PLACES.map((p) => [p, measures?.sections[p].channelMm ?? USUAL_CHANNEL_MM])
				) as Record<SaddlePlace, number>
		)
	);
	let angleDeg = $state<number>(FRONT_ANGLE_DEG.usual);
	let twistDeg = $state<number>(TWIST_DEG.usual);
	let rockMm = $state(untrack(() => measures?.rockMm ?? 0));
	let place: SaddlePlace = $state('front');
	let saying = $state('');
	let sending = $state(false);
	const whole = $derived(SADDLE_PLACES.every((p) => lines[p]));

	function keep(curve: Curve) {
		lines = { ...lines, [place]: curve };
		place = SADDLE_PLACES.find((p) => !lines[p]) ?? place;
		saying = '';
	}
	async function take(files: readonly File[]) {
		const [read] = await readFiles(files.slice(0, 1), todayHere());
		const curve = read?.status === 'read' ? (read.report.lines[0]?.curve ?? read.report.tracings[0]?.curve) : undefined;
		if (curve) keep(curve);
		else saying = 'No line was found in the file. SVG, DXF, a point list or a points CSV are read.';
	}
	function takeMeasures() {
		takeLines(formMeasures({ angleDeg, twistDeg, rockMm }, channels));
		saying = 'Drawn from its measures, with even bars: look at each, then save the shape. A tracing tells more.';
	}
	function takeLines(drawn: SaddleMeasures) {
		const section = (p: SaddlePlace) => drawn.sections[p];
		lines = Object.fromEntries(
			SADDLE_PLACES.map((p) => [p, makeCurve(section(p).xMm.map((x, i) => [x, section(p).yMm[i] as number] as const))])
		) as Record<SaddlePlace, Curve>;
	}
	function takeScan(scanned: SaddleMeasures) {
		takeLines(scanned);
		rockMm = Math.min(ROCK_MM.most, Math.max(ROCK_MM.least, scanned.rockMm));
		saying = 'Taken from the scan: look at each, then save the shape.';
	}
	async function save() {
		sending = true;
		const sections = Object.fromEntries(
			SADDLE_PLACES.map((p) => {
				const { xMm, yMm } = lines[p] as Curve;
				const tenth = (v: number) => Math.round(10 * v) / 10;
				return [p, { xMm: Array.from(xMm, tenth), yMm: Array.from(yMm, tenth), channelMm: channels[p] }];
			})
		);
		const response = await fetch(`/api/saddles/${saddleId}/shape`, {
			method: 'PUT',
			headers: { 'content-type': 'application/json' },
			body: JSON.stringify({ version, measures: { sections, rockMm } })
		}).catch(() => undefined);
		sending = false;
		if (!response) {
			saying = 'No connection: nothing is lost, save again when it is back.';
			return;
		}
		const body = (await response.json()) as { version: number; measures: SaddleMeasures | null; message?: string };
		saying = response.ok ? 'Kept.' : (body.message ?? 'It was not kept.');
		if (response.ok) onkept(body);
	}
</script>

<section class="sheet" aria-labelledby="shape-head">
	<h2 id="shape-head">Its own shape</h2>
	<p class="quiet">
		Turn it over on its rack. Bend the flexible curve across both panels or bars, in front, in the middle and at the
		rear, as you would over a back; three tracings and four measures are enough.
	</p>
	<div class="places">
		{#each SADDLE_PLACES as p (p)}
			<div class:chosen={p === place}>
				<button type="button" class="btn" aria-pressed={p === place} onclick={() => (place = p)}
					>{p}{lines[p] ? '' : ', open'}</button
				>
				<OutlineView now={lines[p]} before={undefined} small />
				<Stepper
					label={`Channel, ${p}`}
					unit="mm"
					value={channels[p]}
					step={5}
					least={CHANNEL_WIDTH_MM.least}
					most={CHANNEL_WIDTH_MM.most}
					onset={(v) => (channels[p] = v)}
				/>
			</div>
		{/each}
	</div>
	<Stepper
		label="Middle stands out under a straight edge along a bar"
		unit="mm"
		value={rockMm}
		step={1}
		least={ROCK_MM.least}
		most={ROCK_MM.most}
		onset={(v) => (rockMm = v)}
	/>
	{#key place}
		<Keypad
			before={lines[place]}
			keepWord={`Keep as the ${place} tracing`}
			left={[]}
			ontyped={() => undefined}
			onkeep={keep}
		/>
	{/key}
	<FileDrop accept=".svg,.dxf,.txt,.csv" onfiles={(files) => void take(files)}
		><b>Or a file for the {place}</b><br /><span class="quiet">SVG, DXF, point list or points CSV</span></FileDrop
	>
	<details>
		<summary>Or from its measures alone</summary>
		<div class="measures">
			<Stepper
				label="Angle between the bars in front"
				unit="°"
				value={angleDeg}
				step={2}
				least={FRONT_ANGLE_DEG.least}
				most={FRONT_ANGLE_DEG.most}
				onset={(v) => (angleDeg = v)}
			/>
			<Stepper
				label="Each bar lies flatter at the rear by"
				unit="°"
				value={twistDeg}
				step={1}
				least={TWIST_DEG.least}
				most={TWIST_DEG.most}
				onset={(v) => (twistDeg = v)}
			/>
			<p class="quiet">Rock and channels are those set above.</p>
			<button type="button" class="btn" onclick={takeMeasures}>Draw its shape from these</button>
		</div>
	</details>
	<SaddleScan channelsMm={channels} onmeasured={takeScan} />
	{#if saying}<p role="status">{saying}</p>{/if}
	<button type="button" class="btn btn-primary" disabled={!whole || sending} onclick={() => void save()}
		>{whole ? 'Save the shape' : `Still open: ${SADDLE_PLACES.filter((p) => !lines[p]).join(', ')}`}</button
	>
</section>

<style>
	section {
		display: grid;
		gap: 0.75rem;
		align-content: start;
	}
	.measures {
		display: grid;
		gap: 0.5rem;
	}
	summary {
		cursor: pointer;
		padding: 0.6rem 0;
	}
	.places {
		display: grid;
		grid-template-columns: repeat(auto-fit, minmax(11rem, 1fr));
		gap: 0.75rem;
	}
	.places > div {
		display: grid;
		gap: 0.35rem;
		border-left: 4px solid var(--zt-line);
		padding-left: 0.6rem;
	}
	.places > .chosen {
		border-color: var(--zt-strap);
	}
	.places :global(.stepper) {
		grid-template-columns: 3rem 1fr 3rem;
	}
	.places :global(.stepper > span) {
		grid-column: 1 / -1;
	}
</style>
