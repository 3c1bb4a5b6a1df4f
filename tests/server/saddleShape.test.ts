import { expect } from 'chai';
import { and, eq } from 'drizzle-orm';
import { PDFDocument } from 'pdf-lib';
import { v7 as uuidv7 } from 'uuid';
import { tables } from '../../src/lib/server/db/index.js';
import type { MeasuredSeat } from '../../src/core/seat/index.js';
import type { UnderSaddle } from '../../src/core/setup/index.js';
import { signedIn, type Client } from '../support/client.js';
import { database, demoHorse } from '../support/database.js';
import { clientOf, makePerson } from '../support/people.js';
import { shapeBody } from '../support/roleTable.js';
import { batchBody, noteBody, visitBody } from '../support/visits.js';

describe('a saddle’s own shape', () => {
	const [yardId, horseId, saddleId] = [uuidv7(), uuidv7(), uuidv7()];
	let owner: Client;
	const put = (body: unknown) => owner.send('PUT', `/api/saddles/${saddleId}/shape`, body);
	const seatOf = (more = '') => owner.get(`/api/horses/${horseId}/measured?saddle=${saddleId}${more}`);

	before(async () => {
		owner = await clientOf(await makePerson('Shape owner'));
		await owner.post('/yards/new', { id: yardId, name: 'Shape yard' });
		await owner.post('/horses/new', { id: horseId, yardId, name: 'Shaped for', about: '', bornYear: '' });
		await owner.post('/saddles?/add', { id: saddleId, yardId, name: 'Shape saddle', kind: 'general', about: '' });
	});

	it('before it is traced, and before the back is, the seat says what is missing', async () => {
		expect(((await (await seatOf()).json()) as { message: string }).message).to.match(
			/Nobody has traced the underside/
		);
		expect((await put(shapeBody(1))).status).to.equal(200);
		expect(((await (await seatOf()).json()) as { message: string }).message).to.match(/two stations/);
		const visit = visitBody(horseId, '2026-05-01', 1, ['T8', 'T13', 'T18']);
		expect((await owner.send('PUT', `/api/visits/${visit.id}`, visit)).status).to.equal(200);
		const said = (await (await seatOf()).json()) as { on: string; seat: MeasuredSeat };
		expect(said.on).to.equal('2026-05-01');
		expect(said.seat.doubts).to.include('no-long-line');
	});

	it('is seated over what lay under it that day, sides apart, where the record tells; else as asked', async () => {
		type Said = { readonly setup?: UnderSaddle; readonly seat: MeasuredSeat };
		const said = async (more = ''): Promise<Said> => (await (await seatOf(more)).json()) as Said;
		expect((await said()).setup, 'no pairing, no set-up').to.equal(undefined);
		const pairingId = uuidv7();
		await owner.post('/saddles?/pair', { id: pairingId, horseId, saddleId, school: 'close' });
		const [visit] = await database().db.select().from(tables.visit).where(eq(tables.visit.horseId, horseId));
		const taps = [
			noteBody(`setup/${pairingId}/packedMm`, 5),
			noteBody(`setup/${pairingId}/front-near`, 6),
			noteBody(`setup/${pairingId}/rear-off`, 0)
		];
		const kept = await owner.send(
			'POST',
			`/api/visits/${visit?.id}/entries`,
			batchBody(horseId, taps, visit?.visitedOn ?? '')
		);
		expect(kept.status).to.equal(200);
		const [bare, so] = [await said(), await said('&asSetUp=true&front=12')];
		expect(bare.setup).to.deep.include({ padMm: 5 });
		expect(bare.setup?.shims).to.deep.include({ front_near: 6, front_off: 0, rear_off: 0 });
		// Six millimetres under one side of the front lean it; what the address says beside is not taken.
		expect(Math.abs(so.seat.rollDeg)).to.be.above(Math.abs(bare.seat.rollDeg) + 0.2);
		expect(so.seat.rollDeg, 'off side down').to.be.below(0);
		expect((await seatOf('&asSetUp=perhaps')).status).to.equal(400);
	});

	it('sent twice it is kept once; from an older version it is told; taken away, what was before is kept', async () => {
		const again = (await (await put(shapeBody(1))).json()) as { version: number };
		expect(again.version, 'the same shape, whatever the version').to.equal(2);
		const other = shapeBody(1);
		const moved = { ...other, measures: { ...other.measures, rockMm: 20 } };
		expect((await put(moved)).status, 'another tab saved meanwhile').to.equal(409);
		expect((await put({ ...moved, version: 2 })).status).to.equal(200);
		expect((await put({ version: 3, measures: null })).status).to.equal(200);
		expect((await put({ version: 4, measures: other.measures })).status).to.equal(200);
	});

	it('nonsense is refused by name: no arch, no bar, a place left out, metres of rock, a thousand points', async () => {
		const { measures } = shapeBody(5);
		const withFront = (front: object) => ({
			version: 5,
			measures: { ...measures, sections: { ...measures.sections, front } }
		});
		const { front } = measures.sections;
		const refused = async (body: unknown) => {
			const answer = await put(body);
			expect(answer.status).to.equal(400);
			return ((await answer.json()) as { message: string }).message;
		};
		expect(await refused(withFront({ ...front, yMm: front.xMm.map(() => 0) }))).to.match(/no cut across a back/);
		expect(await refused(withFront({ ...front, xMm: front.xMm.map((x) => x / 3) }))).to.match(/front tracing reaches/);
		expect(await refused(withFront({ ...front, yMm: front.yMm.slice(1) }))).to.match(/as many x as y/);
		await refused({ version: 5, measures: { ...measures, sections: { front } } });
		await refused({ version: 5, measures: { ...measures, rockMm: 1000 } });
		const long = Array.from({ length: 1000 }, (_, i) => i / 10 - 50);
		await refused(withFront({ xMm: long, yMm: long.map((x) => -x * x), channelMm: 60 }));
		await refused({ version: 5, measures: 'round' });
		expect((await seatOf('&muscleMm=40')).status).to.equal(400);
		expect((await seatOf('&on=2026-13-01')).status).to.equal(400);
		expect((await seatOf('&on=2020-01-01')).status, 'no back so early').to.not.equal(200);
		const thought = (await (await seatOf('&muscleMm=-8&on=2026-05-02')).json()) as {
			on: string;
			days: string[];
			seat: MeasuredSeat;
		};
		expect([thought.on, thought.days]).to.deep.equal(['2026-05-01', ['2026-05-01']]);
		expect(thought.seat.doubts).to.include('thought-of');
		expect((await seatOf('&padMm=-3')).status).to.equal(400);
		expect((await seatOf('&front=40')).status).to.equal(400);
	});

	it('the demo’s saddle, made to the back it was fitted on, sits worse on the back of today', async () => {
		const demo = await signedIn('owner');
		const { id } = await demoHorse('Marram');
		const page = await (await demo.get(`/horses/${id}/saddle`)).text();
		const saddle = /\/saddles\/([0-9a-f-]{36})/.exec(page)?.[1] ?? '';
		const bare = (await (await demo.get(`/api/horses/${id}/measured?saddle=${saddle}`)).json()) as {
			seat: MeasuredSeat;
		};
		expect(bare.seat.doubts).to.not.include('no-long-line');
		expect(bare.seat.conditions).to.not.deep.equal(['fits']);
		// What keeps the limits may bear less evenly; it never has more faults.
		const faults = (conditions: readonly string[]) => conditions.filter((c) => c !== 'fits').length;
		expect(faults(bare.seat.plan?.after.conditions ?? [])).to.be.at.most(faults(bare.seat.conditions));
	});

	it('a set of fitting forms is added once however often it is pressed, and each is printed on card', async () => {
		const presses = await Promise.all([1, 2, 3].map(() => owner.post('/saddles?/forms', { yardId })));
		expect(presses.map((r) => r.status)).to.deep.equal([200, 200, 200]);
		const { saddle } = tables;
		const forms = await database()
			.db.select()
			.from(saddle)
			.where(and(eq(saddle.yardId, yardId), eq(saddle.kind, 'form')));
		expect([forms.length, new Set(forms.map((f) => f.name)).size]).to.deep.equal([16, 16]);
		const page = await (await owner.get(`/horses/${horseId}/saddle`)).text();
		expect(page).to.include('Seat all 16 forms');
		const pdf = await owner.get(`/api/saddles/${forms[0]?.id}/template.pdf`);
		expect([pdf.status, pdf.headers.get('content-type')]).to.deep.equal([200, 'application/pdf']);
		const read = await PDFDocument.load(await pdf.arrayBuffer());
		expect(read.getPageCount()).to.equal(3);
		const seated = await owner.get(`/api/horses/${horseId}/measured?saddle=${forms[0]?.id}`);
		expect(seated.status).to.equal(200);
		const other = uuidv7();
		await owner.post('/saddles?/add', { id: other, yardId, name: 'Never traced', kind: 'general', about: '' });
		expect((await owner.get(`/api/saddles/${other}/template.pdf`)).status).to.equal(404);
	});
});
