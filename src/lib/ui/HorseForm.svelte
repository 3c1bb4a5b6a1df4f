<script lang="ts">
	interface Props {
		values: {
			readonly id: string;
			readonly yardId: string;
			readonly name: string;
			readonly about: string;
			readonly bornYear: string;
			readonly version?: number;
		};
		message: string | undefined;
		word: string;
		action?: string;
	}
	const { values, message, word, action }: Props = $props();
</script>

<form method="POST" {action} class="sheet">
	{#if message}<p role="alert" class="alert alert-error">{message}</p>{/if}
	<input type="hidden" name="id" value={values.id} />
	<input type="hidden" name="yardId" value={values.yardId} />
	{#if values.version}<input type="hidden" name="version" value={values.version} />{/if}
	<label>Name<input class="input w-full" name="name" required maxlength="80" value={values.name} /></label>
	<label
		>About <span class="quiet">colour, height, work</span><input
			class="input w-full"
			name="about"
			maxlength="400"
			value={values.about}
		/></label
	>
	<label
		>Born in <span class="quiet">a young back is traced more often</span><input
			class="input"
			name="bornYear"
			inputmode="numeric"
			pattern="[0-9]{'{4}'}"
			maxlength="4"
			placeholder="2017"
			value={values.bornYear}
		/></label
	>
	<button class="btn btn-primary">{word}</button>
</form>

<style>
	form {
		display: grid;
		gap: 1rem;
		max-width: 32rem;
		padding: 1.25rem;
	}
	label {
		display: grid;
		gap: 0.2rem;
		font-weight: 600;
	}
	label span {
		font-weight: 400;
	}
</style>
