import { remember, type Setting } from './settings.js';

/** An address of this very computer, where rulers, scanners and pads are read by a program of their own. Throws `TypeError` for any other. */
export function loopbackUrl(address: string): URL {
	const url = new URL(address);
	if (!['127.0.0.1', 'localhost'].includes(url.hostname)) throw new TypeError('far');
	return url;
}

/** Listens to such a program and remembers its address under a setting. Throws `TypeError` where it is none of this computer. */
export function listenTo(address: string, setting: Setting, hear: (event: MessageEvent<string>) => void): EventSource {
	const url = loopbackUrl(address);
	remember(setting, address);
	const source = new EventSource(url);
	source.onmessage = hear;
	return source;
}
