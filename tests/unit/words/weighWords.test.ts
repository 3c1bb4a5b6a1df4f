import { expect } from 'chai';
import { READING_CODES } from '../../../src/core/reading/index.js';
import { STARTING, SOURCES } from '../../../src/core/call/index.js';
import { SOURCE_WORDS, strokeWords, weighedWords } from '../../../src/words/index.js';

describe('weighed evidence in words', () => {
	it('never claims more than such weights go', () => {
		expect([0.999, 0.96, 0.954, 0.5, 0.05, 0.04, 0].map((chance) => weighedWords({ chance }))).to.deep.equal([
			'more than 95 in 100',
			'more than 95 in 100',
			'about 95 in 100',
			'about 50 in 100',
			'about 5 in 100',
			'fewer than 5 in 100',
			'fewer than 5 in 100'
		]);
	});
	it('has words for every source and for strokes that are no reading, both ways', () => {
		for (const s of SOURCES) expect(SOURCE_WORDS[s]).to.be.a('string');
		expect(strokeWords({ what: 'shape', data: {}, db: 4 })).not.to.equal(
			strokeWords({ what: 'shape', data: {}, db: -4 })
		);
		expect(strokeWords({ what: 'checks-fine', data: {}, db: -6 })).to.contain('fine');
		expect(Object.keys(STARTING).every((c) => (READING_CODES as readonly string[]).includes(c))).to.be.true;
	});
});
