import { describe, expect, it } from 'vitest';
import { measurementList } from '../interior';
import { inVariedVehicle, sceneOf } from '../derive';
import { applyEdits, BODY_STYLES, starterPlan, type Plan } from '../plan';
import { normal, randomFrom } from '../practice/random';
import { exact, plainVehicle, planIn, withPerson, withPiece } from '../testing/plans';
import { allTolerances, findingsOf, resultsIn, toleranceKey } from '.';

/** A bed from wall to wall, each side so far from it. */
const wallToWall = (plan: Plan, gap = 12) =>
	withPiece(plan, 'bed', 'fixed-platform', { height: 400, reachRear: false, rear: 300, length: 1300, fullWidth: true, gap });

const walls = (plan: Plan) => findingsOf(plan, allTolerances(plan)).find(({ rule }) => rule === 'fit-walls')!;

describe('what is cut does not move with the wall', () => {
	it('a board cut to a guessed wall has the guess as its tolerance, and is not known to fit', () => {
		for (const style of BODY_STYLES) {
			const found = walls(wallToWall(starterPlan('x', style)));
			expect(found.margin, style).toBeLessThan(13);
			// At the bed's edges the wall lies between two or four readings of ± 30 mm.
			expect(found.tolerance!, style).toBeGreaterThanOrEqual(15);
			expect(found.status, style).toBe('unmeasured');
			expect(found.sensitivities.some(({ guessed }) => guessed)).toBe(true);
		}
	});
	it('one width out by its ± takes just that off the board that was cut to it', () => {
		const box = plainVehicle([[0, 700]]);
		const widths = Object.keys(box.stations.rear.widths);
		const vehicle = applyEdits(
			box,
			Object.keys(box.stations).flatMap((station) =>
				widths.map((key) => ({ path: ['stations', station, 'widths', key, 'left', 'plusMinus'], value: 8 }))
			)
		);
		const found = walls(wallToWall(planIn(vehicle)));
		// Both stations out by 8 at once are a wall out by 8; never more than both of them squared and rooted.
		expect(found.tolerance!).toBeGreaterThanOrEqual(8 - 1e-6);
		expect(found.tolerance!).toBeLessThanOrEqual(8 * Math.SQRT2);
		expect(found.margin).toBeCloseTo(12, 6);
	});
	it('leaves the pieces as they were cut', () => {
		const plan = wallToWall(starterPlan('x', 'small van'));
		const [entry] = measurementList(plan.vehicle).filter(({ group }) => group === 'Cross-sections');
		const edits = [{ path: [...entry.path, 'mm'], value: entry.measurement.mm - 25 }];
		const [before, varied] = [sceneOf(plan, 'night'), sceneOf(inVariedVehicle(plan, edits), 'night')];
		expect(varied.pieces[0].assembly).toBe(before.pieces[0].assembly);
		expect(varied.interior).not.toBe(before.interior);
		expect(sceneOf(applyEdits(plan, edits), 'night').pieces[0].assembly).not.toBe(before.pieces[0].assembly);
	});
	it('two readings that bind only together are not passed over', () => {
		// Headroom is the lower of two ceilings; each could fall by 40 without touching a net, both by 40 touch it.
		const box = plainVehicle([[0, 700]], 1200);
		const vehicle = applyEdits(
			box,
			Object.entries(box.stations).flatMap(([station, { ceiling }]) =>
				Object.keys(ceiling).map((key) => ({ path: ['stations', station, 'ceiling', key, 'z'], value: { ...exact(1200), plusMinus: 40 } }))
			)
		);
		const plan = withPerson(withPiece(planIn(vehicle), 'bed', 'fixed-platform', { height: 400 }), 'ida', 1700, 'bed');
		const known = allTolerances(plan);
		const turning = resultsIn(plan, 'night').find(({ rule }) => rule === 'turning-over')!;
		expect(known[toleranceKey('night', turning)].tolerance).toBeGreaterThanOrEqual(40 - 1e-6);
	});
});

describe('people of one height differ', () => {
	const bed = withPiece(planIn(plainVehicle([[0, 700]], 1250)), 'bed', 'fixed-platform', { height: 300, length: 1900 });
	const sittingUp = (plan: Plan) => {
		const [found] = findingsOf(plan, allTolerances(plan)).filter(({ rule }) => rule === 'sitting-up');
		return found;
	};
	it('where nobody measured the sitting height, the room to sit up is known by as much as people differ', () => {
		const found = sittingUp(withPerson(bed, 'ida', 1700, 'bed'));
		// Two deviations of 0.014 of the stature; sitting up at the least takes 0.95 of the sitting height.
		const spread = found.sensitivities.find(({ path }) => path.join('.') === 'crew.ida.sittingHeight')!;
		expect(spread.effect).toBeCloseTo(0.95 * 2 * 0.014 * 1700, 6);
		expect(spread.guessed).toBe(false);
		expect(found.tolerance!).toBeGreaterThanOrEqual(spread.effect);
	});
	it('a measured one leaves no doubt of this', () => {
		const plan = withPerson(bed, 'ida', 1700, 'bed');
		const measured = applyEdits(plan, [{ path: ['crew', 'ida', 'sittingHeight'], value: 884 }]);
		expect(sittingUp(measured).sensitivities.some(({ path }) => path[0] === 'crew')).toBe(false);
	});
});

describe('tolerances against vehicles at random', () => {
	/** Of a thousand vehicles whose every size is off as a tape is, how many have less room than the tolerance said. */
	it.each(['small van', 'small hatchback'] as const)('of a %s: what is said holds in nineteen of twenty', (style) => {
		const plan = withPerson(wallToWall(starterPlan('x', style)), 'ida', 1650, 'bed');
		const known = allTolerances(plan);
		const base = Object.keys(plan.modes).flatMap((mode) => resultsIn(plan, mode).map((result) => ({ mode, result })));
		const entries = measurementList(plan.vehicle);
		const random = randomFrom(`vehicles/${style}`);
		const RUNS = 120;
		const exceeded = new Map<string, number>();
		for (let run = 0; run < RUNS; run++) {
			// The ± is two deviations: one reading in twenty is off by more.
			const edits = entries.map(({ path, measurement: { mm, plusMinus } }) => ({
				path: [...path, 'mm'],
				value: mm + (plusMinus / 2) * normal(random)
			}));
			const varied = inVariedVehicle(plan, edits);
			const now = new Map(
				Object.keys(plan.modes).flatMap((mode) => resultsIn(varied, mode).map((r) => [toleranceKey(mode, r), r.margin] as const))
			);
			for (const { mode, result } of base) {
				const key = toleranceKey(mode, result);
				const there = now.get(key);
				if (there !== undefined && there < result.margin - known[key].tolerance - 1e-6) exceeded.set(key, (exceeded.get(key) ?? 0) + 1);
			}
		}
		const shares = base.map(({ mode, result }) => (exceeded.get(toleranceKey(mode, result)) ?? 0) / RUNS);
		expect(base.length).toBeGreaterThan(8);
		// A binomial share of 1 in 20 over these runs stays below 0.1 in all but one case in a hundred.
		expect(Math.max(...shares)).toBeLessThan(0.1);
	});
});
