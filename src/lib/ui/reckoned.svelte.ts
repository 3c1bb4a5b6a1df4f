import { page } from '$app/state';
import { askReckoning } from './askReckoning.js';

/** A reckoning that a component shows: asked when it stands, and again when its address or the page's data change. */
export function reckoned<T extends object>(urlOf: () => string) {
	let asked = $state.raw<{ readonly of: string; readonly answer?: T; readonly refused?: string }>();
	$effect(() => {
		// A form of the page may have changed what is said; until it is said anew, what stands stays.
		void page.data;
		const of = urlOf();
		const moved = new AbortController();
		void askReckoning<T>(of, moved.signal).then((came) => {
			if (came) asked = { of, ...came };
		});
		return () => moved.abort();
	});
	const now = $derived(asked?.of === urlOf() ? asked : undefined);
	return {
		get answer(): T | undefined {
			return now?.answer;
		},
		get refused(): string | undefined {
			return now?.refused;
		}
	};
}
