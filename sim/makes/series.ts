import { addDays, type Day } from '../../src/core/units/index.js';
import { between, normal, type Random } from '../random.js';
import { courseOf, type Course } from './courses.js';
import {
	AS_AT_FIRST,
	MAIN_STATIONS,
	PLACE_MM,
	SECTION_DEPTHS_MM,
	type BackState,
	type Line,
	type MadeHand,
	type MadeHorse,
	type MainStation,
	type Make,
	type Section,
	type Steadiness
} from './types.js';

/** One drawn line, as a file would bring it. */
export interface MadeTracing {
	readonly visitedOn: Day;
	readonly station: MainStation;
	readonly repeat: number;
	readonly points: Line;
	readonly operator?: string;
	readonly source?: string;
}

export interface SidesMm {
	readonly near: number;
	readonly off: number;
}

/** One horse of a make, traced about monthly, with what was really there. */
export interface MadeSeries {
	readonly make: string;
	readonly course: Course;
	readonly steadiness: Steadiness;
	readonly trouble: Trouble;
	/** Day of the trouble; undefined where there is none. */
	readonly troubledOn: Day | undefined;
	readonly fittedOn: Day;
	readonly visits: readonly { readonly day: Day; readonly change: Readonly<Record<MainStation, SidesMm>> }[];
	readonly tracings: readonly MadeTracing[];
	/** What was really there on a day, anywhere along the back. */
	readonly sectionOn: (day: Day, placeMm: number) => Section;
}

/** What may go wrong in a record. */
export const TROUBLES = [
	'none',
	'mirrored',
	'swapped',
	'other-horse',
	'shrunk',
	'sprung',
	'hands-over',
	'hands-met',
	'hands-mixed',
	'gear'
] as const;
export type Trouble = (typeof TROUBLES)[number];

const FIRST: Day = '2022-01-10';

/** Mean half-width over 60 to 120 mm depth. */
function bandOf(widths: readonly number[]): number {
	let [sum, count] = [0, 0];
	SECTION_DEPTHS_MM.forEach((d, k) => {
		if (d < 60 || d > 120) return;
		const weight = d === 60 || d === 120 ? 0.5 : 1;
		sum += weight * (widths[k] as number);
		count += weight;
	});
	return sum / count;
}

const changeOf = (horse: MadeHorse, state: BackState): Record<MainStation, SidesMm> => {
	const at = (station: MainStation): SidesMm => {
		const [now, then] = [horse.sectionAt(PLACE_MM[station], state), horse.sectionAt(PLACE_MM[station], AS_AT_FIRST)];
		return { near: bandOf(now.near) - bandOf(then.near), off: bandOf(now.off) - bandOf(then.off) };
	};
	return { T8: at('T8'), T13: at('T13'), T18: at('T18') };
};

const stood = (section: Section, near: number, off: number): Section => {
	const side = (widths: readonly number[], mm: number): number[] =>
		widths.map((w, k) => w + mm * Math.min(1, (SECTION_DEPTHS_MM[k] as number) / 60));
	return { near: side(section.near, near), off: side(section.off, off) };
};

const mirrored = (line: Line): Line => line.map(([x, y]) => [-x, y] as const).reverse();
const scaled = (line: Line, by: number): Line => line.map(([x, y]) => [x * by, y * by] as const);
/** A ruler that opened on the way to the paper: wider the deeper. */
const opened = (line: Line, mm: number): Line =>
	line.map(([x, y]) => [x + Math.sign(x) * mm * Math.min(1.3, -y / 100), y] as const);

interface Person {
	readonly hand: MadeHand;
	readonly operator: string;
	readonly source: string;
	/** Habits: pressed in, marked to the rear, copied large. */
	readonly pressMm: number;
	readonly placeMm: number;
	readonly scale: number;
}

