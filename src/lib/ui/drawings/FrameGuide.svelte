<script lang="ts">
	interface Props {
		view: 'front45' | 'side' | 'rear45' | 'above';
		/** A saddle on it. */
		saddled?: boolean;
	}
	const { view, saddled = false }: Props = $props();
	/** Outline to fill the frame with. */
	const OUTLINES = {
		front45:
			'M46 96C40 66 44 44 58 36C56 24 62 12 70 10C76 18 80 26 82 36C98 44 112 48 122 58C130 68 128 86 122 98M58 36C66 42 76 42 82 36M54 96V118M66 96V118M112 98V114M122 98V114',
		side: 'M22 26C30 14 42 12 50 20C62 34 72 38 90 40C106 40 122 34 134 40C142 46 142 60 138 70M26 34C38 40 46 54 52 68C74 78 108 76 126 68M52 68V114M62 72V114M126 70L132 114M138 70L144 114',
		rear45:
			'M40 98C34 72 40 50 58 44C78 38 104 36 122 24C126 16 136 14 140 20C140 30 134 38 128 44C126 64 122 84 112 98M58 44C62 64 62 84 58 98M44 98V118M58 98V118M104 98V114M114 98V114',
		above:
			'M80 8C70 14 68 26 72 36C60 46 54 58 54 72C54 88 60 102 66 112C76 120 84 120 94 112C100 102 106 88 106 72C106 58 100 46 88 36C92 26 90 14 80 8M80 36V114'
	} as const;
	const SADDLE = {
		front45: 'M70 46C76 34 92 34 98 50L112 44M72 46L64 74C72 82 82 80 86 72L92 50',
		side: 'M58 34C64 28 68 30 72 36C80 42 92 42 100 34C106 30 110 32 110 38M60 38L72 66C80 70 88 66 90 58L96 40',
		rear45: 'M66 42C72 30 88 28 98 36C104 40 108 38 112 32M70 44L64 70C74 78 84 74 88 62L94 40',
		above: 'M66 52C70 44 90 44 94 52L98 84C92 92 68 92 62 84Z'
	} as const;
</script>

<svg viewBox="0 0 160 124" aria-hidden="true">
	<path class="frame" d="M6 22V6H26M134 6H154V22M154 102V118H134M26 118H6V102" />
	<path class="shape" d={OUTLINES[view]} />
	{#if saddled}<path class="saddle" d={SADDLE[view]} />{/if}
</svg>

<style>
	svg {
		display: block;
		width: 100%;
		height: auto;
	}
	path {
		fill: none;
		stroke-linecap: round;
		stroke-linejoin: round;
	}
	.frame {
		stroke: var(--zt-strap);
		stroke-width: 2.5;
	}
	.saddle {
		stroke: var(--zt-ink);
		stroke-width: 2.5;
	}
	.shape {
		stroke: var(--zt-quiet);
		stroke-width: 2;
		stroke-dasharray: 4 3;
	}
</style>
