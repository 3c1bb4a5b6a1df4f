import { expect } from 'chai';
import { and, eq } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { tables } from '../../src/lib/server/db/index.js';
import { clientAt, serverUrl, signInCookie, type Client } from '../support/client.js';
import { database } from '../support/database.js';
import { clientOf, mailTo, makePerson, type Person } from '../support/people.js';

const stranger = (): Client => clientAt(serverUrl(), '');
const freshAddress = (): string => `someone-${uuidv7().slice(-10)}@saltings.example`;
const forget = () => database().db.delete(tables.rateLimit);
const tokenIn = (where: string): string => new URL(where, 'http://x').searchParams.get('token') ?? '';
/** The link that the page shows once. */
const linkIn = (html: string): string => /\/invite\/[\w-]+/.exec(html)?.[0] ?? '';

describe('an account', () => {
	const email = freshAddress();
	const fields = { name: 'Isla Quay', email, password: 'low-water-springs', invite: '' };
	beforeEach(forget);

	it('is made, confirmed by the link in the mail, and not before', async () => {
		const made = await stranger().post('/sign-up', fields);
		expect([made.status, made.headers.get('location')]).to.deep.equal([303, '/sign-in?done=mailed&to=%2F']);
		const early = await stranger().post('/sign-in', { email, password: fields.password });
		expect(await early.text()).to.contain('not confirmed');
		const [where] = await mailTo(email);
		expect((await stranger().post('/confirm', { token: tokenIn(where as string) })).headers.get('location')).to.equal(
			'/sign-in?done=confirmed'
		);
		const in_ = await stranger().post('/sign-in', { email, password: fields.password });
		expect([in_.status, in_.headers.get('location')]).to.deep.equal([303, '/']);
	});

	it('nobody is told that an address is known; its owner gets a mail', async () => {
		const again = await stranger().post('/sign-up', { ...fields, name: 'Somebody else' });
		const fresh = await stranger().post('/sign-up', { ...fields, email: freshAddress() });
		expect([again.status, again.headers.get('location')]).to.deep.equal([fresh.status, fresh.headers.get('location')]);
		const paths = await mailTo(email, 2);
		expect(paths).to.include('/sign-in');
		const [person] = await database().db.select().from(tables.person).where(eq(tables.person.email, email));
		expect(person?.name).to.equal('Isla Quay');
		const asked = await Promise.all(
			[email, freshAddress()].map(async (e) => (await stranger().post('/forgot', { email: e })).text())
		);
		expect(asked[0]?.length).to.equal(asked[1]?.length);
	});

	it('a short password is refused with its least length, and the name that was typed stays', async () => {
		const answer = await stranger().post('/sign-up', { ...fields, email: freshAddress(), password: 'short' });
		const html = await answer.text();
		expect(answer.status).to.equal(400);
		expect(html).to.contain('10 characters or more').and.contain('Isla Quay');
	});

	it('a new password by mail ends every session, and its link works once', async () => {
		const person = await makePerson('Reset Quay');
		const before = await clientOf(person);
		expect((await before.get('/account')).status).to.equal(200);
		await stranger().post('/forgot', { email: person.email });
		const [where] = await mailTo(person.email);
		const token = tokenIn(where as string);
		const set = (password: string) => stranger().post(`/reset?token=${token}`, { token, password });
		expect((await set('neap-tides-again')).headers.get('location')).to.equal('/sign-in?done=reset');
		expect((await before.get('/account')).status).to.equal(303);
		const replayed = await set('another-password');
		expect([replayed.status, (await replayed.text()).includes('run out or was used')]).to.deep.equal([400, true]);
		expect((await signInCookie(person.email, 'neap-tides-again')).status).to.equal(303);
	});

	it('a changed password ends the other sessions and keeps this one', async () => {
		const person = await makePerson('Change Quay');
		const [here, there] = [await clientOf(person), await clientOf(person)];
		const wrong = await here.post('/account?/password', { present: 'not this one', next: 'neap-tides-again' });
		expect([wrong.status, (await there.get('/account')).status]).to.deep.equal([400, 200]);
		const done = await here.post('/account?/password', { present: person.password, next: 'neap-tides-again' });
		expect(done.status).to.equal(200);
		const cookie = done.headers
			.getSetCookie()
			.map((c) => c.split(';')[0])
			.join('; ');
		expect((await there.get('/account')).status).to.equal(303);
		expect((await here.get('/account')).status).to.equal(303);
		expect((await clientAt(serverUrl(), cookie).get('/account')).status).to.equal(200);
	});

	it('one session is ended from another, and only one’s own', async () => {
		const [person, other] = [await makePerson('Session Quay'), await makePerson('Other Quay')];
		const [here, there, elsewhere] = [await clientOf(person), await clientOf(person), await clientOf(other)];
		const sessions = async (p: Person) =>
			database().db.select().from(tables.session).where(eq(tables.session.userId, p.id));
		const foreign = (await sessions(other))[0]?.id as string;
		expect((await here.post('/account?/end', { id: foreign })).status).to.equal(404);
		expect((await elsewhere.get('/account')).status).to.equal(200);
		const hereToken = decodeURIComponent(/zt\.session_token=([^;.]+)/.exec(here.cookie)?.[1] ?? '');
		const there_ = (await sessions(person)).find((s) => s.token !== hereToken);
		expect((await here.post('/account?/end', { id: there_?.id as string })).status).to.equal(200);
		expect([(await here.get('/account')).status, (await there.get('/account')).status]).to.deep.equal([200, 303]);
	});

	it('an address changes when both mails agree', async () => {
		const person = await makePerson('Move Quay');
		const client = await clientOf(person);
		const next = freshAddress();
		expect((await client.post('/account?/address', { email: next })).status).to.equal(200);
		const [agree] = await mailTo(person.email);
		await client.post('/confirm', { token: tokenIn(agree as string) });
		const [confirm] = await mailTo(next);
		await client.post('/confirm', { token: tokenIn(confirm as string) });
		const [row] = await database().db.select().from(tables.person).where(eq(tables.person.id, person.id));
		expect([row?.email, row?.emailVerified]).to.deep.equal([next, true]);
	});

	it('one account is not guessed from many addresses: it has a limit of its own', async () => {
		const person = await makePerson('Guessed Quay');
		const { db } = database();
		const statuses: number[] = [];
		for (let i = 0; i < 32; i++) {
			// As if every try came from another address: only the account's own count stays.
			await db.delete(tables.rateLimit).where(eq(tables.rateLimit.key, '127.0.0.1|/sign-in/email'));
			statuses.push((await signInCookie(person.email, `guess-${i}-guess`)).status);
		}
		expect(statuses.slice(0, 5)).to.deep.equal([400, 400, 400, 400, 400]);
		expect(statuses[31]).to.equal(429);
		const answer = await stranger().post('/sign-in', { email: person.email, password: 'guess-again' });
		expect(Number(answer.headers.get('retry-after'))).to.be.greaterThan(0);
	});
});

