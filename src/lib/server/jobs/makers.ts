import type { Database } from '../db/index.js';
import type { JobKind, MadeFile, Scope } from '../records/index.js';
import { makeReport, type AskedReport } from '../report/makeReport.js';

type Asked = Readonly<Record<string, string>>;
export type Tell = (done: number, total: number) => Promise<void>;

/** What can be made behind, by kind; each in the name of who asked for it. */
export const MAKERS: Readonly<
	Record<JobKind, (db: Database, scope: Scope, asked: Asked, tell: Tell) => Promise<MadeFile>>
> = {
	report: (db, scope, asked, tell) => makeReport(db, scope, asked as unknown as AskedReport, tell)
};
