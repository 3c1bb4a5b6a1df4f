import { parseDay } from '../../../core/units/index.js';
import { parseId } from './parse.js';

/** A pairing of a horse on a day, as asked for: `/horses/[horse]/…?pairing=ID&on=YYYY-MM-DD`. */
export const parsePairingDay = (horse: string, { searchParams }: URL) => ({
	on: parseDay(searchParams.get('on') ?? ''),
	pairingId: parseId(searchParams.get('pairing') ?? ''),
	horseId: parseId(horse)
});
