import { describe, expect, it } from 'vitest';
import { findingsOf } from '../checks';
import { sceneOf } from '../derive';
import { applyEdits, type Plan } from '../plan';
import { plainVehicle, planIn, withPerson, withPiece } from '../testing/plans';
import { figureOf } from './figure';
import { bodyOf, endBefore, placeSitters, posesIn } from '.';

// A bed 700 wide, its middle 150 to the left, from 300 to 2200, boards at 400 and 80 of medium foam; walls at 800.
const BED = { height: 400, rear: 300, length: 1900, reachRear: false, fullWidth: false, width: 700, gap: 0, panels: 1, padThickness: 80 };
const H = 1700;
const SEAT = 400 + 0.7 * 80;
const bedAt = (centre: number, over: object = {}) =>
	withPiece(planIn(plainVehicle([[0, 800]], 1600, 4000)), 'bed', 'fixed-platform', { ...BED, centre, ...over });

/** By day somebody sits on the edge of the bed. */
function seatedOn(plan: Plan, ids: string[] = ['mara'], stature = H): Plan {
	return ids.reduce(
		(seated, id) =>
			applyEdits(withPerson(seated, id, stature, 'bed'), [
				{ path: ['modes', 'day', 'people', id], value: { posture: 'on the edge of a bed', piece: 'bed' } }
			]),
		plan
	);
}
const table = (plan: Plan, over: object) =>
	withPiece(plan, 'table', 'table', {
		mount: 'stands on a leg',
		facing: 'right',
		rear: 900,
		width: 600,
		depth: 400,
		back: 0,
		height: 720,
		legBar: 'batten-45x45',
		...over
	});
const sittersOf = (plan: Plan) => placeSitters(plan.crew, sceneOf(plan, 'day'));
const findingOf = (plan: Plan, rule: string, what = '') =>
	findingsOf(plan).find((one) => one.rule === rule && one.modes.includes('day') && one.key.startsWith(what))!;

describe('sitting on the edge of a bed', () => {
	it('is along the side with more room, the hollow of the knee at the edge, halfway along it', () => {
		const [right] = sittersOf(seatedOn(bedAt(150)));
		expect(right).toMatchObject({ on: 'edge', sight: { axis: 'y', s: -1, edge: -200, middle: 1250 } });
		expect(right.sight.back).toBeCloseTo(-200 + 0.27 * H, 9);
		expect(sittersOf(seatedOn(bedAt(-150)))[0].sight).toMatchObject({ axis: 'y', s: 1, edge: 200 });
	});
	it('is at the front end of a bed that fills the width', () => {
		const across = seatedOn(bedAt(0, { fullWidth: true, length: 1300 }));
		const [sitter] = sittersOf(across);
		expect(sitter.sight).toMatchObject({ axis: 'x', s: 1, edge: 1600, middle: 0 });
		// Nobody drives in the plain vehicle: its end is where it ends.
		expect(findingOf(across, 'bench-leg-room').margin).toBeCloseTo(4000 - 1600 - (-0.05 + 0.152) * H, 6);
	});
	it('is before the table where there is one, drawn up to its middle, though the other side has more room', () => {
		const tabled = seatedOn(table(bedAt(150), { facing: 'left', back: 580, depth: 200 }));
		expect(sittersOf(tabled)[0].sight).toMatchObject({ axis: 'y', s: 1, edge: 500, middle: 1200 });
	});
	it('is not where no foot finds the floor, table or not', () => {
		// 100 between the bed and the wall; feet ask for 0.12 of the stature.
		const close = seatedOn(table(bedAt(350), { facing: 'left', back: 720, depth: 150, height: 900 }));
		expect(sittersOf(close)[0].sight.s).toBe(-1);
	});
	it('two share the edge, and a bed of two level pieces is one', () => {
		const two = sittersOf(seatedOn(bedAt(150), ['ida', 'mara']));
		expect(two.map(({ sight }) => sight.middle)).toEqual([300 + 475, 300 + 3 * 475]);
		const joined = withPiece(bedAt(150, { length: 950 }), 'foot', 'fixed-platform', { ...BED, centre: 150, rear: 1250, length: 950 });
		const [sitter] = sittersOf(seatedOn(joined));
		expect(sitter.own).toEqual(['bed', 'foot']);
		expect(sitter.sight.middle).toBe(1250);
	});
	it('has nobody on a bed that is not made up', () => {
		const couch = withPiece(planIn(plainVehicle([[0, 800]], 1600, 3000)), 'bed', 'slat-bench', { rear: 200 });
		const scene = sceneOf(seatedOn(couch), 'day');
		const slept = scene.pieces[0].assembly.surfaces.some(({ use, states }) => use === 'sleep' && states.includes(scene.pieces[0].state.id));
		expect(slept).toBe(false);
		expect(placeSitters(seatedOn(couch).crew, scene)).toEqual([]);
	});
	it('asks for head room and leg room from the compressed mattress', () => {
		const plan = seatedOn(bedAt(150));
		expect(findingOf(plan, 'bench-head').margin).toBeCloseTo(1600 - SEAT - (0.95 * 0.52 * H + 30), 6);
		// Toes reach past the edge by a foot less what the heels stand back.
		expect(findingOf(plan, 'bench-leg-room').margin).toBeCloseTo(600 - (0.152 - 0.05) * H, 6);
	});
	it('judges a table from there: thighs, feet, elbows and reach', () => {
		// Near edge 60 before the edge of the bed; 720 high, 12 thick.
		const plan = seatedOn(table(bedAt(150), { back: -260, depth: 400 }));
		expect(findingOf(plan, 'desk', 'reach').margin).toBeCloseTo(0.334 * H - (0.27 * H + 60), 6);
		const elbow = SEAT + 0.152 * H;
		expect(findingOf(plan, 'desk', 'elbows').margin).toBeCloseTo(130 - Math.abs(720 - elbow - 20), 6);
		expect(findingOf(plan, 'desk', 'feet').margin).toBeCloseTo(100 - (SEAT - 0.25 * H - 25), 6);
		const high = seatedOn(table(bedAt(150, { height: 520 }), { back: -260, depth: 400, height: 850 }));
		expect(findingOf(high, 'desk', 'feet').status).toBe('clash');
	});
	it('is drawn with the feet on the floor and the knees before the edge', () => {
		const plan = seatedOn(bedAt(150));
		const [posed] = posesIn(plan.crew, sceneOf(plan, 'day'));
		const { limbs } = figureOf(bodyOf(posed.person), posed.pose.posture, posed.pose.placement);
		const knee = limbs.find(({ name }) => name === 'thigh')!.to;
		expect(-200 - knee.y).toBeCloseTo((0.07 + 0.245 - 0.27) * H, 3);
		const soles = limbs.filter(({ name }) => name === 'foot').map(({ from, to, r }) => Math.min(from.z, to.z) - r);
		for (const sole of soles) expect(sole).toBeGreaterThan(-1);
	});
});

