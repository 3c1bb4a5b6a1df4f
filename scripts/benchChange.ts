import { watchHorse, type Call } from '../src/core/call/index.js';
import { halfWidthAtDepth, frameAtApex, makeCurve, walkSide, type Tracing } from '../src/core/curve/index.js';
import { addDays } from '../src/core/units/index.js';
import { seededRandom } from '../sim/random.js';
import { makeSeries, SERIES_KINDS, type Series, type SeriesErrors, type SeriesKind } from '../sim/series.js';

/**
 * Judges made-up horses and prints how often the call was right: `npm run bench:change -- 12 900001`
 * (horses of each kind and noise, seed). Tuning used seeds under 100000 only.
 */
const each = Number(process.argv[2] ?? 12);
const seed = Number(process.argv[3] ?? 900_001);
const only = process.argv.find((a) => a.startsWith('--noise='))?.slice(8);
const talk = process.argv.includes('--each');

const NOISES: Readonly<Record<string, number>> = { low: 0.8, middle: 1.5, high: 2.5 };
const START = '2020-01-06';
const LIMIT = { watch: 4, refit: 6, apart: 8 };
const MONTHS = 24;

const varied = process.argv.includes('--varied');
const errorsFor = (noiseMm: number, k: number): SeriesErrors => ({
	noiseMm,
	varied,
	tiltSdDeg: 1.5,
	apexSdMm: 2,
	placeSdMm: 10,
	sharedSdMm: 0.5 + 0.5 * ((k % 3) / 2),
	badShare: 0.03
});

interface Judged {
	readonly refit: boolean;
	readonly verdict: string;
	readonly near: number | undefined;
	readonly off: number | undefined;
	readonly nearCi?: readonly [number, number];
	readonly offCi?: readonly [number, number];
	readonly call?: Call;
}

const tracingsOf = (series: Series): Tracing[] =>
	series.visits.flatMap((v) =>
		v.tracings.map((t) => ({ ...t, visitedOn: addDays(START, v.day), curve: makeCurve(t.points) }))
	);

function byEngine(series: Series, fit: number): Judged[] {
	const fittedOn = addDays(START, series.visits[fit]?.day ?? 0);
	const { calls } = watchHorse(tracingsOf(series), { school: 'close', fittedOn });
	return calls.map((call) => {
		const of = (side: string) => call.changes.find((c) => c.station === 'T8' && c.side === side);
		const [near, off] = [of('near'), of('off')];
		return {
			refit: call.verdict === 'refit' || call.verdict === 'stop',
			verdict: call.verdict,
			near: near?.mm,
			off: off?.mm,
			...(near ? { nearCi: near.ci95 } : {}),
			...(off ? { offCi: off.ci95 } : {}),
			call
		};
	});
}

/** By hand: half-widths 75 mm below the top as drawn, of the first repeat or the mean of all, against a fixed limit. */
function byHand(series: Series, fit: number, all: boolean): Judged[] {
	const widths = series.visits.map((v) => {
		const list = v.tracings.filter((t) => t.station === 'T8').slice(0, all ? 9 : 1);
		const at = (side: 'near' | 'off') => {
			const found = list.flatMap((t) => halfWidthAtDepth(walkSide(frameAtApex(makeCurve(t.points)), side), 75) ?? []);
			return found.reduce((a, b) => a + b, 0) / found.length;
		};
		return { near: at('near'), off: at('off') };
	});
	const then = widths[fit] as (typeof widths)[number];
	return widths.slice(fit).map((w) => {
		const [near, off] = [w.near - then.near, w.off - then.off];
		const refit = Math.max(Math.abs(near), Math.abs(off)) > LIMIT.refit || Math.abs(off - near) > LIMIT.apart;
		return { refit, verdict: refit ? 'refit' : 'steady', near, off };
	});
}

interface Tally {
	crossings: number;
	caught: number;
	delays: number[];
	quietYears: number;
	falseQuiet: number;
	years: number;
	early: number;
	flaps: number;
	squares: number;
	count: number;
	inside: number;
	intervals: number;
	first: number;
	direction: number;
	side: number;
	cause: number;
}
const fresh = (): Tally => ({
	crossings: 0,
	caught: 0,
	delays: [],
	quietYears: 0,
	falseQuiet: 0,
	years: 0,
	early: 0,
	flaps: 0,
	squares: 0,
	count: 0,
	inside: 0,
	intervals: 0,
	first: 0,
	direction: 0,
	side: 0,
	cause: 0
});

const CAUSE: Readonly<Record<SeriesKind, string>> = {
	quiet: 'none',
	'local-loss': 'local-loss',
	'local-gain': 'local-gain',
	'lay-off': 'local-loss',
	'one-sided': 'one-sided',
	'condition-loss': 'condition-loss',
	'condition-gain': 'condition-gain',
	growth: 'growth'
};

