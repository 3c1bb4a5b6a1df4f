const NUMBER = /^[+-]?(\d+([.,]\d*)?|[.,]\d+)([eE][+-]?\d+)?$/;

/** A number as people type it: a decimal comma is read as a point. Undefined for anything else. */
export function readNumber(text: string): number | undefined {
	const trimmed = text.trim();
	if (!NUMBER.test(trimmed)) return undefined;
	const value = Number(trimmed.includes(',') ? trimmed.replace(',', '.') : trimmed);
	return Number.isFinite(value) ? value : undefined;
}

/** What stands behind the whole millimetres, by thousandths: a table is several times as fast as writing each anew. */
const THOUSANDTHS: readonly string[] = Array.from({ length: 1000 }, (_, n) => String(n / 1000).slice(1));

/** Millimetres for a file: three decimals at most, no minus zero. */
export function writeMm(mm: number): string {
	const thousandths = Math.round(mm * 1000);
	const size = Math.abs(thousandths);
	const whole = Math.floor(size / 1000);
	return `${thousandths < 0 ? '-' : ''}${whole}${THOUSANDTHS[size - 1000 * whole]}`;
}
