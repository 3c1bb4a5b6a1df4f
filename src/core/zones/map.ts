export type Side = 'near' | 'off';
export const SIDES: readonly Side[] = ['near', 'off'];

/** Where a zone lies on the unrolled back: on the spine, beside it, at the panel's edge, or below. */
export type ZoneRow = 'spine' | 'beside' | 'edge' | 'girth';

export interface Zone {
	readonly id: ZoneId;
	readonly row: ZoneRow;
	/** The cut whose shape tells of this zone. */
	readonly station?: 'T8' | 'T13' | 'T18';
}

export const ZONE_IDS = [
	'withers-top',
	'withers-flank',
	'blade',
	'pocket',
	'spine-front',
	'spine-middle',
	'spine-rear',
	'long-front',
	'long-middle',
	'long-rear',
	'edge-front',
	'edge-middle',
	'edge-rear',
	'loin',
	'girth'
] as const;
export type ZoneId = (typeof ZONE_IDS)[number];

/** The map of the back, head to tail. */
export const ZONES: readonly Zone[] = [
	{ id: 'withers-top', row: 'spine' },
	{ id: 'withers-flank', row: 'beside' },
	{ id: 'blade', row: 'beside' },
	{ id: 'pocket', row: 'beside', station: 'T8' },
	{ id: 'spine-front', row: 'spine' },
	{ id: 'spine-middle', row: 'spine' },
	{ id: 'spine-rear', row: 'spine' },
	{ id: 'long-front', row: 'beside' },
	{ id: 'long-middle', row: 'beside', station: 'T13' },
	{ id: 'long-rear', row: 'beside', station: 'T18' },
	{ id: 'edge-front', row: 'edge' },
	{ id: 'edge-middle', row: 'edge' },
	{ id: 'edge-rear', row: 'edge' },
	{ id: 'loin', row: 'beside' },
	{ id: 'girth', row: 'girth' }
];

const BY_ID = new Map(ZONES.map((z) => [z.id, z]));
export const zoneOf = (id: ZoneId): Zone => BY_ID.get(id) as Zone;
export const isZone = (id: string): id is ZoneId => BY_ID.has(id as ZoneId);
