import { v7 as uuidv7 } from 'uuid';
import { foldEntries, isForTheVet, valueOf, type Entry, type EntryValue, type FieldStates } from '$core/visit/index.js';
import { sync, type KeptEntry } from '../offline/index.js';

export interface WalkVisit {
	readonly id: string;
	readonly horseId: string;
	readonly horseName: string;
	readonly visitedOn: string;
}

interface ServerWalk {
	readonly visit: { readonly visitedOn: string };
	readonly entries: readonly Entry[];
	readonly tracings: Readonly<Record<string, number>>;
}

interface Undoable {
	readonly field: string;
	readonly before: EntryValue;
}

const SEND_AFTER_MS = 300;
/** As many as the server takes. */
const MOST_ANSWERS = 256;
/** A yard's network often hangs rather than fails. */
const PATIENCE_MS = 8000;
const nowText = (): string => new Date().toISOString();

/** One visit being walked: every tap is kept on the device at once and sent when it can be. */
export class Walk {
	entries: readonly Entry[] = $state.raw([]);
	tracings: Readonly<Record<string, number>> = $state.raw({});
	visit: WalkVisit = $state.raw({ id: '', horseId: '', horseName: '', visitedOn: '' });
	#undoable: readonly Undoable[] = $state.raw([]);
	states: FieldStates = $derived(foldEntries(this.entries));
	#timer: ReturnType<typeof setTimeout> | undefined;

	/** Serious entries that the page showed from earlier visits: a tap answers these and no others. */
	readonly #shown: readonly string[];

	constructor(visit: WalkVisit, shown: readonly string[]) {
		this.visit = visit;
		this.#shown = shown;
	}

	/** Reads what the device has; what other devices did follows when the server answers, and nothing waits for it. */
	async open(): Promise<void> {
		const store = await sync.store();
		this.#take(store.all('entries').filter((e) => e.visitId === this.visit.id));
		const kept = store.all('visits').find((v) => v.id === this.visit.id);
		if (kept) this.visit = { ...this.visit, visitedOn: kept.visitedOn };
		void this.refresh();
	}

	/** Fetches other devices' taps; quietly does nothing without a connection or for a visit not sent yet. */
	async refresh(): Promise<void> {
		try {
			const response = await fetch(`/api/visits/${this.visit.id}/entries`, {
				signal: AbortSignal.timeout(PATIENCE_MS)
			});
			if (!response.ok) return;
			const walk = (await response.json()) as ServerWalk;
			this.#take(walk.entries);
			this.tracings = walk.tracings;
			this.visit = { ...this.visit, visitedOn: walk.visit.visitedOn };
		} catch {
			// No connection: what is on the device is enough to go on with.
		}
	}

	#take(more: readonly Entry[]): void {
		const known = Object.fromEntries(this.entries.map((e) => [e.id, true]));
		const fresh = more.filter((e) => !known[e.id]);
		if (fresh.length > 0) this.entries = [...this.entries, ...fresh];
	}

	value(field: string): Exclude<EntryValue, null> | undefined {
		return valueOf(this.states, field);
	}

	text(field: string): string | undefined {
		const v = this.value(field);
		return typeof v === 'string' ? v : undefined;
	}

	number(field: string): number | undefined {
		const v = this.value(field);
		return typeof v === 'number' ? v : undefined;
	}

	list(field: string): readonly string[] | undefined {
		const v = this.value(field);
		return Array.isArray(v) ? (v as readonly string[]) : undefined;
	}

	is(field: string): boolean {
		return this.value(field) === true;
	}

	/** Sets a field; `null` takes it back. Kept on the device before this resolves. */
	async set(field: string, value: EntryValue): Promise<void> {
		this.#undoable = [...this.#undoable, { field, before: this.value(field) ?? null }].slice(-50);
		await this.#write(field, value);
	}

	get canUndo(): boolean {
		return this.#undoable.length > 0;
	}

	/** Takes the last tap back. Both taps stay on record. */
	async undo(): Promise<void> {
		const last = this.#undoable[this.#undoable.length - 1];
		if (!last) return;
		this.#undoable = this.#undoable.slice(0, -1);
		await this.#write(last.field, last.before);
	}

	/** The day of the visit, put right by hand; a refused visit is tried again. */
	async setDay(visitedOn: string): Promise<void> {
		this.visit = { ...this.visit, visitedOn };
		const store = await sync.store();
		await this.#keepVisit();
		for (const e of store.all('entries'))
			if (e.visitId === this.visit.id && e.mark === 'refused') await store.put('entries', { ...e, mark: 'waiting' });
		await this.#write('day', visitedOn);
	}

	async #keepVisit(): Promise<void> {
		const store = await sync.store();
		await store.put('visits', { ...this.visit, personId: sync.personId });
	}

	/** What asks for the vet in other visits of this horse, as far as this device knows: shown by the page, or recorded here. */
	async #known(): Promise<string[]> {
		const store = await sync.store();
		const others = store.all('visits').filter((v) => v.horseId === this.visit.horseId && v.id !== this.visit.id);
		const here = store
			.all('entries')
			.filter((e) => isForTheVet(e.field, e.value) && others.some((v) => v.id === e.visitId))
			.map((e) => e.id);
		return [...this.#shown, ...here.filter((id) => !this.#shown.includes(id))].slice(0, MOST_ANSWERS);
	}

	async #write(field: string, value: EntryValue): Promise<void> {
		const tips = this.states.get(field)?.tips ?? [];
		const entry: Entry = {
			id: uuidv7(),
			field,
			value,
			replaces: tips.map((t) => t.id),
			answers: await this.#known(),
			madeAt: nowText()
		};
		this.entries = [...this.entries, entry];
		const store = await sync.store();
		if (!store.all('visits').some((v) => v.id === this.visit.id)) await this.#keepVisit();
		const kept: KeptEntry = { ...entry, visitId: this.visit.id, personId: sync.personId, mark: 'waiting' };
		await store.put('entries', kept);
		this.#sendSoon();
	}

	#sendSoon(): void {
		void sync.count();
		clearTimeout(this.#timer);
		this.#timer = setTimeout(() => void sync.send(), SEND_AFTER_MS);
	}

	/** Keeps a photo and points a field at it, or gives only its id when there is no field. */
	async keepPhoto(kind: string, bytes: ArrayBuffer, mediaType: string, field?: string): Promise<string> {
		const id = uuidv7();
		const store = await sync.store();
		if (field) await this.set(field, id);
		else if (!store.all('visits').some((v) => v.id === this.visit.id)) await this.#keepVisit();
		await store.put('photos', {
			id,
			visitId: this.visit.id,
			kind,
			mediaType,
			bytes,
			personId: sync.personId,
			mark: 'waiting'
		});
		this.#sendSoon();
		return id;
	}
}
