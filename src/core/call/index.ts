export * from './weigh.js';
export * from './types.js';
export { FRONT_STATION, watchHorse, chooseFitDay, type Watch, type WatchOptions } from './watchHorse.js';
export * from './joinSigns.js';
export * from './judgeDay.js';
export { REFIT, refitHolds } from './verdict.js';
export type { MeasureNext } from './measureNext.js';
export { LIMIT_LEADS, limitsOfCall, limitsOfOwn, type CallLimits, type LimitLead } from './leadLimits.js';
export { goingTo, type GoingTo } from './goingTo.js';
