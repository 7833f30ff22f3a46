import { describe, expect, it } from 'vitest';
import { sceneOf } from '../derive';
import { applyEdits, readPlan, type Plan } from '../plan';
import { exact, plainVehicle, planIn, withPiece } from '../testing/plans';
import { findingsOf, fixesFor } from '.';

const find = (plan: Plan, rule: string, part = '') =>
	findingsOf(plan).find((f) => f.rule === rule && f.title.toLowerCase().includes(part))!;

/** Two benches 300 mm apart with ledges at 338 mm, and boards that drop between them at 350 mm, 12 mm thick. */
function benches(leftLedge = 338): Plan {
	const bench = { rear: 100, length: 1200, depth: 550, height: 350, gap: 0, lid: false, cushion: 0 };
	let plan = planIn(plainVehicle([[0, 700]], 1500, 3200));
	plan = withPiece(plan, 'left', 'bench-box', { ...bench, side: 'left', ledge: leftLedge });
	plan = withPiece(plan, 'right', 'bench-box', { ...bench, side: 'right', ledge: 338 });
	return withPiece(plan, 'infill', 'infill', {
		height: 350,
		rear: 100,
		length: 1200,
		right: -149,
		left: 149,
		hold: 20,
		bedRight: -700,
		bedLeft: 700
	});
}

describe('edges that must rest on something', () => {
	it('lie on the ledges of two pieces by what both overlap', () => {
		// Each ledge stands 21 mm into the gap of 300 mm; a board 298 mm wide lies on either by 20 mm.
		const left = find(benches(), 'rests-on', 'left edge');
		expect(left.actual).toBeCloseTo(20, 6);
		expect(left.margin).toBeCloseTo(20 - 15, 6);
		expect(left.status).not.toBe('clash');
		expect(find(benches(), 'rests-on', 'right edge').actual).toBeCloseTo(20, 6);
	});
	it('say how much too low a ledge is, and raising it settles that', () => {
		const plan = benches(318);
		const low = find(plan, 'rests-on', 'left edge');
		expect(low.status).toBe('clash');
		expect(low.why).toBe('Ledge of left under it is ⟦20⟧ too low.');
		expect(low.margin).toBeCloseTo(4 - 20, 6);
		const fix = fixesFor(plan, low, {}).find(({ label }) => label.startsWith('Raise the ledge'))!;
		expect(fix).toBeDefined();
		expect(find(applyEdits(plan, fix.edits), 'rests-on', 'left edge').status).not.toBe('clash');
	});
	it('say so when nothing is under them', () => {
		const alone = withPiece(planIn(plainVehicle([[0, 700]])), 'infill', 'infill', {});
		const found = find(alone, 'rests-on', 'left edge');
		expect(found.why).toBe('Nothing is under it: no ledge, no deck, no seat.');
		expect(found.margin).toBeLessThan(0);
	});
	it('are the fronts of sections of a couch that a box over the other wheel arch carries', () => {
		// Walls at 700, no gap: the bed reaches to 700 - 1000 = -300; its front rail is 21 broad, its underside at 360 - 18 - 45.
		const couch = (over: object) =>
			withPiece(planIn(plainVehicle([[0, 700]], 1500, 3200)), 'couch', 'slat-couch', {
				side: 'left',
				rear: 100,
				length: 1880,
				gap: 0,
				bedWidth: 1000,
				sections: 3,
				onLedge: 2,
				lid: false,
				...over
			});
		const boxed = (depth: number, over: object = {}) =>
			withPiece(couch(over), 'box', 'bench-box', {
				side: 'right',
				rear: 50,
				length: 1300,
				depth,
				height: 297,
				gap: 0,
				cushion: 0
			});
		// A box 412 deep ends at -288: 12 of the rail lie on it, where 15.75 are asked; one 418 deep has 18.
		expect(find(boxed(412), 'rests-on', 'section 1').margin).toBeCloseTo(12 - 15.75, 6);
		expect(find(boxed(418), 'rests-on', 'section 1').margin).toBeCloseTo(18 - 15.75, 6);
		expect(find(boxed(418), 'rests-on', 'section 2').status).not.toBe('clash');
		expect(find(boxed(418), 'rests-on', 'section 3')).toBeUndefined();
		expect(find(boxed(418, { height: 380 }), 'rests-on', 'section 1').why).toBe('Lid of box under it is ⟦20⟧ too low.');
		expect(find(couch({}), 'rests-on', 'section 1').why).toBe('Nothing is under it: no ledge, no deck, no seat.');
		const legs = (plan: Plan) => sceneOf(plan, 'night').pieces[0].parts.filter(({ part }) => part.id.startsWith('front-leg')).length;
		expect(legs(couch({ onLedge: 0 })) - legs(couch({}))).toBe(4);
		expect(legs(couch({ onLedge: 3 }))).toBe(0);
	});
	it('may lie on a folded seat, or on the deck behind', () => {
		const deck = withPiece(planIn(plainVehicle([[0, 700]], 1500, 3200)), 'deck', 'fixed-platform', {
			height: 400,
			reachRear: false,
			rear: 100,
			length: 1200,
			gap: 0
		});
		const bridged = withPiece(deck, 'bridge', 'bridge', { height: 400, rear: 1270, length: 400, hold: 30 });
		const rear = find(bridged, 'rests-on', 'rear edge');
		expect(rear.actual).toBeCloseTo(30, 6);
		const off = withPiece(deck, 'bridge', 'bridge', { height: 400, rear: 1320, length: 400, hold: 30 });
		expect(find(off, 'rests-on', 'rear edge').status).toBe('clash');
	});
});

