<script lang="ts">
	interface Props {
		/** What to point at. */
		show: 'places' | 'tape' | 'load';
	}
	const { show }: Props = $props();
	const LABEL = {
		places:
			'Where to find the blade’s rear edge at rest and at full back-swing, two fingers behind it, the lowest point and the last rib',
		tape: 'Where the tape goes: girth, body length, withers height and croup height',
		load: 'Rider, clothes and all tack together'
	} as const;
</script>

<svg viewBox="0 0 360 214" role="img" aria-label={LABEL[show]}>
	<g class="horse">
		<path
			d="M14 6C56 12 90 40 120 52C140 60 160 66 190 67C220 66 240 56 262 52C285 54 300 66 304 84C308 104 302 120 296 132"
		/>
		<path d="M22 58C46 84 66 104 84 118C92 130 100 138 112 142C150 152 210 152 256 132" />
		<path d="M96 134L98 208M116 144L114 208M296 132L302 164L296 208M262 132L280 162L278 208" />
	</g>
	{#if show === 'places'}
		<path class="bone" d="M84 112L102 66Q118 56 134 68Z" />
		<path class="swing" d="M96 118L128 62Q144 56 154 76Z" />
		<path class="fingers" d="M137 62h7v22h-7zM145 64h7v21h-7z" />
		<path class="rib" d="M238 60C247 88 242 118 228 140" />
		<path class="whorl" d="M262 112a7 7 0 1 1-7-7a4 4 0 1 1-3 6M252 100C246 90 240 78 238 64" />
		<path class="low" d="M190 60V40M184 48L190 40L196 48" />
		<g class="words">
			<text x="2" y="104">blade at rest</text>
			<path class="lead" d="M82 100L94 98" />
			<text x="96" y="24">back-swing</text>
			<path class="lead" d="M136 28L146 58" />
			<text x="196" y="26">lowest, about T13</text>
			<path class="lead" d="M206 30L194 42" />
			<text x="314" y="54">last rib</text>
			<path class="lead" d="M312 52L242 66" />
			<text x="312" y="118">whorl</text>
			<path class="lead" d="M308 114L264 112" />
			<text x="150" y="108">two fingers</text>
			<path class="lead" d="M164 96L148 84" />
		</g>
		<path class="line" d="M153 90H236" />
		<path class="line" d="M153 85v10M236 85v10" />
	{:else if show === 'tape'}
		<path class="tape" d="M124 54C140 90 138 120 126 146" />
		<path class="tape" d="M84 112L304 96" />
		<path class="plumb" d="M120 52V206M262 52V206" />
		<g class="words">
			<text x="146" y="132">girth</text>
			<text x="196" y="96">length</text>
			<text x="126" y="196">withers</text>
			<text x="256" y="196" text-anchor="end">croup</text>
		</g>
	{:else}
		<path class="saddle" d="M138 58C146 44 156 46 166 52C186 58 206 54 218 42C226 42 228 52 226 62" />
		<path class="line" d="M182 46V14M176 38L182 46L188 38" />
		<g class="words"><text x="192" y="24">rider, clothes, all tack</text></g>
	{/if}
</svg>

<style>
	svg {
		display: block;
		width: 100%;
		max-height: 15rem;
	}
	path {
		fill: none;
		stroke-linecap: round;
		stroke-linejoin: round;
	}
	.horse path {
		stroke: var(--zt-ink);
		stroke-width: 2.4;
	}
	.bone {
		fill: var(--zt-hide);
		stroke: var(--zt-ink);
		stroke-width: 1.8;
	}
	.swing {
		stroke: var(--zt-strap);
		stroke-width: 2;
		stroke-dasharray: 5 4;
	}
	.fingers {
		fill: var(--zt-buckle);
		stroke: var(--zt-ink);
	}
	.rib,
	.tape,
	.line,
	.low {
		stroke: var(--zt-strap);
		stroke-width: 2.6;
	}
	.tape {
		stroke-dasharray: 9 3;
	}
	.whorl,
	.lead {
		stroke: var(--zt-quiet);
		stroke-width: 1.4;
	}
	.plumb {
		stroke: var(--zt-strap);
		stroke-width: 2;
		stroke-dasharray: 2 5;
	}
	.saddle {
		stroke: var(--zt-strap);
		stroke-width: 5;
	}
	text {
		font: 600 14px var(--font-text);
		fill: var(--zt-ink);
		paint-order: stroke;
		stroke: var(--zt-card);
		stroke-width: 4px;
	}
</style>
