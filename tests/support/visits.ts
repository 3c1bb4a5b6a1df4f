import { v7 as uuidv7 } from 'uuid';

export interface VisitBody {
	id: string;
	horseId: string;
	visitedOn: string;
	note: string;
	version?: number;
	tracings: {
		id: string;
		station: string;
		repeat: number;
		xMm: number[];
		yMm: number[];
		source: string;
		operator: string;
		quality: number | null;
	}[];
}

/** A visit as the page sends it: plain parabolic cuts, `repeats` at each station. */
export function visitBody(horseId: string, visitedOn: string, repeats = 1, stations = ['T8']): VisitBody {
	const xMm = Array.from({ length: 31 }, (_, i) => -150 + 10 * i);
	return {
		id: uuidv7(),
		horseId,
		visitedOn,
		note: '',
		tracings: stations.flatMap((station) =>
			Array.from({ length: repeats }, (_, i) => ({
				id: uuidv7(),
				station,
				repeat: i + 1,
				xMm,
				yMm: xMm.map((x) => 0 - (x * x) / 150),
				source: 'points',
				operator: '',
				quality: null
			}))
		)
	};
}

/** One tap as the device sends it. */
export const noteBody = (field: string, value: unknown, replaces: readonly string[] = []) => ({
	id: uuidv7(),
	field,
	value,
	replaces,
	madeAt: new Date().toISOString()
});

/** A batch of taps of one visit. */
export const batchBody = (horseId: string, entries: readonly unknown[], visitedOn = '2026-03-14') => ({
	horseId,
	visitedOn,
	device: uuidv7(),
	sentAt: new Date().toISOString(),
	entries
});

/** A line of the ride log. */
export const rideBody = (horseId: string) => ({
	id: uuidv7(),
	horseId,
	riddenOn: '2026-03-14',
	saddleId: null as string | null,
	pad: 'none',
	seen: ['bucks'],
	atTime: 'start',
	changes: [] as string[],
	note: ''
});
