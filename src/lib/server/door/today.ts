/** The person's time zone, as their browser names it. */
export const ZONE_COOKIE = 'zt-zone';
const ZONE = /^[A-Za-z][A-Za-z0-9_+-]*(\/[A-Za-z0-9_+-]+){0,2}$/;

/** A zone that this server knows; undefined for any other text. */
export function knownZone(zone: string | undefined): string | undefined {
	if (!zone || zone.length > 60 || !ZONE.test(zone)) return undefined;
	try {
		new Intl.DateTimeFormat('sv-SE', { timeZone: zone });
		return zone;
	} catch {
		return undefined;
	}
}

/** Today where the person is; by UTC until their browser has said where that is. */
export function todayFor(zone: string | undefined, now: Date): string {
	const timeZone = knownZone(zone);
	// Sweden writes days as ISO 8601 does.
	return timeZone
		? new Intl.DateTimeFormat('sv-SE', { timeZone, dateStyle: 'short' }).format(now)
		: now.toISOString().slice(0, 10);
}
