/** Something in a list, with what else is known of it. */
export interface Named {
	readonly id: string;
	readonly name: string;
	/** What could tell it from another of the same name, best first; empty texts are passed over. */
	readonly more: readonly (string | number | null)[];
}

const LONGEST = 28;
const short = (text: string): string => (text.length > LONGEST ? `${text.slice(0, LONGEST - 1)}…` : text);
const plain = (name: string): string => name.trim().toLowerCase();

/** A label for each: its name, and where another has the same name, what tells the two apart. */
export function tellApart(items: readonly Named[]): Map<string, string> {
	const byName = new Map<string, Named[]>();
	for (const item of items) byName.set(plain(item.name), [...(byName.get(plain(item.name)) ?? []), item]);
	const labels = new Map<string, string>();
	for (const same of byName.values()) {
		const ids = [...new Set(same.map((s) => s.id))];
		if (ids.length === 1) {
			for (const s of same) labels.set(s.id, s.name);
			continue;
		}
		const most = Math.max(...same.map((s) => s.more.length));
		const telling = Array.from({ length: most }, (_, i) => i).find(
			(i) => new Set(same.map((s) => String(s.more[i] ?? ''))).size === ids.length
		);
		for (const s of same) {
			const more = telling === undefined ? '' : String(s.more[telling] ?? '');
			labels.set(s.id, `${s.name} (${more ? short(more) : ids.indexOf(s.id) + 1})`);
		}
	}
	return labels;
}
