import type { SheetName, SheetWarning } from '../core/photo/index.js';

export const SHEET_WORDS: Readonly<Record<SheetName, string>> = {
	a4: 'A4',
	a3: 'A3',
	a2: 'A2',
	letter: 'letter',
	tabloid: 'tabloid'
};

/** What is doubtful in a reading, and what to do about it. */
export const SHEET_WARNING_WORDS: Readonly<Record<SheetWarning, string>> = {
	'sheet-edges-faint': 'An edge of the sheet is hard to see. Check the corners.',
	'sheet-doubtful': 'Not sure that this is the sheet. Check the corners.',
	'sheet-bent': 'The sheet’s edges are not straight. Lay it flat.',
	'sheet-size-doubtful': 'The proportions do not fit this size of sheet. Is another size right?',
	unsharp: 'The picture is unsharp.',
	'line-faint': 'The line is faint.',
	'line-gaps': 'The line has a long gap; it was bridged.',
	'line-runs-off': 'The line runs to the edge of the sheet.',
	'another-line': 'Something else on the sheet looks like a line too.',
	'line-short': 'The line is short for a back.',
	'line-end-doubtful': 'Something stands at an end of the line, perhaps a date; it was cut off there. Check both ends.',
	'tick-off-top': 'The spine mark is far from the top of the line.',
	'marks-uneven': 'The printed marks do not lie where they should: the sheet is bent, or its pages are badly taped.',
	'printed-scale': 'The sheet seems to be printed at another scale. Measure the check rule and enter what it reads.'
};

/** Ways of entering tracings at the desk. */
export const DESK_MODES = [
	['keypad', 'Keypad'],
	['sheets', 'Sheets'],
	['scan', 'Scan'],
	['ruler', 'Ruler'],
	['file', 'File'],
	['picture', 'Picture']
] as const;
