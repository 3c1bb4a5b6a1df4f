import Joi from 'joi';
import { CoreError } from '../../../core/errors/index.js';
import type { Entry } from '../../../core/visit/index.js';
import { errorSentence } from '../../../words/index.js';
import type { EntryBatch } from '../records/index.js';
import { fieldSchema } from './fieldSchema.js';
import { day, id } from './values.js';

const MOST_ENTRIES = 500;
/** More than so many findings for the vet stand on no horse. */
const MOST_ANSWERS = 256;

/** The envelope of a batch; each entry is checked by itself, so that one bad tap cannot hold up the others. */
export const batchSchema = Joi.object<{
	horseId: string;
	visitedOn: string;
	device: string;
	sentAt: string;
	entries: Record<string, unknown>[];
}>({
	horseId: id.required(),
	visitedOn: day.required(),
	device: id.required(),
	sentAt: Joi.string().max(40).required(),
	entries: Joi.array().items(Joi.object().unknown(true)).max(MOST_ENTRIES).required()
});

const entrySchema = Joi.object<Entry>({
	id: id.required(),
	field: Joi.string().min(1).max(160).required(),
	value: Joi.any().required(),
	replaces: Joi.array().items(id).max(64).required(),
	answers: Joi.array().items(id).max(MOST_ANSWERS),
	madeAt: Joi.string().max(40).required()
});

export interface RefusedEntry {
	readonly id: string;
	readonly code: string;
	readonly message: string;
}

function checkEntry(raw: Record<string, unknown>): Entry {
	const shape = entrySchema.validate(raw, { convert: false });
	if (shape.error) throw new CoreError('bad-value', { field: String(raw['field']), why: shape.error.message });
	const { field, value } = shape.value;
	const schema = fieldSchema(field);
	if (!schema) throw new CoreError('unknown-field', { field });
	if (value === null) return shape.value;
	const checked = schema.required().validate(value, { convert: false });
	if (checked.error) throw new CoreError('bad-value', { field, why: checked.error.message.replaceAll('"', '') });
	return shape.value;
}

/** How far a device's clock is behind ours, ms; 0 within two minutes or when it cannot be read. */
function clockOffMs(sentAt: string, now: Date): number {
	const off = now.getTime() - Date.parse(sentAt);
	return Number.isFinite(off) && Math.abs(off) > 120_000 ? off : 0;
}

function correctedTime(madeAt: string, offMs: number, now: Date): string {
	const at = Date.parse(madeAt) + offMs;
	return new Date(Number.isFinite(at) ? Math.min(at, now.getTime()) : now.getTime()).toISOString();
}

/** Sorts a batch into what can be kept and what cannot, with a sentence for each of the latter. */
export function sortBatch(
	visitId: string,
	batch: { horseId: string; visitedOn: string; device: string; sentAt: string; entries: Record<string, unknown>[] },
	now: Date
): { readonly kept: EntryBatch; readonly refused: RefusedEntry[]; readonly clockOffMs: number } {
	const offMs = clockOffMs(batch.sentAt, now);
	const entries: Entry[] = [];
	const refused: RefusedEntry[] = [];
	for (const raw of batch.entries) {
		try {
			const entry = checkEntry(raw);
			entries.push({ ...entry, madeAt: correctedTime(entry.madeAt, offMs, now) });
		} catch (e) {
			if (!(e instanceof CoreError)) throw e;
			refused.push({ id: String(raw['id']).slice(0, 64), code: e.code, message: errorSentence(e) });
		}
	}
	const { horseId, visitedOn, device } = batch;
	return { kept: { visitId, horseId, visitedOn, device, entries, clockOffMs: offMs }, refused, clockOffMs: offMs };
}

/** Taps that came before under the same id with other content, as refusals. */
export function clashedEntries(batch: EntryBatch, ids: readonly string[]): RefusedEntry[] {
	return batch.entries
		.filter((e) => ids.includes(e.id))
		.map((e) => {
			const error = new CoreError('entry-changed', { field: e.field });
			return { id: e.id, code: error.code, message: errorSentence(error) };
		});
}
