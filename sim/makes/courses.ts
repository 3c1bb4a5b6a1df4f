import { ease } from '../ease.js';
import { between, type Random } from '../random.js';
import { AS_AT_FIRST, type BackState } from './types.js';

/** What may become of a horse over two years. */
export const COURSES = [
	'quiet',
	'local-loss',
	'local-gain',
	'lay-off',
	'one-sided',
	'condition-loss',
	'condition-gain',
	'growth',
	'along-loss'
] as const;
export type Course = (typeof COURSES)[number];

/** Causes that are right to name for a course. */
export const CAUSES_OF: Readonly<Record<Course, readonly string[]>> = {
	quiet: ['none'],
	'local-loss': ['local-loss'],
	'local-gain': ['local-gain'],
	'lay-off': ['local-loss'],
	'one-sided': ['one-sided'],
	'condition-loss': ['condition-loss'],
	'condition-gain': ['condition-gain'],
	growth: ['growth'],
	// Muscle gone along the whole back and a horse gone lean are the same to a tracing.
	'along-loss': ['local-loss', 'condition-loss']
};

/** State on a day, of a course over some days; the horse's year goes on beside it. */
export function courseOf(course: Course, spanDays: number, random: Random): (day: number) => BackState {
	const start = between(0.15, 0.45, random) * spanDays;
	const size = between(7.5, 13, random);
	const days =
		course === 'lay-off' ? between(14, 40, random) : course === 'growth' ? spanDays - start : between(100, 280, random);
	const nearSide = random() < 0.5;
	const weak = course === 'one-sided' ? between(0, 0.15, random) : between(0.8, 1, random);
	const [swing, phase] = [between(0, 0.7, random), between(0, 2 * Math.PI, random)];
	return (day) => {
		const season = swing * (Math.sin((2 * Math.PI * day) / 365 + phase) - Math.sin(phase));
		const amount = size * ease((day - start) / days);
		const base: BackState = { ...AS_AT_FIRST, condition: season };
		const sides = (mm: number): BackState => ({
			...base,
			withersNear: mm * (nearSide ? 1 : weak),
			withersOff: mm * (nearSide ? weak : 1)
		});
		switch (course) {
			case 'quiet':
				return base;
			case 'local-loss':
			case 'lay-off':
			case 'one-sided':
				return sides(-amount);
			case 'local-gain':
				return sides(amount);
			case 'condition-loss':
				return { ...base, condition: season - amount };
			case 'condition-gain':
				return { ...base, condition: season + amount };
			case 'growth':
				return { ...base, growth: amount };
			case 'along-loss':
				return { ...base, along: -amount };
		}
	};
}
