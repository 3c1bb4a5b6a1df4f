<script lang="ts">
	interface Props {
		options: readonly (readonly [code: string, word: string])[];
		/** Chosen codes. */
		chosen: readonly string[];
		onchoose: (code: string) => void;
		label: string;
		multiple?: boolean;
		/** Codes that ask for care. */
		alarming?: readonly string[];
		wide?: boolean;
	}
	const { options, chosen, onchoose, label, multiple = false, alarming = [], wide = false }: Props = $props();
</script>

<div class="choices" class:wide role="group" aria-label={label}>
	{#each options as [code, word] (code)}
		<button
			type="button"
			class="choice"
			class:on={chosen.includes(code)}
			class:alarming={alarming.includes(code)}
			aria-pressed={chosen.includes(code)}
			data-code={code}
			onclick={() => onchoose(code)}
		>
			<span class="box" class:round={!multiple} aria-hidden="true"></span>{word}
		</button>
	{/each}
</div>

<style>
	.choices {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(9.5rem, 1fr));
		gap: 0.5rem;
	}
	.wide {
		grid-template-columns: 1fr;
	}
	.choice {
		display: flex;
		align-items: center;
		gap: 0.6rem;
		min-height: 3.25rem;
		padding: 0.4rem 0.8rem;
		border: 1.5px solid var(--zt-line);
		border-radius: 0.6rem;
		background: var(--zt-card);
		text-align: left;
		line-height: 1.2;
		cursor: pointer;
	}
	.on {
		border-color: var(--zt-strap);
		background: var(--zt-hide);
		font-weight: 600;
	}
	.box {
		flex: none;
		width: 1.1rem;
		height: 1.1rem;
		border: 2px solid var(--zt-quiet);
		border-radius: 0.25rem;
	}
	.round {
		border-radius: 50%;
	}
	.on .box {
		border-color: var(--zt-strap);
		background: radial-gradient(circle, var(--zt-strap) 55%, transparent 60%);
	}
	.alarming.on {
		border-color: var(--zt-alarm);
		color: var(--zt-alarm);
	}
</style>
