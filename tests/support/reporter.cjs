const { writeFileSync } = require('node:fs');
const { reporters } = require('mocha');

/** Mocha's own list; how many passed and failed goes to the file that the test command adds up, or closes the list. */
module.exports = class CountingReporter extends reporters.Spec {
	epilogue() {
		super.epilogue();
		const { passes, failures, pending } = this.stats;
		const file = process.env.ZT_TEST_COUNTS;
		if (file) writeFileSync(file, JSON.stringify({ passes, failures, pending }));
		else console.log(`${passes} passed, ${failures} failed${pending > 0 ? `, ${pending} skipped` : ''}`);
	}
};
