<script lang="ts">
	interface Props {
		/** Keeps ids apart when two maps stand on one page. */
		prefix: string;
	}
	const { prefix }: Props = $props();
</script>

<defs>
	<pattern id={`${prefix}sore`} width="9" height="9" patternUnits="userSpaceOnUse">
		<path d="M4.500 0V9M0 4.500H9" stroke="var(--zt-alarm)" stroke-width="1.800" />
	</pattern>
	<pattern id={`${prefix}hair`} width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(60)">
		<path d="M0 2H5" stroke="var(--zt-ink)" stroke-width="1.800" />
	</pattern>
	<pattern id={`${prefix}dry`} width="10" height="10" patternUnits="userSpaceOnUse">
		<circle cx="5" cy="5" r="3" fill="none" stroke="var(--zt-off)" stroke-width="1.800" />
	</pattern>
	<pattern id={`${prefix}quiet`} width="14" height="14" patternUnits="userSpaceOnUse">
		<circle cx="7" cy="7" r="1.100" fill="var(--zt-quiet)" />
	</pattern>
</defs>
