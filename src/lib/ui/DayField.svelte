<script lang="ts">
	import { formatDay } from './format.js';

	interface Props {
		value: string;
		max?: string;
		label: string;
		/** Its name in a form; undefined where it is sent by script. */
		name?: string;
		onday: (day: string) => void;
	}
	const { value, max, label, name, onday }: Props = $props();
</script>

<!-- The day is written as it is everywhere, whatever the browser's own style; its picker lies over it. -->
<span class="day input">
	<span aria-hidden="true">{value ? formatDay(value) : 'no day'}</span>
	<input
		type="date"
		aria-label={label}
		{max}
		{name}
		{value}
		onclick={(e) => {
			try {
				e.currentTarget.showPicker();
			} catch {
				// Without a picker the day is typed.
			}
		}}
		onchange={(e) => onday(e.currentTarget.value)}
	/>
</span>

<style>
	.day {
		position: relative;
		display: inline-flex;
		align-items: center;
		width: 9.5rem;
	}
	.day:focus-within {
		outline: 3px solid var(--zt-strap);
		outline-offset: 2px;
	}
	input {
		position: absolute;
		inset: 0;
		width: 100%;
		height: 100%;
		opacity: 0;
		cursor: pointer;
	}
</style>
