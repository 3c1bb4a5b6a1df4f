/** What fills a panel; `none` for bars without one. */
export const FILLINGS = ['wool', 'foam', 'air', 'none'] as const;
export type Filling = (typeof FILLINGS)[number];

/** Bounds of what a tape and a scale read of a saddle. */
export const SEAT_MM = { least: 250, most: 650 } as const;
export const POINT_MM = { least: 40, most: 400 } as const;
export const SADDLE_KG = { least: 0.5, most: 40 } as const;

/** What is known of a saddle besides its shape, maker-neutral; null or empty where nobody said. */
export interface SaddleFacts {
	readonly filling: Filling | null;
	/** From pommel to cantle along the middle. */
	readonly seatMm: number | null;
	/** Of the tree's points, below the head. */
	readonly pointMm: number | null;
	readonly weightKg: number | null;
	/** Girth straps, or where it is rigged. */
	readonly rigging: string;
	/** Widths it can be set to: plates, gullets, a tree that is pressed. */
	readonly widths: string;
}
export const NO_FACTS: SaddleFacts = {
	filling: null,
	seatMm: null,
	pointMm: null,
	weightKg: null,
	rigging: '',
	widths: ''
};
