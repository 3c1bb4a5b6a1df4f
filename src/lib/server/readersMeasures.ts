import { AsyncLocalStorage } from 'node:async_hooks';
import { METRIC, type Measures } from '../../core/units/index.js';
import { measuresFrom } from '../../words/index.js';

const reading = new AsyncLocalStorage<Measures>();
measuresFrom(() => reading.getStore() ?? METRIC);

/** Does some work whose words somebody reads in their own measures. */
export const readIn = <T>(measures: Measures, work: () => T): T => reading.run(measures, work);
