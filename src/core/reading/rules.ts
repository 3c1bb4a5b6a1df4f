import { MOST_CARRIED_SHARE } from '../load/index.js';
import { RUNGS } from '../visit/index.js';
import {
	gradeCode,
	isMark,
	isSqueezeReflex,
	SIDES,
	vetReason,
	ZONES,
	zoneOf,
	type Sign,
	type SignKind,
	type ZoneId
} from '../zones/index.js';
import { signKey } from './gather.js';
import type { Evidence, Reading, ReadingCode, Weight } from './types.js';
import { readWidth } from './width.js';
import { bearsOnWidth } from './widthEvidence.js';

type Rule = (e: Evidence) => Reading[];

const of = (e: Evidence, kind: SignKind, least = 1): Sign[] =>
	e.signs.filter((s) => s.kind === kind && s.grade >= least);
const newest = (signs: readonly { readonly visitedOn: string }[]): string =>
	signs.reduce((latest, s) => (s.visitedOn > latest ? s.visitedOn : latest), '');

function about(code: ReadingCode, weight: Weight, sign: Sign, more: Record<string, string | number> = {}): Reading {
	const data = {
		zone: sign.zone,
		side: sign.side,
		grade: gradeCode(sign.kind, sign.grade),
		...(sign.passedOn ? { foundOn: sign.visitedOn } : {}),
		...more
	};
	return { code, weight, data, seenOn: sign.visitedOn };
}

/** What its kind sends to the vet. A head raised by a squeeze alone is named for what it is. */
const vetSigns: Rule = (e) => {
	const strong = e.signs.flatMap((s) => {
		const why = vetReason(s);
		return why ? [{ sign: s, why }] : [];
	});
	const pain = strong.filter(({ sign }) => !isSqueezeReflex(sign) || e.repeated.has(signKey(sign)));
	return strong.map(({ sign, why }) => {
		// Alone: any other pain that stands makes it pain as well.
		if (pain.length === 0) return about('squeeze-reflex', 'watch', sign);
		return about(why, 'vet', sign, why === 'heat-or-swelling' ? { kind: sign.kind } : {});
	});
};

const SORE_GRADE = 2;
const soreness: Rule = (e) =>
	of(e, 'soreness', SORE_GRADE)
		.filter((s) => !vetReason(s))
		.map((s) => about('sore-answer', 'watch', s));

/** The first rung at which a thing was seen names that rung; seen bare, it is not the saddle's doing. */
const ladder: Rule = (e) => {
	const found: Reading[] = [];
	const seen = new Set<string>();
	for (const { rung, sign, seenOn } of e.goingOpen) {
		if (seen.has(sign)) continue;
		seen.add(sign);
		found.push({
			code: sign === 'lame' ? 'lame' : 'bare-rung',
			weight: 'vet',
			data: { rung, sign, foundOn: seenOn },
			seenOn
		});
	}
	if (!e.going) return found;
	const { seenOn, rungs } = e.going;
	for (const rung of RUNGS)
		for (const sign of rungs[rung] ?? []) {
			if (seen.has(sign)) continue;
			seen.add(sign);
			const code = sign === 'lame' ? 'lame' : rung === 'bare' ? 'bare-rung' : 'rung';
			found.push({ code, weight: code === 'rung' ? 'fitter' : 'vet', data: { rung, sign }, seenOn });
		}
	return found;
};

const bladeTopWhite: Rule = (e) =>
	of(e, 'hair', 4)
		.filter((s) => (s.zone === 'blade' || s.zone === 'withers-flank') && s.form === 'round')
		.map((s) => about('blade-top-white', 'fitter', s));

const whiteHair: Rule = (e) =>
	of(e, 'hair', 5)
		.filter((s) => s.grade === 5 && s.age !== undefined)
		.map((s) => (s.age === 'new' ? about('white-new', 'watch', s) : about('white-old', 'note', s)));

