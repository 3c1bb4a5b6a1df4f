import { expect } from 'chai';
import { readBytes, readForm, readJson } from '../../src/lib/server/door/body.js';
import { schemas } from '../../src/lib/server/door/parse.js';
import { todayFor } from '../../src/lib/server/door/today.js';
import { failureOf } from '../../src/lib/server/db/failures.js';
import { CoreError } from '../../src/core/errors/index.js';
import { writeCell, readCell } from '../../src/core/formats/csvTable.js';

const WRITER = { personId: 'p', memberships: [{ yardId: 'y', yardName: 'Y', role: 'owner' as const }], guestOf: [] };
const VIEWER = { personId: 'p', memberships: [{ yardId: 'y', yardName: 'Y', role: 'viewer' as const }], guestOf: [] };
const asked = (body: BodyInit, type = 'application/json', headers: Record<string, string> = {}) =>
	new Request('http://127.0.0.1/x', { method: 'POST', body, headers: { 'content-type': type, ...headers } });
async function codeOf(work: Promise<unknown>): Promise<string> {
	try {
		await work;
	} catch (e) {
		return e instanceof CoreError ? e.code : String(e);
	}
	return 'none';
}
/** A body that comes without saying how long it will be, and counts what was taken of it. */
function endless(chunk: number): { body: ReadableStream<Uint8Array>; taken: () => number } {
	let taken = 0;
	const body = new ReadableStream<Uint8Array>({
		pull(controller) {
			taken += chunk;
			controller.enqueue(new Uint8Array(chunk).fill(91));
		}
	});
	return { body, taken: () => taken };
}

describe('a body', () => {
	it('that is too long is dropped as it comes, and cut off where it has no end', async () => {
		expect(await codeOf(readBytes(asked('x'.repeat(100)), 99))).to.equal('too-large');
		const { body, taken } = endless(100_000);
		const request = new Request('http://127.0.0.1/x', { method: 'POST', body, duplex: 'half' } as RequestInit);
		expect(await codeOf(readBytes(request, 10_000))).to.equal('too-large');
		expect(taken()).to.be.within(10_000, 26_000_000);
	});
	it('of somebody who may only look is refused before it is read', async () => {
		const { body, taken } = endless(1000);
		const request = new Request('http://127.0.0.1/x', { method: 'POST', body, duplex: 'half' } as RequestInit);
		expect(await codeOf(readJson(request, VIEWER, { bytes: 1e6, parts: 10 }))).to.equal('read-only');
		expect(taken()).to.be.at.most(1000);
	});
	it('in JSON is bounded in parts and depth before it is parsed', async () => {
		const read = (text: string) => codeOf(readJson(asked(text), WRITER, { bytes: 1e6, parts: 10, depth: 3 }));
		expect(await read(`[${'{},'.repeat(20)}{}]`)).to.equal('too-many-parts');
		expect(await read('[[[[1]]]]')).to.equal('too-many-parts');
		expect(await read('[[[1]]]')).to.equal('none');
		expect(await read('{"a":"[[[[[[[[[[[[[[\\"[[[["}')).to.equal('none');
		expect(await read('{"a"')).to.equal('bad-input');
	});
	it('of a form is bounded in fields, and no other kind of body is a form', async () => {
		const form = (text: string, type = 'application/x-www-form-urlencoded') => codeOf(readForm(asked(text, type)));
		expect(await form('a=1&b=2')).to.equal('none');
		expect(await form(Array.from({ length: 61 }, (_, i) => `f${i}=1`).join('&'))).to.equal('too-many-parts');
		expect(await form('a=1', 'multipart/form-data; boundary=x')).to.equal('bad-input');
		expect(await form('a'.repeat(70_000))).to.equal('too-large');
	});
});

describe('where sign-in leads', () => {
	const to = (text: string) => schemas.signIn.validate({ email: 'a@b.example', password: 'x', to: text }).value?.to;
	it('is a page of ours, whatever is hidden in the address', () => {
		expect(to('/horses/1?on=2026-01-01')).to.equal('/horses/1?on=2026-01-01');
		for (const bad of [
			'//x.example',
			'/\\x.example',
			'/\t/x.example',
			'/\n/x.example',
			'/a\\..\\b',
			'https://x.example'
		])
			expect(to(bad), JSON.stringify(bad)).to.equal('/');
	});
});

describe('today', () => {
	const late = new Date('2026-11-26T23:30:00Z');
	it('is the day where the person is', () => {
		expect(todayFor('Pacific/Auckland', late)).to.equal('2026-11-27');
		expect(todayFor('America/Denver', new Date('2026-11-26T03:00:00Z'))).to.equal('2026-11-25');
	});
	it('is the day by UTC for a zone that is none', () => {
		for (const zone of [undefined, '', 'Mars/Olympus', '../../etc', 'x'.repeat(200), 'A\nB'])
			expect(todayFor(zone, late)).to.equal('2026-11-26');
	});
});

describe('failures of the database', () => {
	const coded = (code: string) => Object.assign(new Error('x'), { code });
	it('are told apart by SQLSTATE, wrapped or not: away, busy, refused, ours', () => {
		const kinds = ['57P01', '08006', 'ECONNREFUSED', '55P03', '57014', '40P01', '23505', '22001', '42P01'].map((c) =>
			failureOf(new Error('Failed query', { cause: coded(c) }))
		);
		expect(kinds).to.deep.equal([
			...Array(3).fill('away'),
			...Array(3).fill('busy'),
			...Array(2).fill('refused'),
			undefined
		]);
		expect(failureOf(new Error('Connection terminated unexpectedly'))).to.equal('away');
		expect(failureOf('nonsense')).to.be.undefined;
	});
});

describe('cells of a CSV', () => {
	it('are never formulas, and come back as they were', () => {
		for (const text of ['=1+1', '+1', '-x', '@sum', '\tx', 'plain', '', `'quoted`]) {
			const cell = writeCell(text);
			expect(cell, text).to.not.match(/^"?[=+@\t-]/);
			expect(readCell(cell.replace(/^"|"$/g, '').replaceAll('""', '"'))).to.equal(text);
		}
	});
});
