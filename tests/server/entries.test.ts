import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { CHECKS } from '../../src/core/checks/index.js';
import { tables } from '../../src/lib/server/db/index.js';
import { signedIn, type Client } from '../support/client.js';
import { database, demoHorse } from '../support/database.js';
import { batchBody, noteBody, visitBody } from '../support/visits.js';

interface Answer {
	stored: string[];
	refused: { id: string; code: string; message: string }[];
	clockOffMs: number;
	code: string;
	message: string;
}
interface WalkAnswer {
	visit: { visitedOn: string };
	entries: { id: string; field: string; value: unknown; madeAt: string }[];
	tracings: Record<string, number>;
}

describe('the taps of a visit', () => {
	let owner: Client;
	let worker: Client;
	let horseId: string;
	let pairingId: string;
	before(async () => {
		[owner, worker] = [await signedIn('owner'), await signedIn('bodyworker')];
		({ id: horseId, pairingId } = await demoHorse('Eider'));
	});
	const post = (id: string, body: unknown, who = owner) => who.send('POST', `/api/visits/${id}/entries`, body);
	const send = async (id: string, entries: unknown[], more = {}): Promise<Answer> =>
		(await (await post(id, { ...batchBody(horseId, entries), ...more })).json()) as Answer;
	const walkOf = async (id: string): Promise<WalkAnswer> =>
		(await (await owner.get(`/api/visits/${id}/entries`)).json()) as WalkAnswer;

	it('make the visit, and come back as they were sent', async () => {
		const id = uuidv7();
		const notes = [
			noteBody('way', 'full'),
			noteBody('sign/soreness/pocket/near', { grade: 2, extent: 'palm', note: 'pressed twice' }),
			noteBody('going/bare', []),
			noteBody('tape/girthCm', 181)
		];
		expect((await send(id, notes)).stored).to.have.members(notes.map((n) => n.id));
		const walk = await walkOf(id);
		expect(walk.visit.visitedOn).to.equal('2026-03-14');
		expect(walk.entries.map((e) => [e.field, e.value])).to.deep.equal(notes.map((n) => [n.field, n.value]));
	});

	it('sent twice, or at the same time ten times, are there once', async () => {
		const id = uuidv7();
		const notes = Array.from({ length: 30 }, (_, i) => noteBody('tape/girthCm', 150 + i));
		const answers = await Promise.all(Array.from({ length: 10 }, () => send(id, notes)));
		for (const a of answers) expect(a.stored).to.have.length(30);
		expect((await walkOf(id)).entries).to.have.length(30);
	});

	it('half a batch sent before stays once when the whole comes', async () => {
		const id = uuidv7();
		const notes = [noteBody('way', 'quick'), noteBody('rest/feel', true)];
		await send(id, notes.slice(0, 1));
		await send(id, notes);
		expect((await walkOf(id)).entries.map((e) => e.id)).to.deep.equal(notes.map((n) => n.id));
	});

	it('of two people on two devices are all kept', async () => {
		const id = uuidv7();
		const [one, other] = [noteBody('condition/score', 4), noteBody('condition/score', 6)];
		await Promise.all([post(id, batchBody(horseId, [one])), post(id, batchBody(horseId, [other]), worker)]);
		expect((await walkOf(id)).entries.map((e) => e.value)).to.have.members([4, 6]);
	});

	it('an id that comes again with another value is refused, what came first stays', async () => {
		const id = uuidv7();
		const note = noteBody('tape/girthCm', 180);
		await send(id, [note]);
		const answer = await send(id, [{ ...note, value: 190 }]);
		expect(answer.refused.map((r) => [r.id, r.code])).to.deep.equal([[note.id, 'entry-changed']]);
		expect((await walkOf(id)).entries.map((e) => e.value)).to.deep.equal([180]);
	});

	const BAD: readonly (readonly [why: string, field: string, value: unknown])[] = [
		['a grade off the scale', 'sign/soreness/pocket/near', { grade: 5 }],
		['a grade of a half', 'sign/soreness/pocket/near', { grade: 1.5 }],
		['a grade as text', 'sign/soreness/pocket/near', { grade: '2' }],
		['a sign in no zone', 'sign/soreness/knee/near', { grade: 1 }],
		['a sign on no side', 'sign/soreness/pocket/left', { grade: 1 }],
		['a mood', 'sign/mood/pocket/near', { grade: 1 }],
		['a girth of 3 cm', 'tape/girthCm', 3],
		['a score of 10', 'condition/score', 10],
		['a score of 4.3', 'condition/score', 4.3],
		['a rider of a ton', 'load/riderKg', 1000],
		['an unknown answer', `check/${uuidv7()}/bare/rock/both`, 'sort-of'],
		['90 fingers', `check/${uuidv7()}/bare/clearance-top/both`, { fingers: 90, mm: 90 }],
		['fingers of 900 mm', `check/${uuidv7()}/bare/clearance-top/both`, { fingers: 3, mm: 900 }],
		['a side of a check that has none', `check/${uuidv7()}/bare/rock/near`, 'still'],
		['a check of no saddle', 'check/mine/bare/rock/both', 'still'],
		['a field that does not exist', 'constructor', true],
		['a prototype', '__proto__', true],
		['a photo that is no id', 'photo/side', '../../etc'],
		['a note of a novel', 'note', 'x'.repeat(5000)],
		['a note with control characters', 'note', 'a\u0000b'],
		['a day that does not exist', 'day', '2026-02-31'],
		['a day to come', 'day', '2126-02-01'],
		['more in a sign than belongs there', 'sign/hair/blade/off', { grade: 1, admin: true }]
	];
	for (const [why, field, value] of BAD)
		it(`refuse ${why} by name, and keep the rest`, async () => {
			const id = uuidv7();
			const [good, bad] = [noteBody('rest/feel', true), noteBody(field, value)];
			const answer = await send(id, [bad, good]);
			expect(answer.stored).to.deep.equal([good.id]);
			expect(answer.refused.map((r) => r.id)).to.deep.equal([bad.id]);
			expect(answer.refused[0]?.message).to.match(/[.?]$/);
			expect((await walkOf(id)).entries).to.have.length(1);
		});

	it('refuse an entry without an id or with one that is none', async () => {
		const answer = await send(uuidv7(), [{ ...noteBody('rest/feel', true), id: 'x' }, { field: 'rest/feel' }]);
		expect([answer.stored.length, answer.refused.length]).to.deep.equal([0, 2]);
	});

	it('refuse a batch without horse, with 501 taps, or that is no JSON, and keep nothing of it', async () => {
		const id = uuidv7();
		const many = Array.from({ length: 501 }, () => noteBody('rest/feel', true));
		const bodies = [{ ...batchBody(horseId, []), horseId: undefined }, batchBody(horseId, many), '{"half'];
		for (const body of bodies) expect((await post(id, body)).status).to.equal(400);
		expect((await owner.get(`/api/visits/${id}/entries`)).status).to.equal(404);
	});

	it('every answer of every hand check is taken', async () => {
		const notes = CHECKS.map((c) =>
			noteBody(
				`check/${pairingId}/${c.stages[0]}/${c.id}/both`,
				c.asks === 'choice' ? c.answers[0]?.code : { fingers: 3, mm: 54 }
			)
		);
		expect((await send(uuidv7(), notes)).refused).to.deep.equal([]);
	});

	it('text with markup is kept as text and shown as text', async () => {
		const id = uuidv7();
		const note = '<script>alert(1)</script> & "quotes"';
		await send(id, [noteBody('sign/hair/loin/near', { grade: 1, note })], { visitedOn: '2026-11-02' });
		const page = await (await owner.get(`/horses/${horseId}/signs?zone=loin`)).text();
		expect(page).to.not.contain('<script>alert(1)');
		expect((await walkOf(id)).entries[0]?.value).to.deep.equal({ grade: 1, note });
	});
});

