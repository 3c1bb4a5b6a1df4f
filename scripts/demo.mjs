import { runPlace } from './lib/place.mjs';

const began = Date.now();
runPlace({ demo: true, env: { ZT_DEMO: '1', ZT_MAIL: 'mailbox', ZT_REGISTRATION: 'open' } })
	.then(({ url }) =>
		console.log(`
Zone Tally is ready after ${Math.round((Date.now() - began) / 1000)} s.

  ${url}

  owner       owner@saltings.example
  bodyworker  bodyworker@saltings.example
  fitter      fitter@saltings.example
  password    spring-tide-1204   (demo accounts, made-up people)
  mails       ${url}/mailbox

Ctrl-C stops it. What you record stays for the next start.`)
	)
	.catch((error) => {
		console.error(`\nThe demo could not start: ${error.message}`);
		process.exit(1);
	});
