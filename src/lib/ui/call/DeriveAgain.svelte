<script lang="ts">
	import { askReckoning } from '../askReckoning.js';
	import { formatDay } from '../format.js';

	interface Props {
		horseId: string;
		pairingId: string;
		/** Day of the call. */
		on: string;
	}
	const { horseId, pairingId, on }: Props = $props();
	let said = $state('');
	let busy = $state(false);

	async function derive(): Promise<void> {
		busy = true;
		const came = await askReckoning<Answer>(`/api/horses/${horseId}/derive?pairing=${pairingId}&on=${on}`);
		busy = false;
		if (!came) return;
		if ('refused' in came) said = came.lost ? 'No connection: ask again when it is back.' : came.refused;
		else if (came.answer.differs.length === 0)
			said = `The same, from the ${came.answer.tracings} tracings up to ${formatDay(came.answer.on)} alone (engine ${came.answer.engine}).`;
		else
			said = `Not the same in: ${came.answer.differs.join(', ')}. Tell whoever runs this place; the call on record stays.`;
	}
	interface Answer {
		readonly engine: string;
		readonly on: string;
		readonly tracings: number;
		readonly differs: readonly string[];
	}
</script>

<button type="button" class="link" disabled={busy} onclick={() => void derive()}>Judge this day’s shape anew</button>
<span role="status" class="quiet">{said}</span>
