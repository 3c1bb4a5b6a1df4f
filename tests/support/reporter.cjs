const { writeFileSync } = require('node:fs');
const { reporters } = require('mocha');

/**
 * Mocha's own list. The counts, what failed and what each file took go to the file that the test command adds up;
 * without one the counts close the list.
 */
module.exports = class CountingReporter extends reporters.Spec {
	constructor(runner, options) {
		super(runner, options);
		this.failed = [];
		this.files = {};
		runner.on('fail', (test, error) =>
			this.failed.push({ title: test.fullTitle(), error: String(error?.stack ?? error) })
		);
		runner.on('test end', (test) => {
			this.files[test.file] = (this.files[test.file] ?? 0) + (test.duration ?? 0);
		});
	}

	epilogue() {
		super.epilogue();
		const { passes, failures, pending } = this.stats;
		const file = process.env.ZT_TEST_COUNTS;
		if (file) {
			writeFileSync(file, JSON.stringify({ passes, failures, pending, failed: this.failed, files: this.files }));
		} else console.log(`${passes} passed, ${failures} failed${pending > 0 ? `, ${pending} skipped` : ''}`);
	}
};
