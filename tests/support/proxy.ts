import net from 'node:net';
import { serverUrl } from './client.js';

/** A wire to the server under test that can be cut and joined again on the same address. */
export interface Wire {
	readonly url: string;
	readonly cut: () => Promise<void>;
	readonly join: () => Promise<void>;
}

export async function openWire(): Promise<Wire> {
	const target = new URL(serverUrl());
	const sockets = new Set<net.Socket>();
	const listener = net.createServer((near) => {
		const far = net.connect(Number(target.port), target.hostname);
		for (const s of [near, far]) {
			sockets.add(s);
			s.on('close', () => sockets.delete(s));
			s.on('error', () => s.destroy());
		}
		near.on('close', () => far.destroy());
		far.on('close', () => near.destroy());
		near.pipe(far);
		far.pipe(near);
	});
	const listen = (port: number) => new Promise<void>((done) => listener.listen(port, '127.0.0.1', done));
	await listen(0);
	const { port } = listener.address() as net.AddressInfo;
	return {
		url: `http://127.0.0.1:${port}`,
		cut: () =>
			new Promise((done) => {
				if (!listener.listening) return done();
				listener.close(() => done());
				for (const s of sockets) s.destroy();
			}),
		join: () => (listener.listening ? Promise.resolve() : listen(port))
	};
}
