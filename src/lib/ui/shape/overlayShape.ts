import type { Against, DayDifference } from '$core/change/index.js';

type Pt = readonly [x: number, y: number];

const svg = (points: readonly Pt[]): string =>
	points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${x.toFixed(2)} ${(-y).toFixed(2)}`).join('');

/** Points of the curve moved outward by so many mm at each place; places without a value are left out. */
function moved(against: Against, byMm: readonly (number | null)[]): Pt[] {
	return byMm.flatMap((mm, k): Pt[] =>
		mm === null
			? []
			: [
					[
						(against.xMm[k] as number) + (against.normalX[k] as number) * mm,
						(against.yMm[k] as number) + (against.normalY[k] as number) * mm
					]
				]
	);
}

export const againstPath = ({ xMm, yMm }: Against): string => svg(xMm.map((x, k) => [x, yMm[k] as number]));
export const dayPath = (against: Against, day: DayDifference): string => svg(moved(against, day.mm));

const shifted = (day: DayDifference, sign: 1 | -1): (number | null)[] =>
	day.mm.map((mm, k) => (mm === null ? null : mm + sign * (day.plusMinusMm[k] ?? 0)));

/** The day's curve as broad as its 95% interval. */
export const intervalPath = (against: Against, day: DayDifference): string =>
	`${svg([...moved(against, shifted(day, 1)), ...moved(against, shifted(day, -1)).reverse()])}Z`;

/** Difference along the curve, unrolled: x the length from the spine, y mm outward. */
export interface Unrolled {
	readonly line: string;
	readonly band: string;
}

export function unroll(against: Against, day: DayDifference, mmPerUnit: number): Unrolled {
	const at = (values: readonly (number | null)[]): Pt[] =>
		values.flatMap((mm, k): Pt[] => (mm === null ? [] : [[against.alongMm[k] as number, mm * mmPerUnit]]));
	return {
		line: svg(at(day.mm)),
		band: `${svg([...at(shifted(day, 1)), ...at(shifted(day, -1)).reverse()])}Z`
	};
}

/** Largest difference that its own interval leaves standing, with its place; undefined where none does. */
export function clearest(
	against: Against,
	day: DayDifference
): { readonly mm: number; readonly plusMinusMm: number; readonly alongMm: number } | undefined {
	let best: { mm: number; plusMinusMm: number; alongMm: number } | undefined;
	day.mm.forEach((mm, k) => {
		const plusMinusMm = day.plusMinusMm[k];
		if (mm === null || plusMinusMm === null || plusMinusMm === undefined || Math.abs(mm) <= plusMinusMm) return;
		if (!best || Math.abs(mm) > Math.abs(best.mm)) best = { mm, plusMinusMm, alongMm: against.alongMm[k] as number };
	});
	return best;
}

/** Rows of all days, a place a row: what the picture shows, for a spreadsheet. */
export function differenceCsv(
	station: string,
	againstDay: string,
	against: Against,
	days: readonly DayDifference[]
): string {
	const rows = days.flatMap((d) =>
		d.mm.flatMap((mm, k) =>
			mm === null
				? []
				: [
						[
							station,
							againstDay,
							d.day,
							(against.alongMm[k] as number).toFixed(1),
							mm.toFixed(2),
							(d.plusMinusMm[k] ?? 0).toFixed(2)
						].join(',')
					]
		)
	);
	return ['station,against,visited_on,along_mm,difference_mm,plus_minus_mm', ...rows, ''].join('\r\n');
}
