import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { applyEdits, readPlanFile, type Plan } from '../plan';
import { findingsOf } from '.';

const read = readPlanFile(readFileSync(join(import.meta.dirname, '../../../../examples/03-three-sections.nook.json'), 'utf8'));
if (!read.ok) throw new Error(read.faults[0]);
const { plan } = read;
const rear = (path: string[], value: number) => ({ path: ['vehicle', 'windows', 'rear', ...path], value });
const doubts = (changed: Plan) =>
	findingsOf(changed).filter(({ rule, title }) => rule === 'window-covers' && title.includes('sizes that a cover'));

describe('a cover for a window whose sizes cannot be right', () => {
	it.each([
		[
			'with a digit too many',
			[rear(['edges', 'low', 'second', 'mm'], 5200), rear(['edges', 'high', 'second', 'mm'], 5200)],
			/wider than the vehicle/
		],
		['upside down', [rear(['sill', 'mm'], 1400), rear(['head', 'mm'], 700)], /below the lower one/],
		['with its edges changed', [rear(['edges', 'low', 'first', 'mm'], 520), rear(['edges', 'low', 'second', 'mm'], -520)], /changed places/]
	])('%s is never clear', (_, edits, why) => {
		const [doubt, ...more] = doubts(applyEdits(plan, edits));
		expect(doubt).toMatchObject({ status: 'unmeasured', why: expect.stringMatching(why), subjects: ['dark'] });
		expect(doubt.modes.sort()).toEqual(Object.keys(plan.modes).sort());
		expect(more).toEqual([]);
	});
	it('is not asked of windows that can be', () => expect(doubts(plan)).toEqual([]));
	it('nor of one that no cover is cut for', () => {
		const bare = applyEdits(plan, [
			{ path: ['pieces'], value: Object.fromEntries(Object.entries(plan.pieces).filter(([, { kind }]) => kind !== 'window-cover')) }
		]);
		expect(doubts(applyEdits(bare, [rear(['sill', 'mm'], 1400), rear(['head', 'mm'], 700)]))).toEqual([]);
	});
});
