import type { PrintedSheetName } from './sheetLayout.js';
import { PRINTED_REPEATS, PRINTED_STATIONS } from './sheetLayout.js';

/** What a printed sheet says about itself. */
export interface SheetCode {
	readonly sheet: PrintedSheetName;
	/** Put together from smaller pages: its paper edges say nothing about its size. */
	readonly tiled: boolean;
	readonly horseId: string;
	readonly visitId: string;
	/** Undefined where the boxes are left to be ticked by pen. */
	readonly station: string | undefined;
	readonly repeat: number | undefined;
}

const LEAD = 'ZT1';
const SIZES: readonly (readonly [letter: string, sheet: PrintedSheetName, tiled: boolean])[] = [
	['A', 'a3', false],
	['B', 'a3', true],
	['T', 'tabloid', false],
	['U', 'tabloid', true]
];
const STATION_LETTERS = 'FML';
/** No I, L, O or U, which are misread; all are among the letters a code holds most tightly. */
const DIGITS = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';
const UUID_DIGITS = 26;
const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/;

function packUuid(uuid: string): string {
	let rest = BigInt(`0x${uuid.replaceAll('-', '')}`);
	let text = '';
	for (let i = 0; i < UUID_DIGITS; i++) {
		text = DIGITS.charAt(Number(rest % 32n)) + text;
		rest /= 32n;
	}
	return text;
}

function unpackUuid(text: string): string | undefined {
	let value = 0n;
	for (const c of text) {
		const digit = DIGITS.indexOf(c);
		if (digit < 0) return undefined;
		value = value * 32n + BigInt(digit);
	}
	const hex = value.toString(16).padStart(32, '0');
	if (hex.length !== 32) return undefined;
	return [hex.slice(0, 8), hex.slice(8, 12), hex.slice(12, 16), hex.slice(16, 20), hex.slice(20)].join('-');
}

/** Text of the printed code: 58 letters and digits, so that it fits the third smallest square code. */
export function writeSheetCode(code: SheetCode): string {
	if (!UUID.test(code.horseId) || !UUID.test(code.visitId)) throw new Error('ids must be lower-case UUIDs');
	const size = SIZES.find(([, sheet, tiled]) => sheet === code.sheet && tiled === code.tiled)?.[0] ?? 'A';
	const at = PRINTED_STATIONS.findIndex((s) => s === code.station);
	const station = at < 0 ? '0' : STATION_LETTERS.charAt(at);
	return `${LEAD}${size}${station}${code.repeat ?? 0}${packUuid(code.horseId)}${packUuid(code.visitId)}`;
}

/** Reads a code's text; undefined for any other code that lies in the picture. */
export function readSheetCode(text: string): SheetCode | undefined {
	const parts = /^ZT1([ABTU])([0FML])([0-3])([0-9A-Z]{26})([0-9A-Z]{26})$/.exec(text);
	if (!parts) return undefined;
	const [, letter, station, repeat, horse, visit] = parts as unknown as readonly string[];
	const size = SIZES.find(([l]) => l === letter);
	const horseId = unpackUuid(horse as string);
	const visitId = unpackUuid(visit as string);
	if (!size || !horseId || !visitId) return undefined;
	return {
		sheet: size[1],
		tiled: size[2],
		horseId,
		visitId,
		station: PRINTED_STATIONS[STATION_LETTERS.indexOf(station as string)],
		repeat: PRINTED_REPEATS.find((r) => r === Number(repeat))
	};
}
