import { formatDayShort } from '$words/index.js';

export { formatDay, formatDayShort, formatMoment } from '$words/index.js';

const MONTH = new Intl.DateTimeFormat('en-GB', { month: 'short', timeZone: 'UTC' });

const instant = (day: string): Date => new Date(`${day}T00:00Z`);

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
