import type { Day } from '../units/index.js';

/** What is done to a saddle, as a saddler writes it down. */
export const SERVICES = ['flocked', 'panel', 'width', 'air', 'tree', 'girthing', 'repair', 'other'] as const;
export type Service = (typeof SERVICES)[number];

/** After these the underside may be another than the one that fitted (common practice, no source). */
const CHANGES_UNDERSIDE: ReadonlySet<Service> = new Set(['flocked', 'panel', 'width', 'air']);

export interface Serviced {
	readonly doneOn: Day;
	readonly what: Service;
}

/** The last service after a fitted day, up to another, that may have changed the underside. */
export function undersideServiced<S extends Serviced>(services: readonly S[], fitDay: Day, on: Day): S | undefined {
	return services
		.filter((s) => CHANGES_UNDERSIDE.has(s.what) && s.doneOn > fitDay && s.doneOn <= on)
		.reduce<S | undefined>((last, s) => (last && last.doneOn >= s.doneOn ? last : s), undefined);
}
