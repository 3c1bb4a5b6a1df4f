import { CoreError } from '../../../core/errors/index.js';
import { mustWriteSomewhere, type Scope } from '../records/index.js';

/** What a body may be before anybody looks into it. */
export interface Bounds {
	readonly bytes: number;
	/** Objects and lists in JSON, or fields of a form. */
	readonly parts: number;
	/** Nesting of JSON. */
	readonly depth?: number;
}

const KB = 1024;
const MB = 1024 * KB;

/** Bounds by route: what the largest honest body needs, with room to spare. */
export const BOUNDS = {
	form: { bytes: 64 * KB, parts: 60 },
	visit: { bytes: 12 * MB, parts: 500, depth: 5 },
	entries: { bytes: 2 * MB, parts: 4000, depth: 7 },
	ride: { bytes: 16 * KB, parts: 6, depth: 3 },
	small: { bytes: 16 * KB, parts: 6, depth: 3 },
	saddleShape: { bytes: 256 * KB, parts: 40, depth: 6 },
	photo: { bytes: 16 * MB, parts: 1 },
	record: { bytes: 128 * MB, parts: 1 }
} as const satisfies Readonly<Record<string, Bounds>>;

/** Somebody who sends more than this is cut off. */
const MOST_DROPPED_BYTES = 24 * MB;
const tooLarge = (bytes: number) => new CoreError('too-large', { limitMb: Math.ceil((bytes / MB) * 10) / 10 });

/**
 * The body, never more of it kept than is allowed. What is too long is read to its end and dropped, piece by piece:
 * a connection that is cut in the middle would take the next request on it along. Throws `too-large`.
 */
export async function readBytes(request: Request, limit: number): Promise<Buffer> {
	let over = Number(request.headers.get('content-length') ?? 0) > limit;
	if (!request.body) return Buffer.alloc(0);
	let chunks: Uint8Array[] = [];
	let total = 0;
	const reader = request.body.getReader();
	for (;;) {
		const { done, value } = await reader.read();
		if (done) break;
		total += value.byteLength;
		over ||= total > limit;
		if (!over) chunks.push(value);
		else chunks = [];
		if (over && total > MOST_DROPPED_BYTES) {
			await reader.cancel().catch(() => undefined);
			break;
		}
	}
	if (over) throw tooLarge(limit);
	return Buffer.concat(chunks);
}

const QUOTE = 34;
const BACKSLASH = 92;
const OPEN = new Set([123, 91]);
const CLOSE = new Set([125, 93]);

/** Counts a JSON text's objects and lists and their depth, without building any. Linear. Throws `too-many-parts`. */
function mustBeBounded(text: string, { parts, depth = 8 }: Bounds): void {
	let [inText, open, count] = [false, 0, 0];
	for (let i = 0; i < text.length; i++) {
		const c = text.charCodeAt(i);
		if (inText) {
			if (c === BACKSLASH) i++;
			else if (c === QUOTE) inText = false;
		} else if (c === QUOTE) inText = true;
		else if (OPEN.has(c)) {
			if (++count > parts || ++open > depth) throw new CoreError('too-many-parts', { limit: parts });
		} else if (CLOSE.has(c)) open--;
	}
}

/** The JSON in a request of somebody who may write somewhere; asked in that order. Throws `bad-input` where there is none. */
export async function readJson(request: Request, scope: Scope, bounds: Bounds): Promise<unknown> {
	mustWriteSomewhere(scope);
	const text = (await readBytes(request, bounds.bytes)).toString('utf8');
	mustBeBounded(text, bounds);
	try {
		return JSON.parse(text) as unknown;
	} catch {
		throw new CoreError('bad-input', { detail: 'The request holds no JSON.' });
	}
}

const FORM_TYPE = 'application/x-www-form-urlencoded';

/** The fields of a form as a browser sends it without files. */
export async function readForm(request: Request, bounds: Bounds = BOUNDS.form): Promise<URLSearchParams> {
	if (!(request.headers.get('content-type') ?? '').toLowerCase().startsWith(FORM_TYPE)) {
		// Dropped, not left on the connection; what it held does not matter.
		await readBytes(request, 0).catch(() => undefined);
		throw new CoreError('bad-input', { detail: 'This is no form of ours. Load the page again.' });
	}
	const text = (await readBytes(request, bounds.bytes)).toString('utf8');
	let fields = 1;
	for (let i = text.indexOf('&'); i >= 0; i = text.indexOf('&', i + 1))
		if (++fields > bounds.parts) throw new CoreError('too-many-parts', { limit: bounds.parts });
	return new URLSearchParams(text);
}
