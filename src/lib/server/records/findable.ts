import { and, desc, eq, inArray, isNull } from 'drizzle-orm';
import { tellApart } from '../../../core/units/index.js';
import { tables, type Asker } from '../db/index.js';
import { seenBy, yardIds, type Scope } from './scope.js';

const MOST_HORSES = 5000;
const MOST_SADDLES = 1000;
const MOST_VISITS = 300;

/** What a person can go to by name: the horses and saddles of all their yards, and the latest visits. */
export async function listFindable(db: Asker, scope: Scope) {
	const { horse, saddle, visit, yard } = tables;
	const yards = yardIds(scope);
	const [horses, saddles, visits] = await Promise.all([
		db
			.select({ id: horse.id, name: horse.name, about: horse.about, bornYear: horse.bornYear, yard: yard.name })
			.from(horse)
			.innerJoin(yard, eq(yard.id, horse.yardId))
			.where(and(seenBy(scope, { yardId: horse.yardId, horseId: horse.id }), isNull(horse.archivedAt)))
			.orderBy(horse.name)
			.limit(MOST_HORSES),
		db
			.select({ id: saddle.id, name: saddle.name, about: saddle.about, yardId: saddle.yardId, yard: yard.name })
			.from(saddle)
			.innerJoin(yard, eq(yard.id, saddle.yardId))
			.where(inArray(saddle.yardId, yards))
			.orderBy(saddle.name)
			.limit(MOST_SADDLES),
		db
			.select({ id: visit.id, horseId: visit.horseId, horse: horse.name, visitedOn: visit.visitedOn })
			.from(visit)
			.innerJoin(horse, eq(horse.id, visit.horseId))
			.where(and(seenBy(scope, visit), isNull(visit.undoneAt), isNull(horse.archivedAt)))
			.orderBy(desc(visit.visitedOn), desc(visit.id))
			.limit(MOST_VISITS)
	]);
	const horseLabels = tellApart(horses.map((h) => ({ id: h.id, name: h.name, more: [h.bornYear, h.yard, h.about] })));
	const saddleLabels = tellApart(saddles.map((s) => ({ id: s.id, name: s.name, more: [s.about, s.yard] })));
	return {
		horses: horses.map(({ id, name, about, yard: where }) => ({
			id,
			name: horseLabels.get(id) ?? name,
			about,
			yard: where
		})),
		saddles: saddles.map((s) => ({ ...s, name: saddleLabels.get(s.id) ?? s.name })),
		visits: visits.map((v) => ({ ...v, horse: horseLabels.get(v.horseId) ?? v.horse }))
	};
}
