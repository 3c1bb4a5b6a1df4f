const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' });
const DAY_SHORT = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', timeZone: 'UTC' });
const MONTH = new Intl.DateTimeFormat('en-GB', { month: 'short', timeZone: 'UTC' });

const instant = (day: string): Date => new Date(`${day}T00:00Z`);

export const formatDay = (day: string): string => DAY.format(instant(day));
export const formatDayShort = (day: string): string => DAY_SHORT.format(instant(day));
export const formatMonth = (day: string): string => MONTH.format(instant(day));

/** Signed millimetres with one decimal and a true minus sign. */
export function formatMm(mm: number): string {
	const rounded = Math.abs(mm) < 0.05 ? 0 : mm;
	return `${rounded > 0 ? '+' : rounded < 0 ? '−' : ''}${Math.abs(rounded).toFixed(1)}`;
}

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

const MOMENT = new Intl.DateTimeFormat('en-GB', {
	day: 'numeric',
	month: 'short',
	year: 'numeric',
	hour: '2-digit',
	minute: '2-digit'
});
/** A moment in the reader's own time. */
export const formatMoment = (moment: Date): string => MOMENT.format(moment);