function count(t: Tally, series: Series, fit: number, judged: readonly Judged[], label: string): void {
	const base = series.visits[fit]?.truth.T8 as { nearMm: number; offMm: number };
	const truth = series.visits.slice(fit).map((v) => ({
		near: v.truth.T8.nearMm - base.nearMm,
		off: v.truth.T8.offMm - base.offMm
	}));
	const size = (x: { near: number; off: number }) => Math.max(Math.abs(x.near), Math.abs(x.off));
	const beyond = truth.map((x) => size(x) >= LIMIT.refit || Math.abs(x.off - x.near) >= LIMIT.apart);
	const years = ((series.visits.at(-1)?.day ?? 0) - (series.visits[fit]?.day ?? 0)) / 365;
	const entered = judged.map((j, i) => j.refit && !judged[i - 1]?.refit);
	const crossing = beyond.indexOf(true);
	if (crossing >= 0 && crossing + 1 < judged.length) {
		const called = judged.findIndex((j, i) => j.refit && i >= crossing);
		const held = judged[crossing]?.refit ? crossing : called;
		t.crossings++;
		if (held >= 0 && held <= crossing + 1) t.caught++;
		else if (talk)
			console.log(
				`missed ${label} ${series.kind}`,
				truth.map((x) => `${x.near.toFixed(1)}/${x.off.toFixed(1)}`)[crossing],
				held - crossing
			);
		t.delays.push(held < 0 ? 99 : held - crossing);
	}
	if (Math.max(...truth.map(size)) <= 3) {
		t.quietYears += years;
		t.falseQuiet += entered.filter(Boolean).length;
	}
	t.years += years;
	t.early += entered.filter((e, i) => e && size(truth[i] as { near: number; off: number }) < 4).length;
	for (let i = 2; i < judged.length; i++)
		if (judged[i]?.refit && !judged[i - 1]?.refit && judged.slice(0, i - 1).some((j) => j.refit)) t.flaps++;
	judged.forEach((j, i) => {
		const x = truth[i] as { near: number; off: number };
		for (const [mm, true_, ci] of [
			[j.near, x.near, j.nearCi],
			[j.off, x.off, j.offCi]
		] as const) {
			if (mm === undefined || i === 0) continue;
			t.squares += (mm - true_) ** 2;
			t.count++;
			if (!ci) continue;
			t.intervals++;
			if (ci[0] <= true_ && true_ <= ci[1]) t.inside++;
		}
	});
	const at = judged.findIndex((j, i) => j.refit && size(truth[i] as { near: number; off: number }) >= 4);
	const call = judged[at]?.call;
	if (!call || series.kind === 'quiet') return;
	const x = truth[at] as { near: number; off: number };
	const wants = (Math.abs(x.near) > Math.abs(x.off) ? x.near : x.off) > 0 ? 'gain' : 'loss';
	t.first++;
	if (call.direction === wants) t.direction++;
	const one = series.kind === 'one-sided';
	const worse = Math.abs(judged[at]?.near ?? 0) > Math.abs(judged[at]?.off ?? 0) ? 'near' : 'off';
	const truly = Math.abs(x.near) > Math.abs(x.off) ? 'near' : 'off';
	if (one ? call.cause === 'one-sided' && worse === truly : call.cause !== 'one-sided') t.side++;
	if (call.cause === CAUSE[series.kind]) t.cause++;
	else if (talk)
		console.log(
			`cause ${label} ${series.kind} read as ${call.cause}`,
			x.near.toFixed(1),
			x.off.toFixed(1),
			call.changes.map((c) => `${c.station}${c.side[0]}${c.mm.toFixed(1)}`).join(' ')
		);
}

const percent = (a: number, b: number): string => (b > 0 ? `${((100 * a) / b).toFixed(1)}%` : '–');
function row(name: string, t: Tally): void {
	const delays = [...t.delays].sort((a, b) => a - b);
	console.log(
		[
			name.padEnd(30),
			percent(t.caught, t.crossings).padStart(7),
			String(delays[delays.length >> 1] ?? '–').padStart(5),
			((100 * t.falseQuiet) / Math.max(t.quietYears, 1e-9)).toFixed(1).padStart(7),
			((100 * t.early) / Math.max(t.years, 1e-9)).toFixed(1).padStart(6),
			String(t.flaps).padStart(5),
			Math.sqrt(t.squares / t.count)
				.toFixed(2)
				.padStart(6),
			percent(t.inside, t.intervals).padStart(7),
			percent(t.direction, t.first).padStart(7),
			percent(t.side, t.first).padStart(7),
			percent(t.cause, t.first).padStart(7)
		].join(' ')
	);
}

console.log(`${each} horses of each kind and noise, seed ${seed}; ${MONTHS} months, monthly, three repeats\n`);
console.log('                               caught delay false/100 early  flaps  error  inside direct.  side   cause');
for (const [name, noiseMm] of Object.entries(NOISES)) {
	if (only && only !== name) continue;
	const whole = fresh();
	const eye = fresh();
	const means = fresh();
	const kinds: Partial<Record<SeriesKind, Tally>> = {};
	for (const kind of SERIES_KINDS) {
		const own = (kinds[kind] = fresh());
		const n = kind === 'quiet' ? 4 * each : each;
		for (let k = 0; k < n; k++) {
			const random = seededRandom(seed + 7919 * k + 104_729 * SERIES_KINDS.indexOf(kind) + Math.round(1000 * noiseMm));
			const series = makeSeries(kind, MONTHS, errorsFor(noiseMm, k), 3, random);
			const fit = k % 2 === 0 ? 0 : 2;
			const engine = byEngine(series, fit);
			const label = `${name} ${k}`;
			count(whole, series, fit, engine, label);
			count(own, series, fit, engine, '');
			count(eye, series, fit, byHand(series, fit, false), '');
			count(means, series, fit, byHand(series, fit, true), '');
		}
	}
	row(`${name} noise (${noiseMm} mm)`, whole);
	for (const kind of SERIES_KINDS) row(`  ${kind}`, kinds[kind] as Tally);
	row('  by eye, one depth', eye);
	row('  mean of repeats, one depth', means);
}
