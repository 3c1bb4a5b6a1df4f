/** A text file for the person to keep. */
export function download(text: string, type: string, name: string): Response {
	const plain = name.normalize('NFKD').replace(/[^\w.-]+/g, '-');
	return new Response(text, {
		headers: { 'content-type': `${type}; charset=utf-8`, 'content-disposition': `attachment; filename="${plain}"` }
	});
}
