<script lang="ts">
	import { onMount } from 'svelte';
	import { v7 as uuidv7 } from 'uuid';
	import { followJob, type JobSeen } from '../jobs.js';

	interface Props {
		horseId: string;
		pairingId: string;
	}
	const { horseId, pairingId }: Props = $props();
	let whom = $state('fitter');
	let paper = $state('a4');
	let job: JobSeen | undefined = $state();
	let said = $state('');
	const key = $derived(`zt-report ${horseId} ${pairingId}`);
	const open = $derived(job?.state === 'waiting' || job?.state === 'working');

	/** A page that is loaded again goes on with what was asked for. */
	onMount(() => {
		const id = sessionStorage.getItem(key);
		if (id) void watch(`/api/jobs/${id}`, 'GET');
	});
	async function watch(url: string, method: 'GET' | 'PUT') {
		said = '';
		await followJob(url, method, (seen) => (job = seen)).catch((error: Error) => {
			said = error.message;
			job = undefined;
			sessionStorage.removeItem(key);
		});
	}
	function make() {
		const id = uuidv7();
		sessionStorage.setItem(key, id);
		const asked = new URLSearchParams({ horse: horseId, pairing: pairingId, whom, paper });
		void watch(`/api/jobs/${id}?${asked.toString()}`, 'PUT');
	}
	async function callOff() {
		if (!job) return;
		await fetch(`/api/jobs/${job.id}`, { method: 'DELETE' });
	}
</script>

<section class="sheet grid content-start gap-2" aria-labelledby="pdf-head">
	<h2 id="pdf-head">Report on paper</h2>
	<div class="row">
		<label
			>for the <select class="select" bind:value={whom}>
				<option value="fitter">fitter</option><option value="vet">vet</option><option value="owner">owner</option>
			</select></label
		>
		<label
			>on <select class="select" bind:value={paper}>
				<option value="a4">A4</option><option value="letter">Letter</option>
			</select></label
		>
		<button class="btn" onclick={make} disabled={open}>Make the PDF</button>
	</div>
	<div role="status" class="row">
		{#if said}<span class="alarm">{said}</span>{/if}
		{#if job && open}
			<progress class="progress" max={job.total} value={job.done} aria-label="Report being made"></progress>
			<button class="btn btn-ghost" onclick={callOff}>Call it off</button>
		{:else if job?.state === 'done'}
			<a class="btn btn-primary" href={`/api/jobs/${job.id}/file`} download>Take {job.fileName}</a>
		{:else if job?.state === 'cancelled'}
			<span class="quiet">Called off.</span>
		{:else if job?.state === 'failed'}
			<span class="alarm">{job.message ?? 'It could not be made.'}</span>
		{/if}
	</div>
	<p class="quiet">For the fitter with all cuts at their true size; hold a ruler against the check rule.</p>
</section>

<style>
	.row {
		display: flex;
		flex-wrap: wrap;
		gap: 0.5rem;
		align-items: end;
	}
	.progress {
		width: 12rem;
		align-self: center;
	}
	.alarm {
		color: var(--zt-alarm);
	}
</style>
