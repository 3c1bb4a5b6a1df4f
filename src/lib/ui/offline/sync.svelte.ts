import { v7 as uuidv7 } from 'uuid';
import { countWaiting, forgetSent, sendWaiting, unsentCount, type SendState, type Waiting } from './sendWaiting.js';
import { recall, remember } from '../settings.js';
import { openStore, type Safety, type Store } from './store.js';

const RETRY_MS = 15_000;
/** Long enough for a photo over a poor line; a network that hangs must not hold up the queue for ever. */
const PATIENCE_MS = 90_000;

function deviceId(): string {
	const known = recall('zt-device');
	if (known) return known;
	const made = uuidv7();
	remember('zt-device', made);
	return made;
}

const NOTHING: Waiting = { taps: 0, tracings: 0, photos: 0, rides: 0, refused: [], foreign: 0 };

/** The device's outbox as screens see it: what waits, why, and how to try again. */
class Sync {
	waiting: Waiting = $state.raw(NOTHING);
	state: SendState = $state('sent');
	safety: Safety = $state('safe');
	clockOffMs = $state(0);
	#personId = '';
	#opened: Promise<Store> | undefined;
	#running: Promise<void> | undefined;
	#again = false;

	store(): Promise<Store> {
		return (this.#opened ??= openStore());
	}

	/** Starts sending for a person; safe to call on every page. */
	start(personId: string): () => void {
		this.#personId = personId;
		const kick = () => void this.send();
		const seen = () => document.visibilityState === 'visible' && kick();
		addEventListener('online', kick);
		document.addEventListener('visibilitychange', seen);
		const timer = setInterval(() => unsentCount(this.waiting) > 0 && kick(), RETRY_MS);
		// Whoever was signed in here before left nothing behind but what is not sent.
		void this.store().then((store) => forgetSent(store, (id) => id !== personId));
		kick();
		return () => {
			removeEventListener('online', kick);
			document.removeEventListener('visibilitychange', seen);
			clearInterval(timer);
		};
	}

	/** Before signing out: removes what the server has and this device still keeps of the person. */
	async forget(): Promise<void> {
		const mine = this.#personId;
		await forgetSent(await this.store(), (id) => id === mine);
	}

	async count(): Promise<void> {
		const store = await this.store();
		this.waiting = countWaiting(store, this.#personId);
		this.safety = store.safety();
	}

	/** Sends what waits; asked again while sending, it goes round once more. */
	async send(): Promise<void> {
		if (this.#running) {
			this.#again = true;
			return this.#running;
		}
		this.#running = this.#sendLocked().finally(() => {
			this.#running = undefined;
			if (this.#again) {
				this.#again = false;
				void this.send();
			}
		});
		return this.#running;
	}

	/** One tab at a time, where the browser can tell. */
	async #sendLocked(): Promise<void> {
		await this.count();
		if (!this.#personId) return;
		if (navigator.locks) await navigator.locks.request('zt-outbox', () => this.#round());
		else await this.#round();
		await this.count();
	}

	async #round(): Promise<void> {
		const store = await this.store();
		const outcome = await sendWaiting({
			store,
			personId: this.#personId,
			device: deviceId(),
			fetch: (input, init) => fetch(input, { ...init, signal: AbortSignal.timeout(PATIENCE_MS) }),
			now: () => new Date()
		});
		this.state = outcome.state;
		if (outcome.clockOffMs !== 0) this.clockOffMs = outcome.clockOffMs;
	}

	get personId(): string {
		return this.#personId;
	}
}

export const sync = new Sync();