/** What hands and shape say of the room under the saddle at a zone: `gap`, `pressure`, or neither. */
function roomAt(e: Evidence, zone: ZoneId, side: string): { says: 'gap' | 'pressure'; by: string } | undefined {
	const here = e.answers.filter((a) => a.check === 'contact' && (a.side === side || a.side === 'both'));
	const front = ['pocket', 'long-front', 'edge-front', 'withers-flank', 'blade'].includes(zone);
	const middle = zone === 'long-middle' || zone === 'edge-middle';
	const felt = (code: string) => here.some((a) => a.value === code);
	if ((front && felt('gap-front')) || (middle && felt('gap-middle'))) return { says: 'gap', by: 'hand' };
	if (front && felt('sharp-front')) return { says: 'pressure', by: 'hand' };
	if (!front && !middle && felt('sharp-rear')) return { says: 'pressure', by: 'hand' };
	const station = zoneOf(zone).station;
	const change = e.changes.find((c) => c.station === station && c.side === side && c.real);
	if (!change) return undefined;
	return { says: change.mm < 0 ? 'gap' : 'pressure', by: 'shape' };
}

const dryPatch: Rule = (e) =>
	of(e, 'sweat')
		.filter((s) => s.grade === 1)
		.map((s) => {
			const room = roomAt(e, s.zone, s.side);
			if (!room) return about('dry-untold', 'watch', s);
			return about(room.says === 'gap' ? 'dry-over-gap' : 'dry-over-pressure', 'fitter', s, { by: room.by });
		});

const oneSide: Rule = (e) => {
	const telling = e.signs.filter((s) => isMark(s) && !isSqueezeReflex(s) && zoneOf(s.zone).row !== 'spine');
	const [near, off] = (['near', 'off'] as const).map((side) => telling.filter((s) => s.side === side)) as [
		Sign[],
		Sign[]
	];
	const [more, less, side] = near.length > off.length ? [near, off, 'near'] : [off, near, 'off'];
	if (more.length < 2 || less.length > 0) return [];
	return [{ code: 'one-side', weight: 'vet', data: { side, count: more.length }, seenOn: newest(more) }];
};

/** Hollow over muscle, felt: on both sides the fitter's matter, on one the vet's first (common practice, no source). */
const wasting: Rule = (e) => {
	const hollow = of(e, 'hollow');
	if (hollow.length === 0) return [];
	const sides = new Set(hollow.map((s) => s.side));
	const side = sides.size === 1 ? [...sides][0] : undefined;
	const data = { side: side ?? 'both', count: hollow.length };
	return [{ code: 'wasting', weight: side ? 'vet' : 'fitter', data, seenOn: newest(hollow) }];
};

/** Sore or marked where the shape has really changed: two kinds of evidence in one place, told once a place. */
const soreOverChange: Rule = (e) =>
	ZONES.flatMap(({ id, station }) =>
		SIDES.flatMap((side) => {
			const change = e.changes.find((c) => c.station === station && c.side === side && c.real);
			const here = e.signs.filter((s) => s.zone === id && s.side === side && isMark(s));
			if (!change || here.length === 0) return [];
			const data = { zone: id, side, kinds: here.map((s) => s.kind).join(','), mm: Math.round(change.mm * 10) / 10 };
			return [{ code: 'sore-over-change', weight: 'fitter', data, seenOn: newest(here) } as const];
		})
	);

const alongSpine: Rule = (e) =>
	e.signs
		.filter((s) => zoneOf(s.zone).row === 'spine' && isMark(s))
		.map((s) => about('along-spine', 'fitter', s, { kind: s.kind }));

const loinLong: Rule = (e) => {
	const long = e.answers.some((a) => a.points === 'long');
	return e.signs
		.filter((s) => s.zone === 'loin' && isMark(s) && long)
		.map((s) => about('loin-long', 'fitter', s, { kind: s.kind }));
};

const girthRub: Rule = (e) =>
	[...of(e, 'hair'), ...of(e, 'skin')]
		.filter((s) => s.zone === 'girth')
		.map((s) => about('girth-rub', 'watch', s, { kind: s.kind }));

