<script lang="ts">
	import { FileDown } from '@lucide/svelte';

	interface Props {
		onfiles: (files: File[]) => void;
		accept: string;
		/** Something has been dropped already: take less room. */
		slim?: boolean;
		children: import('svelte').Snippet;
	}
	const { onfiles, accept, slim = false, children }: Props = $props();
	let over = $state(false);

	function drop(e: DragEvent) {
		e.preventDefault();
		over = false;
		onfiles([...(e.dataTransfer?.files ?? [])]);
	}
</script>

<label
	class="drop"
	class:over
	class:slim
	ondragover={(e) => {
		e.preventDefault();
		over = true;
	}}
	ondragleave={() => (over = false)}
	ondrop={drop}
>
	<span class="icon"><FileDown size={26} /></span>
	<span>{@render children()}</span>
	<input
		type="file"
		multiple
		{accept}
		onchange={(e) => {
			onfiles([...(e.currentTarget.files ?? [])]);
			e.currentTarget.value = '';
		}}
	/>
</label>

<style>
	.drop {
		display: flex;
		align-items: center;
		gap: 1rem;
		border: 2px dashed var(--zt-line);
		border-radius: var(--radius-box);
		padding: 1.25rem;
		cursor: pointer;
	}
	.drop:hover,
	.over,
	.drop:focus-within {
		border-color: var(--zt-strap);
		background: var(--zt-hide-2);
	}
	.slim {
		padding: 0.5rem 1.25rem;
	}
	.icon {
		flex: none;
	}
	input {
		position: absolute;
		opacity: 0;
		width: 1px;
		height: 1px;
	}
</style>
