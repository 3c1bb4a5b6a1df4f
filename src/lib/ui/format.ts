import { measures } from '$words/index.js';
import type { DayStyle } from '$core/units/index.js';

type Parts = Intl.DateTimeFormatOptions;
const WHOLE: Parts = { day: 'numeric', month: 'short', year: 'numeric' };
const SHORT: Parts = { day: 'numeric', month: 'short' };
const HOUR: Parts = { hour: '2-digit', minute: '2-digit' };
/** Where days are written as each style writes them, in English. */
const LOCALES: Readonly<Record<DayStyle, string>> = { 'day-month': 'en-GB', 'month-day': 'en-US', iso: 'sv-SE' };
const ISO: Parts = { day: '2-digit', month: '2-digit', year: 'numeric' };

const made = new Map<string, Intl.DateTimeFormat>();
/** Making a formatter takes longer than using it. */
function formatter(name: string, parts: Parts): Intl.DateTimeFormat {
	const { days } = measures();
	const key = `${days} ${name}`;
	const known = made.get(key);
	if (known) return known;
	const numbers = days === 'iso' && parts.day ? { ...parts, ...ISO } : parts;
	const fresh = new Intl.DateTimeFormat(LOCALES[days], numbers);
	made.set(key, fresh);
	return fresh;
}
const MONTH = new Intl.DateTimeFormat('en-GB', { month: 'short', timeZone: 'UTC' });

const instant = (day: string): Date => new Date(`${day}T00:00Z`);

export const formatDay = (day: string): string => formatter('day', { ...WHOLE, timeZone: 'UTC' }).format(instant(day));
export const formatDayShort = (day: string): string =>
	formatter('short', { ...SHORT, timeZone: 'UTC' }).format(instant(day));
export const formatMonth = (day: string): string => MONTH.format(instant(day));

/** Days from today to a day in plain words. */
export function dueWords(day: string, today: string): string {
	const days = Math.round((instant(day).getTime() - instant(today).getTime()) / 86_400_000);
	if (days === 0) return 'due today';
	if (days < 0) return days === -1 ? '1 day late' : `${-days} days late`;
	return days === 1 ? 'due tomorrow' : days < 21 ? `due in ${days} days` : `due ${formatDayShort(day)}`;
}

export const todayHere = (): string => {
	const now = new Date();
	const two = (n: number) => String(n).padStart(2, '0');
	return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`;
};

/** A moment in the reader's own time. */
export const formatMoment = (moment: Date): string => formatter('moment', { ...WHOLE, ...HOUR }).format(moment);
