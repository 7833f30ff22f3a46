import { describe, expect, it } from 'vitest';
import { applyEdits, type Plan } from '../plan';
import { TRAPS } from '../testing/traps';
import { findingsOf, fixesFor, resultId, resultsIn, type Finding } from '.';
import { CHECKS } from './registry';

/** Rules whose traps are planted in tests of their own. */
const ELSEWHERE: Record<string, string> = {
	'driver-known': 'questions.test.ts',
	'gear-placed': 'questions.test.ts',
	allowance: 'allowance.test.ts',
	desk: 'desk.test.ts and sitting.test.ts',
	'pad-cover': 'checks.test.ts',
	'drawer-droop': 'fronts.test.ts',
	'floor-joint': 'floor-boards.test.ts',
	'new-holes': 'fastening.test.ts',
	'seat-setting': 'settings.test.ts',
	'driving-setting': 'settings.test.ts',
	'piece-state': 'settings.test.ts',
	'doors-shut': 'settings.test.ts',
	'seats-apart': 'settings.test.ts',
	'measured-inside': 'settings.test.ts',
	'plan-known': 'settings.test.ts',
	'gear-held': 'gear-held.test.ts',
	'gear-put': 'gear-held.test.ts',
	worktop: 'worktop.test.ts',
	'ways-out': 'getting-out.test.ts',
	'to-the-wheel': 'getting-out.test.ts',
	'rear-view': 'getting-out.test.ts',
	upright: '../design/fooled.test.ts',
	'axle-load': 'weight.test.ts',
	'as-cut': 'as-cut.test.ts'
};

const worst = (plan: Plan, rule: string): Finding | undefined =>
	findingsOf(plan)
		.filter((finding) => finding.rule === rule)
		.sort((a, b) => a.margin - b.margin)[0];

describe('what is planted is found', () => {
	it.each(TRAPS)('$rule: $trap', ({ rule, bad, good }) => {
		const found = worst(bad, rule)!;
		expect(found, `nothing is said by ${rule}`).toBeDefined();
		expect(found.status, found.why).toBe('clash');
		expect(found.why.length).toBeGreaterThan(20);
		expect(found.title.length).toBeGreaterThan(5);
		const without = worst(good, rule);
		expect(without?.status ?? 'clear', without?.why).not.toBe('clash');
	});
	it.each(TRAPS)('and told once: $trap', ({ bad }) => {
		for (const mode of Object.keys(bad.modes)) {
			const ids = resultsIn(bad, mode).map(resultId);
			expect(ids.filter((id, i) => ids.indexOf(id) !== i)).toEqual([]);
		}
	});
	it('by every rule, here or in a test of its own', () => {
		const planted = new Set([...TRAPS.map(({ rule }) => rule), ...Object.keys(ELSEWHERE)]);
		expect(CHECKS.map(({ rule }) => rule).filter((rule) => !planted.has(rule))).toEqual([]);
	});
});

describe('one of the turns that are offered settles', () => {
	it.each(TRAPS.filter(({ fixed }) => fixed))('$trap', ({ rule, bad }) => {
		const found = worst(bad, rule)!;
		const turns = fixesFor(bad, found, {}).filter(({ margin }) => margin >= 0);
		expect(turns.length).toBeGreaterThan(0);
		const settled = turns.some(({ edits }) => {
			const after = findingsOf(applyEdits(bad, edits)).find((one) => one.rule === rule && one.key === found.key);
			return after === undefined || after.status !== 'clash';
		});
		expect(settled).toBe(true);
	});
});
