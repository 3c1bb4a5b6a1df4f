/** A number as people type it: a decimal comma is read as a point. Undefined for anything else. */
export function readNumber(text: string): number | undefined {
	const trimmed = text.trim();
	if (!/^[+-]?(\d+([.,]\d*)?|[.,]\d+)([eE][+-]?\d+)?$/.test(trimmed)) return undefined;
	const value = Number(trimmed.replace(',', '.'));
	return Number.isFinite(value) ? value : undefined;
}

/** Millimetres for a file: three decimals at most, no minus zero. */
export function writeMm(mm: number): string {
	return String(Math.round(mm * 1000) / 1000 || 0);
}