describe('invitations', () => {
	let owner: Client;
	let ownerPerson: Person;
	const yardId = uuidv7();
	const members = async () =>
		(await database().db.select().from(tables.membership).where(eq(tables.membership.yardId, yardId))).length;
	async function inviteLink(fields: Record<string, string> = {}): Promise<string> {
		const html = await (
			await owner.post(`/yards/${yardId}?/invite`, { id: uuidv7(), role: 'fitter', email: '', days: '14', ...fields })
		).text();
		return linkIn(html);
	}
	before(async () => {
		ownerPerson = await makePerson('Yard Quay');
		owner = await clientOf(ownerPerson);
		await owner.post('/yards/new', { id: yardId, name: 'Slack Water' });
	});

	it('say what they are to before one has an account, and are taken once', async () => {
		const link = await inviteLink();
		const shown = await (await stranger().get(link)).text();
		expect(shown).to.contain('Slack Water').and.contain('fitter').and.contain('Make an account');
		const [first, second] = [
			await clientOf(await makePerson('First Quay')),
			await clientOf(await makePerson('Second Quay'))
		];
		expect((await first.post(link, {})).headers.get('location')).to.equal(`/?yard=${yardId}`);
		expect((await first.post(link, {})).status).to.equal(303);
		expect((await second.post(link, {})).status).to.equal(409);
		expect(await members()).to.equal(2);
	});

	it('for one address are taken by no other', async () => {
		const [meant, other] = [await makePerson('Meant Quay'), await makePerson('Wrong Quay')];
		const link = await inviteLink({ email: meant.email });
		const [where] = await mailTo(meant.email);
		expect(where).to.equal(link);
		const refused = await (await clientOf(other)).post(link, {});
		expect([refused.status, (await refused.text()).includes(meant.email)]).to.deep.equal([403, true]);
		expect((await (await clientOf(meant)).post(link, {})).status).to.equal(303);
	});

	it('that are guessed, taken back or run out lead nowhere', async () => {
		const { db } = database();
		const someone = await clientOf(await makePerson('Late Quay'));
		expect((await someone.get('/invite/AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA')).status).to.equal(404);
		const of = (id: string) => db.select().from(tables.invitation).where(eq(tables.invitation.id, id));
		const ids = [uuidv7(), uuidv7()] as const;
		const links = [await inviteLink({ id: ids[0] }), await inviteLink({ id: ids[1] })] as const;
		await owner.post(`/yards/${yardId}?/revoke`, { id: ids[0] });
		await db
			.update(tables.invitation)
			.set({ expiresAt: new Date(Date.now() - 1000) })
			.where(eq(tables.invitation.id, ids[1]));
		for (const link of links) {
			expect((await someone.get(link)).status).to.equal(410);
			expect((await someone.post(link, {})).status).to.equal(410);
		}
		// Of a link only a hash is kept.
		expect(JSON.stringify(await of(ids[1]))).not.to.contain(links[1].split('/').at(-1));
	});

	it('two who take one link at once: one gets it', async () => {
		const link = await inviteLink();
		const both = [await clientOf(await makePerson('Race Quay')), await clientOf(await makePerson('Chase Quay'))];
		const answers = await Promise.all(both.map((c) => c.post(link, {})));
		expect(answers.map((a) => a.status).sort()).to.deep.equal([303, 409]);
	});

	it('a yard keeps an owner: the last one cannot go, be removed or be made less, also not twice at once', async () => {
		const own = { person: ownerPerson.id };
		expect((await owner.post(`/yards/${yardId}?/remove`, own)).status).to.equal(409);
		expect((await owner.post(`/yards/${yardId}?/role`, { ...own, role: 'viewer' })).status).to.equal(409);
		const second = await makePerson('Heir Quay');
		await database().db.insert(tables.membership).values({ yardId, personId: second.id, role: 'owner' });
		const heir = await clientOf(second);
		const left = await Promise.all([
			owner.post(`/yards/${yardId}?/remove`, own),
			heir.post(`/yards/${yardId}?/remove`, { person: second.id })
		]);
		expect(left.map((r) => r.status).sort()).to.deep.equal([303, 409]);
		const owners = await database()
			.db.select()
			.from(tables.membership)
			.where(and(eq(tables.membership.yardId, yardId), eq(tables.membership.role, 'owner')));
		expect(owners).to.have.length(1);
	});
});

