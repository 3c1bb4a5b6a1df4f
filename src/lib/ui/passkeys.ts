import { startAuthentication, startRegistration, WebAuthnError } from '@simplewebauthn/browser';

/** Keys are bound to a name: on another address, or by a bare number, the browser makes none. */
export const keysWork = (place: string): boolean =>
	typeof PublicKeyCredential === 'function' && (location.hostname === place || location.hostname.endsWith(`.${place}`));

async function told(response: Response): Promise<void> {
	if (response.ok) return;
	const { message } = (await response.json().catch(() => ({}))) as { message?: string };
	throw new Error(message ?? 'The server would not take it.');
}

const options = async <T>(url: string): Promise<T> => {
	const response = await fetch(url);
	await told(response);
	return (await response.json()) as T;
};
const send = async (url: string, fields: Record<string, string>): Promise<void> =>
	told(await fetch(url, { method: 'POST', body: new URLSearchParams(fields) }));

/** Why it did not come to a key, in a sentence; empty where the person thought better of it. */
export function keyRefusal(error: unknown): string {
	if (error instanceof WebAuthnError && error.code === 'ERROR_AUTHENTICATOR_PREVIOUSLY_REGISTERED')
		return 'This device holds a key for you already.';
	if (error instanceof Error && error.name === 'NotAllowedError') return '';
	return error instanceof Error ? error.message : 'It did not work.';
}

/** Makes a key on this device for the person who is signed in. */
export async function makeKey(name: string): Promise<void> {
	const asked = await options<Parameters<typeof startRegistration>[0]['optionsJSON']>('/account/passkey');
	const answer = await startRegistration({ optionsJSON: asked });
	await send('/account/passkey', { name, answer: JSON.stringify(answer) });
}

/** Signs in with a key of this device. */
export async function showKey(): Promise<void> {
	const asked = await options<Parameters<typeof startAuthentication>[0]['optionsJSON']>('/sign-in/passkey');
	const answer = await startAuthentication({ optionsJSON: asked });
	await send('/sign-in/passkey', { answer: JSON.stringify(answer) });
}
