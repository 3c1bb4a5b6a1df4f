<svg viewBox="0 0 360 120" role="img" aria-label="A horse standing square on level ground, head straight ahead">
	<path class="ground" d="M14 108H346" />
	<g class="horse" transform="translate(128 -2) scale(.52)">
		<path
			d="M-40 4C10 14 84 40 120 52C140 60 160 66 190 67C220 66 240 56 262 52C285 54 300 66 304 84C308 104 302 120 296 132"
		/>
		<path
			d="M-40 4C-66 12-90 36-104 62C-100 74-84 74-72 64C-50 60-10 70 36 78C52 96 70 108 84 118C92 130 100 138 112 142C150 152 210 152 256 132"
		/>
		<path d="M96 134L98 208M116 144L114 208M296 132L302 164L296 208M262 132L280 162L278 208" />
	</g>
	<path class="plumb" d="M183 36V106M280 36V106" />
</svg>

<style>
	svg {
		display: block;
		width: 100%;
		max-height: 8.5rem;
	}
	.ground {
		stroke: var(--zt-strap);
		stroke-width: 2.5;
	}
	.horse path {
		fill: none;
		stroke: var(--zt-ink);
		stroke-width: 4;
		stroke-linecap: round;
		stroke-linejoin: round;
	}
	.plumb {
		stroke: var(--zt-quiet);
		stroke-dasharray: 3 4;
	}
</style>
