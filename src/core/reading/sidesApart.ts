import { LIMITS } from '../change/index.js';
import type { ShapeSeen } from './types.js';

/** Changes of the two sides of the front this far apart are the vet's matter, whatever the hands find. */
export function sidesApart(shape: readonly ShapeSeen[]): boolean {
	const at = (side: string) => shape.find((c) => c.station === 'T8' && c.side === side)?.mm;
	const [near, off] = [at('near'), at('off')];
	return near !== undefined && off !== undefined && Math.abs(off - near) >= LIMITS.close.sidesApartMm;
}
