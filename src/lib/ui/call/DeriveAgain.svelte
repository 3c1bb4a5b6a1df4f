<script lang="ts">
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
		const answer = await fetch(`/api/horses/${horseId}/derive?pairing=${pairingId}&on=${on}`)
			.then(async (r) => ({ ok: r.ok, body: (await r.json()) as Answer }))
			.catch(() => undefined);
		busy = false;
		if (!answer) said = 'No connection: ask again when it is back.';
		else if (!answer.ok) said = answer.body.message ?? 'It could not be judged.';
		else if (answer.body.differs.length === 0)
			said = `The same, from the ${answer.body.tracings} tracings up to ${formatDay(answer.body.on)} alone (engine ${answer.body.engine}).`;
		else
			said = `Not the same in: ${answer.body.differs.join(', ')}. Tell whoever runs this place; the call on record stays.`;
	}
	interface Answer {
		readonly engine: string;
		readonly on: string;
		readonly tracings: number;
		readonly differs: readonly string[];
		readonly message?: string;
	}
</script>

<button type="button" class="link" disabled={busy} onclick={() => void derive()}>Judge this day’s shape anew</button>
<span role="status" class="quiet">{said}</span>