describe('wrong clocks', () => {
	let owner: Client;
	let horseId: string;
	before(async () => {
		owner = await signedIn('owner');
		horseId = (await demoHorse('Eider')).id;
	});
	const days = (n: number): string => new Date(Date.now() + n * 86_400_000).toISOString();

	it('a device three days fast is told so, and its times are put right', async () => {
		const id = uuidv7();
		const sentAt = days(3);
		const note = { ...noteBody('rest/feel', true), madeAt: new Date(Date.parse(sentAt) - 7 * 60_000).toISOString() };
		const url = `/api/visits/${id}/entries`;
		const unsure = await owner.send('POST', url, { ...batchBody(horseId, [note]), sentAt });
		expect([unsure.status, ((await unsure.json()) as { code: string }).code]).to.deep.equal([409, 'clock-off']);
		expect(await database().db.$count(tables.visit, eq(tables.visit.id, id))).to.equal(0);
		// With the day chosen by hand it is believed.
		const day = { ...noteBody('day', '2026-03-14'), madeAt: note.madeAt };
		const before = Date.now();
		const response = await owner.send('POST', url, { ...batchBody(horseId, [note, day]), sentAt });
		const after = Date.now();
		const answer = (await response.json()) as Answer;
		expect(answer.clockOffMs).to.be.within(before - Date.parse(sentAt), after - Date.parse(sentAt));
		const [row] = await database().db.select().from(tables.visitEntry).where(eq(tables.visitEntry.id, note.id));
		expect(row?.madeAt.getTime()).to.equal(Date.parse(note.madeAt) + answer.clockOffMs);
	});

	it('a clock that cannot be read stops nothing', async () => {
		const note = { ...noteBody('rest/feel', true), madeAt: 'yesterday-ish' };
		const body = { ...batchBody(horseId, [note]), sentAt: 'soon' };
		const answer = (await (await owner.send('POST', `/api/visits/${uuidv7()}/entries`, body)).json()) as Answer;
		expect(answer.stored).to.deep.equal([note.id]);
	});

	it('a visit of next year is refused with what to do', async () => {
		const body = batchBody(horseId, [noteBody('way', 'full')], '2027-12-24');
		const response = await owner.send('POST', `/api/visits/${uuidv7()}/entries`, body);
		expect(response.status).to.equal(400);
		expect(((await response.json()) as Answer).message).to.contain('clock of this device');
	});

	it('the day can be put right afterwards', async () => {
		const id = uuidv7();
		const put = (entries: unknown[]) => owner.send('POST', `/api/visits/${id}/entries`, batchBody(horseId, entries));
		await put([noteBody('way', 'full')]);
		await put([noteBody('day', '2026-03-12')]);
		const [visit] = await database().db.select().from(tables.visit).where(eq(tables.visit.id, id));
		expect(visit?.visitedOn).to.equal('2026-03-12');
	});
});

