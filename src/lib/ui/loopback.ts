/** An address of this very computer, where rulers, scanners and pads are read by a program of their own. Throws `TypeError` for any other. */
export function loopbackUrl(address: string): URL {
	const url = new URL(address);
	if (!['127.0.0.1', 'localhost'].includes(url.hostname)) throw new TypeError('far');
	return url;
}
