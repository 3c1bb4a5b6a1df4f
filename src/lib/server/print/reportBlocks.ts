import type { Curve } from '../../../core/curve/index.js';
import type { SettingScale } from '../../../words/index.js';

export const REPORT_PAPERS = { a4: [210, 297], letter: [215.9, 279.4] } as const;
export type ReportPaper = keyof typeof REPORT_PAPERS;

/** One thing of a printed report, in the order in which it is read. Words are ready to print; lengths are mm. */
export type ReportBlock =
	| { readonly kind: 'heading'; readonly text: string }
	| { readonly kind: 'verdict'; readonly word: string; readonly beside: string; readonly alarming: boolean }
	| { readonly kind: 'line'; readonly text: string; readonly strong?: boolean; readonly quiet?: boolean }
	| {
			readonly kind: 'table';
			readonly head: readonly string[];
			readonly rows: readonly (readonly string[])[];
			/** Shares of the width. */
			readonly widths: readonly number[];
	  }
	| { readonly kind: 'overlay'; readonly cuts: readonly OverlaidCut[] }
	| {
			readonly kind: 'strip';
			readonly box: readonly [number, number, number, number];
			readonly parts: readonly StripPart[];
	  }
	| {
			readonly kind: 'history';
			readonly points: readonly HistoryPoint[];
			readonly marks: readonly string[];
			readonly scale: SettingScale;
	  }
	| { readonly kind: 'photos'; readonly photos: readonly { readonly caption: string; readonly jpeg: Uint8Array }[] }
	| { readonly kind: 'true-size'; readonly title: string; readonly curve: Curve };

export interface OverlaidCut {
	readonly station: string;
	readonly then: Curve | undefined;
	readonly now: Curve | undefined;
	/** The change of each side in words. */
	readonly near: string;
	readonly off: string;
}

/** A zone of the back as an SVG path, with how many strokes stand in it and where. */
export interface StripPart {
	readonly d: string;
	readonly at: readonly [number, number];
	readonly strokes: number;
	readonly figure: string;
}

export interface HistoryPoint {
	readonly on: string;
	/** Change of the front since the fit mark and its 95% half-width, near and off. */
	readonly near: readonly [mm: number, plusMinusMm: number] | null;
	readonly off: readonly [mm: number, plusMinusMm: number] | null;
}

export interface PrintedReport {
	readonly title: string;
	/** At the foot of every page. */
	readonly foot: string;
	readonly paper: ReportPaper;
	readonly blocks: readonly ReportBlock[];
}
