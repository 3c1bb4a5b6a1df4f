/** A file for the person to keep. */
export function download(body: string | Uint8Array, type: string, name: string): Response {
	const plain = name.normalize('NFKD').replace(/[^\w.-]+/g, '-');
	return new Response(typeof body === 'string' ? body : new Uint8Array(body), {
		headers: {
			'content-type': typeof body === 'string' ? `${type}; charset=utf-8` : type,
			'content-disposition': `attachment; filename="${plain}"`
		}
	});
}
