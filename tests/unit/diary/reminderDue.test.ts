import { expect } from 'chai';
import { Temporal } from 'temporal-polyfill';
import {
	answeredDay,
	mustAnswer,
	reminderDue,
	REMINDER_HOUR,
	tasksInOrder,
	toldUpTo
} from '../../../src/core/diary/index.js';
import { localTime } from '../../../src/lib/server/zoneClock.js';

const at = (day: string, hour: number, weekday: number) => ({ day, hour, weekday });

describe('when a reminder is due', () => {
	it('once a day from six in the morning, or on Mondays; a Monday that was missed is made good', () => {
		const cases: readonly [Parameters<typeof reminderDue>, boolean][] = [
			[['off', null, at('2026-11-27', 9, 5)], false],
			[['daily', null, at('2026-11-27', 5, 5)], false],
			[['daily', null, at('2026-11-27', 6, 5)], true],
			[['daily', '2026-11-27', at('2026-11-27', 23, 5)], false],
			[['daily', '2026-11-26', at('2026-11-27', 6, 5)], true],
			[['weekly', null, at('2026-11-27', 9, 5)], false],
			[['weekly', null, at('2026-11-30', 9, 1)], true],
			[['weekly', '2026-11-30', at('2026-12-01', 9, 2)], false],
			[['weekly', '2026-11-23', at('2026-12-01', 9, 2)], true],
			[['weekly', '2026-11-24', at('2026-11-30', 9, 1)], true],
			// A clock that was set back reminds nobody twice.
			[['daily', '2026-11-28', at('2026-11-27', 9, 5)], false]
		];
		for (const [given, want] of cases) expect(reminderDue(...given), JSON.stringify(given)).to.equal(want);
		expect([toldUpTo('daily', '2026-11-30'), toldUpTo('weekly', '2026-11-30')]).to.deep.equal([
			'2026-11-30',
			'2026-12-06'
		]);
	});

	it('a person’s own clock agrees with another reading of the IANA zones, also in the nights when clocks change', () => {
		// Dates of changes in 2026: Europe 29 March and 25 October, Lord Howe by half an hour, Chatham at an odd quarter.
		const zones = [
			'Europe/London',
			'America/New_York',
			'Australia/Lord_Howe',
			'Pacific/Chatham',
			'Asia/Kathmandu',
			'UTC'
		];
		const nights = [
			'2026-03-29T00:00Z',
			'2026-10-25T00:00Z',
			'2026-03-08T05:00Z',
			'2026-11-01T04:00Z',
			'2026-04-04T13:00Z'
		];
		for (const zone of zones)
			for (const night of nights)
				for (let quarter = 0; quarter < 24; quarter++) {
					const instant = Temporal.Instant.from(night).add({ minutes: 15 * quarter });
					const there = instant.toZonedDateTimeISO(zone);
					const want = { day: there.toPlainDate().toString(), hour: there.hour, weekday: there.dayOfWeek % 7 };
					expect(localTime(new Date(instant.epochMilliseconds), zone), `${zone} ${instant.toString()}`).to.deep.equal(
						want
					);
				}
		expect(localTime(new Date('2026-11-27T03:00Z'), 'Nowhere/None').hour).to.equal(3);
		expect(REMINDER_HOUR).to.equal(6);
	});

	it('through a year, whatever the clocks do, a person is reminded once on every day', () => {
		for (const zone of ['Europe/London', 'Australia/Lord_Howe', 'America/New_York']) {
			let last: string | null = null;
			const days: string[] = [];
			for (let hour = 0; hour < 366 * 24; hour++) {
				const now = localTime(new Date(Date.UTC(2026, 0, 1) + hour * 3_600_000), zone);
				if (!reminderDue('daily', last, now)) continue;
				days.push(now.day);
				last = now.day;
			}
			expect(new Set(days).size, zone).to.equal(days.length);
			const whole = Temporal.PlainDate.from(days[0]!).until(Temporal.PlainDate.from(days.at(-1)!)).days + 1;
			expect(days.length, zone).to.equal(whole);
		}
	});
});

describe('what is said to a date', () => {
	const code = (work: () => void): string => {
		try {
			work();
			return 'fine';
		} catch (e) {
			return (e as { code: string }).code;
		}
	};
	const off = (until: string | null, reason = '') => ({
		dueOn: '2026-12-01',
		answer: 'put-off' as const,
		until,
		reason
	});

	it('puts it off to a day ahead, never past half a year; a stop is not put off; who skips says why', () => {
		const today = '2026-11-27';
		expect(code(() => mustAnswer(off('2026-12-05'), today, false))).to.equal('fine');
		expect(code(() => mustAnswer(off(today), today, false))).to.equal('fine');
		expect(code(() => mustAnswer(off('2026-11-26'), today, false))).to.equal('bad-put-off');
		expect(code(() => mustAnswer(off('2027-06-01'), today, false))).to.equal('bad-put-off');
		expect(code(() => mustAnswer(off(null), today, false))).to.equal('bad-put-off');
		expect(code(() => mustAnswer(off('2026-12-05'), today, true))).to.equal('stop-not-put-off');
		const skip = { dueOn: '2026-12-01', answer: 'skipped' as const, until: null };
		expect(code(() => mustAnswer({ ...skip, reason: ' ' }, today, false))).to.equal('say-why');
		expect(code(() => mustAnswer({ ...skip, reason: 'on box rest' }, today, false))).to.equal('fine');
	});

	it('moves it or takes it away', () => {
		expect(answeredDay('2026-12-01', undefined)).to.equal('2026-12-01');
		expect(answeredDay('2026-12-01', off('2026-12-09'))).to.equal('2026-12-09');
		expect(answeredDay('2026-12-01', { answer: 'skipped', until: null })).to.equal(null);
	});
});

describe('what people ask of each other', () => {
	it('shows a person’s own first, then others’, open before done, the soonest first', () => {
		const t = (name: string, askedOf: 'owner' | 'fitter' | 'vet', byOn: string | null, done = false) => ({
			name,
			askedOf,
			byOn,
			done
		});
		const all = [
			t('done', 'fitter', null, true),
			t('vet soon', 'vet', '2026-12-01'),
			t('own some day', 'fitter', null),
			t('own late', 'fitter', '2026-12-20'),
			t('own soon', 'fitter', '2026-12-02')
		];
		expect(tasksInOrder(all, 'fitter').map((x) => x.name)).to.deep.equal([
			'own soon',
			'own late',
			'own some day',
			'vet soon',
			'done'
		]);
		expect(tasksInOrder(all, undefined)[0]?.name).to.equal('vet soon');
	});
});
