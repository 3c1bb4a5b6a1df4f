/** Standard photos of the demo, drawn by us: no real horse. */
export interface DemoPhoto {
	readonly before: number;
	readonly view: 'side' | 'saddle-side';
	/** How far the pocket behind the blade has sunk in, and the saddle's front with it, 0 to 1. */
	readonly sunk: number;
}

export const DEMO_PHOTOS: Readonly<Record<string, readonly DemoPhoto[]>> = {
	Marram: [
		{ before: 12, view: 'side', sunk: 0 },
		{ before: 12, view: 'saddle-side', sunk: 0 },
		{ before: 0, view: 'side', sunk: 1 },
		{ before: 0, view: 'saddle-side', sunk: 1 }
	]
};

const COAT = '#b49a6a';
const DARK = '#4c3d28';

/** A horse from the side before a sea wall, as SVG of 800 by 600. */
export function demoPhotoSvg({ view, sunk }: DemoPhoto): string {
	const dip = 10 * sunk;
	const back = `M150 250C170 200 205 160 235 150C262 142 285 ${168 + dip} 318 ${196 + dip}C380 ${222 + dip / 2} 430 224 480 222C530 220 560 206 600 214C650 226 662 290 650 350L640 420H600L604 372C540 380 470 384 380 372C350 368 330 362 320 356L312 420H276L280 340C250 320 236 300 226 274C206 286 180 300 158 292C146 286 142 266 150 250Z`;
	const legs = [284, 330, 604, 640]
		.map((x, i) => `<path d="M${x} 350L${x + (i % 2 ? 6 : -2)} 540H${x + 26}L${x + 24} 350Z" fill="${COAT}"/>`)
		.join('');
	const pocket = sunk
		? `<path d="M318 ${206 + dip}C332 ${236 + dip} 350 252 372 262" stroke="${DARK}" stroke-width="9" fill="none" opacity=".45"/>`
		: '';
	const tip = view === 'saddle-side' ? `rotate(${-2.5 * sunk} 400 210) translate(0 ${6 * sunk})` : '';
	const saddle = tip
		? `<g transform="${tip}"><path d="M318 176C330 150 346 152 356 170C390 196 436 196 470 172C486 160 498 168 494 190L484 216C430 236 372 236 330 216Z" fill="#5e3418"/><path d="M352 222L372 330C396 344 420 338 428 318L440 224Z" fill="#6d3f20"/></g>`
		: '';
	return `<svg xmlns="http://www.w3.org/2000/svg" width="800" height="600"><rect width="800" height="600" fill="#c9d6dc"/><rect y="380" width="800" height="220" fill="#cbbf9d"/><rect y="352" width="800" height="34" fill="#9aa39c"/>${legs}<path d="${back}" fill="${COAT}"/>${pocket}<path d="M235 150C222 170 200 206 176 244" stroke="${DARK}" stroke-width="14" fill="none"/>${saddle}</svg>`;
}

/** Saddles of the demo that somebody took pictures of, on the rack. */
export const DEMO_SADDLE_PHOTOS = ['Patrol 17 narrow'] as const;
export const DEMO_SADDLE_VIEWS = ['saddle-underside', 'saddle-front', 'saddle-side'] as const;

const LEATHER = '#5e3418';
const PANEL = '#7c4a26';
const DRAWN: Readonly<Record<(typeof DEMO_SADDLE_VIEWS)[number], string>> = {
	// The channel runs down the middle, the front at the top.
	'saddle-underside': `<path d="M400 70C500 70 590 110 600 190C604 330 590 450 540 520C490 550 310 550 260 520C210 450 196 330 200 190C210 110 300 70 400 70Z" fill="${LEATHER}"/><path d="M372 100C290 110 236 150 234 220C232 340 246 440 286 500C320 520 356 512 364 480C350 360 352 220 372 100Z" fill="${PANEL}"/><path d="M428 100C510 110 564 150 566 220C568 340 554 440 514 500C480 520 444 512 436 480C450 360 448 220 428 100Z" fill="${PANEL}"/>`,
	'saddle-front': `<path d="M400 130C470 132 520 210 560 330C590 400 640 450 640 500C600 500 560 470 530 420C500 340 460 250 400 246C340 250 300 340 270 420C240 470 200 500 160 500C160 450 210 400 240 330C280 210 330 132 400 130Z" fill="${LEATHER}"/><path d="M400 246C460 250 500 340 530 420C520 450 500 456 488 436C468 360 440 296 400 292C360 296 332 360 312 436C300 456 280 450 270 420C300 340 340 250 400 246Z" fill="${PANEL}"/>`,
	'saddle-side': `<path d="M130 210C150 150 190 150 214 196C300 260 430 260 560 190C610 150 650 170 640 230C600 300 520 330 430 330C330 330 200 320 150 280Z" fill="${LEATHER}"/><path d="M200 300C210 400 230 470 280 520C340 530 380 500 384 440L380 320Z" fill="#6d3f20"/><path d="M150 290C260 345 420 350 600 280C590 330 520 360 430 362C330 364 210 352 156 322Z" fill="${PANEL}"/>`
};

/** A saddle on its rack in the tack room, as SVG of 800 by 600. */
export const demoSaddleSvg = (view: (typeof DEMO_SADDLE_VIEWS)[number]): string =>
	`<svg xmlns="http://www.w3.org/2000/svg" width="800" height="600"><rect width="800" height="600" fill="#d8d2c4"/><rect y="540" width="800" height="60" fill="#9b8b70"/>${DRAWN[view]}</svg>`;
