const FIELDS = /^(INPUT|TEXTAREA|SELECT)$/;

/** True for a key that belongs to a field or to the browser: one-key shortcuts leave it alone. */
export function typing(e: KeyboardEvent): boolean {
	if (e.ctrlKey || e.metaKey || e.altKey) return true;
	return e.target instanceof HTMLElement && (e.target.isContentEditable || FIELDS.test(e.target.tagName));
}
