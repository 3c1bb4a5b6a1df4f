/** How a product of rows is laid out: rows of `a` and `b` are `length` long and lie one after the other. */
export interface RowProducts {
	readonly rowsA: number;
	readonly rowsB: number;
	readonly length: number;
	/** Only places at or below the diagonal are made. */
	readonly lower?: boolean;
	/** Products are taken off what is there instead of replacing it. */
	readonly less?: boolean;
}

/**
 * A Bᵀ for rows that lie one after the other: every row of `a` times every row of `b`, written to `out`
 * (rowsA by rowsB). Two rows by four at once: each number read is used several times.
 */
export function rowProducts(
	out: Float64Array,
	a: Float64Array,
	b: Float64Array,
	{ rowsA, rowsB, length, lower = false, less = false }: RowProducts
): void {
	const put = (r: number, c: number, sum: number): void => {
		const o = r * rowsB + c;
		out[o] = less ? (out[o] as number) - sum : sum;
	};
	let r = 0;
	for (; r + 1 < rowsA; r += 2) {
		const [p0, p1] = [r * length, (r + 1) * length];
		const end = lower ? Math.min(rowsB, r + 2) : rowsB;
		let c = 0;
		for (; c + 3 < end; c += 4) {
			const q0 = c * length;
			const q1 = q0 + length;
			const q2 = q1 + length;
			const q3 = q2 + length;
			let [s00, s01, s02, s03, s10, s11, s12, s13] = [0, 0, 0, 0, 0, 0, 0, 0];
			for (let k = 0; k < length; k++) {
				const x0 = a[p0 + k] as number;
				const x1 = a[p1 + k] as number;
				const y0 = b[q0 + k] as number;
				const y1 = b[q1 + k] as number;
				const y2 = b[q2 + k] as number;
				const y3 = b[q3 + k] as number;
				s00 += x0 * y0;
				s01 += x0 * y1;
				s02 += x0 * y2;
				s03 += x0 * y3;
				s10 += x1 * y0;
				s11 += x1 * y1;
				s12 += x1 * y2;
				s13 += x1 * y3;
			}
			put(r, c, s00);
			put(r, c + 1, s01);
			put(r, c + 2, s02);
			put(r, c + 3, s03);
			put(r + 1, c, s10);
			put(r + 1, c + 1, s11);
			put(r + 1, c + 2, s12);
			put(r + 1, c + 3, s13);
		}
		for (; c < end; c++) {
			const q = c * length;
			let [s0, s1] = [0, 0];
			for (let k = 0; k < length; k++) {
				const y = b[q + k] as number;
				s0 += (a[p0 + k] as number) * y;
				s1 += (a[p1 + k] as number) * y;
			}
			put(r, c, s0);
			put(r + 1, c, s1);
		}
	}
	if (r < rowsA) {
		const p = r * length;
		const end = lower ? Math.min(rowsB, r + 1) : rowsB;
		for (let c = 0; c < end; c++) {
			const q = c * length;
			let sum = 0;
			for (let k = 0; k < length; k++) sum += (a[p + k] as number) * (b[q + k] as number);
			put(r, c, sum);
		}
	}
}

/** Copies what lies below the diagonal of a square above it. */
export function mirrorLower(at: Float64Array, n: number): void {
	for (let r = 0; r < n; r++) for (let c = 0; c < r; c++) at[c * n + r] = at[r * n + c] as number;
}
