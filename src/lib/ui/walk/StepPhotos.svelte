<script lang="ts">
	import { PHOTO_WORDS } from '$words/index.js';
	import FrameGuide from '../drawings/FrameGuide.svelte';
	import PhotoButton from './PhotoButton.svelte';
	import type { Walk } from './walk.svelte.js';

	interface Props {
		walk: Walk;
		onnext: () => void;
	}
	const { walk, onnext }: Props = $props();
	const VIEWS = ['front45', 'side', 'rear45', 'above'] as const;
	/** The same three with the saddle or form on, so that somebody far away can judge the angles. */
	const SADDLED = ['saddle-front45', 'saddle-side', 'saddle-rear45'] as const;
	type View = (typeof VIEWS)[number] | (typeof SADDLED)[number];
	const frameOf = (view: View) => view.replace('saddle-', '') as (typeof VIEWS)[number];
	const taken = (view: string) => walk.text(`photo/${view}`);
	let pictures: Record<string, string> = $state({});

	async function keep(view: View, bytes: ArrayBuffer, mediaType: string) {
		pictures[view] = URL.createObjectURL(new Blob([bytes], { type: mediaType }));
		await walk.keepPhoto(view, bytes, mediaType, `photo/${view}`);
		if (VIEWS.every((v) => taken(v))) onnext();
	}
</script>

{#snippet grid(views: readonly View[])}
	<div class="views">
		{#each views as view (view)}
			<div class="view">
				{#if pictures[view]}
					<img src={pictures[view]} alt={`${PHOTO_WORDS[view]?.[0]}, just taken`} />
				{:else}
					<FrameGuide view={frameOf(view)} saddled={view.startsWith('saddle-')} />
				{/if}
				<p>
					<b>{PHOTO_WORDS[view]?.[0]}</b>
					<span class="quiet">{PHOTO_WORDS[view]?.[1]}</span>
				</p>
				<PhotoButton
					word={taken(view) ? 'Take again' : 'Take'}
					label={`Photo: ${PHOTO_WORDS[view]?.[0]}`}
					onphoto={(bytes, type) => void keep(view, bytes, type)}
				/>
			</div>
		{/each}
	</div>
{/snippet}
{@render grid(VIEWS)}
<details>
	<summary>With the saddle or form on</summary>
	{@render grid(SADDLED)}
</details>

<style>
	.views {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(9.5rem, 1fr));
		gap: 0.75rem;
	}
	summary {
		min-height: 3rem;
		display: flex;
		align-items: center;
		cursor: pointer;
		font-weight: 600;
	}
	.view {
		display: grid;
		gap: 0.35rem;
		align-content: space-between;
	}
	p {
		display: grid;
		font-size: 0.9rem;
		line-height: 1.25;
	}
	img {
		width: 100%;
		aspect-ratio: 160 / 124;
		object-fit: cover;
		border-radius: 0.4rem;
	}
</style>
