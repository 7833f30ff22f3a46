import { describe, expect, it } from 'vitest';
import { applyEdits, starterPlan, type Plan } from '../plan';
import { plainVehicle, planIn, withPiece } from '../testing/plans';
import { convert, sceneDuring } from '.';

/** The only action of a conversion from day to night. */
function actionOf(plan: Plan) {
	const way = convert(plan, 'day', 'night');
	if (!way.ok) throw new Error(way.blocks.map(({ who, whom }) => `${who} meets ${whom}`).join('; '));
	expect(way.actions).toHaveLength(1);
	return way.actions[0];
}

describe('one moment of a conversion', () => {
	const plan = withPiece(planIn(plainVehicle([[0, 800]], 1500, 3000)), 'couch', 'slat-couch', {
		gap: 10,
		seatDepth: 600,
		bedWidth: 1000,
		padThickness: 90,
		lid: false
	});
	const action = actionOf(plan);
	const railAt = (share: number) => {
		const [couch] = sceneDuring(plan, 'day', action, share).pieces;
		return couch.parts.find(({ part }) => part.id === 'front-rail')!.box.y;
	};
	it('begins and ends as the states have it', () => {
		expect(railAt(0)).toEqual([790 - 600, 790 - 600 + 21]);
		expect(railAt(1)).toEqual([790 - 1000, 790 - 1000 + 21]);
	});
	it('in between, what slides is where its step has brought it, by its seconds', () => {
		let [spent, started, ended] = [0, 0, 0];
		for (const { joints, seconds } of action.steps) {
			if (joints?.front !== undefined) [started, ended] = [spent, spent + seconds];
			spent += seconds;
		}
		const halfway = (started + ended) / 2 / spent;
		expect(railAt(halfway)[0]).toBeCloseTo(790 - 600 - 200, 3);
		expect(railAt((started + 0.25 * (ended - started)) / spent)[0]).toBeCloseTo(790 - 600 - 100, 3);
		expect(railAt(started / spent - 1e-6)[0]).toBeCloseTo(790 - 600, 3);
	});
	it('has nobody in it, and loose cushions off while the piece is on its way', () => {
		const cushions = (share: number) => sceneDuring(plan, 'day', action, share).pieces[0].pads.map(({ pad }) => pad.id);
		expect(cushions(0)).toContain('back-pad');
		expect(cushions(0.5)).not.toContain('back-pad');
		expect(sceneDuring(plan, 'day', action, 0.5).mode.people).toEqual({});
	});
	it('takes a seat from setting to setting', () => {
		const started = starterPlan('Test', 'small van');
		const [seat] = Object.keys(started.vehicle.seats);
		const slides = applyEdits(started, [
			{ path: ['modes', 'day', 'seats'], value: { [seat]: { state: 'upright', slide: 0, angle: 15 } } },
			{ path: ['modes', 'night', 'seats'], value: { [seat]: { state: 'upright', slide: 120, angle: 15 } } }
		]);
		const way = convert(slides, 'day', 'night');
		if (!way.ok) throw new Error('the seat does not slide');
		const sliding = way.actions.find(({ subject }) => subject === seat)!;
		const backAt = (share: number) => {
			const { profiles } = sceneDuring(slides, 'day', sliding, share).seats.find(({ id }) => id === seat)!;
			return Math.min(...profiles.flatMap((profile) => profile.map(({ x }) => x)));
		};
		expect(backAt(1) - backAt(0)).toBeCloseTo(120, 6);
		expect(backAt(0.5) - backAt(0)).toBeGreaterThan(20);
		expect(backAt(1) - backAt(0.5)).toBeGreaterThan(20);
	});
});
