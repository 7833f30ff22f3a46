import { expect, it } from 'vitest';
import { sceneOf } from '../derive';
import { placeSitters, posesIn } from '../people';
import { plainVehicle, planIn, withPerson, withPiece } from '../testing/plans';
import { findingsOf } from '.';

/** A platform whose front pins climb 150 mm over 1500: one sits on its slope, against the foot section at its high end. */
const plan = withPerson(
	withPiece(planIn(plainVehicle([[0, 700]], 1600, 3000)), 'bed', 'raked-platform', {
		height: 400,
		rear: 100,
		length: 1900,
		foot: 300,
		pins: 50,
		rise: 150,
		padThickness: 100,
		padFoam: 'firm'
	}),
	'ida',
	1700,
	'bed'
);

it('somebody on a raked platform sits on its slope, back to its backrest, and has the roof measured there', () => {
	const scene = sceneOf(plan, 'day');
	const [sitter] = placeSitters(plan.crew, scene);
	const { backAt, slope } = sitter.surface.raked!;
	const rear = 100 + 300 + 50;
	const long = 100 + 1900 - 50 - rear;
	expect(slope).toBeCloseTo(Math.tan(Math.asin(150 / long)), 9);
	const [{ pose }] = posesIn(plan.crew, scene);
	const hips = backAt - 0.19 * 1700;
	expect(pose.placement.facing).toEqual({ x: -1, y: 0 });
	expect(pose.placement.at.x).toBeCloseTo(hips, 6);
	// The boards at the hips, and a firm pad pressed down by a fifth.
	const seat = 400 + (hips - rear) * slope + 80;
	expect(pose.placement.at.z).toBeCloseTo(seat, 6);
	const head = findingsOf(plan).find(({ rule, modes }) => rule === 'bench-head' && modes.includes('day'))!;
	expect(head.margin).toBeCloseTo(1600 - seat - (0.95 * 0.52 * 1700 + 30), 6);
});
