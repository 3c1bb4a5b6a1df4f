import type { ZoneId } from './map.js';
import { gradeCode, type Sign, type SignKind } from './sign.js';

/** The grade of soreness at which the head comes up. */
export const SQUEEZE_GRADE = 4;

/** True where a hard squeeze raises any horse's head: in front of and below the withers (common practice, no source). */
export const isSqueezeZone = (kind: SignKind, zone: ZoneId): boolean =>
	kind === 'soreness' && zone === 'withers-flank' && gradeCode(kind, SQUEEZE_GRADE) === 'threatens';

/** True for an answer that a squeeze alone explains: not pressed flat, and only the head came up. */
export const isSqueezeReflex = (s: Pick<Sign, 'kind' | 'zone' | 'grade' | 'pressed'>): boolean =>
	isSqueezeZone(s.kind, s.zone) && s.grade === SQUEEZE_GRADE && s.pressed !== 'flat';
