import { addDays, daysBetween, type Day } from '../units/index.js';

/** How often a person wants to be told by mail what is due. */
export const REMINDERS = ['off', 'daily', 'weekly'] as const;
export type Reminders = (typeof REMINDERS)[number];

/** Before this hour of the person's own day no reminder is sent: it is read with the first coffee. */
export const REMINDER_HOUR = 6;
const WEEK = 7;
const MONDAY = 1;

/** Where and when it is for a person. `weekday` counts from 0, Sunday. */
export interface LocalTime {
	readonly day: Day;
	readonly hour: number;
	readonly weekday: number;
}

/**
 * Whether a reminder is due: once a day, or on Mondays, from six in the morning of the person's own zone. One whose
 * Monday was missed, because the place stood still, gets it when a week has passed.
 */
export function reminderDue(how: Reminders, remindedOn: Day | null, { day, hour, weekday }: LocalTime): boolean {
	if (how === 'off' || hour < REMINDER_HOUR) return false;
	if (remindedOn === null) return how === 'daily' || weekday === MONDAY;
	if (remindedOn >= day) return false;
	return how === 'daily' || weekday === MONDAY || daysBetween(remindedOn, day) >= WEEK;
}

/** The last day of which a reminder tells. */
export const toldUpTo = (how: Reminders, day: Day): Day => (how === 'weekly' ? addDays(day, WEEK - 1) : day);
