import { createHash } from 'node:crypto';
import { strFromU8, unzipSync } from 'fflate';
import { CoreError } from '../../../core/errors/index.js';
import { fieldSchema } from '../door/fieldSchema.js';
import { schemas } from '../door/parse.js';
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
	const parts = [
		['saddles', record.saddles],
		['services', record.services],
		['visits', record.visits],
		['pairings', record.pairings],
		['tracings', record.tracings],
		['entries', record.entries],
		['rides', record.rides],
		['fitMarks', record.fitMarks],
		['tasks', record.tasks],
		['photos', record.photos]
	] as const;
	for (const [part, rows] of parts) if (known(rows).size !== rows.length) throw broken(`${part}.id`);
	const kinds: Readonly<Record<string, ReadonlySet<string>>> = {
		horse: new Set([record.horse.id]),
		saddle: saddles,
		visit: visits
	};
	// An earlier version of something that is not in the file would be planted on somebody else's record.
	if (record.earlier.some((e) => !kinds[String(e['kind'])]?.has(String(e['rowId'])))) throw broken('earlier.rowId');
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

/** Each ride by the rule of the door. */
function mustBeKnownRides(record: WholeRecord): void {
	for (const ride of record.rides) {
		const { id, horseId, riddenOn, saddleId, pad, seen, atTime, changes, note, movedMm, shifted } = ride;
		const given = { id, horseId, riddenOn, saddleId, pad, seen, atTime, changes, note, movedMm, shifted };
		const { error } = schemas.ride.validate(given, { convert: false });
		if (error) throw broken(`rides.${error.details[0]?.path.join('.') ?? ''}`);
	}
}

/** Each tap by the rule of its field, as at the door. Throws `archive-field`. */
function mustBeKnownFields(record: WholeRecord): void {
	for (const entry of record.entries) {
		const field = String(entry['field']);
		const value: unknown = (entry['value'] as { readonly v?: unknown } | null)?.v ?? null;
		const schema = fieldSchema(field);
		if (!schema || (value !== null && schema.required().validate(value, { convert: false }).error))
			throw new CoreError('archive-field', { field: field.slice(0, 80) });
	}
}

/**
 * Unpacks and looks through a whole record: bounds before anything is built, names and shapes, that its rows hang
 * together, and that every picture is the one it was. Throws `not-record`, `archive-broken`, `archive-newer`,
 * `archive-field`, `too-large`.
 */
export function unpackRecord(bytes: Uint8Array): Unpacked {
	if (bytes.byteLength > MOST_ARCHIVE_BYTES) throw new CoreError('too-large', { limitMb: MOST_ARCHIVE_BYTES / MB });
	if (bytes[0] !== 0x50 || bytes[1] !== 0x4b) throw new CoreError('not-record');
	const files = entriesOf(bytes);
	const record = recordOf(files['record.json']);
	mustBeWhole(record);
	mustBeKnownFields(record);
	mustBeKnownRides(record);
	const photos = new Map<string, Uint8Array>();
	for (const photo of record.photos) {
		const file = photoFile({ id: photo.id, mediaType: photo['mediaType'] });
		const content = files[file];
		if (!content || createHash('sha256').update(content).digest('hex') !== photo['sha256']) throw broken(file);
		photos.set(photo.id, content);
	}
	return { record, photos };
}
