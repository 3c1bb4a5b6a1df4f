import { AsyncLocalStorage } from 'node:async_hooks';

/**
 * The second wall: PostgreSQL itself shows a person no rows but those of their yards and shared horses, whatever the
 * server asks (policies in the migration `wall`). Every connection is told for whom it asks before it does.
 */
const asking = new AsyncLocalStorage<string>();

/** Work in a person's name: nothing else of the database is there for it. */
export const asPerson = <T>(personId: string, work: () => PromiseLike<T>): Promise<T> => inTheName(personId, work);

const SYSTEM = 'system';
/**
 * Work of the server itself, past row-level security: judging, and looking at an invitation before one belongs anywhere.
 * It goes over connections of a database role of its own; a transaction that is open already stays what it is.
 */
export const asSystem = <T>(work: () => PromiseLike<T>): Promise<T> => inTheName(SYSTEM, work);

// A query begins when it is waited for: that too must be in its name.
const inTheName = <T>(who: string, work: () => PromiseLike<T>): Promise<T> => asking.run(who, async () => await work());

/** In whose name the present work asks; nobody's where nothing was said. */
export const whoAsks = (): string => asking.getStore() ?? '';

/** True for the server's own work. */
export const isSystem = (): boolean => asking.getStore() === SYSTEM;
