<script lang="ts">
	import { invalidateAll } from '$app/navigation';
	import { SADDLE_PHOTO_WORDS } from '$words/index.js';
	import { v7 as uuidv7 } from 'uuid';
	import { formatDay } from '../format.js';
	import PhotoButton from '../walk/PhotoButton.svelte';
	import TakeBack from './TakeBack.svelte';

	interface Photo {
		readonly id: string;
		readonly kind: string;
		readonly takenAt: string;
		readonly undone: boolean;
	}
	interface Props {
		saddleId: string;
		photos: readonly Photo[];
		mayWrite: boolean;
	}
	const { saddleId, photos, mayWrite }: Props = $props();
	type View = keyof typeof SADDLE_PHOTO_WORDS;
	const VIEWS = Object.keys(SADDLE_PHOTO_WORDS) as View[];
	const nameOf = (view: string): string => SADDLE_PHOTO_WORDS[view as View]?.[0] ?? 'Photo';
	const newest = $derived([...photos].reverse());
	const shown = $derived(
		new Map(VIEWS.map((view) => [view, newest.find((p) => p.kind === view && !p.undone)] as const))
	);
	const others = $derived(newest.filter((p) => shown.get(p.kind as View)?.id !== p.id));
	const called = (p: Photo): string => `${nameOf(p.kind)}, ${dayOf(p)}`;
	const dayOf = (p: Photo): string => formatDay(p.takenAt.slice(0, 10));

	/** A picture that is not kept yet; sent again it goes under the same id. */
	interface Waiting {
		readonly id: string;
		readonly view: View;
		readonly bytes: ArrayBuffer;
		readonly mediaType: string;
	}
	let waiting = $state.raw<Waiting>();
	let refusal = $state('');

	async function send(photo: Waiting) {
		waiting = photo;
		refusal = '';
		try {
			const answer = await fetch(`/api/photos/${photo.id}?saddle=${saddleId}&kind=${photo.view}`, {
				method: 'PUT',
				headers: { 'content-type': photo.mediaType },
				body: photo.bytes
			});
			if (answer.ok) {
				waiting = undefined;
				await invalidateAll();
				return;
			}
			const said = (await answer.json().catch(() => undefined)) as { error?: { message?: string } } | undefined;
			refusal = said?.error?.message ?? 'It was not kept. Send it again.';
		} catch {
			refusal = 'There is no connection. The picture waits here: send it again.';
		}
	}
</script>

<section class="sheet grid gap-2" aria-labelledby="saddle-photos">
	<h2 id="saddle-photos">Photos</h2>
	{#if waiting && refusal}
		<p role="alert" class="alert alert-error">
			{refusal}
			<button class="btn btn-sm" onclick={() => waiting && void send(waiting)}>Send it again</button>
		</p>
	{/if}
	<div class="views">
		{#each VIEWS as view (view)}
			{@const photo = shown.get(view)}
			{#if photo || mayWrite}
				<div class="view">
					{#if photo}
						<a href={`/api/photos/${photo.id}`} target="_blank">
							<img src={`/api/photos/${photo.id}`} alt={called(photo)} loading="lazy" />
						</a>
					{:else}
						<span class="none" aria-hidden="true"></span>
					{/if}
					<p>
						<b>{nameOf(view)}</b>
						<span class="quiet">{photo ? dayOf(photo) : SADDLE_PHOTO_WORDS[view][1]}</span>
					</p>
					{#if mayWrite}
						<PhotoButton
							word={waiting?.view === view && !refusal ? 'Keeping' : photo ? 'Take anew' : 'Take'}
							label={`Photo of the saddle: ${nameOf(view)}`}
							onphoto={(bytes, mediaType) => void send({ id: uuidv7(), view, bytes, mediaType })}
						/>
						{#if photo}<TakeBack action="?/unphoto" id={photo.id} undone={photo.undone} what={called(photo)} />{/if}
					{/if}
				</div>
			{/if}
		{:else}<p class="quiet">No photo of this saddle yet.</p>{/each}
	</div>
	{#if others.length > 0}
		<details>
			<summary>Older ones and what was taken back</summary>
			<ul>
				{#each others as p (p.id)}
					<li class:quiet={p.undone}>
						<a class="link" href={`/api/photos/${p.id}`} target="_blank">{called(p)}</a>
						{p.undone ? 'taken back' : ''}
						{#if mayWrite}<TakeBack action="?/unphoto" id={p.id} undone={p.undone} what={called(p)} />{/if}
					</li>
				{/each}
			</ul>
		</details>
	{/if}
</section>

<style>
	.views {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(9.5rem, 1fr));
		gap: 0.75rem;
	}
	.view {
		display: grid;
		gap: 0.35rem;
		align-content: start;
	}
	.view p {
		display: grid;
		font-size: 0.9rem;
		line-height: 1.25;
	}
	img,
	.none {
		display: block;
		width: 100%;
		aspect-ratio: 4 / 3;
		object-fit: cover;
		border-radius: 0.4rem;
	}
	.none {
		border: 1px dashed var(--zt-line);
	}
	summary {
		cursor: pointer;
		padding: 0.6rem 0;
	}
	li {
		display: flex;
		justify-content: space-between;
		align-items: center;
		gap: 0.5rem;
		padding: 0.2rem 0;
		border-top: 1px solid var(--zt-line);
	}
</style>