function personOf(make: Make, steadiness: Steadiness, operator: string, source: string, random: Random): Person {
	return {
		hand: make.hand(random, steadiness),
		operator,
		source,
		pressMm: 1.2 * normal(random),
		placeMm: 6 * normal(random),
		scale: 1 + 0.006 * normal(random)
	};
}

function whoTraces(trouble: Trouble, visit: number, troubledAt: number, people: readonly [Person, Person]): Person[] {
	const [first, second] = people;
	if (trouble === 'hands-mixed') return visit % 2 === 0 ? [first] : [second];
	if (trouble === 'hands-met' && visit === troubledAt - 1) return [first, second];
	const later = visit >= troubledAt;
	return later && ['hands-over', 'hands-met', 'gear'].includes(trouble) ? [second] : [first];
}

/** A horse of a make with its course, its hand and perhaps a trouble. */
export function makeMadeSeries(
	make: Make,
	course: Course,
	steadiness: Steadiness,
	random: Random,
	trouble: Trouble = 'none',
	months = 24
): MadeSeries {
	const horse = make.horse(random);
	const other = make.horse(random);
	const people = [
		personOf(make, steadiness, 'A', 'ruler', random),
		personOf(make, steadiness, trouble === 'gear' ? 'A' : 'B', trouble === 'gear' ? 'photo' : 'ruler', random)
	] as const;
	const stateOn = courseOf(course, months * 30.4, random);
	const troubledAt = Math.round(between(5, months - 4, random));
	const named = trouble.startsWith('hands') || trouble === 'gear';
	const shrinkBy = (random() < 0.5 ? -1 : 1) * between(0.04, 0.08, random);
	const sprungMm = between(8, 16, random);
	const days = Array.from({ length: months + 1 }, (_, i) =>
		addDays(FIRST, i === 0 ? 0 : Math.round(i * 30.4 + between(-7, 7, random)))
	);
	const spanned = (day: Day): number => (Date.parse(day) - Date.parse(FIRST)) / 86_400_000;
	const tracings = days.flatMap((visitedOn, visit): MadeTracing[] => {
		const troubled = visit === troubledAt;
		const state = stateOn(spanned(visitedOn));
		const who = whoTraces(trouble, visit, troubledAt, people);
		return MAIN_STATIONS.flatMap((station) =>
			who.flatMap((person) => {
				const { hand } = person;
				const placed = hand.placeVisitMm * normal(random);
				const [near, off] = [hand.stanceMm * normal(random), hand.stanceMm * normal(random)];
				const from: MainStation =
					troubled && trouble === 'swapped' && station !== 'T18' ? (station === 'T8' ? 'T13' : 'T8') : station;
				const count = random() < 0.12 ? 1 : random() < 0.2 ? 2 : 3;
				return Array.from({ length: count }, (_, r): MadeTracing => {
					const place = PLACE_MM[from] + placed + person.placeMm + hand.placeOwnMm * normal(random);
					const whose = troubled && trouble === 'other-horse' ? other : horse;
					const section = stood(whose.sectionAt(place, state), near - person.pressMm, off - person.pressMm);
					let line = scaled(hand.draw(section, random), person.scale);
					if (troubled && trouble === 'mirrored') line = mirrored(line);
					if (troubled && trouble === 'shrunk') line = scaled(line, 1 + shrinkBy);
					if (troubled && trouble === 'sprung') line = opened(line, sprungMm);
					return {
						visitedOn,
						station,
						repeat: r + 1,
						points: line,
						...(named ? { operator: person.operator, source: person.source } : {})
					};
				});
			})
		);
	});
	return {
		make: make.name,
		course,
		steadiness,
		trouble,
		troubledOn: trouble === 'none' ? undefined : days[troubledAt],
		fittedOn: FIRST,
		visits: days.map((day) => ({ day, change: changeOf(horse, stateOn(spanned(day))) })),
		tracings,
		sectionOn: (day, placeMm) => horse.sectionAt(placeMm, stateOn(spanned(day)))
	};
}
