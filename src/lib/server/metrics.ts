import { AggregatorRegistry, collectDefaultMetrics, Counter, Histogram } from 'prom-client';

// Made in every process, it answers the leader's question for this one's part.
new AggregatorRegistry();
collectDefaultMetrics();

const SECONDS = [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10, 30];
const asked = new Histogram({
	name: 'zone_tally_request_seconds',
	help: 'Time to answer a request, by route',
	labelNames: ['method', 'route', 'status'],
	buckets: SECONDS
});
const refused = new Counter({
	name: 'zone_tally_failures_total',
	help: 'Requests that broke on our side'
});

/** Counts an answered request; `route` is the pattern, never an address with ids in it. */
export function countRequest(method: string, route: string, status: number, seconds: number): void {
	asked.observe({ method, route, status: `${Math.floor(status / 100)}xx` }, seconds);
	if (status >= 500) refused.inc();
}
