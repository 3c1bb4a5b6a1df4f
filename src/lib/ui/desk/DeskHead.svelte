<script lang="ts">
	import DayField from '../DayField.svelte';
	import { formatDay, todayHere } from '../format.js';

	interface Props {
		/** Name of the horse. */
		name: string;
		/** Day it was last traced. */
		lastOn: string | undefined;
		/** Day of the visit on the desk. */
		day: string;
		onday: (day: string) => void;
	}
	const { name, lastOn, day, onday }: Props = $props();
</script>

<header class="who">
	<h1>Tracings: {name}</h1>
	<p class="quiet">
		{lastOn ? `last traced ${formatDay(lastOn)}; drawn thin behind` : 'first visit of this horse'}
	</p>
	<label class="day">On <DayField label="On" max={todayHere()} value={day} {onday} /></label>
</header>

<style>
	.who {
		display: flex;
		flex-wrap: wrap;
		gap: 0.25rem 1rem;
		align-items: baseline;
		margin-bottom: 0.75rem;
	}
	h1 {
		font-size: 1.6rem;
	}
	.day {
		margin-left: auto;
		font-weight: 600;
		display: flex;
		gap: 0.5rem;
		align-items: center;
	}
	@media (max-width: 900px) {
		.day {
			margin-left: 0;
		}
	}
</style>
