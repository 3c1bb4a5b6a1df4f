<script lang="ts">
	import { page } from '$app/state';
	import { v7 as uuidv7 } from 'uuid';

	/**
	 * The id of what a form makes: sent twice, it is made once. It is chosen here and not by the server, as one drawing
	 * of a page may be sent to many tabs; without scripts the server chooses when the form arrives.
	 */
	let id = $state('');
	$effect(() => {
		void page.data;
		id = uuidv7();
	});
</script>

<input type="hidden" name="id" value={id} />
