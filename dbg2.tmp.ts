const ROUGH = Number(process.argv[2] ?? 1.6);
import { makeBandModel, readBand } from './src/core/change/bandFit.js';
import { makeCurve } from './src/core/curve/index.js';
import { makeBack, trueHalfWidthMm } from './sim/back.js';
const back = makeBack({ broad: 1, pocketMm: 1, lopsidedMm: 0 });
const cut = (st: 'T8'|'T13', near: number, off: number, reach = 160, turn = 0, aside = 0) => { const side = (w: 'near'|'off'): [number, number][] => Array.from({ length: 80 }, (_, i) => { const d = reach * ((i + 1) / 80) ** 1.7; const x = (w === 'near' ? -1 : 1) * trueHalfWidthMm(back[st], w, d, { nearMm: near, offMm: off }) + aside; const c = Math.cos(turn), s = Math.sin(turn); return [c * x + s * d, s * x - c * d]; }); return makeCurve([...side('near').reverse(), [aside * Math.cos(turn), aside * Math.sin(turn)], ...side('off')]); };
const model = makeBandModel([cut('T8', 0, 0)], [{ curves: [cut('T13', 0, 0)], awayMm: 200 }]);
for (const [n, o] of [[-10, -10], [10, 10], [-10, 0], [0, 10], [-5,-5],[-2,-2]] as const) { const r = readBand(model, cut('T8', n, o), 3, ROUGH); console.log(n, o, r.nearMm?.toFixed(2), r.offMm?.toFixed(2)); }
for (const t of [-3, -1.5, 1.5, 3]) { const r = readBand(model, cut('T8', 0, 0, 160, t * Math.PI / 180), 3, ROUGH); console.log('tilt', t, r.nearMm?.toFixed(2), r.offMm?.toFixed(2)); }
for (const t of [-4,-2,2,4]) { const r = readBand(model, cut('T8', 0, 0, 160, 0, t), 3, ROUGH); console.log('aside', t, r.nearMm?.toFixed(2), r.offMm?.toFixed(2)); }
