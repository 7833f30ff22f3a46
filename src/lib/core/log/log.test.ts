import { describe, expect, it } from 'vitest';
import { applyEdits, readPlan, type LogEntry, type Plan } from '../plan';
import { example } from '../testing/examples';
import { plainVehicle, planIn, withPiece } from '../testing/plans';
import { nextBuild, ownTimes, remindersOf, seasonTimes, toldBy } from '.';

describe('the season of the survey van', () => {
	const plan = example('lantern-small-van.nook.json');
	const told = toldBy(plan);

	it('is counted as by hand', () => {
		// 24 marks of how one slept: 3 4 4 2 3 4 4 4 3 4 5 4 | 4 4 3 5 5 4 4 5 4 5 4 5, 44 and 52.
		expect(told).toMatchObject({ nights: 24, entries: 26, slept: 4, damp: 2, cold: 1, kilometres: 2192 });
		expect(told.trend!.first).toBeCloseTo(44 / 12, 9);
		expect(told.trend!.last).toBeCloseTo(52 / 12, 9);
	});
	it('conversions cost what the stopwatch said, the dearest of the season first', () => {
		expect(told.conversions).toEqual([
			{ from: 'drive', to: 'night', times: 5, mean: 244, all: 1220 },
			{ from: 'night', to: 'drive', times: 4, mean: 247.5, all: 990 },
			{ from: 'day', to: 'night', times: 3, mean: 520 / 3, all: 520 },
			{ from: 'night', to: 'day', times: 1, mean: 150, all: 150 }
		]);
	});
	it('what rattles, wears and is to be different is told by piece', () => {
		expect(told.remarks.find(({ piece }) => piece === 'couch')!.remarks).toEqual([
			{ kind: 'rattles', text: 'legs tap on the floor', times: 2, last: '2026-06-05' },
			{ kind: 'worn', text: 'edge of the first slat', times: 1, last: '2026-07-13' }
		]);
		expect(told.changes.map(({ date, times }) => `${date} ${times}`)).toEqual(['2026-05-17 2', '2026-06-12 1', '2026-08-21 1']);
	});
	it('every mode was used', () => expect(told.idleModes).toEqual([]));
	it('the next build begins with what is to be different, and nothing of it is built', () => {
		const next = nextBuild(applyEdits(plan, [{ path: ['build', 'done', 'fit:couch'], value: { on: '2027-01-01' } }]), '2027-10-01');
		expect(next.name).toBe('Lantern: survey van, next build');
		expect(next.log).toHaveLength(1);
		expect(next.log[0].text).toBe(
			[
				'To be different this time:',
				'– a hook for the head lamp (2 times)',
				'– Slat couch: bed 20 mm lower, or a thinner cushion: Tomas cannot sit up',
				'– Slat couch: a second prop for the lid'
			].join('\n')
		);
		expect(next.build.done).toEqual({});
		expect(readPlan(structuredClone(next)).ok).toBe(true);
	});
});

const entry = (date: string, more: Partial<LogEntry> = {}): LogEntry => ({ date, text: '', ...more });
const day = (i: number) => `2027-06-${String(i).padStart(2, '0')}`;

describe('what was never used', () => {
	const plan = (nights: number, more: (i: number) => Partial<LogEntry>): Plan => ({
		...planIn(plainVehicle([[0, 700]])),
		gear: { stove: { name: 'Stove', length: 300, width: 200, height: 100, weight: 2, count: 1 } },
		log: Array.from({ length: nights }, (_, i) => entry(day(i + 1), { slept: 4, ...more(i) }))
	});
	it('is told after ten nights, not after nine', () => {
		expect(toldBy(plan(9, () => ({ modes: ['night'] }))).idleModes).toEqual([]);
		expect(toldBy(plan(10, () => ({ modes: ['night'] }))).idleModes.map(({ id }) => id)).toEqual(['day']);
	});
	it('of gear when it is named in each of the last ten nights', () => {
		expect(toldBy(plan(12, (i) => ({ unused: i < 2 ? [] : ['stove'] }))).idleGear).toEqual([{ id: 'stove', name: 'Stove' }]);
		expect(toldBy(plan(12, (i) => ({ unused: i === 5 ? [] : ['stove'] }))).idleGear).toEqual([]);
	});
	it('nothing is told of modes that are gone', () =>
		expect(ownTimes(plan(1, () => ({ timed: [{ from: 'gone', to: 'night', seconds: 10 }] })))).toEqual([]));
});

describe('seasons', () => {
	it('out and in are averaged by themselves', () => {
		const season = (way: 'out' | 'in', minutes: number) => ({ season: { way, minutes } });
		const log = [entry(day(1), season('out', 40)), entry(day(2), season('in', 70)), entry(day(3), season('out', 30))];
		expect(seasonTimes({ log })).toEqual([
			{ way: 'out', times: 2, mean: 35 },
			{ way: 'in', times: 1, mean: 70 }
		]);
		expect(seasonTimes({ log: [] })).toEqual([]);
	});
});

describe('reminders', () => {
	const held = { a: { way: 'new bolt through', surface: 'floor', x: 500, at: 0 } };
	const bare = withPiece(planIn(plainVehicle([[0, 700]])), 'bed', 'fixed-platform');
	const plan = applyEdits(bare, [
		{ path: ['pieces', 'bed', 'held'], value: held },
		{ path: ['build', 'done', 'fix:bed'], value: { on: '2027-05-01' } },
		{ path: ['build', 'done', 'coat:bed.1'], value: { on: '2027-04-01' } }
	]);
	const after = (log: LogEntry[], today = '2027-06-30') => remindersOf({ ...plan, log }, today);

	it('what is bolted is tightened after the first hundred kilometres, then after two thousand', () => {
		expect(after([entry('2027-05-02', { kilometres: 99 })]).find(({ key }) => key === 'tight:bed')).toMatchObject({
			since: 99,
			due: false
		});
		const driven = [
			entry('2027-04-30', { kilometres: 500 }),
			entry('2027-05-02', { kilometres: 60 }),
			entry('2027-05-03', { kilometres: 41 })
		];
		expect(after(driven).find(({ key }) => key === 'tight:bed')).toMatchObject({ since: 101, every: 100, due: true });
		const seen = [...driven, entry('2027-05-04', { checked: ['tight:bed'] }), entry('2027-05-10', { kilometres: 1999 })];
		expect(after(seen).find(({ key }) => key === 'tight:bed')).toMatchObject({ since: 1999, every: 2000, due: false });
	});
	it('the finish is looked at after a year', () => {
		expect(after([], '2028-03-30').find(({ key }) => key === 'oil:bed')).toMatchObject({ since: 364, due: false });
		expect(after([], '2028-03-31').find(({ key }) => key === 'oil:bed')).toMatchObject({ since: 365, due: true });
		expect(after([entry('2028-03-31', { checked: ['oil:bed'] })], '2028-04-01').find(({ key }) => key === 'oil:bed')).toMatchObject({
			since: 1,
			due: false
		});
	});
	it('straps are asked about where there are some', () => expect(after([]).some(({ key }) => key.startsWith('straps'))).toBe(false));
});
