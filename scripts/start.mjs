import { runPlace } from './lib/place.mjs';

/** Starts a place for real use: no demo data, its own database unless DATABASE_URL names one. docs/operations.md says the settings. */
runPlace({ demo: false, env: {} })
	.then(({ url, settings }) =>
		console.log(`
Zone Tally is ready: ${process.env.ORIGIN || url}

The first account that is made here keeps this place; make it now.
Settings: ${settings} or the environment (docs/operations.md says each).
Ctrl-C stops it in order.`)
	)
	.catch((error) => {
		console.error(`\nZone Tally could not start: ${error.message}`);
		process.exit(1);
	});
