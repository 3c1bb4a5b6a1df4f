<script lang="ts">
	import {
		isEvidence,
		readSigns,
		kindsOf,
		signField,
		type Side,
		type Sign,
		type SignGroup,
		type SignKind,
		type SignValue,
		type ZoneId
	} from '$core/zones/index.js';
	import { BACK_LIFTS, type BackLift } from '$core/visit/index.js';
	import { GROUP_REST, LIFT_WORDS, placeWords, signLine } from '$words/index.js';
	import Choices from './Choices.svelte';
	import SignSheet from './SignSheet.svelte';
	import ZoneMap from './ZoneMap.svelte';
	import type { Walk } from './walk.svelte.js';

	interface Props {
		walk: Walk;
		group: SignGroup;
		/** Signs of earlier visits that still stand. */
		before: readonly Sign[];
		onnext: () => void;
	}
	const { walk, group, before, onnext }: Props = $props();

	let open: { zone: ZoneId; side: Side } | undefined = $state();
	let brush: 'dry' | 'rubbed' | 'wet' = $state('dry');
	const kinds = $derived(kindsOf(group));
	const signs = $derived(
		readSigns({ visitedOn: walk.visit.visitedOn, states: walk.states }).filter((s) => kinds.includes(s.kind))
	);
	const earlier = $derived(before.filter((s) => kinds.includes(s.kind)));
	const found = $derived(signs.filter(isEvidence));
	const GRADE = { wet: 0, dry: 1, rubbed: 2 } as const;

	const valueAt = (kind: SignKind): SignValue | undefined =>
		open ? (walk.value(signField(kind, open.zone, open.side)) as SignValue | undefined) : undefined;

	function touch(zone: ZoneId, side: Side) {
		if (group !== 'sweat') {
			open = { zone, side };
			return;
		}
		const field = signField('sweat', zone, side);
		const now = walk.value(field) as SignValue | undefined;
		void walk.set(field, now?.grade === GRADE[brush] ? null : { grade: GRADE[brush] });
	}
	async function photo(kind: SignKind, bytes: ArrayBuffer, mediaType: string) {
		if (!open) return;
		const field = signField(kind, open.zone, open.side);
		const id = await walk.keepPhoto('sign', bytes, mediaType);
		const now = walk.value(field) as SignValue | undefined;
		if (now) await walk.set(field, { ...now, photo: id });
	}
	async function rest() {
		await walk.set(`rest/${group}`, true);
		onnext();
	}
</script>

{#if group === 'sweat'}
	<Choices
		label="Brush"
		options={[
			['dry', 'dry'],
			['rubbed', 'rubbed'],
			['wet', 'wet']
		]}
		chosen={[brush]}
		onchoose={(c) => (brush = c as typeof brush)}
	/>
{/if}
<ZoneMap
	label="The back from above. Choose a zone."
	{signs}
	before={earlier}
	onzone={touch}
	paints={group === 'sweat'}
/>
{#if found.length > 0}
	<ul class="found">
		{#each found as s, nth (nth)}
			<li><b>{placeWords(s.zone, s.side)}</b> {signLine(s)}</li>
		{/each}
	</ul>
{:else if earlier.length > 0}
	<p class="quiet">Faint: what stood at earlier visits ({earlier.length}). Look there first.</p>
{/if}
{#if group === 'feel'}
	{@const lift = walk.text('lift/back') as BackLift | undefined}
	<h2>Back lift</h2>
	<p class="quiet">A light tickle under the belly, standing clear of the hind feet: how far does the back come up?</p>
	<Choices
		label="Back lift"
		options={BACK_LIFTS.map((l) => [l, LIFT_WORDS[l][0]] as const)}
		chosen={[lift ?? '']}
		onchoose={(c) => void walk.set('lift/back', c)}
	/>
	{#if lift}<p role="status">{LIFT_WORDS[lift][1]}</p>{/if}
{/if}
<button type="button" class="btn btn-primary rest" onclick={rest} aria-pressed={walk.is(`rest/${group}`)}
	>{GROUP_REST[group]}</button
>
{#if open}
	<SignSheet
		{group}
		zone={open.zone}
		side={open.side}
		valueOf={valueAt}
		onset={(kind, value) => open && void walk.set(signField(kind, open.zone, open.side), value as never)}
		onphoto={photo}
		onclose={() => (open = undefined)}
	/>
{/if}

<style>
	h2 {
		font-size: 1.1rem;
	}
	.found {
		font-size: 0.95rem;
	}
	.found b::first-letter {
		text-transform: uppercase;
	}
	.rest {
		width: 100%;
	}
</style>
