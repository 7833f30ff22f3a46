import { describe, expect, it } from 'vitest';
import { sceneOf } from '../derive';
import { bodyOf, gaitHeight, placeSleepers, tightest, waysIn } from '../people';
import type { Opening } from '../plan/fittings';
import { applyEdits, type Plan } from '../plan';
import { exact, plainVehicle, planIn, withPerson, withPiece } from '../testing/plans';
import { findingsOf } from '.';

const opening = (place: Opening['place'], across: [number, number], sill: number, head: number): Opening => ({
	name: place === 'rear' ? 'Rear door' : 'Side door',
	place,
	door: 'none',
	hinge: 'first',
	thickness: exact(50),
	sill: exact(sill),
	head: exact(head),
	edges: { low: { z: sill, first: exact(across[0]), second: exact(across[1]) } }
});
/** A box 1400 wide and 3000 long with a bed 600 wide along its left wall, and the doors given. */
function box(ceiling: number, openings: Record<string, Opening>, height = 400): Plan {
	const vehicle = { ...plainVehicle([[0, 700]], ceiling), openings };
	const bed = { height, reachRear: false, rear: 200, length: 1900, fullWidth: false, width: 600, centre: 380, gap: 0, panels: 1 };
	return withPerson(
		withPiece(planIn(vehicle), 'bed', 'fixed-platform', { ...bed, padThickness: 100, padFoam: 'firm' }),
		'ida',
		1700,
		'bed'
	);
}
const sill = 100;
const side = { side: opening('right', [600, 1600], sill, 1150) };
const found = (plan: Plan) => findingsOf(plan).find(({ rule }) => rule === 'getting-in');
const ways = (plan: Plan) => {
	const scene = sceneOf(plan, 'night');
	return waysIn(plan.vehicle, scene, placeSleepers(plan.crew, scene)[0]);
};

describe('gaits', () => {
	it('need what the segments say, and less the lower one goes', () => {
		const body = bodyOf({ stature: 1700 });
		expect(gaitHeight(body, 'upright')).toBe(1730);
		expect(gaitHeight(body, 'on the elbows')).toBeCloseTo(0.186 * 1700 + 0.07 * 1700 + 30, 6);
		expect(gaitHeight(body, 'wriggling')).toBeCloseTo(0.14 * 1700 + 100, 6);
		const all = (['upright', 'crouching', 'on hands and knees', 'on the elbows', 'wriggling'] as const).map((gait) =>
			gaitHeight(body, gait)
		);
		expect([...all].sort((a, b) => b - a)).toEqual(all);
	});
});

describe('the way to bed', () => {
	it('goes through the door, over the floor and along the bed, each as high as it is', () => {
		const [way] = ways(box(1300, side));
		expect(way.steps.map(({ where, free }) => [where, Math.round(free)])).toEqual([
			['door', 1150 - sill],
			['floor', 1300],
			// Sitting or kneeling presses a firm pad of 100 down by a fifth.
			['bed', 1300 - 400 - 80]
		]);
		expect(tightest(way).where).toBe('bed');
	});
	it('goes straight onto a bed that reaches to the door, over whichever is higher, bed or sill', () => {
		const rear = { rear: opening('rear', [-600, 600], 550, 1100) };
		expect(ways(box(1300, rear))[0].steps.map(({ where, free }) => [where, Math.round(free)])).toEqual([
			['door', 550],
			['bed', 820]
		]);
	});
	it('takes the roomiest of several doors, and says how one moves', () => {
		const plan = box(1300, { ...side, rear: opening('rear', [-600, 600], 0, 900) });
		expect(ways(plan).map(({ door }) => door)).toEqual(['side', 'rear']);
		expect(found(plan)!.why).toContain('By the side door: on hands and knees through the door');
		expect(found(plan)!.status).toBe('clear');
	});
	it('is tight where only wriggling has room, and clashes where nothing has', () => {
		const body = bodyOf({ stature: 1700 });
		const bearing = 480;
		const over = (room: number) => found(box(bearing + room, side))!;
		const [least, easy] = [gaitHeight(body, 'wriggling'), gaitHeight(body, 'on the elbows')];
		expect(over(least - 5)).toMatchObject({ status: 'clash' });
		expect(over(least + 5).margin).toBeCloseTo(5, 6);
		expect(over(least + 5).status).toBe('tight');
		expect(over(easy + 5).status).toBe('clear');
	});
	it('ducks under what hangs over the bed, or takes another place to get on', () => {
		const plan = box(1300, side);
		// A bunk over the front third leaves 200 over the mattress there; one gets on behind it and lies under it.
		const bunk = withPiece(plan, 'bunk', 'bunk', {
			height: 692,
			side: 'left',
			rear: 1400,
			length: 800,
			width: 600,
			guard: 0,
			folds: false
		});
		expect(tightest(ways(bunk)[0]).free).toBeGreaterThan(500);
		const long = withPiece(plan, 'bunk', 'bunk', {
			height: 692,
			side: 'left',
			rear: 200,
			length: 1900,
			width: 600,
			guard: 0,
			folds: false
		});
		expect(tightest(ways(long)[0]).free).toBeCloseTo(200, 6);
	});
	it('goes past covers and nets: they hang in the doors, and are pushed aside', () => {
		const rear = { rear: opening('rear', [-600, 600], 550, 1100) };
		const plan = box(1300, rear);
		const glass = {
			name: 'Rear window',
			place: 'rear' as const,
			frame: 'trim' as const,
			opens: false,
			sill: exact(650),
			head: exact(1050),
			edges: { low: { z: 650, first: exact(-500), second: exact(500) } }
		};
		const covered = withPiece({ ...plan, vehicle: { ...plan.vehicle, windows: { glass } } }, 'covers', 'window-cover', {});
		expect(covered.pieces.covers).toBeDefined();
		expect(sceneOf(covered, 'night').pieces.find(({ id }) => id === 'covers')!.parts.length).toBeGreaterThan(0);
		expect(ways(covered)).toEqual(ways(plan));
	});
	it('is not asked of a vehicle without doors, or of whoever is away', () => {
		expect(found(box(1300, {}))).toBeUndefined();
		const away = applyEdits(box(1300, side), [{ path: ['modes', 'night', 'people', 'ida'], value: { posture: 'away' } }]);
		expect(found(away)).toBeUndefined();
	});
});
