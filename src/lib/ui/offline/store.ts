import { openDB, type IDBPDatabase } from 'idb';
import type { KeptByStore, StoreName } from './kept.js';

const NAMES: readonly StoreName[] = ['visits', 'entries', 'photos', 'rides', 'drafts', 'tracings'];
const VERSION = 3;

/** `safe`: on the device. `memory`: the device has no room or forbids it; what is new lives on this page only. */
export type Safety = 'safe' | 'memory';

/** What this device keeps until the server has it. Everything is readable even when the disk is not writable. */
export interface Store {
	readonly put: <N extends StoreName>(name: N, value: KeptByStore[N]) => Promise<Safety>;
	readonly all: <N extends StoreName>(name: N) => readonly KeptByStore[N][];
	readonly drop: (name: StoreName, id: string) => Promise<void>;
	readonly safety: () => Safety;
}

type Shelves = { readonly [N in StoreName]: Map<string, KeptByStore[N]> };

async function openShelves(dbName: string): Promise<IDBPDatabase | undefined> {
	try {
		return await openDB(dbName, VERSION, {
			upgrade: (db) =>
				NAMES.filter((n) => !db.objectStoreNames.contains(n)).forEach((n) => db.createObjectStore(n, { keyPath: 'id' }))
		});
	} catch {
		return undefined;
	}
}

/** Opens the device's store and reads all of it; falls back to memory where the device refuses. */
export async function openStore(dbName = 'zone-tally'): Promise<Store> {
	const db = await openShelves(dbName);
	const shelves: Shelves = {
		visits: new Map(),
		entries: new Map(),
		photos: new Map(),
		rides: new Map(),
		tracings: new Map(),
		drafts: new Map()
	};
	if (db)
		for (const name of NAMES)
			for (const value of (await db.getAll(name)) as { id: string }[])
				(shelves[name] as Map<string, unknown>).set(value.id, value);
	const inMemory = new Set<string>();
	return {
		put: async (name, value) => {
			(shelves[name] as Map<string, unknown>).set(value.id, value);
			try {
				if (!db) throw new Error('no store');
				await db.put(name, value);
				inMemory.delete(value.id);
				return 'safe';
			} catch {
				inMemory.add(value.id);
				return 'memory';
			}
		},
		all: (name) => [...shelves[name].values()],
		drop: async (name, id) => {
			shelves[name].delete(id);
			inMemory.delete(id);
			await db?.delete(name, id).catch(() => undefined);
		},
		safety: () => (inMemory.size > 0 ? 'memory' : 'safe')
	};
}
