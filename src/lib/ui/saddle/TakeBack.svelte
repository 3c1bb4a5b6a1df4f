<script lang="ts">
	import { enhance } from '$app/forms';

	interface Props {
		action: string;
		id: string;
		undone: boolean;
		/** What it is, for whoever hears the button. */
		what: string;
	}
	const { action, id, undone, what }: Props = $props();
	const word = $derived(undone ? 'Put in again' : 'Take back');
</script>

<form method="POST" {action} use:enhance>
	<input type="hidden" name="id" value={id} />
	<input type="hidden" name="out" value={undone ? 'no' : 'yes'} />
	<button class="btn btn-ghost btn-sm whitespace-nowrap" aria-label={`${word}: ${what}`}>{word}</button>
</form>
