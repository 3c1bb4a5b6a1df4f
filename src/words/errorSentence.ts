import type { Problem } from '../core/errors/index.js';
import { formatDay } from './days.js';
import { bodyLengthWords, lengthUnit, lengthWords, stretchWords, weightWords } from './measures.js';

type Data = Problem['data'];

const dayOf = (d: Data): string => (d['on'] ? ` of ${formatDay(String(d['on']))}` : '');

/** What is wrong and what to do, by code; one sentence or two, in plain words. */
/** What a pad's file is refused for. */
const PAD_GRID_WORDS: Readonly<Record<string, string>> = {
	columns: 'a row of cells has 4 to 80 of them.',
	ragged: 'this row has another number of cells than the first.',
	rows: 'this frame has more rows than the first, or more than 80.',
	frames: 'this frame has fewer rows than the first.',
	number: 'a cell is no pressure.',
	many: 'the recording is too long: at most 4000 frames.'
};

const SENTENCES: Readonly<Record<string, (d: Data) => string>> = {
	'bad-date': (d) => `“${d['value']}” is not a day. Write it as YYYY-MM-DD, for example 2026-03-14.`,
	'future-date': (d) => `${d['value']} lies in the future. Check the year, or the clock of this device.`,
	'bad-station': (d) => `“${d['value']}” is not a station. Use T8, T13, T18, T10, W or s=NNN.`,
	'bad-repeat': (d) => `“${d['value']}” is not a repeat number. Use 1, 2, 3 up to 20.`,
	'no-yard': () => 'You belong to no yard yet. Make one under your account, or open the link of an invitation.',
	'report-unknown': () => 'This link leads to no report. Check that all of it was copied, or ask for a new one.',
	'report-over': () => 'This report has run out or was taken back. Ask whoever sent it for a new one.',
	'name-differs': (d) => `That is not “${d['name']}”. Type it as it stands there; nothing was changed.`,
	'still-owner': (d) =>
		`You alone own ${d['yards']}. Make somebody else an owner, or delete that yard first; nothing was changed.`,
	'last-owner': () => 'A yard keeps at least one owner. Make somebody else an owner first.',
	'invitation-unknown': () =>
		'This link leads to no invitation. Check that all of it was copied, or ask for a new one.',
	'invitation-over': () => 'This invitation has run out or was taken back. Ask whoever sent it for a new one.',
	'invitation-taken': () =>
		'Somebody else has taken this invitation. Each link is for one person: ask for one of your own.',
	'invitation-other-address': (d) => `This invitation is for ${d['email']}. Sign in with that address to take it.`,
	'not-confirmed': () => 'Your address is not confirmed yet. We have sent you the link again: look in your mail.',
	'registration-closed': () => 'No new accounts are made here. Ask whoever runs this place.',
	'registration-invited': () => 'An account is made with an invitation. Open the link you were sent, or ask for one.',
	'link-used': () => 'This link has run out or was used already. Ask for a new one.',
	'password-length': (d) =>
		`A password has ${d['least']} characters or more, up to ${d['most']}. A few words in a row are easy to keep.`,
	'wrong-password': () => 'The present password does not match. Type it again.',
	'bad-fingers': () =>
		`Those finger widths cannot be right. Measure 2, 3 and 4 stacked fingers again, in ${lengthUnit()}.`,
	'not-a-number': (d) =>
		`“${d['value']}” in column ${d['column']} is not a number. Correct that cell; 12.5 and 12,5 are both read.`,
	'bad-number': (d) =>
		d['field'] !== undefined
			? `${d['field']}: ${d['why']}. Give plain numbers in mm, N and kPa.`
			: `Point ${d['point']} has no usable number. Correct or remove it.`,
	'fit-day-absent': (d) =>
		`There is no tracing on ${d['fitDay']}. Give the day of the fit mark as it stands in the file.`,
	'on-after-last': (d) => `${d['on']} lies after the last tracing, ${d['last']}. Ask for a day up to then.`,
	'on-not-after-fit': (d) =>
		`${d['on']} does not lie after the fitted day, ${d['fitDay']}. Trace again, or ask for a later day.`,
	'bad-bears': (d) =>
		`${lengthWords(Number(d['mm']))} cannot be the bearing length. Give ${stretchWords(Number(d['least']), Number(d['most']))}.`,
	'out-of-range': (d) =>
		`Point ${d['point']} lies more than ${d['limitMm']} mm out. Check the units: millimetres are wanted.`,
	'too-few-points': (d) =>
		`Only ${d['count']} different points; at least ${d['needed']} are needed. Draw or type more of the line.`,
	'too-many-points': (d) => `${d['count']} points in one tracing; at most ${d['limit']} are read. Thin them out first.`,
	'points-out-of-order': (d) =>
		`Point ${d['point']} jumps back. Put the points of one tracing in order from the near side to the off side.`,
	'looks-like-other-unit': (d) =>
		`The whole line is only ${d['widthMm']} wide: it looks like ${d['unit'] === 'inch' ? 'inches' : 'centimetres'}. Convert it to millimetres, or say its unit where it is read.`,
	'upside-down': () => 'The line is upside down: y must grow upward, with the withers on top. Change the sign of y.',
	'curve-too-flat': (d) =>
		`The line rises only ${lengthWords(Number(d['archMm']))}: that is no cut across a back. Check that the right line was read.`,
	'bad-depth': (d) =>
		`A depth of ${lengthWords(Number(d['depthMm']))} cannot be right. Depths run from ${stretchWords(1, 400)} below the top.`,
	'bad-width': (d) =>
		`${lengthWords(Number(d['widthMm']))} on the ${d['side']} side at ${lengthWords(Number(d['depthMm']))} depth cannot be right. Half-widths run from ${stretchWords(1, 500)}.`,
	'doubled-depth': (d) => `Depth ${lengthWords(Number(d['depthMm']))} stands twice. Keep one.`,
	'too-few-depths': () => 'Type half-widths at two depths or more on each side.',
	'doubled-repeat': (d) =>
		`${d['station']} repeat ${d['repeat']} of ${d['day']} stands twice. Number the second one anew; neither was kept.`,
	'not-csv': () => 'This is not a CSV file. Save the table as CSV (comma separated, UTF-8) and try again.',
	'not-svg': () => 'This is not an SVG drawing. Export the line as plain SVG and try again.',
	'svg-no-scale': () => 'The drawing says no size. Give it a viewBox in mm, or a width in mm.',
	'svg-no-path': () => 'No line was found in the drawing. Convert shapes to paths and try again.',
	'svg-bad-path': (d) => `Path ${d['path'] ?? ''} could not be read. Draw it again as one line from near to off.`,
	'too-many-paths': (d) => `More than ${d['limit']} paths. Keep only the traced lines in the drawing.`,
	'empty-file': () => 'The file holds no rows. Check that the right file was chosen.',
	'missing-columns': (d) => `Missing in the first line: ${d['missing']}. The header must read ${d['wanted']}.`,
	'too-many-rows': (d) => `${d['rows']} rows; at most ${d['limit']} are read at once. Split the file.`,
	'too-large': (d) => `The file is too large; at most ${d['limitMb']} MB are read. Split it, or choose a smaller one.`,
	'unknown-kind': () =>
		'This kind of file is not read here. Bring points CSV, widths CSV, SVG, DXF or a horse archive (JSON).',
	'not-record': () => 'This is not a whole record. Choose a ZIP file that was exported here.',
	'which-yard': (d) => `There are several yards: ${d['yards']}. Say --yard and its name.`,
	'horse-unknown': (d) => `No horse is called “${d['name']}”. There are: ${d['horses']}.`,
	'not-archive': () => 'This is not a horse archive. Choose a JSON file that was exported here.',
	'archive-newer': (d) =>
		`The archive has version ${d['version']}, which this program does not know. Update the program first.`,
	'archive-broken': (d) => `The archive is damaged at ${d['part']}. Export it again.`,
	'turned-round': () => 'Was drawn from off to near; it has been turned round.',
	'no-front-tracing': (d) => `There is no tracing at ${d['station']}. Trace ${d['station']}: the fit is judged there.`,
	'no-visit-at-fit': (d) =>
		`No tracing within ${d['reachDays']} days of the fit mark on ${d['fitted']}; the nearest is from ${d['nearest']}. Trace on the day of fitting, or move the fit mark.`,
	'fit-day-short': (d) =>
		`The tracings of ${d['fitDay']} do not reach ${stretchWords(60, 120)} below the top on both sides. Trace further down.`,
	'unknown-command': (d) =>
		`“${d['command']}” is not a command. There are: measure, watch, trace, hands, seat, slice, export, import.`,
	'bad-case': (d) => `The case cannot be read: ${d['why']}. "zt hands --list" shows every check with its values.`,
	'bad-answer': (d) => `“${d['check']}” cannot be ${d['value']}. Use one of: ${d['wanted']}.`,
	'bad-option': (d) => `${d['option']} is missing or not understood. ${d['usage']}`,
	'file-unreadable': (d) => `${d['file']} cannot be read. Check its name and that it is there.`,
	'bad-tape': (d) => `${bodyLengthWords(Number(d['cm']))} cannot be the ${d['what']} of a horse. Read the tape again.`,
	'bad-load': (d) =>
		d['field'] !== undefined
			? `${d['field']}: ${d['why']}. Give one load at least, each W_N of 0 or more, in all more than 0 N.`
			: `${weightWords(Number(d['kg']))} cannot be right for rider and tack. Give 0 to ${weightWords(300)}.`,
	'bad-json': (d) => `The case cannot be read: ${d['why'] ?? 'it is no JSON object'}. Send one JSON object.`,
	missing: (d) => `${d['field']} is missing. A case needs a back and a saddle, each with its sections.`,
	'bad-param': (d) => `${d['field']}: ${d['why']}. Look at the ranges in the description of the format.`,
	'bad-section': (d) => `${d['field']}: ${d['why']}. Trace or describe that section again.`,
	'too-fine': (d) => `${d['cells']} cells; at most ${d['most']} are reckoned. Choose a wider grid_mm.`,
	'saddle-scan-folded': (d) =>
		`The cut at the ${d['place']} has both faces of the saddle. Scan the underside alone, or cut the scan down to panels and channel.`,
	'no-overlap': () => 'Saddle and back do not lie over one another. Look at s_offset_mm, and whether both are in mm.',
	'cannot-balance': (d) =>
		d['why'] === 'slope'
			? 'The saddle would have to lean more than is a seat. Look whether it is upside down or the units differ.'
			: 'The weight lies outside what can carry it. Look at where the load stands.',
	'no-convergence': (d) => `No balance was found in ${d['steps']} steps. Look for a saddle that hardly touches.`,
	'bad-horse-weight': (d) =>
		`${weightWords(Number(d['kg']))} cannot be the weight of a horse. Take girth and length again.`,
	'bad-condition': (d) => `${d['score']} is not a condition score. It runs from 1 to 9, halves allowed.`,
	'bad-pad': (d) =>
		`A pad of ${lengthWords(Number(d['thicknessMm']))} on a slope of ${d['slopeDeg']}° cannot be right.`,
	'unknown-field': (d) => `“${d['field']}” is no part of a visit. Update the program on this device.`,
	'bad-value': (d) => `“${d['field']}” cannot hold that: ${d['why']}. Tap it again; the rest was kept.`,
	'visit-deleted': (d) =>
		`The visit${dayOf(d)} was deleted. What you recorded is kept on this device: restore the visit in the horse’s record, or record it in a new visit.`,
	'visit-moved': (d) =>
		`The visit${dayOf(d)} was moved to ${d['to']}. What you recorded is kept on this device: open the visit there and record it again.`,
	'clock-off': (d) =>
		`This device’s clock is ${d['days']} days ${d['fast'] ? 'fast' : 'slow'}, so the day of the visit is not certain. Choose the day of the visit, then it is sent. Nothing is lost.`,
	'other-person': () =>
		'This belongs to another person who used this device. It is kept here and is sent when they sign in.',
	'archive-field': (d) =>
		`The file holds “${d['field']}”, which cannot be read here. Nothing was changed. Delete that entry where the file came from, export again and import that.`,
	'entry-changed': (d) => `“${d['field']}” was sent before with another value. Both are kept; tap it again.`,
	'photo-kind': (d) => `“${d['kind']}” is no kind of photo here.`,
	'not-signed-in': () => 'You are signed out. Sign in again; what you typed is still on this device.',
	'not-found': () => 'That is not here, or not in one of your yards.',
	'read-only': () => 'You may look at this yard but not change it. Ask its owner.',
	'bad-input': (d) => `${d['detail']}`,
	'archive-left': (d) => `Only tracings are taken in from an archive. Not taken in: ${d['what']}. Set them by hand.`,
	'too-many-columns': (d) =>
		`${d['columns']} columns; at most ${d['limit']} are read. Keep only the columns named in the header shown here.`,
	'too-many-parts': () => 'That is more than can be taken at once. Nothing was changed; send less.',
	'foreign-origin': () => 'That came from another site and was refused. Nothing was changed.',
	busy: () => 'Somebody else is writing to this horse just now. Nothing was lost; try again in a moment.',
	'database-away': () => 'The record cannot be reached just now. Nothing was lost; try again in a moment.',
	'saddle-retired': () => 'This saddle is retired. Bring it back first, on the saddles’ page.',
	'saddle-in-use': (d) => `${d['horse']} still goes in this saddle. Rest it there first.`,
	'fit-mark-there': (d) =>
		`This visit has a fit mark already, by ${d['fittedBy'] || 'somebody unnamed'}. Take that away first; nothing was changed.`,
	'fit-mark-unconfirmed': (d) =>
		`The horse stands at ${d['verdict']}. A fit mark here makes it steady: read the reasons and confirm.`,
	'visit-carries-mark': () =>
		'This visit carries a fit mark, which belongs to this horse. Take the mark away first, then move the visit.',
	'after-horse-left': (d) =>
		`${d['name']} left on ${d['left']}, and this is of ${d['day']}. Put the day right, or the horse’s last day; nothing is lost.`,
	'recorded-after-leaving': (d) =>
		`Something is on record for ${d['day']}, after ${d['left']}. Put one of the two days right; nothing was changed.`,
	'sign-in-again': () => 'You signed in a while ago. Sign out and in again, then make the key.',
	'passkey-failed': () => 'The key was not taken. Try again, or sign in with your password.',
	'stop-not-put-off': () => 'A stop is not put off: the vet looks first, before any pad, shim or re-fit.',
	'bad-put-off': (d) => `Choose a day from today on, at most ${d['most']} days ahead.`,
	'say-why': () => 'Say why it is skipped: whoever looks next wants to know.',
	'too-many-jobs': (d) => `${d['most']} things are being made for you already. Wait for one, or call it off.`,
	'job-cancelled': () => 'It was called off.',
	'job-failed': () =>
		'It could not be made, though it was tried more than once. Nothing of the record is lost; ask again.',
	'judging-too-slow': () => 'The record took too long to judge. Nothing was written; try again in a moment.',
	'export-too-slow': () => 'This took too long to make. Ask for a single day, or try again.',
	'changed-meanwhile': () => 'Someone changed this meanwhile. Load it again; nothing was overwritten.',
	'not-an-image': () => 'This is not a picture. Use JPEG, PNG or WebP.',
	'picture-too-large': (d) =>
		`The picture has ${d['width']} × ${d['height']} pixels; at most 60 million are read. Take it with the phone’s usual size.`,
	'picture-too-small': (d) =>
		`The picture has only ${d['width']} × ${d['height']} pixels; ${d['neededPx']} each way are needed at least.`,
	'no-sheet': () =>
		'No sheet was found. Take it again with all four edges in the picture, on a ground that is not the paper’s own colour.',
	'cut-off': () => 'The sheet is cut off. Take it again with all four corners in the picture.',
	'no-code': () =>
		'None of our printed codes was found. Bring it into the picture whole, or choose the size of the paper.',
	'no-marks': () => 'Too few of the printed round marks are seen. Take it again with all of the sheet in the picture.',
	'no-line': () => 'No drawn back curve was found on the sheet. Draw over it with a darker pen, or mark it by hand.',
	'two-lines': () =>
		'Two lines are drawn on the sheet. One line a sheet: cover the other, or mark the right one by hand.',
	blurred: () => 'The picture is blurred. Hold still, more light, and take it again.',
	'not-dxf': () => 'This is not a DXF drawing in text form. Save it as DXF R12 (ASCII) and try again.',
	'dxf-unit': (d) => `The drawing’s unit (${d['unit']}) is not one of mm, cm, m or inch. Save it in millimetres.`,
	'mesh-kind': (d) => `“${d['name']}” is no scan that is read. Export it as STL, PLY or OBJ.`,
	'mesh-broken': () => 'The scan is damaged or not what its name says. Export it again.',
	'mesh-empty': () => 'The scan holds no surface. Export the mesh, not the points alone.',
	'mesh-too-large': (d) => `${d['triangles']} triangles; at most ${d['limit']} are read. Thin the scan out first.`,
	'mesh-no-back': (d) =>
		`The scan is ${d['longest']} long in its own unit: no back in mm, cm, m or inches. Cut it to the back and export it again.`,
	'long-line-short': (d) =>
		`The long line reaches ${lengthWords(Number(d['reachesMm']))} behind the blade mark; it must begin there and reach ${lengthWords(Number(d['leastMm']))} at least.`,
	'saddle-unmeasured': (d) => `Nobody has traced the underside of ${d['saddle']} yet. Three tracings of it are enough.`,
	'saddle-section': (d) =>
		`The ${d['place']} tracing reaches ${lengthWords(Number(d['reachMm']))} out, the channel ends at ${lengthWords(Number(d['innerMm']))}: no bar is left between. Trace further out, or correct the channel.`,
	'pad-grid': (d) =>
		`Line ${d['line']}: ${PAD_GRID_WORDS[String(d['why'])] ?? 'not understood'} Save the pad’s grid as CSV, a line for each row of cells from front to rear, and try again.`,
	'pad-empty': () =>
		'No pressures were found in the file. It wants numbers, a line for each row of cells from front to rear, frames parted by an empty line.',
	'too-few-cuts': (d) =>
		`A back needs cuts at two stations at least; this day has ${d['cuts']}. Trace T8, T13 and T18 on one day.`,
	'ruler-line': (d) => `The ruler said something that is not understood (${d['why']}). Switch it off and on again.`,
	'ruler-silent': () => 'The ruler says nothing. Is it switched on, charged and in reach?',
	'ruler-gap': (d) =>
		`${d['sensors']} sensors in a row do not answer: the shape between them is not known. Trace on paper instead.`,
	'station-outside': (d) => `At ${lengthWords(Number(d['sMm']))} the scan has no back. Choose a place on it.`,
	'sheet-too-slow': () => 'This picture took too long to read. Take it again with the phone’s usual size.',
	'scan-too-slow': () => 'This scan took too long. Thin it out to under a million triangles and open it again.',
	'scan-lost': () => 'This scan is too much for this device. Thin it out, or open it on another.',
	cancelled: () => 'Stopped. Nothing of it was kept; the others stay.',
	'sign-in-failed': () => 'Email and password do not match. Nothing was changed; try again.',
	'too-many-tries': () => 'Too many tries. Wait a minute, then try again.'
};

/** The sentence for a code; an unknown code is named so that it can be reported. */
export function errorSentence(problem: Pick<Problem, 'code' | 'data'>): string {
	const sentence = SENTENCES[problem.code];
	return sentence ? sentence(problem.data) : `Something unexpected: ${problem.code}. Nothing was lost.`;
}

/** All codes that have a sentence; a test holds them against the codes in use. */
export const KNOWN_CODES: readonly string[] = Object.keys(SENTENCES);

/** A problem of a file with its line in front. */
export function problemLine(problem: Problem): string {
	const { station, repeat } = problem.data;
	const where = [
		problem.line === undefined ? '' : `line ${problem.line}`,
		station === undefined || problem.code === 'doubled-repeat' ? '' : `${station} repeat ${repeat}`
	].filter(Boolean);
	return (where.length > 0 ? `${where.join(', ')}: ` : '') + errorSentence(problem);
}