/** Marks at both ends of one side's panel with a quiet middle: the four corners of a bridging saddle. */
const bridgeEnds: Rule = (e) =>
	(['near', 'off'] as const).flatMap((side) => {
		const marked = (...zones: ZoneId[]) => e.signs.find((s) => s.side === side && isMark(s) && zones.includes(s.zone));
		const [front, rear] = [marked('pocket', 'long-front', 'edge-front'), marked('long-rear', 'edge-rear')];
		if (!front || !rear || marked('long-middle', 'edge-middle')) return [];
		const felt = e.answers.some((a) => a.points === 'bridges' && (a.side === side || a.side === 'both'));
		return [about('bridge-ends', felt ? 'fitter' : 'watch', rear, { felt: felt ? 1 : 0 })];
	});

/** Too wide or too narrow, from all that bears on it; said only where a hand found something beyond. */
const width: Rule = (e) => {
	const read = readWidth(e.answers, e.signs, e.changes);
	if (!read || !e.checkedOn || read.says === 'fits') return [];
	const felt = e.answers.some((a) => a.result === 'beyond' && bearsOnWidth(a.check));
	if (!felt) return [];
	return [
		{
			code: `width-${read.says}`,
			weight: 'fitter',
			data: {
				percent: Math.round(100 * read.sure),
				likeliest: read.likeliest,
				for: read.for.join(','),
				against: read.against.join(','),
				...(read.rival ? { rival: read.rival } : {}),
				...(read.nextCheck ? { next: read.nextCheck } : {})
			},
			seenOn: e.checkedOn
		}
	];
};

/** Checks beyond their limit that the question of width does not take up. */
const checksOther: Rule = (e) => {
	if (!e.checkedOn) return [];
	const seenOn = e.checkedOn;
	const others = e.answers.filter((a) => a.result === 'beyond' && !bearsOnWidth(a.check));
	return [...new Set(others.map((a) => a.check))].map((check) => ({
		code: 'checks-other',
		weight: 'fitter',
		data: { check },
		seenOn
	}));
};

/** The hand's own count over time: of the stages that moved, the one that moved most (common practice, no source). */
const roomByHand: Rule = (e) => {
	const [most] = [...e.roomMoved].sort((a, b) => Math.abs(b.mm) - Math.abs(a.mm));
	if (!most) return [];
	const { check, stage, side, fromFingers, toFingers, mm, seenOn } = most;
	const data = { check, stage, side, from: fromFingers, to: toFingers, mm: Math.round(mm) };
	return [{ code: 'room-moved', weight: 'watch', data, seenOn }];
};

const checksContradict: Rule = (e) =>
	e.contradictions.map((c) => ({
		code: 'checks-contradict',
		weight: 'note',
		data: { how: c.code },
		seenOn: e.checkedOn ?? e.day
	}));

const tooHeavy: Rule = (e) =>
	e.carriedShare !== undefined && e.carriedShare > MOST_CARRIED_SHARE
		? [
				{
					code: 'too-heavy',
					weight: 'watch',
					data: { percent: Math.round(e.carriedShare * 1000) / 10 },
					seenOn: e.day
				}
			]
		: [];

const behaviourNew: Rule = (e) =>
	e.behaviour.map((b) => ({ code: 'behaviour-new', weight: 'watch', data: { behaviour: b.code }, seenOn: b.seenOn }));

/** Anything but new behaviour, which has a reading of its own. */
const lookAgainNow: Rule = (e) =>
	e.lookAgain
		.filter((l) => l.code !== 'new-behaviour')
		.map((l) => ({ code: 'look-again', weight: 'watch', data: { why: l.code }, seenOn: l.since }));

const DECIDED: Readonly<Record<string, Weight>> = { vet: 'vet', fitter: 'fitter', pad: 'watch', watch: 'watch' };

/** What a person decided weighs as much as a finding; it never makes lighter what was found. */
const decided: Rule = ({ decided: d }) => {
	const weight = d?.action ? DECIDED[d.action] : undefined;
	return d?.action && weight ? [{ code: 'decided', weight, data: { action: d.action }, seenOn: d.seenOn }] : [];
};

export const RULES: readonly Rule[] = [
	vetSigns,
	soreness,
	ladder,
	oneSide,
	wasting,
	bladeTopWhite,
	soreOverChange,
	dryPatch,
	bridgeEnds,
	alongSpine,
	loinLong,
	girthRub,
	width,
	checksOther,
	roomByHand,
	whiteHair,
	tooHeavy,
	behaviourNew,
	lookAgainNow,
	decided,
	checksContradict
];
