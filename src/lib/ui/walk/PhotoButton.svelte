<script lang="ts">
	import { Camera } from '@lucide/svelte';
	import { shrinkPhoto } from '../offline/index.js';

	interface Props {
		word: string;
		/** A name for screen readers where the word alone does not tell. */
		label?: string;
		onphoto: (bytes: ArrayBuffer, mediaType: string) => void;
	}
	const { word, label, onphoto }: Props = $props();
	let refusal = $state('');

	async function take(e: Event & { currentTarget: HTMLInputElement }) {
		const [file] = e.currentTarget.files ?? [];
		e.currentTarget.value = '';
		if (!file) return;
		const photo = await shrinkPhoto(file);
		refusal = photo.status === 'refused' ? photo.message : '';
		if (photo.status === 'ready') onphoto(photo.bytes, photo.mediaType);
	}
</script>

<label class="btn photo">
	<Camera size={20} aria-hidden="true" />
	{word}
	<input
		type="file"
		accept="image/jpeg,image/png,image/webp"
		capture="environment"
		aria-label={label ?? word}
		onchange={take}
	/>
</label>
{#if refusal}<p role="alert" class="refusal">{refusal}</p>{/if}

<style>
	.photo {
		position: relative;
	}
	.photo:focus-within {
		outline: 3px solid var(--zt-strap);
		outline-offset: 2px;
	}
	input {
		position: absolute;
		inset: 0;
		opacity: 0;
		cursor: pointer;
	}
	.refusal {
		color: var(--zt-alarm);
		font-weight: 600;
	}
</style>
