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
