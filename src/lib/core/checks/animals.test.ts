import { describe, expect, it } from 'vitest';
import { sceneOf } from '../derive';
import { placeAnimals } from '../people';
import { addAnimal, applyEdits, removeAnimal, type Plan } from '../plan';
import { plainVehicle, planIn, withPerson, withPiece } from '../testing/plans';
import { findingsOf } from '.';

const DOG = { name: 'Moss', shoulder: 500, length: 700, weight: 18 };
const withDog = (plan: Plan) => applyEdits(plan, addAnimal(plan, DOG));
const empty = planIn(plainVehicle([[0, 700]], 1200, 3000));
/** A platform from the right wall that leaves an aisle of some width along the left one, too low to lie under. */
const aisle = (width: number) =>
	withPiece(empty, 'bed', 'fixed-platform', {
		height: 250,
		reachRear: false,
		rear: 0,
		length: 3000,
		fullWidth: false,
		width: 1400 - width,
		centre: -width / 2,
		gap: 0
	});
const found = (plan: Plan) => findingsOf(plan).find(({ rule, modes }) => rule === 'animal-place' && modes.includes('night'));
const place = (plan: Plan) => placeAnimals(plan.animals!, plan.vehicle, plan.crew, sceneOf(plan, 'night'))[0];

describe('a dog', () => {
	it('lies on the floor with the whole height over it, where nothing stands', () => {
		expect(place(withDog(empty))).toMatchObject({ share: 1, free: 1200, piece: undefined });
		expect(found(withDog(empty))).toMatchObject({ status: 'clear', margin: 1200 - 0.6 * 500 });
		expect(found(empty)).toBeUndefined();
	});
	it('lies in an aisle as broad as half its length, and in none that is narrower', () => {
		expect(found(withDog(aisle(355)))!.status).toBe('clear');
		const tight = found(withDog(aisle(330)))!;
		expect(tight.status).toBe('clash');
		// Nine tenths of it would fit.
		expect(tight.margin).toBeCloseTo(-70, 6);
	});
	it('lies under a bed that it cannot stand up under, which is tight', () => {
		const under = withPiece(empty, 'bed', 'slat-platform', { height: 480, rear: 0, length: 2990, gap: 2 });
		const result = found(withDog(under))!;
		expect(result.status).toBe('tight');
		expect(result.margin).toBeLessThan(500 + 60 - 300);
	});
	it('takes the deck that was made for it', () => {
		const deck = withPiece(aisle(200), 'deck', 'pet-deck', { height: 450, rear: 200, length: 800, width: 500, centre: 0 });
		expect(place(withDog(deck))).toMatchObject({ piece: 'deck', share: 1 });
		expect(found(withDog(deck))!.why).toContain('On its deck');
	});
	it('does not lie in whoever sleeps on the floor, or in another dog', () => {
		const narrow = planIn(plainVehicle([[0, 380]], 1200, 2000));
		const sleeper = applyEdits(withPerson(narrow, 'ida', 1700, 'none'), [
			{ path: ['modes', 'night', 'people', 'ida'], value: { posture: 'lying' } }
		]);
		expect(found(withDog(sleeper))!.status).toBe('clash');
		const two = withDog(withDog(empty));
		const [a, b] = placeAnimals(two.animals!, two.vehicle, {}, sceneOf(two, 'night'));
		const apart = Math.max(Math.abs(a.at.x - b.at.x) - a.half.x - b.half.x, Math.abs(a.at.y - b.at.y) - a.half.y - b.half.y);
		expect(apart).toBeGreaterThanOrEqual(-1e-6);
	});
	it('is left at home without a trace', () => {
		const plan = withDog(empty);
		expect(applyEdits(plan, removeAnimal(plan, 'moss'))).toEqual(empty);
	});
});
