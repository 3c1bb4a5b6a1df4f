<script lang="ts">
	import { signedNumber, signedWords, lengthNumber } from '$words/index.js';
	import type { SideChange } from '$core/change/index.js';
	import { betweenPath, outlinePath, type CutPair } from './outline.js';

	interface Props {
		cuts: readonly CutPair[];
		changes: readonly SideChange[];
		chosen: string;
	}
	const { cuts, changes, chosen }: Props = $props();
	const of = (station: string, side: string) => changes.find((c) => c.station === station && c.side === side);
</script>

{#snippet figure(station: string, side: 'near' | 'off')}
	{@const c = of(station, side)}
	<span class="side" class:real={c?.real}>
		{c ? (c.real ? signedWords(c.mm) : `(${signedNumber(c.mm)})`) : '–'}
		<small class="quiet">{side}</small>
	</span>
{/snippet}

<section class="sheet" aria-labelledby="cuts-head">
	<header>
		<h2 id="cuts-head">Cuts: this visit over fit mark</h2>
		<p class="quiet">fit mark thin · this visit thick</p>
	</header>
	<div class="row">
		{#each cuts as cut, nth (nth)}
			<figure class:chosen={cut.station === chosen}>
				<figcaption>{cut.station}</figcaption>
				<svg viewBox="-225 -12 450 172" role="img" aria-label={`${cut.station}: this visit's cut over the fit mark's`}>
					<path class="grid" d="M-225 60H225M-225 120H225M0 -12V160" />
					<text class="depth" x="222" y="56" text-anchor="end">{lengthNumber(60)}</text>
					<text class="depth" x="222" y="116" text-anchor="end">{lengthNumber(120)}</text>
					{#if cut.then && cut.now}<path class="between" d={betweenPath(cut.then, cut.now)} />{/if}
					{#if cut.then}<path class="then" d={outlinePath(cut.then)} />{/if}
					{#if cut.now}<path class="now" d={outlinePath(cut.now)} />{/if}
				</svg>
				{#if cut.now && cut.then}
					<div class="figures">{@render figure(cut.station, 'near')}{@render figure(cut.station, 'off')}</div>
				{:else}
					<p class="quiet none">{cut.now ? 'Not traced at the fit mark' : 'Not traced at this visit'}</p>
				{/if}
			</figure>
		{:else}
			<p class="quiet">Nothing traced yet. Start a visit; three tracings at T8, T13 and T18 are best.</p>
		{/each}
	</div>
	<p class="quiet note">
		Numbers in brackets are smaller than the tracings can show. Tilt of the paper and apex pick are taken out.
	</p>
</section>

<style>
	header {
		display: flex;
		flex-wrap: wrap;
		justify-content: space-between;
		align-items: baseline;
		gap: 0.2rem 1rem;
	}
	.row {
		display: grid;
		grid-template-columns: repeat(auto-fit, minmax(200px, 1fr));
		gap: 0.25rem 1rem;
	}
	figcaption {
		text-align: center;
		font-weight: 700;
	}
	figure.chosen figcaption {
		color: var(--zt-strap-text);
		text-decoration: underline;
		text-underline-offset: 4px;
		text-decoration-thickness: 2px;
	}
	svg {
		display: block;
		width: 100%;
	}
	.grid {
		stroke: var(--zt-line);
		stroke-width: 1;
		stroke-dasharray: 3 5;
	}
	.depth {
		font: 19px var(--font-text);
		fill: var(--zt-quiet);
	}
	.between {
		fill: var(--zt-band);
	}
	.then {
		fill: none;
		stroke: var(--zt-quiet);
		stroke-width: 1.8;
	}
	.now {
		fill: none;
		stroke: var(--zt-ink);
		stroke-width: 3.4;
		stroke-linejoin: round;
	}
	.figures {
		display: flex;
		justify-content: space-around;
	}
	.side {
		text-align: center;
		color: var(--zt-quiet);
	}
	.side.real {
		font-weight: 700;
		color: var(--zt-ink);
	}
	.side small {
		display: block;
		font-weight: 400;
	}
	.none {
		text-align: center;
		font-size: 0.9rem;
	}
	.note {
		font-size: 0.875rem;
		margin-top: 0.5rem;
	}
</style>
