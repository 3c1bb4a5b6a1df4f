import { readFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { LIMIT_LEADS, type LimitLead } from '../core/call/index.js';
import { SCHOOLS, type School } from '../core/change/index.js';
import { CoreError } from '../core/errors/index.js';
import { readPointsCsv, type ReadReport } from '../core/formats/index.js';
import { parseDay } from '../core/units/index.js';
import { errorSentence, problemLine } from '../words/index.js';
import { handsJson, handsList } from './hands.js';
import { parseHandsCase } from './handsCase.js';
import { measureJson } from './measure.js';
import { fitDayJson, planJson, seatJson } from './seat.js';
import { parseSeatCase } from './seatCase.js';
import { sliceJson, stationsOf } from './slice.js';
import { sheetOf, traceJson } from './trace.js';
import { watchJson } from './watch.js';

const USAGE = {
	measure: 'Use: zt measure POINTS.csv',
	watch: 'Use: zt watch POINTS.csv --fitted YYYY-MM-DD [--school close|roomy] [--limits usual|own]',
	trace: 'Use: zt trace PHOTO --sheet a3|a4|a2|letter|tabloid',
	hands: 'Use: zt hands CASE.json, or zt hands --list',
	seat: 'Use: zt seat CASE.json [--plan], or zt seat --fit-day POINTS.csv --fitted YYYY-MM-DD [--on YYYY-MM-DD] [--bears MM]',
	slice: 'Use: zt slice MESH.stl|.ply|.obj --at S_MM[,S_MM…]'
};

function readBytes(file: string | undefined, usage: string): Buffer {
	if (!file) throw new CoreError('bad-option', { option: 'The file', usage });
	try {
		return readFileSync(file === '-' ? 0 : file);
	} catch {
		throw new CoreError('file-unreadable', { file });
	}
}

const readInput = (file: string | undefined, usage: string): string => readBytes(file, usage).toString('utf8');

/** The format of seats knows one code for all that is no JSON, a file that is not there among it. */
function caseText(file: string | undefined): string {
	try {
		return readInput(file, USAGE.seat);
	} catch (error) {
		if (error instanceof CoreError && error.code === 'file-unreadable')
			throw new CoreError('bad-json', { why: errorSentence(error) });
		throw error;
	}
}

class UnreadRows extends Error {
	constructor(readonly report: ReadReport) {
		super('unread-rows');
	}
}

/** A script wants all or nothing: any tracing that could not be read refuses the file. */
function readTracings(text: string): ReadReport['tracings'] {
	const report = readPointsCsv(text);
	if (report.problems.length > 0) throw new UnreadRows(report);
	return report.tracings;
}

function options(args: string[], usage: string) {
	try {
		return parseArgs({
			args,
			allowPositionals: true,
			options: {
				fitted: { type: 'string' },
				school: { type: 'string' },
				limits: { type: 'string' },
				sheet: { type: 'string' },
				at: { type: 'string' },
				list: { type: 'boolean' },
				'fit-day': { type: 'boolean' },
				on: { type: 'string' },
				bears: { type: 'string' },
				plan: { type: 'boolean' },
				json: { type: 'boolean' }
			}
		});
	} catch {
		throw new CoreError('bad-option', { option: 'An option', usage });
	}
}

function millimetres(text: string, option: string, usage: string): number {
	const mm = Number(text);
	if (text.trim() === '' || !Number.isFinite(mm)) throw new CoreError('bad-option', { option, usage });
	return mm;
}

function schoolOf(text: string | undefined): School {
	const found = SCHOOLS.find((s) => s === (text ?? 'close'));
	if (!found) throw new CoreError('bad-option', { option: '--school', usage: USAGE.watch });
	return found;
}

function leadOf(text: string | undefined): LimitLead {
	const found = LIMIT_LEADS.find((l) => l === (text ?? 'usual'));
	if (!found) throw new CoreError('bad-option', { option: '--limits', usage: USAGE.watch });
	return found;
}

async function run(command: string | undefined, args: string[]): Promise<Record<string, unknown>> {
	if (command === 'measure') {
		const { positionals } = options(args, USAGE.measure);
		return measureJson(readTracings(readInput(positionals[0], USAGE.measure)));
	}
	if (command === 'watch') {
		const { positionals, values } = options(args, USAGE.watch);
		if (!values.fitted) throw new CoreError('bad-option', { option: '--fitted', usage: USAGE.watch });
		const fitted = parseDay(values.fitted);
		const school = schoolOf(values.school);
		const lead = leadOf(values.limits);
		return watchJson(readTracings(readInput(positionals[0], USAGE.watch)), fitted, school, lead);
	}
	if (command === 'trace') {
		const { positionals, values } = options(args, USAGE.trace);
		const sheet = sheetOf(values.sheet, USAGE.trace);
		return traceJson(readBytes(positionals[0], USAGE.trace), sheet);
	}
	if (command === 'hands') {
		const { positionals, values } = options(args, USAGE.hands);
		if (values.list) return handsList();
		return handsJson(await parseHandsCase(readInput(positionals[0], USAGE.hands)));
	}
	if (command === 'seat') {
		const { positionals, values } = options(args, USAGE.seat);
		if (!values['fit-day']) {
			const given = await parseSeatCase(caseText(positionals[0]));
			return { ...seatJson(given), ...(values.plan ? { plan: planJson(given) } : {}) };
		}
		const text = readInput(positionals[0], USAGE.seat);
		if (!values.fitted) throw new CoreError('bad-option', { option: '--fitted', usage: USAGE.seat });
		return fitDayJson(readTracings(text), {
			fitDay: parseDay(values.fitted),
			...(values.on === undefined ? {} : { on: parseDay(values.on) }),
			...(values.bears === undefined ? {} : { bearsMm: millimetres(values.bears, '--bears', USAGE.seat) })
		});
	}
	if (command === 'slice') {
		const { positionals, values } = options(args, USAGE.slice);
		const at = stationsOf(values.at, USAGE.slice);
		return sliceJson(String(positionals[0]), readBytes(positionals[0], USAGE.slice), at);
	}
	throw new CoreError('unknown-command', { command: command ?? '' });
}

function refusal(error: unknown): Record<string, unknown> {
	if (error instanceof UnreadRows) {
		const problems = error.report.problems.map((p) => ({
			code: p.code,
			line: p.line ?? null,
			message: problemLine(p)
		}));
		return { error: { code: problems[0]?.code, message: problems[0]?.message }, problems: problems.slice(0, 50) };
	}
	if (error instanceof CoreError) return { error: { code: error.code, message: errorSentence(error) } };
	throw error;
}

try {
	const [command, ...rest] = process.argv.slice(2);
	process.stdout.write(JSON.stringify(await run(command, rest)) + '\n');
} catch (error) {
	const said = refusal(error);
	// The format of seats says in every answer whether it is one.
	process.stdout.write(JSON.stringify(process.argv[2] === 'seat' ? { ok: false, ...said } : said) + '\n');
	process.exitCode = 2;
}
