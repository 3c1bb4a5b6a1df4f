import type { Right } from '../../core/people/index.js';

/** A place to go to: the bar, the keys, the palette and a horse's own buttons all read this list. */
export interface Place {
	readonly href: string;
	readonly word: string;
	/** One key that leads there. */
	readonly key?: string;
	/** Stands in the bar: everywhere, or only where there is room. */
	readonly bar?: 'always' | 'wide';
	/** Only for those with this right there. */
	readonly needs?: Right;
	/** Stands among the places of a horse. */
	readonly tab?: true;
	/** Opened afresh, because the device keeps it for a yard without a connection. */
	readonly fresh?: true;
}

export const PLACES: readonly Place[] = [
	{ href: '/', word: 'Horses', key: 'g', bar: 'always' },
	{ href: '/round', word: 'Round', key: 'o', bar: 'always' },
	{ href: '/saddles', word: 'Saddles', key: 's', bar: 'always' },
	{ href: '/import', word: 'Import', key: 'i', bar: 'wide' },
	{ href: '/hands', word: 'Your hand, in fingers and mm', key: 'h' },
	{ href: '/account', word: 'Your account, yards and people', key: 'a' },
	{ href: '/compare', word: 'Two horses side by side', key: 'b' },
	{ href: '/yards/new', word: 'Make a yard' },
	{ href: '/help', word: 'Help, and the words', key: '.' },
	{ href: '/horses/new', word: 'Add a horse', needs: 'horse' },
	{ href: '/engine', word: 'Judged again by the present engine' }
];

/** Places of one horse, after its own address. */
export const HORSE_PLACES: readonly Place[] = [
	{ href: '', word: 'Today', tab: true },
	{ href: '/shape', word: 'Shape', key: 'k', tab: true },
	{ href: '/signs', word: 'Signs and hands', key: 'v', tab: true },
	{ href: '/saddle', word: 'Saddle', key: 'd', tab: true },
	{ href: '/log', word: 'Ride log', key: 'l', needs: 'note', fresh: true, tab: true },
	{ href: '/record', word: 'Record', key: 'r', tab: true },
	{ href: '/walk', word: 'New visit', key: 'n', needs: 'record', fresh: true }
];

export const horseHref = (horseId: string, { href }: Place): string => `/horses/${horseId}${href}`;

/** The place a key leads to, on a horse's page or anywhere. */
export function placeForKey(key: string, horseId: string | undefined): { href: string; fresh: boolean } | undefined {
	const general = PLACES.find((p) => p.key === key);
	if (general) return { href: general.href, fresh: general.fresh === true };
	const own = horseId ? HORSE_PLACES.find((p) => p.key === key) : undefined;
	return own && horseId ? { href: horseHref(horseId, own), fresh: own.fresh === true } : undefined;
}
