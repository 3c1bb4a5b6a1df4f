import { DIARY_CODES } from '../../../src/core/diary/index.js';
import { expect } from 'chai';
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import {
	ADVICE_WORDS,
	cautionFor,
	changeWords,
	errorSentence,
	findingWords,
	KNOWN_ANSWERS,
	KNOWN_CODES,
	lookAgainWords,
	problemLine,
	READING_WORDS,
	reasonSentence,
	surenessWords,
	verdictMeans
} from '../../../src/words/index.js';

const filesUnder = (folder: string): string[] =>
	readdirSync(folder, { withFileTypes: true }).flatMap((e) =>
		e.isDirectory() ? filesUnder(path.join(folder, e.name)) : [path.join(folder, e.name)]
	);

describe('sentences', () => {
	it('every code the program throws has one', () => {
		const used = new Set<string>();
		for (const file of filesUnder('src').filter((f) => /\.(ts|svelte)$/.test(f)))
			for (const found of readFileSync(file, 'utf8').matchAll(/(?:new CoreError\(\s*|code: )'([a-z-]+)'/g))
				used.add(found[1] as string);
		const internal = ['not-positive-definite'];
		const said = (c: string) =>
			reasonSentence({ code: c, data: {} }) !== c ||
			c in READING_WORDS ||
			KNOWN_ANSWERS.includes(c) ||
			lookAgainWords(c) !== c ||
			c in ADVICE_WORDS ||
			findingWords(c) !== c ||
			(DIARY_CODES as readonly string[]).includes(c);
		const reasons = [...used].filter(said);
		const missing = [...used].filter(
			(c) => !KNOWN_CODES.includes(c) && !internal.includes(c) && !reasons.includes(c) && c !== 'no-fit-mark'
		);
		expect(missing).to.deep.equal([]);
		expect(used.size).to.be.above(30);
	});

	it('name line, tracing and remedy', () =>
		expect(
			problemLine({ code: 'not-a-number', line: 7, data: { column: 'y_mm', value: '1o', station: 'T8', repeat: 2 } })
		).to.equal(
			'line 7, T8 repeat 2: “1o” in column y_mm is not a number. Correct that cell; 12.5 and 12,5 are both read.'
		));

	it('end as sentences do and leave no gap', () => {
		const data = new Proxy({}, { get: () => '7.' });
		for (const code of KNOWN_CODES)
			expect(errorSentence({ code, data }))
				.to.match(/[.?]$/)
				.and.not.match(/undefined|NaN/);
	});
	it('an unknown code is named', () => expect(errorSentence({ code: 'odd-thing', data: {} })).to.contain('odd-thing'));
});

describe('words of a call', () => {
	it('a refit that is called early claims no more than it knows', () => {
		expect(verdictMeans({ verdict: 'refit', sureness: 0.3 })).to.contain('may no longer fit');
		expect(verdictMeans({ verdict: 'refit', sureness: 0.8 })).to.equal('This saddle no longer fits this back.');
		expect(verdictMeans({ verdict: 'watch', sureness: 1 })).to.contain('The back is moving');
		expect(verdictMeans({ verdict: 'watch', sureness: 1, from: 'signs' })).not.to.contain('moving');
		expect(verdictMeans({ verdict: 'stop', sureness: 0.3 })).to.contain('Do not ride');
	});

	it('never claim more than 99 in 100, nor less than 1', () => {
		expect(surenessWords(0.99999)).to.equal('99 in 100 sure');
		expect(surenessWords(0)).to.equal('1 in 100 sure');
	});
	it('defer to vet and fitter where harm is possible', () => {
		expect(cautionFor({ verdict: 'refit', cause: 'one-sided' })).to.contain('vet');
		expect(cautionFor({ verdict: 'refit', cause: 'local-loss' })).to.contain('qualified fitter');
		expect(cautionFor({ verdict: 'steady', cause: 'none' })).to.be.undefined;
	});
	it('a change is said the same way everywhere: the estimate with its doubt, probably where it could be none', () => {
		expect(changeWords({ mm: -6.8, sdMm: 4.34, real: false })).to.equal('−6.8 ± 8.5 mm, could be none');
		expect(changeWords({ mm: -6.8, sdMm: 1, real: true })).to.equal('−6.8 ± 2.0 mm');
		const data = { station: 'T8', side: 'near', mm: 6.8, plusMinusMm: 8.5, limitMm: 6 };
		expect(reasonSentence({ code: 'front-lost', data })).to.contain('probably lost 6.8 ± 8.5');
	});
	it('print millimetres with their interval', () =>
		expect(
			reasonSentence({
				code: 'front-lost',
				data: { station: 'T8', side: 'near', mm: 7.9, plusMinusMm: 1.3, limitMm: 6 }
			})
		).to.equal('Near side at T8 lost 7.9 ± 1.3 mm since the fit mark (limit 6)'));
});
