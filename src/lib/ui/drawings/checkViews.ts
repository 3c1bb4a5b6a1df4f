import type { CheckId } from '$core/checks/index.js';

/** From which side a check is drawn. */
export type View = 'front' | 'side' | 'behind';

export interface CheckPicture {
	readonly view: View;
	/** Hands, fingers and tools: paths over the view. */
	readonly hand: readonly string[];
	/** What to look at. */
	readonly look: readonly string[];
	readonly says: string;
}

const finger = (x: number, y: number, long = 26): string => `M${x} ${y}h${long}a4 4 0 0 1 0 8h-${long}z`;
const stack = (x: number, y: number, count: number, long?: number): string[] =>
	Array.from({ length: count }, (_, i) => finger(x, y + i * 9, long));

/** One picture for each hand check, drawn over three views of saddle and back; 300 by 150 units. */
export const CHECK_PICTURES: Readonly<Record<CheckId, CheckPicture>> = {
	place: {
		view: 'side',
		hand: ['M98 60C92 80 88 100 90 122'],
		look: ['M96 40H124', 'M117 34L124 40L117 46', 'M112 108V122'],
		says: 'Slid back from the withers: where its front edge stands against the blade'
	},
	sits: {
		view: 'front',
		hand: [],
		look: ['M150 8V26', 'M144 19L150 27L156 19', 'M60 78V60', 'M54 67L60 59L66 67'],
		says: 'Come to rest, standing up on the withers, or dropped onto them'
	},
	'clearance-top': {
		view: 'front',
		hand: stack(137, 26, 3),
		look: [],
		says: 'Three fingers stacked between withers and arch'
	},
	'clearance-sides': {
		view: 'front',
		hand: [...stack(112, 50, 2, 18), ...stack(170, 50, 2, 18)],
		look: [],
		says: 'Two fingers each side of the withers'
	},
	pencil: {
		view: 'front',
		hand: ['M60 34L240 44'],
		look: ['M228 38L240 44L228 50'],
		says: 'A pencil slid under the front ring'
	},
	'front-angle': {
		view: 'front',
		hand: [],
		look: ['M118 62L84 128', 'M182 62L216 128'],
		says: 'The points of the tree along the shoulder, top and bottom'
	},
	'shoulder-room': {
		view: 'side',
		hand: ['M98 52C92 74 88 96 92 118'],
		look: ['M86 110L92 118L99 111'],
		says: 'A flat hand slid down the front edge'
	},
	contact: {
		view: 'side',
		hand: ['M110 94C140 104 176 104 208 92'],
		look: ['M200 90L208 92L204 100'],
		says: 'A hand run under the panel from front to rear'
	},
	rock: {
		view: 'side',
		hand: ['M112 28V56', 'M212 24V52'],
		look: ['M106 49L112 57L118 49', 'M206 45L212 53L218 45'],
		says: 'Pressing in front, then behind'
	},
	level: {
		view: 'side',
		hand: ['M92 62L232 56'],
		look: ['M160 72V92'],
		says: 'The line from pommel to cantle and the deepest point'
	},
	ball: {
		view: 'side',
		hand: ['M168 66a9 9 0 1 1-18 0a9 9 0 1 1 18 0'],
		look: ['M140 56L132 60', 'M180 56L188 58'],
		says: 'A ball resting mid-seat'
	},
	'channel-front': {
		view: 'behind',
		hand: stack(136, 62, 1, 28),
		look: ['M130 34V52M170 34V52'],
		says: 'Fingers across the channel in front'
	},
	'channel-middle': {
		view: 'behind',
		hand: stack(136, 62, 1, 28),
		look: ['M130 34V52M170 34V52'],
		says: 'Fingers across the channel in the middle'
	},
	'channel-rear': {
		view: 'behind',
		hand: stack(136, 62, 1, 28),
		look: ['M130 34V52M170 34V52'],
		says: 'Fingers across the channel behind'
	},
	length: {
		view: 'side',
		hand: ['M230 78C236 96 234 112 226 126'],
		look: ['M112 108H226', 'M112 102V114', 'M226 102V114'],
		says: 'The bearing surface against the last rib'
	},
	skirts: {
		view: 'side',
		hand: ['M214 92C226 96 236 94 246 88'],
		look: ['M238 100L246 88'],
		says: 'The skirt’s end against flank and hip'
	},
	'panel-spread': {
		view: 'behind',
		hand: ['M76 118L92 104', 'M224 118L208 104'],
		look: ['M84 96L60 122', 'M216 96L240 122'],
		says: 'The panel’s outer edge against the edge of the long muscle'
	},
	straight: {
		view: 'behind',
		hand: ['M150 12V140'],
		look: ['M96 70H146', 'M204 70H154'],
		says: 'From behind: centred over the spine'
	},
	'side-grip': {
		view: 'behind',
		hand: ['M78 92V138'],
		look: ['M71 128L78 138L85 128'],
		says: 'Pressing the stirrup straight down, ungirthed'
	},
	'girth-line': {
		view: 'side',
		hand: ['M136 94L132 142'],
		look: ['M122 132V146M142 132V146'],
		says: 'The girth hanging from its straps into the groove'
	},
	'pad-lies': {
		view: 'side',
		hand: ['M84 88C130 78 190 80 246 78'],
		look: ['M84 80V100', 'M246 70V90', 'M150 66V84M144 78L150 85L156 78'],
		says: 'The pad’s edge in front and behind the saddle, and along the spine'
	},
	'seat-room': {
		view: 'side',
		hand: ['M196 54h28'],
		look: ['M196 46V62', 'M224 46V62'],
		says: 'A hand behind the rider’s seat'
	},
	'knee-room': { view: 'side', hand: stack(112, 112, 3, 14), look: [], says: 'Four fingers below the knee' },
	'rider-feel': {
		view: 'side',
		hand: ['M160 14V62'],
		look: ['M160 14L128 20', 'M136 13L128 20L137 25', 'M160 14L192 20', 'M184 13L192 20L183 25'],
		says: 'The rider tipped forward or back'
	}
};
