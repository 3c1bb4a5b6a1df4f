import { createServer, type Server, type ServerResponse } from 'node:http';
import { pathToFileURL } from 'node:url';
import { makeBack, type SimStation } from '../sim/back.js';
import { bridgingKpa, padCsv, padFrame, USUAL_PAD, USUAL_PAD_SHAPE } from '../sim/pressurePad.js';
import { seededRandom } from '../sim/random.js';
import { bendOf, rulerLine, type RulerFaults } from '../sim/ruler.js';
import { scanStl } from '../sim/scanner.js';

/** How the made-up ruler behaves; changed while it runs by the tests. */
export interface Behaviour extends RulerFaults {
	station: SimStation;
	silentShare: number;
	batteryPercent: number;
	/** Says nothing, as out of reach. */
	silent: boolean;
}

const EVERY_MS = 100;
const HEADERS = { 'access-control-allow-origin': '*', 'cache-control': 'no-store' };
const back = makeBack({ broad: 1, pocketMm: 2, lopsidedMm: 1 });

function streamRuler(response: ServerResponse, behaviour: Behaviour): void {
	response.writeHead(200, { ...HEADERS, 'content-type': 'text/event-stream' });
	const random = seededRandom(11);
	let seq = 0;
	const timer = setInterval(() => {
		if (behaviour.silent) return;
		if (behaviour.batteryPercent <= 0) {
			response.write('data: {"kind":"battery-dead"}\n\n');
			clearInterval(timer);
			response.end();
			return;
		}
		const line = rulerLine(bendOf(back[behaviour.station]), seq++, behaviour.batteryPercent, behaviour, random);
		response.write(`data: ${line}\n\n`);
	}, EVERY_MS);
	response.on('close', () => clearInterval(timer));
}

const PAD_FRAMES = 20;
/** Frames of a pressure pad, one after the other. */
function streamPad(response: ServerResponse): void {
	response.writeHead(200, { ...HEADERS, 'content-type': 'text/event-stream' });
	const random = seededRandom(14);
	const timer = setInterval(() => {
		const frame = padFrame(USUAL_PAD_SHAPE, bridgingKpa, USUAL_PAD, 0.5, random);
		response.write(`${frame.replace(/^/gm, 'data: ')}\n\n`);
	}, EVERY_MS);
	response.on('close', () => clearInterval(timer));
}

/** A ruler at /ruler, a scanner at /scan.stl and a pressure pad at /pad (live) and /pad.csv, on loopback only. */
export function startStandIns(port: number, behaviour: Behaviour): Promise<Server> {
	const server = createServer((request, response) => {
		if (request.url === '/ruler') return streamRuler(response, behaviour);
		if (request.url === '/scan.stl') {
			response.writeHead(200, { ...HEADERS, 'content-type': 'model/stl' });
			response.end(scanStl(back, seededRandom(12)));
			return;
		}
		if (request.url === '/pad') return streamPad(response);
		if (request.url === '/pad.csv') {
			response.writeHead(200, { ...HEADERS, 'content-type': 'text/csv' });
			response.end(padCsv(USUAL_PAD_SHAPE, bridgingKpa, USUAL_PAD, PAD_FRAMES, seededRandom(13)));
			return;
		}
		response.writeHead(404, HEADERS).end();
	});
	return new Promise((resolve) => server.listen(port, '127.0.0.1', () => resolve(server)));
}

export const STEADY: Behaviour = {
	station: 'T8',
	noisePerM: 0.05,
	silentShare: 0.02,
	batteryPercent: 64,
	silent: false
};

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) {
	const port = Number(process.argv[2] ?? 4791);
	await startStandIns(port, { ...STEADY });
	console.log(
		`ruler  http://127.0.0.1:${port}/ruler\nscanner  http://127.0.0.1:${port}/scan.stl\npad  http://127.0.0.1:${port}/pad and /pad.csv`
	);
}
