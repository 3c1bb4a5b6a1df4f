/** The person's time zone, as their browser names it. */
export const ZONE_COOKIE = 'zt-zone';
const ZONE = /^[A-Za-z][A-Za-z0-9_+-]*(\/[A-Za-z0-9_+-]+){0,2}$/;

/** Today where the person is; by UTC until their browser has said where that is. */
export function todayFor(zone: string | undefined, now: Date): string {
	if (zone && zone.length <= 60 && ZONE.test(zone))
		try {
			// Sweden writes days as ISO 8601 does.
			return new Intl.DateTimeFormat('sv-SE', { timeZone: zone, dateStyle: 'short' }).format(now);
		} catch {
			// A zone that this server does not know.
		}
	return now.toISOString().slice(0, 10);
}