describe('gear with a place of its own', () => {
	const plan = applyEdits(
		withPiece(planIn(plainVehicle([[0, 700]], 1500, 3200)), 'box', 'bench-box', {
			side: 'left',
			rear: 500,
			length: 800,
			depth: 400,
			gap: 0,
			cushion: 0
		}),
		[{ path: ['gear', 'tube'], value: { name: 'Tube', length: 1500, width: 100, height: 100, weight: 2, count: 1 } }]
	);
	const lying = (y: number) => applyEdits(plan, [{ path: ['modes', 'day', 'lies'], value: { tube: { x: 100, y, z: 0 } } }]);
	it('is held against pieces in its mode alone', () => {
		// The box fills y from 300 mm; the tube is 100 mm wide.
		expect(find(lying(220), 'fit-things')).toMatchObject({ modes: ['day'] });
		expect(find(lying(220), 'fit-things').margin).toBeCloseTo(300 - 270, 6);
		expect(find(lying(280), 'fit-things').margin).toBeCloseTo(-30, 6);
		expect(find(lying(0), 'fit-things')).toBeUndefined();
	});
	it('lies along or across', () => {
		const across = applyEdits(lying(0), [{ path: ['modes', 'day', 'lies', 'tube', 'turned'], value: true }]);
		// 1500 mm across the middle reach 750 mm to either side; at 100 to 200 mm it lies behind the box.
		expect(find(across, 'fit-things')).toBeUndefined();
		const beside = applyEdits(across, [{ path: ['modes', 'day', 'lies', 'tube', 'x'], value: 420 }]);
		expect(find(beside, 'fit-things').margin).toBeLessThan(0);
	});
	it('must be gear of the plan', () => {
		const wrong = readPlan(applyEdits(plan, [{ path: ['modes', 'day', 'lies'], value: { ghost: { x: 0, y: 0, z: 0 } } }]));
		expect(wrong.ok).toBe(false);
		if (!wrong.ok) expect(wrong.faults.join()).toContain('there is no gear “ghost” in this plan');
	});
});

describe('what passes no door', () => {
	it('is not asked where no door was measured', () => {
		const plan = withPiece(planIn(plainVehicle([[0, 700]])), 'bed', 'fixed-platform', { panels: 1 });
		expect(find(plan, 'carried-in')).toBeUndefined();
	});
	it('is short by what it is too large for the opening', () => {
		const rear = {
			name: 'Hatch',
			place: 'rear',
			door: 'none',
			hinge: 'first',
			thickness: exact(0),
			sill: exact(0),
			head: exact(500),
			edges: { low: { z: 0, first: exact(-250), second: exact(250) } }
		};
		const vehicle = { ...plainVehicle([[0, 700]], 1500, 3200), openings: { rear: rear as never } };
		const plan = withPiece(planIn(vehicle), 'box', 'bench-box', {
			side: 'left',
			rear: 200,
			length: 700,
			depth: 560,
			height: 600,
			gap: 0,
			cushion: 0,
			lid: false
		});
		// 560 by 600 mm through 500 by 500 mm, end first: 100 mm too large; any tilt makes it worse.
		expect(find(plan, 'carried-in').margin).toBeCloseTo(-100, 0);
	});
});
