import { mkdirSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';

/** Which running demos share a database: one file a process, so that the last one out stops it. */
export function joinUsers(folder) {
	mkdirSync(folder, { recursive: true });
	const mine = path.join(folder, String(process.pid));
	writeFileSync(mine, '');
	const alive = () =>
		readdirSync(folder).filter((pid) => {
			try {
				process.kill(Number(pid), 0);
				return true;
			} catch {
				rmSync(path.join(folder, pid), { force: true });
				return false;
			}
		});
	return {
		/** Leaves; true when nobody else is left. */
		leave() {
			rmSync(mine, { force: true });
			return alive().length === 0;
		}
	};
}
