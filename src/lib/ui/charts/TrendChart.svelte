<script lang="ts">
	import { onMount } from 'svelte';
	import { buildTrendOption, type TrendData } from './trendOption.js';

	interface Props {
		data: TrendData;
		label: string;
	}
	const { data, label }: Props = $props();
	let host: HTMLDivElement | undefined = $state();

	function colours() {
		const style = getComputedStyle(document.documentElement);
		const of = (name: string) => style.getPropertyValue(`--zt-${name}`).trim();
		return {
			near: of('near'),
			off: of('off'),
			band: of('band'),
			alarm: of('alarm'),
			strap: of('strap'),
			quiet: of('quiet'),
			line: of('line')
		};
	}

	onMount(() => {
		let dispose: (() => void) | undefined;
		let gone = false;
		void import('./echartsParts.js').then(({ init }) => {
			if (gone || !host) return;
			const chart = init(host, undefined, { renderer: 'svg' });
			const draw = () => chart.setOption(buildTrendOption(data, colours()), true);
			const sizes = new ResizeObserver(() => chart.resize());
			const themes = new MutationObserver(draw);
			sizes.observe(host);
			themes.observe(document.documentElement, { attributeFilter: ['data-theme'] });
			const stop = $effect.root(() => {
				$effect(draw);
			});
			dispose = () => {
				stop();
				sizes.disconnect();
				themes.disconnect();
				chart.dispose();
			};
		});
		return () => {
			gone = true;
			dispose?.();
		};
	});
</script>

<div bind:this={host} class="chart" role="img" aria-label={label}></div>

<style>
	.chart {
		height: 260px;
		width: 100%;
	}
</style>