describe('where the room before a sitter ends', () => {
	const plan = table(bedAt(150), { back: -500, height: 500, depth: 200 });
	const scene = sceneOf(plan, 'day');
	const sight = { axis: 'y', s: -1, back: 259, edge: -200, middle: 1200 } as const;
	it('is at the first thing at those heights, and at the wall past it', () => {
		expect(endBefore(sight, 300, [480, 600], scene, ['bed'])).toBeCloseTo(-500, 6);
		expect(endBefore(sight, 300, [520, 600], scene, ['bed'])).toBeCloseTo(-800, 6);
		expect(endBefore({ ...sight, middle: 2500 }, 300, [480, 600], scene, ['bed'])).toBeCloseTo(-800, 6);
	});
	it('feet go either side of a post', () => {
		// The leg of the table is 45 broad, under the middle of its outer edge.
		expect(endBefore(sight, 300, [0, 100], scene, ['bed'])).toBeCloseTo(-800, 6);
	});
	it('does not count what is one’s own', () => expect(endBefore(sight, 300, [480, 600], scene, ['bed', 'table'])).toBeCloseTo(-800, 6));
	it('looks the other way as well, and along the vehicle to the shut rear door', () => {
		expect(endBefore({ ...sight, s: 1, back: 0, edge: 500 }, 300, [480, 600], scene, ['bed'])).toBeCloseTo(800, 6);
		expect(endBefore({ axis: 'x', s: -1, back: 700, edge: 300, middle: 0 }, 300, [0, 100], scene, ['bed', 'table'])).toBeCloseTo(0, 6);
	});
});

describe('several seats of one piece', () => {
	const crewed = (plan: Plan, statures: number[]): Plan =>
		statures.reduce((of, stature, i) => withPerson(of, `p${i}`, stature, 'sofa'), plan);
	const inDay = (plan: Plan) => placeSitters(plan.crew, sceneOf(plan, 'day'));
	const wide = planIn(plainVehicle([[0, 800]], 1600, 3200));
	it('two who sit on benches that face each other have one each', () => {
		const benches = crewed(withPiece(wide, 'sofa', 'slat-bench', {}), [1700, 1700]);
		expect(new Set(inDay(benches).map(({ surface }) => surface.id)).size).toBe(2);
		expect(new Set(inDay(benches).map(({ sight }) => sight.s)).size).toBe(2);
	});
	it('an L carries more on both arms than on one', () => {
		const sofa = (arm: boolean) =>
			crewed(
				withPiece(wide, 'sofa', 'ledge-sofa', { rear: 300, length: arm ? 1500 : 1000, return: arm, returnLength: 500, returnReach: 700 }),
				[1700, 1700, 1700]
			);
		const clashes = (plan: Plan) => findingsOf(plan).filter(({ rule, status }) => rule === 'bench-breadth' && status === 'clash');
		expect(inDay(sofa(true)).map(({ surface }) => surface.id)).toContain('sit-arm');
		expect(clashes(sofa(true))).toEqual([]);
		expect(clashes(sofa(false))).toHaveLength(1);
	});
});
