import { localTime } from '../zoneClock.js';

/** The person's time zone, as their browser names it. */
export const ZONE_COOKIE = 'zt-zone';
const ZONE = /^[A-Za-z][A-Za-z0-9_+-]*(\/[A-Za-z0-9_+-]+){0,2}$/;

const LONGEST_ZONE = 60;

/** A zone that this server knows; undefined for any other text. */
export function knownZone(zone: string | undefined): string | undefined {
	if (!zone || zone.length > LONGEST_ZONE || !ZONE.test(zone)) return undefined;
	try {
		new Intl.DateTimeFormat('sv-SE', { timeZone: zone });
		return zone;
	} catch {
		return undefined;
	}
}

/** Today where the person is; by UTC until their browser has said where that is. */
export const todayFor = (zone: string | undefined, now: Date): string =>
	localTime(now, zone && zone.length <= LONGEST_ZONE && ZONE.test(zone) ? zone : 'UTC').day;
