type Field = HTMLInputElement | HTMLTextAreaElement | HTMLSelectElement;
type Content = { readonly value: string; readonly checked: boolean };

const FIELDS = 'input:not([type=hidden], [type=file], [type=submit]), textarea, select';

const contentOf = (field: Field): Content => ({
	value: field.value,
	checked: field instanceof HTMLInputElement && field.checked
});
const same = (a: Content, b: Content): boolean => a.value === b.value && a.checked === b.checked;

/** What the server drew into a field. */
function drawnIn(field: Field): Content {
	if (!(field instanceof HTMLSelectElement))
		return { value: field.defaultValue, checked: field instanceof HTMLInputElement && field.defaultChecked };
	const drawn = [...field.options].find((o) => o.defaultSelected) ?? field.options[0];
	return { value: drawn?.value ?? '', checked: false };
}

let early: Map<Field, Content> | null = null;
const hear = ({ target }: Event): void => {
	if (target instanceof Element && target.matches(FIELDS)) early?.set(target as Field, contentOf(target as Field));
};

/**
 * Remembers what a person or their browser filled in before the page answers: taking the page over sets a field to what
 * the server drew. To be called before that, and ended by `giveBackTyped`.
 */
export function holdTyped(): void {
	early = new Map();
	for (const field of document.querySelectorAll<Field>(FIELDS))
		if (!same(contentOf(field), drawnIn(field))) early.set(field, contentOf(field));
	document.addEventListener('input', hear, true);
	document.addEventListener('change', hear, true);
}

/** Puts back what was filled in early, and tells the page of it as if it were typed now. */
export function giveBackTyped(): void {
	document.removeEventListener('input', hear, true);
	document.removeEventListener('change', hear, true);
	for (const [field, typed] of early ?? []) {
		if (!field.isConnected || same(contentOf(field), typed)) continue;
		field.value = typed.value;
		if (field instanceof HTMLInputElement) field.checked = typed.checked;
		field.dispatchEvent(new Event('input', { bubbles: true }));
		field.dispatchEvent(new Event('change', { bubbles: true }));
	}
	early = null;
}