describe('taps, tracings and the call', () => {
	let owner: Client;
	before(async () => {
		owner = await signedIn('owner');
	});
	const standing = async (horseId: string) =>
		(await database().db.select().from(tables.standing).where(eq(tables.standing.horseId, horseId)))[0];

	it('tracings written into a walked visit leave its taps alone', async () => {
		const { id: horseId } = await demoHorse('Samphire');
		const v = visitBody(horseId, '2026-02-20', 2);
		await owner.send(
			'POST',
			`/api/visits/${v.id}/entries`,
			batchBody(horseId, [noteBody('rest/feel', true)], v.visitedOn)
		);
		expect((await owner.send('PUT', `/api/visits/${v.id}`, { ...v, version: 1 })).status).to.equal(200);
		const walk = (await (await owner.get(`/api/visits/${v.id}/entries`)).json()) as WalkAnswer;
		expect([walk.entries.length, walk.tracings['T8']]).to.deep.equal([1, 2]);
		await owner.send('DELETE', `/api/visits/${v.id}`);
	});

	it('an open sore stops the saddle on the board at once, and its healing lets it go', async () => {
		const { id: horseId } = await demoHorse('Sandpiper');
		const before = await standing(horseId);
		const today = new Date().toISOString().slice(0, 10);
		const visit = (field: string, value: unknown) => {
			const id = uuidv7();
			return owner
				.send('POST', `/api/visits/${id}/entries`, batchBody(horseId, [noteBody(field, value)], today))
				.then(() => id);
		};
		const sore = await visit('sign/skin/withers-flank/near', { grade: 4 });
		const stopped = await standing(horseId);
		expect([stopped?.verdict, stopped?.nextStep]).to.deep.equal(['stop', 'call-vet']);
		const page = await (await owner.get(`/horses/${horseId}`)).text();
		expect(/data-testid="verdict"[^>]*>([A-Za-z]+)/.exec(page)?.[1]).to.equal('Stop');
		expect(page).to.contain('open sore');
		await owner.send('DELETE', `/api/visits/${sore}`);
		expect((await standing(horseId))?.verdict).to.equal(before?.verdict);
		await owner.send('POST', `/api/visits/${sore}`);
		const healed = await visit('rest/hair', true);
		expect((await standing(horseId))?.verdict).to.equal(before?.verdict);
		for (const id of [sore, healed]) await owner.send('DELETE', `/api/visits/${id}`);
	});
});
