/** What a failure of the database means for the person who asked. */
export type DatabaseFailure = 'away' | 'busy' | 'refused';

const rootOf = (e: unknown): unknown => (e instanceof Error && e.cause !== undefined ? rootOf(e.cause) : e);

/** Connection and shutdown classes of SQLSTATE, and what the network says. */
const AWAY = /^(08|57P0|ECONN|EPIPE|ETIMEDOUT|ENOTFOUND|53300)/;
/** Lock, statement and deadlock limits: somebody else is writing. */
const BUSY = /^(55P03|57014|40001|40P01|25P03)/;
/** Data and constraint classes: the input's fault, not the server's. */
const REFUSED = /^(22|23)/;
/** The driver gives these no code. */
const AWAY_WORDS =
	/^(Connection terminated|timeout exceeded when trying to connect|Client has encountered a connection error)/;

/** Sorts a database's failure; undefined for anything else. */
export function failureOf(e: unknown): DatabaseFailure | undefined {
	const root = rootOf(e);
	if (typeof root !== 'object' || root === null) return undefined;
	const code = 'code' in root ? String(root.code) : '';
	if (AWAY.test(code) || (root instanceof Error && AWAY_WORDS.test(root.message))) return 'away';
	if (BUSY.test(code)) return 'busy';
	return REFUSED.test(code) ? 'refused' : undefined;
}
