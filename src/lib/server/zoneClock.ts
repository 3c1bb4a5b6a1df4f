import { LRUCache } from 'lru-cache';
import type { LocalTime } from '../../core/diary/index.js';

const WEEKDAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'];

const formatterFor = (timeZone: string) =>
	new Intl.DateTimeFormat('en-GB', {
		timeZone,
		year: 'numeric',
		month: '2-digit',
		day: '2-digit',
		hour: '2-digit',
		hourCycle: 'h23',
		weekday: 'short'
	});
/** More than there are zones; a cookie may write one in many ways. */
const MOST_KEPT = 1000;
const formatters = new LRUCache<string, Intl.DateTimeFormat>({ max: MOST_KEPT });

/** Making one takes longer than using it, and every request asks for its day. */
function formatterOf(zone: string): Intl.DateTimeFormat {
	const known = formatters.get(zone);
	if (known) return known;
	try {
		const made = formatterFor(zone);
		formatters.set(zone, made);
		return made;
	} catch {
		return formatterFor('UTC');
	}
}

/** A moment by the clock of a zone; of one that is not known, by UTC. */
export function localTime(now: Date, zone: string): LocalTime {
	const formatter = formatterOf(zone);
	const part = Object.fromEntries(formatter.formatToParts(now).map((p) => [p.type, p.value]));
	return {
		day: `${part['year']}-${part['month']}-${part['day']}`,
		hour: Number(part['hour']),
		weekday: WEEKDAYS.indexOf(part['weekday'] ?? '')
	};
}