describe('a shared horse', () => {
	it('is seen at once, and gone at once when the share ends; the yard’s owner reads who did what', async () => {
		const [owner, fitter] = [await clientOf(await makePerson('Share Quay')), await makePerson('Guest Quay')];
		const guest = await clientOf(fitter);
		const [yardId, horseId] = [uuidv7(), uuidv7()];
		await owner.post('/yards/new', { id: yardId, name: 'Ebb Yard' });
		await owner.post('/horses/new', { id: horseId, yardId, name: 'Grey Mullet', about: '', bornYear: '' });
		const html = await (
			await owner.post(`/horses/${horseId}/share?/invite`, { id: uuidv7(), role: 'guest-view', email: '', days: '2' })
		).text();
		expect((await guest.get(`/horses/${horseId}`)).status).to.equal(404);
		expect((await guest.post(linkIn(html), {})).headers.get('location')).to.equal(`/horses/${horseId}`);
		expect((await guest.get(`/horses/${horseId}`)).status).to.equal(200);
		expect(await (await guest.get('/')).text()).to.contain('Grey Mullet');
		await owner.post(`/horses/${horseId}/share?/end`, { person: fitter.id });
		expect((await guest.get(`/horses/${horseId}`)).status).to.equal(404);
		const yard = await (await owner.get(`/yards/${yardId}`)).text();
		for (const said of [
			'made the yard Ebb Yard',
			'invited somebody as guest who looks',
			'took the share',
			'ended the share with Guest Quay'
		])
			expect(yard).to.contain(said);
	});
});
