import { strToU8, zipSync, type Zippable } from 'fflate';
import { writePointsCsv } from '../../../core/formats/index.js';
import type { Tracing } from '../../../core/curve/index.js';
import type { WholeRecord } from './shape.js';
import { tablesOf } from './tables.js';

const ENDINGS: Readonly<Record<string, string>> = { 'image/jpeg': 'jpg', 'image/png': 'png', 'image/webp': 'webp' };
export const photoFile = (photo: { readonly id: string; readonly mediaType: unknown }): string =>
	`photos/${photo.id}.${ENDINGS[String(photo.mediaType)] ?? 'bin'}`;

/** Every entry bears this day: the same record makes the same file. */
const MTIME = new Date(2000, 0, 1);

/** Packs a whole record: `record.json`, points and tables as CSV for people with spreadsheets, and the pictures as they are kept. */
export function packRecord(record: WholeRecord, photos: ReadonlyMap<string, Uint8Array>): Uint8Array {
	const days = new Map(record.visits.map((v) => [v.id, String(v['visitedOn'])]));
	const tracings = record.tracings.map((t): Tracing => ({
		visitedOn: days.get(String(t['visitId'])) ?? '',
		station: String(t['station']),
		repeat: Number(t['repeat']),
		curve: { xMm: Float64Array.from(t['xMm'] as number[]), yMm: Float64Array.from(t['yMm'] as number[]) },
		operator: String(t['operator']),
		source: String(t['source'])
	}));
	// In the order of days: ids are another yard's in another yard.
	tracings.sort(
		(a, b) =>
			a.visitedOn.localeCompare(b.visitedOn) ||
			a.station.localeCompare(b.station, 'en', { numeric: true }) ||
			a.repeat - b.repeat
	);
	const files: Zippable = {
		'record.json': strToU8(JSON.stringify(record)),
		'tracings.csv': strToU8(writePointsCsv(tracings)),
		...Object.fromEntries(tablesOf(record).map(([name, text]) => [name, strToU8(text)]))
	};
	for (const photo of record.photos) {
		const bytes = photos.get(photo.id);
		// Pictures are packed already: squeezing them again takes time and gains nothing.
		if (bytes) files[photoFile({ id: photo.id, mediaType: photo['mediaType'] })] = [bytes, { level: 0 }];
	}
	return zipSync(files, { mtime: MTIME });
}
