<script lang="ts">
	import type { DrawnUnit } from '$core/units/index.js';
	import FileDrop from '../entry/FileDrop.svelte';
	import { readFiles, type FileResult } from '../entry/readFiles.js';
	import ReadReport from '../entry/ReadReport.svelte';
	import { todayHere } from '../format.js';

	interface ReadFiles {
		readonly files: readonly File[];
		readonly results: readonly FileResult[];
	}
	interface Props {
		station: string;
		/** Day of the visit on the desk. */
		visitedOn: string;
		/** The files chosen last, with what was read of them. */
		read: ReadFiles;
		onread: (read: ReadFiles) => void;
	}
	const { station, visitedOn, read, onread }: Props = $props();

	let reading = $state(false);
	async function take(files: readonly File[], unit?: DrawnUnit) {
		reading = true;
		const results = await readFiles(files, todayHere(), unit);
		reading = false;
		onread({ files, results });
	}
	const otherDays = $derived(
		read.results.flatMap((r) => (r.status === 'read' ? r.report.tracings : [])).filter((t) => t.visitedOn !== visitedOn)
			.length
	);
</script>

<FileDrop accept=".csv,.svg,.dxf,.txt,.json,text/csv,text/plain,image/svg+xml" onfiles={take}>
	<b>{reading ? 'Reading…' : 'Drop files here, or choose'}</b><br /><span class="quiet"
		>points or widths CSV, point lists, SVG, DXF. Without a station: {station}.</span
	>
</FileDrop>
<ReadReport results={read.results} onunit={(unit) => void take(read.files, unit)} />
{#if otherDays > 0}<p class="quiet">
		{otherDays} tracings of other days were left aside: bring a whole history in under
		<a class="link" href="/import">Import</a>.
	</p>{/if}
