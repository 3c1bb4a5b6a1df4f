<script lang="ts">
	import { ASKED_WORDS, TREATED_WORDS } from '$words/index.js';
	import Choices from './Choices.svelte';
	import type { Walk } from './walk.svelte.js';

	interface Props {
		walk: Walk;
	}
	const { walk }: Props = $props();
	function toggle(field: string, code: string) {
		const now = walk.list(field) ?? [];
		void walk.set(field, now.includes(code) ? now.filter((c) => c !== code) : [...now, code]);
	}
</script>

<h2>Done today</h2>
<Choices
	label="Done today"
	options={Object.entries(TREATED_WORDS)}
	chosen={walk.list('treat/did') ?? []}
	multiple
	onchoose={(c) => toggle('treat/did', c)}
/>
<h2>Asked of the owner</h2>
<Choices
	label="Asked of the owner"
	options={Object.entries(ASKED_WORDS)}
	chosen={walk.list('treat/asked') ?? []}
	multiple
	onchoose={(c) => toggle('treat/asked', c)}
/>
<label
	>Note (need not be typed now)<textarea
		class="textarea w-full"
		rows="3"
		maxlength="2000"
		value={walk.text('treat/note') ?? ''}
		onchange={(e) => void walk.set('treat/note', e.currentTarget.value)}></textarea></label
>

<style>
	h2 {
		font-size: 1.1rem;
	}
</style>
