const ROUGH = Number(process.argv[2] ?? 1.6);
import { makeBandModel, readBand } from './src/core/change/bandFit.js';
import { makeCurve } from './src/core/curve/index.js';
import { seededRandom } from './sim/random.js';
import { makeSeries, SERIES_KINDS } from './sim/series.js';
for (const noise of [0.8, 1.5, 2.5]) {
	const e: Record<string, number[]> = { mean: [], apart: [], meanOff: [], apartOff: [] };
	const slope = { sxy: 0, sxx: 0, axy: 0, axx: 0 };
	for (const kind of SERIES_KINDS) for (let k = 0; k < 8; k++) {
		const s = makeSeries(kind, 24, { noiseMm: noise, tiltSdDeg: 1.5, apexSdMm: 2, placeSdMm: 10, sharedSdMm: 0.75, badShare: 0 }, 3, seededRandom(77 + 13 * k + 1000 * SERIES_KINDS.indexOf(kind)));
		const curves = (v: number, st: string) => s.visits[v]!.tracings.filter((t) => t.station === st).map((t) => makeCurve(t.points));
		const model = makeBandModel(curves(0, 'T8'), [{ curves: curves(0, 'T13'), awayMm: 200 }]);
		const errs: [number, number][] = [];
		s.visits.forEach((v, i) => {
			const r = curves(i, 'T8').map((c) => readBand(model, c, 3, ROUGH));
			const near = r.reduce((a, x) => a + (x.nearMm ?? NaN), 0) / 3, off = r.reduce((a, x) => a + (x.offMm ?? NaN), 0) / 3;
			const m = (near + off) / 2, a = (off - near) / 2;
			const tm = (v.truth.T8.nearMm + v.truth.T8.offMm) / 2, ta = (v.truth.T8.offMm - v.truth.T8.nearMm) / 2;
			if (Number.isNaN(m)) return;
			errs.push([m - tm, a - ta]);
			slope.sxy += m * tm; slope.sxx += tm * tm; slope.axy += a * ta; slope.axx += ta * ta;
		});
		const mm = errs.reduce((a, x) => a + x[0], 0) / errs.length, aa = errs.reduce((a, x) => a + x[1], 0) / errs.length;
		e.meanOff!.push(mm); e.apartOff!.push(aa);
		for (const x of errs) { e.mean!.push(x[0] - mm); e.apart!.push(x[1] - aa); }
	}
	const rms = (v: number[]) => Math.sqrt(v.reduce((a, x) => a + x * x, 0) / v.length).toFixed(2);
	console.log(noise, 'visit noise mean', rms(e.mean!), 'apart', rms(e.apart!), 'fit-day offset mean', rms(e.meanOff!), 'apart', rms(e.apartOff!), 'slopes', (slope.sxy / slope.sxx).toFixed(3), (slope.axy / slope.axx).toFixed(3));
}
