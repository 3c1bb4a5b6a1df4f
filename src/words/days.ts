import type { DayStyle } from '../core/units/index.js';
import { measures } from './measures.js';

type Parts = Intl.DateTimeFormatOptions;
const WHOLE: Parts = { day: 'numeric', month: 'short', year: 'numeric' };
const HOUR: Parts = { hour: '2-digit', minute: '2-digit' };
const SHORT: Parts = { day: 'numeric', month: 'short' };
/** Where days are written as each style writes them, in English. */
const LOCALES: Readonly<Record<DayStyle, string>> = { 'day-month': 'en-GB', 'month-day': 'en-US', iso: 'sv-SE' };
const ISO: Parts = { day: '2-digit', month: '2-digit', year: 'numeric' };

const made = new Map<string, Intl.DateTimeFormat>();
/** Making a formatter takes longer than using it. */
export function dayFormatter(name: string, parts: Parts): Intl.DateTimeFormat {
	const { days } = measures();
	const key = `${days} ${name}`;
	const known = made.get(key);
	if (known) return known;
	const numbers = days === 'iso' && parts.day ? { ...parts, ...ISO } : parts;
	const fresh = new Intl.DateTimeFormat(LOCALES[days], numbers);
	made.set(key, fresh);
	return fresh;
}

const instant = (day: string): Date => new Date(`${day}T00:00Z`);

/** A stored day that is none is shown as it stands: it must not take a page down. */
const dayIn = (name: string, parts: Parts, day: string): string => {
	const at = instant(day);
	return Number.isNaN(at.getTime()) ? day : dayFormatter(name, { ...parts, timeZone: 'UTC' }).format(at);
};

/** A moment in the reader's own time. */
export const formatMoment = (moment: Date): string => dayFormatter('moment', { ...WHOLE, ...HOUR }).format(moment);

/** A plain day as the reader writes days. */
export const formatDay = (day: string): string => dayIn('day', WHOLE, day);
export const formatDayShort = (day: string): string => dayIn('short', SHORT, day);
