import MiniSearch from 'minisearch';
import { HORSE_PLACES, horseHref, PLACES } from '../places.js';

/** What the server knows that can be gone to. */
export interface Findable {
	readonly horses: readonly {
		readonly id: string;
		readonly name: string;
		readonly about: string;
		readonly yard: string;
	}[];
	readonly saddles: readonly {
		readonly id: string;
		readonly name: string;
		readonly about: string;
		readonly yardId: string;
		readonly yard: string;
	}[];
	readonly visits: readonly {
		readonly id: string;
		readonly horseId: string;
		readonly horse: string;
		readonly visitedOn: string;
		readonly day: string;
	}[];
}

export interface Found {
	readonly id: string;
	readonly kind: 'horse' | 'saddle' | 'visit' | 'place';
	readonly word: string;
	readonly more: string;
	readonly href: string;
	readonly fresh: boolean;
}

/** Everything that can be found, in the order in which it is shown when nothing is typed. */
export function findables(known: Findable, horseId: string | undefined): Found[] {
	const here = horseId ? known.horses.find((h) => h.id === horseId) : undefined;
	return [
		...(here
			? HORSE_PLACES.map((p): Found => ({
					id: `here ${p.href}`,
					kind: 'place',
					word: `${here.name}: ${p.word}`,
					more: p.key ?? '',
					href: horseHref(here.id, p),
					fresh: p.fresh === true
				}))
			: []),
		...known.horses.map((h): Found => ({
			id: `horse ${h.id}`,
			kind: 'horse',
			word: h.name,
			more: [h.about, h.yard].filter(Boolean).join(' · '),
			href: `/horses/${h.id}`,
			fresh: false
		})),
		...PLACES.map((p): Found => ({
			id: `place ${p.href}`,
			kind: 'place',
			word: p.word,
			more: p.key ?? '',
			href: p.href,
			fresh: false
		})),
		...known.saddles.map((s): Found => ({
			id: `saddle ${s.id}`,
			kind: 'saddle',
			word: s.name,
			more: [s.about, s.yard].filter(Boolean).join(' · '),
			href: `/saddles?yard=${s.yardId}`,
			fresh: false
		})),
		...known.visits.map((v): Found => ({
			id: `visit ${v.id}`,
			kind: 'visit',
			word: `${v.horse}, ${v.day}`,
			more: `visit ${v.visitedOn}`,
			href: `/horses/${v.horseId}?on=${v.visitedOn}`,
			fresh: false
		}))
	];
}

const SHOWN = 9;
const KIND_WEIGHT: Readonly<Record<Found['kind'], number>> = { horse: 2, place: 1.4, saddle: 1.2, visit: 1 };

/** Finds by the beginnings of words, forgiving of a slip in every four letters. */
export function makeFinder(all: readonly Found[]): (text: string) => Found[] {
	const byId = new Map(all.map((f) => [f.id, f]));
	const index = new MiniSearch<Found>({ fields: ['word', 'more'], idField: 'id' });
	index.addAll(all);
	return (text) => {
		if (!text.trim()) return all.slice(0, SHOWN);
		return index
			.search(text, {
				prefix: true,
				fuzzy: (term) => (term.length > 3 ? 0.26 : false),
				combineWith: 'AND',
				boost: { word: 3 },
				boostDocument: (id) => KIND_WEIGHT[byId.get(String(id))?.kind ?? 'visit']
			})
			.slice(0, SHOWN)
			.flatMap((hit) => byId.get(String(hit.id)) ?? []);
	};
}
