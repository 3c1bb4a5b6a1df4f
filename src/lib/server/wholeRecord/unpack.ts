import { createHash } from 'node:crypto';
import { strFromU8, unzipSync } from 'fflate';
import { CoreError } from '../../../core/errors/index.js';
import { photoFile } from './pack.js';
import { RECORD_VERSION, recordSchema, type WholeRecord } from './shape.js';

const MB = 1024 * 1024;
export const MOST_ARCHIVE_BYTES = 256 * MB;
/** What all entries may come to when unpacked; more is a bomb, not a horse. */
const MOST_UNPACKED_BYTES = 512 * MB;
const MOST_RECORD_BYTES = 96 * MB;
const MOST_PHOTO_BYTES = 16 * MB;
const MOST_ENTRIES = 6000;
const ENTRY = /^(?:record\.json|tracings\.csv|tables\/[a-zA-Z]{1,20}\.csv|photos\/[0-9a-f-]{36}\.(?:jpg|png|webp))$/;

export interface Unpacked {
	readonly record: WholeRecord;
	readonly photos: ReadonlyMap<string, Uint8Array>;
}

const broken = (part: string): CoreError => new CoreError('archive-broken', { part });

/** The entries by name; sizes are those declared and are held to while unpacking. */
function entriesOf(bytes: Uint8Array): Record<string, Uint8Array> {
	let [count, total] = [0, 0];
	try {
		return unzipSync(bytes, {
			filter: ({ name, originalSize }) => {
				if (!ENTRY.test(name)) throw broken(name.slice(0, 60));
				total += originalSize;
				const most = name === 'record.json' || name.endsWith('.csv') ? MOST_RECORD_BYTES : MOST_PHOTO_BYTES;
				if (++count > MOST_ENTRIES || total > MOST_UNPACKED_BYTES || originalSize > most)
					throw new CoreError('too-large', { limitMb: MOST_UNPACKED_BYTES / MB });
				// For spreadsheets only: everything in it stands in the record too.
				return !name.endsWith('.csv');
			}
		});
	} catch (error) {
		if (error instanceof CoreError) throw error;
		throw broken('the ZIP itself');
	}
}

function recordOf(bytes: Uint8Array | undefined): WholeRecord {
	if (!bytes) throw new CoreError('not-record');
	let body: unknown;
	try {
		body = JSON.parse(strFromU8(bytes));
	} catch {
		throw broken('record.json');
	}
	const version = (body as { version?: unknown } | null)?.version;
	if (typeof version === 'number' && version > RECORD_VERSION) throw new CoreError('archive-newer', { version });
	const { value, error } = recordSchema.validate(body, { convert: false, errors: { wrap: { label: false } } });
	if (error) throw broken(error.details[0]?.path.join('.') || 'record.json');
	return value;
}

/** Rows that point at one another must do so within the archive. */
function mustBeWhole(record: WholeRecord): void {
	const known = (rows: readonly { readonly id: string }[]): Set<string> => new Set(rows.map((r) => r.id));
	const [visits, pairings, saddles] = [known(record.visits), known(record.pairings), known(record.saddles)];
	const at = (
		rows: readonly Readonly<Record<string, unknown>>[],
		column: string,
		there: ReadonlySet<unknown>,
		part: string
	) => {
		if (rows.some((r) => r[column] !== null && r[column] !== undefined && !there.has(r[column])))
			throw broken(`${part}.${column}`);
	};
	const own = new Set<unknown>([record.horse.id]);
	for (const part of ['visits', 'pairings', 'rides', 'fitMarks', 'tasks'] as const)
		at(record[part], 'horseId', own, part);
	for (const part of ['tracings', 'entries', 'fitMarks', 'photos'] as const) at(record[part], 'visitId', visits, part);
	at(record.fitMarks, 'pairingId', pairings, 'fitMarks');
	at(record.pairings, 'saddleId', saddles, 'pairings');
	at(record.services, 'saddleId', saddles, 'services');
	at(record.photos, 'saddleId', saddles, 'photos');
	at(record.rides, 'saddleId', saddles, 'rides');
}

/**
 * Unpacks and looks through a whole record: bounds before anything is built, names and shapes, that its rows hang
 * together, and that every picture is the one it was. Throws `not-record`, `archive-broken`, `archive-newer`, `too-large`.
 */
export function unpackRecord(bytes: Uint8Array): Unpacked {
	if (bytes.byteLength > MOST_ARCHIVE_BYTES) throw new CoreError('too-large', { limitMb: MOST_ARCHIVE_BYTES / MB });
	if (bytes[0] !== 0x50 || bytes[1] !== 0x4b) throw new CoreError('not-record');
	const files = entriesOf(bytes);
	const record = recordOf(files['record.json']);
	mustBeWhole(record);
	const photos = new Map<string, Uint8Array>();
	for (const photo of record.photos) {
		const file = photoFile({ id: photo.id, mediaType: photo['mediaType'] });
		const content = files[file];
		if (!content || createHash('sha256').update(content).digest('hex') !== photo['sha256']) throw broken(file);
		photos.set(photo.id, content);
	}
	return { record, photos };
}
