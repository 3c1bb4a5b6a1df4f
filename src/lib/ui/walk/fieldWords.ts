import { isCheck } from '$core/checks/index.js';
import type { EntryValue } from '$core/visit/index.js';
import { parseSignField, type SignValue } from '$core/zones/index.js';
import {
	ACTION_WORDS,
	answerWords,
	CHECK_WORDS,
	GOING_WORDS,
	gradeWords,
	KIND_WORDS,
	placeWords
} from '$words/index.js';

/** A field's name as a person would say it. */
export function fieldWords(field: string): string {
	const at = parseSignField(field);
	if (at) return `${placeWords(at.zone, at.side)}, ${KIND_WORDS[at.kind]}`;
	const parts = field.split('/');
	const check = parts[0] === 'check' ? parts[3] : undefined;
	if (check && isCheck(check)) return `${CHECK_WORDS[check].name}${parts[4] === 'both' ? '' : `, ${parts[4]} side`}`;
	return parts
		.join(' ')
		.replace(/([a-z])([A-Z])/g, '$1 $2')
		.toLowerCase();
}

/** A field's value in a few words. */
export function valueWords(field: string, value: EntryValue): string {
	if (value === null) return 'nothing';
	const at = parseSignField(field);
	if (at) return gradeWords(at.kind, (value as unknown as SignValue).grade);
	if (typeof value === 'boolean') return value ? 'yes' : 'no';
	if (Array.isArray(value))
		return value.length === 0
			? 'nothing seen'
			: value.map((v) => GOING_WORDS[v as keyof typeof GOING_WORDS] ?? String(v)).join(', ');
	if (typeof value === 'object') return `${(value as { fingers?: number }).fingers ?? '?'} fingers`;
	return ACTION_WORDS[String(value)] ?? answerWords(String(value));
}
