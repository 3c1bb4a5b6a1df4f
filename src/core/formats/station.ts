import { CoreError } from '../errors/index.js';
import type { Station } from '../curve/index.js';

/** Reads a station: T1 to T18, W for the withers, L100near or L100off for a long line, or s=NNN mm. Throws `bad-station`. */
export function parseStation(text: string): Station {
	const value = text.trim();
	const vertebra = /^[tT](\d{1,2})$/.exec(value);
	if (vertebra && Number(vertebra[1]) >= 1 && Number(vertebra[1]) <= 18) return `T${Number(vertebra[1])}`;
	if (/^[wW]$/.test(value)) return 'W';
	const long = /^l100(near|off)$/i.exec(value);
	if (long) return `L100${(long[1] as string).toLowerCase()}`;
	const along = /^s=(-?\d{1,4})(\.\d+)?$/.exec(value);
	if (along) return `s=${along[1]}${along[2] ?? ''}`;
	throw new CoreError('bad-station', { value });
}

/** Reads a repeat number, 1 to 20. Throws `bad-repeat`. */
export function parseRepeat(text: string): number {
	const value = Number(text.trim());
	if (!Number.isInteger(value) || value < 1 || value > 20) throw new CoreError('bad-repeat', { value: text.trim() });
	return value;
}
