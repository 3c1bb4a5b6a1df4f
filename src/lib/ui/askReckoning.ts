/** What a reckoning on the server came to; `lost` where nothing came at all, so that what stands may stay. */
export type Reckoned<T> = { readonly answer: T } | { readonly refused: string; readonly lost: boolean };

/** Asks for a reckoning; undefined where the person moved on before. */
export async function askReckoning<T extends object>(
	url: string,
	signal: AbortSignal | null = null
): Promise<Reckoned<T> | undefined> {
	try {
		const response = await fetch(url, { signal });
		const body = (await response.json()) as T & { message?: string };
		return response.ok ? { answer: body } : { refused: body.message ?? 'It could not be reckoned.', lost: false };
	} catch {
		return signal?.aborted ? undefined : { refused: 'No connection: it is reckoned when it is back.', lost: true };
	}
}
