import { describe, expect, it } from 'vitest';
import { plainVehicle, planIn, withPiece } from '../testing/plans';
import { actionAt, convert, sceneDuring, timelineOf } from '.';

const step = (words: string, seconds: number) => ({ words, seconds, hands: 1 as const });

describe('a time line', () => {
	const actions = [
		{ steps: [step('a', 5), step('b', 6)], seconds: 11 },
		{ steps: [step('c', 4)], seconds: 4 }
	];
	it('lays step after step', () =>
		expect(timelineOf(actions).map(({ action, step, start, words }) => [action, step, start, words])).toEqual([
			[0, 0, 0, 'a'],
			[0, 1, 5, 'b'],
			[1, 0, 11, 'c']
		]));
	it('tells which action a time belongs to, and its share', () => {
		expect(actionAt(actions, 0)).toEqual({ index: 0, share: 0 });
		expect(actionAt(actions, 5.5)).toEqual({ index: 0, share: 0.5 });
		expect(actionAt(actions, 13)).toEqual({ index: 1, share: 0.5 });
		expect(actionAt(actions, 99)).toEqual({ index: 1, share: 1 });
		expect(actionAt([], 3)).toEqual({ index: 0, share: 0 });
	});
});

describe('a rehearsal', () => {
	const made = (kind: Parameters<typeof withPiece>[2], params: Record<string, unknown> = {}) =>
		withPiece(planIn(plainVehicle([[0, 860]], 1900, 4200)), 'bed', kind, params);
	it('shows links that are carried out until half of their step, and loose pads only at its ends', () => {
		const plan = made('module-bed');
		const found = convert({ ...plan, modes: { ...plan.modes, day: { ...plan.modes.day, pieces: { bed: 'middle-out' } } } }, 'night', 'day');
		if (!found.ok) throw new Error('no way');
		const [action] = found.actions;
		const at = (seconds: number) => sceneDuring(plan, 'night', action, seconds / action.seconds).pieces[0];
		const middle = (seconds: number) => at(seconds).parts.some(({ part }) => part.link === 'middle');
		const [before] = timelineOf(found.actions).filter(({ words }) => words.startsWith('Take it out'));
		expect(middle(before.start - 1)).toBe(true);
		expect(middle(before.start + before.seconds * 0.6)).toBe(false);
		// The mattress of the rear module stays, that of the middle one is off from the start.
		expect(at(1).pads.map(({ pad }) => pad.id)).toEqual(['rear']);
	});
	it('carries the mattress up with its lid', () => {
		const plan = made('lid-platform', { padThickness: 60 });
		const up = { ...plan, modes: { ...plan.modes, day: { ...plan.modes.day, pieces: { bed: 'lid-1-up' } } } };
		const found = convert(up, 'night', 'day');
		if (!found.ok) throw new Error('no way');
		const top = (share: number) =>
			sceneDuring(up, 'night', found.actions[0], share).pieces[0].pads.find(({ pad }) => pad.id === 'mattress-1')!.box.z[1];
		const tops = [0.01, 0.3, 0.6, 0.99].map(top);
		expect([...tops].sort((a, b) => a - b)).toEqual(tops);
		expect(tops[3]).toBeGreaterThan(tops[0] + 300);
	});
});
