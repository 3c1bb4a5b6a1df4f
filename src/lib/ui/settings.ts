/** Small things a device remembers of its person's ways; records live in the device's database, not here. */
export type Setting = 'zt-device' | 'zt-ruler' | 'zt-pad' | 'zt-operator';

/** What was remembered; undefined where the device forbids it. */
export function recall(name: Setting): string | undefined {
	try {
		return localStorage.getItem(name) ?? undefined;
	} catch {
		return undefined;
	}
}

/** Remembers a value; quietly does nothing where the device forbids it. */
export function remember(name: Setting, value: string): void {
	try {
		localStorage.setItem(name, value);
	} catch {
		// Storage full or forbidden: asked again next time.
	}
}
