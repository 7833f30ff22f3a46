import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { STARTING_BUILD, WEEKDAYS, type Building } from '../plan/build';
import { calendarOf } from './calendar';
import { orderOf } from './order';
import type { BuildStep } from './step';

const step = (id: string, minutes: number, needs: string[] = [], more: Partial<BuildStep> = {}): BuildStep => ({
	id,
	kind: 'join',
	title: id,
	setUp: 'the bench',
	pieces: [],
	lines: [],
	called: {},
	tools: [],
	minutes,
	dries: 0,
	hands: 1,
	needs: needs.map((one) => ({ step: one, because: 'said' })),
	...more
});
const daily: Building = { ...STARTING_BUILD, hours: 2, days: [...WEEKDAYS] };
const dates = (calendar: ReturnType<typeof calendarOf>) =>
	Object.fromEntries(calendar.steps.map(({ id, stretches }) => [id, stretches.map(({ date, from, minutes }) => `${date} ${from} ${minutes}`)]));

describe('days', () => {
	it('work is split over days, and drying goes on at night: by hand', () => {
		// Two hours a day from 9. Coat 1 until 9:30 and dry after 20 h; meanwhile 150 min of other work: 90 today, 60 tomorrow until 10.
		const steps = [step('coat 1', 30, [], { dries: 20 }), step('coat 2', 30, ['coat 1'], { dries: 20 }), step('other', 150)];
		const calendar = calendarOf(steps, daily, '2026-12-01');
		expect(dates(calendar)).toEqual({
			'coat 1': ['2026-12-01 9 30'],
			other: ['2026-12-01 9.5 90', '2026-12-02 9 60'],
			'coat 2': ['2026-12-02 10 30']
		});
		expect(calendar.end).toBe('2026-12-02');
		expect(calendar.minutes).toBe(210);
		expect(calendar.steps.find(({ id }) => id === 'coat 2')!.dry).toEqual({ date: '2026-12-03', hour: 6.5 });
	});

	it('only on the days that are worked, from the day it begins', () => {
		// 5 December 2026 is a Saturday.
		const weekends: Building = { ...STARTING_BUILD, hours: 2, start: '2026-12-07' };
		const calendar = calendarOf([step('a', 200)], weekends, '2026-12-01');
		expect(calendar.days.map(({ date, minutes }) => `${date} ${minutes}`)).toEqual(['2026-12-12 120', '2026-12-13 80']);
	});

	it('within a day it waits for what dries when there is nothing else to do', () => {
		const calendar = calendarOf([step('a', 15, [], { dries: 1 }), step('b', 15, ['a'])], daily, '2026-12-01');
		expect(dates(calendar).b).toEqual(['2026-12-01 10.25 15']);
	});

	it('a step that is moved takes what needs it along, and the rest goes before it', () => {
		const steps = [step('a', 30), step('b', 30, ['a']), step('c', 30)];
		const calendar = calendarOf(steps, { ...daily, notBefore: { a: '2026-12-10' } }, '2026-12-01');
		expect(dates(calendar)).toEqual({ c: ['2026-12-01 9 30'], a: ['2026-12-10 9 30'], b: ['2026-12-10 9.5 30'] });
	});

	it('nothing stands loose overnight where a day is long enough for both; else it is told', () => {
		const steps = [
			step('before', 60),
			step('in', 50, ['before'], { block: 'bed' }),
			step('fix', 50, ['in'], { block: 'bed' }),
			step('after', 10)
		];
		const calendar = calendarOf(steps, daily, '2026-12-01');
		expect(dates(calendar)).toEqual({
			before: ['2026-12-01 9 60'],
			after: ['2026-12-01 10 10'],
			in: ['2026-12-02 9 50'],
			fix: ['2026-12-02 9.833333333333334 50']
		});
		expect(calendar.days.flatMap(({ loose }) => loose)).toEqual([]);
		const long = calendarOf([step('in', 100, [], { block: 'bed' }), step('fix', 50, ['in'], { block: 'bed' })], daily, '2026-12-01');
		expect(long.days.map(({ loose }) => loose)).toEqual([['bed'], []]);
	});

	it('what is done is not done again, and dries from its own day', () => {
		const steps = [step('coat 1', 30, [], { dries: 48 }), step('coat 2', 30, ['coat 1'])];
		const calendar = calendarOf(steps, { ...daily, done: { 'coat 1': { on: '2026-12-01' } } }, '2026-12-02');
		expect(dates(calendar)).toEqual({ 'coat 2': ['2026-12-04 9 30'] });
	});

	it('keeps everything that it should, whatever the steps are', () => {
		const randomStep = fc.tuple(fc.integer({ min: 0, max: 400 }), fc.integer({ min: 0, max: 30 }), fc.array(fc.nat(9), { maxLength: 3 }), fc.nat(3));
		fc.assert(
			fc.property(fc.array(randomStep, { minLength: 1, maxLength: 10 }), fc.integer({ min: 1, max: 8 }), fc.double({ min: 0.3, max: 3, noNaN: true }), (list, hours, pace) => {
				const steps = list.map(([minutes, dries, needs, block], i) =>
					step(
						`s${i}`,
						minutes,
						needs.filter((n) => n < i).map((n) => `s${n}`),
						{ dries, ...(block === 0 ? { block: 'bed' } : {}) }
					)
				);
				const building: Building = { ...STARTING_BUILD, hours };
				const calendar = calendarOf(orderOf(steps).steps, building, '2026-12-01', pace);
				expect(calendar.steps).toHaveLength(steps.length);
				const at = new Map(calendar.steps.map((one) => [one.id, one]));
				const hour = (date: string, of: number) => Date.parse(`${date}T00:00:00Z`) / 3.6e6 + of;
				const begin = (id: string) => hour(at.get(id)!.stretches[0].date, at.get(id)!.stretches[0].from);
				const end = (id: string) => {
					const { date, from, minutes } = at.get(id)!.stretches.at(-1)!;
					return hour(date, from + minutes / 60);
				};
				for (const one of steps) {
					expect(at.get(one.id)!.stretches.reduce((sum, { minutes }) => sum + minutes, 0)).toBeCloseTo(one.minutes * pace, 6);
					for (const { step: other } of one.needs)
						expect(begin(one.id)).toBeGreaterThanOrEqual(end(other) + steps.find(({ id }) => id === other)!.dries - 1e-6);
				}
				const all = calendar.steps.flatMap(({ stretches }) => stretches).filter(({ minutes }) => minutes > 0);
				const inTurn = all.map(({ date, from, minutes }) => [hour(date, from), hour(date, from + minutes / 60)]).sort((a, b) => a[0] - b[0]);
				inTurn.forEach(([from], i) => i > 0 && expect(from).toBeGreaterThanOrEqual(inTurn[i - 1][1] - 1e-6));
				for (const { date, minutes } of calendar.days) {
					expect(minutes).toBeLessThanOrEqual(hours * 60 + 1e-6);
					expect([6, 0]).toContain(new Date(`${date}T12:00:00Z`).getUTCDay());
				}
			}),
			{ numRuns: 150 }
		);
	});
});
