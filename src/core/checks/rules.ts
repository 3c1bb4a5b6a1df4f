/** Where the saddle is set: behind the resting blade, or behind its furthest back-swing. Never on the blade. */
export const PLACES = ['rest', 'swing'] as const;
export type Place = (typeof PLACES)[number];

/** Room asked for bare: three fingers on top and two beside, or the same (50 mm at the least) all the way round. */
export const ROOMS = ['three-two', 'all-round'] as const;
export type Room = (typeof ROOMS)[number];

/** Fingers that must be left above the withers under the rider. */
export const RIDER_ROOMS = [2, 3] as const;
export type RiderRoom = (typeof RIDER_ROOMS)[number];

/** Length for the panel: from two fingers behind the blade, or from tape to tape. */
export const LENGTHS_FROM = ['fingers', 'tape'] as const;
export type LengthFrom = (typeof LENGTHS_FROM)[number];

/** Level of a general or jumping saddle: pommel to cantle, or two fingers above the pommel to the top of the cantle. */
export const LEVELS_BY = ['pommel', 'two-fingers'] as const;
export type LevelBy = (typeof LEVELS_BY)[number];

/** What a person asks of a saddle by hand: five separate choices (common practice, no source). */
export interface HandRules {
	readonly place: Place;
	readonly room: Room;
	readonly riderRoom: RiderRoom;
	readonly lengthFrom: LengthFrom;
	readonly levelBy: LevelBy;
}

export const USUAL_RULES: HandRules = {
	place: 'rest',
	room: 'three-two',
	riderRoom: 2,
	lengthFrom: 'fingers',
	levelBy: 'pommel'
};
