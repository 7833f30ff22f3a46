import { describe, expect, it } from 'vitest';
import type { FrontSeat, Plan } from '../plan';
import { starterPlan } from '../plan';
import { exact, plainVehicle, planIn, withPiece } from '../testing/plans';
import { sizeForGap } from '../fits';
import { findingsOf } from './run';

/** Two front seats 450 wide whose inner faces stand 420 apart, in a plain box. */
function between(kind: 'seat-cube' | 'tube-frame', params: Record<string, unknown>): Plan {
	const [left] = Object.values(starterPlan('Seats', 'small van').vehicle.seats) as FrontSeat[];
	const seat = (y: number): FrontSeat => ({ ...left, y, width: exact(450) });
	const vehicle = { ...plainVehicle([[0, 800]], 1500, 2600), seats: { left: seat(435), right: seat(-435) } };
	return withPiece(planIn(vehicle), 'cube', kind, { rear: left.back.mm + 120, ...params });
}
const told = (plan: Plan) => findingsOf(plan).find(({ rule, modes }) => rule === 'allowance' && modes.includes('day'));

describe('what stands between two seats', () => {
	it('as wide as its gap does not go in', () => {
		const full = told(between('tube-frame', { width: 420, length: 300, centre: 0, height: 300, bays: 1 }))!;
		expect(full).toMatchObject({ status: 'clash', actual: 0, limit: 12 });
		expect(full.margin).toBeCloseTo(-12, 6);
	});
	it('a few millimetres are not enough beside upholstery; its fit is', () => {
		expect(told(between('tube-frame', { width: 414, length: 300, centre: 0, height: 300, bays: 1 }))!.status).toBe('clash');
		expect(told(between('tube-frame', { width: 408, length: 300, centre: 0, height: 300, bays: 1 }))!.status).toBe('clear');
	});
	it('a cube made for the measured gap is sized by its fit, its covering counted', () => {
		const cube = (params: Record<string, unknown>) =>
			told(between('seat-cube', { between: 420, length: 300, centre: 0, height: 300, cushion: 0, ...params }))!;
		expect(cube({}).actual).toBeCloseTo(420 - sizeForGap(420, 'loose against carpet'), 6);
		expect(cube({}).margin).toBeCloseTo(0, 6);
		expect(cube({ covering: 4 }).actual).toBeCloseTo(12 + 8, 6);
		// Measured ten too wide, it would be all but as wide as the gap.
		expect(cube({ between: 430 }).status).toBe('clash');
		expect(cube({ fit: 'sliding' }).status).toBe('clash');
	});
	it('nothing is said of what has room', () =>
		expect(told(between('tube-frame', { width: 300, length: 300, centre: 0, height: 300, bays: 1 }))).toBeUndefined());
});
