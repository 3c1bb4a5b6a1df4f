const Spec = require('mocha').reporters.Spec;

/** Mocha's own list, closed by one plain line of counts. */
module.exports = class CountingReporter extends Spec {
	epilogue() {
		super.epilogue();
		const { passes, failures, pending } = this.stats;
		console.log(`${passes} passed, ${failures} failed${pending > 0 ? `, ${pending} skipped` : ''}`);
	}
};
