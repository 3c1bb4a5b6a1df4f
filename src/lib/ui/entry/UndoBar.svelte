<script lang="ts">
	import { invalidateAll } from '$app/navigation';
	import { redoVisit, undoVisit } from './sendVisit.js';

	interface Props {
		visitId: string;
		/** As it stands on the server. */
		undone: boolean;
	}
	const { visitId, undone }: Props = $props();
	let say = $state('');

	async function turn() {
		const result = await (undone ? redoVisit(visitId) : undoVisit(visitId));
		if (result.status === 'refused') say = result.message;
		else {
			await invalidateAll();
			say = '';
		}
	}
</script>

<p class="sheet bar" role="status">
	<span>{say || (undone ? 'The visit was taken back. It stays in the record.' : 'The visit is saved.')}</span>
	<button class="btn" onclick={turn}>{undone ? 'Put it in again' : 'Undo'}</button>
</p>

<style>
	.bar {
		display: flex;
		align-items: center;
		justify-content: space-between;
		padding: 0.4rem 1rem;
		margin-bottom: 0.75rem;
		border-color: var(--zt-strap);
	}
</style>
