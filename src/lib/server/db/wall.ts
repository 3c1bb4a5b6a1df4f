import { AsyncLocalStorage } from 'node:async_hooks';

/**
 * The second wall: PostgreSQL itself shows a person no rows but those of their yards and shared horses, whatever the
 * server asks (policies in the migration `wall`). Every connection is told for whom it asks before it does.
 */
const asking = new AsyncLocalStorage<string>();

/** Work in a person's name: nothing else of the database is there for it. */
export const asPerson = <T>(personId: string, work: () => PromiseLike<T>): Promise<T> => inTheName(personId, work);

const SYSTEM = 'system';
/** Work of the place itself, past the wall: judging, and looking at an invitation before one belongs anywhere. */
export const asSystem = <T>(work: () => PromiseLike<T>): Promise<T> => inTheName(SYSTEM, work);

// A query begins when it is waited for: that too must be in its name.
const inTheName = <T>(who: string, work: () => PromiseLike<T>): Promise<T> => asking.run(who, async () => await work());

/** In whose name the present work asks; nobody's where nothing was said. */
export const whoAsks = (): string => asking.getStore() ?? '';
