import { describe, expect, it } from 'vitest';
import { partsOf } from '../../cutting';
import { assemblyOf } from '../../derive';
import { findingsOf } from '../../checks';
import { plainVehicle, planIn, withPiece } from '../../testing/plans';
import { jointsAlong, tubeBetween } from './tubes';

const framed = (params: Record<string, unknown>) =>
	withPiece(planIn(plainVehicle([[0, 800]], 1600, 3000)), 'frame', 'tube-frame', {
		rear: 200,
		backPanel: false,
		endPanels: false,
		top: 'nothing',
		...params
	});
const cuts = (params: Record<string, unknown>) =>
	Object.fromEntries(
		partsOf(framed(params))
			.filter(({ form }) => form === 'bar')
			.map(({ name, length, quantity }) => [name, [length, quantity]])
	);

describe('tube between connectors, against a table worked by hand', () => {
	// Outer size, bays, connector: one bay loses two connectors; two bays of 1200 are (1200 - 25) / 2 - 25.
	it.each([
		[1200, 1, 25, 1150],
		[1200, 2, 25, 562.5],
		[1000, 3, 40, 280],
		[450, 1, 0, 450]
	])('%d in %d bays with connectors of %d', (outer, bays, connector, tube) => {
		expect(tubeBetween(outer, bays, connector)).toBeCloseTo(tube, 9);
		// And joints and tubes together make up the whole again.
		expect(bays * tube + (bays + 1) * connector).toBeCloseTo(outer, 9);
	});
	it('joints stand equally far apart from outer face to outer face', () => {
		const joints = jointsAlong([100, 1300], 4, 20);
		expect(joints[0][0]).toBe(100);
		expect(joints[4][1]).toBe(1300);
		const steps = joints.slice(1).map(([from], i) => from - joints[i][0]);
		steps.forEach((step) => expect(step).toBeCloseTo(295, 9));
	});
});

describe('the cut list of a frame', () => {
	it('of one bay has four tubes each way, each shorter by two connectors', () => {
		expect(cuts({ length: 900, width: 400, height: 350, bays: 1, connector: 25 })).toEqual({
			'Tube along': [850, 4],
			'Tube across': [350, 4],
			'Tube upright': [300, 4]
		});
	});
	it('of two bays: eight along, six uprights, five across with no bottom', () => {
		expect(cuts({ length: 1200, width: 400, height: 350, bays: 2, connector: 25 })).toEqual({
			'Tube along': [562.5, 8],
			'Tube across': [350, 5],
			'Tube upright': [300, 6]
		});
	});
	it('frames with tops of different boards stand equally high', () => {
		const heights = ['ply-9', 'ply-15'].map((topSheet) => {
			const plan = framed({ top: 'somebody to sit', topSheet, height: 412 });
			return assemblyOf(plan.pieces.frame, plan).deck;
		});
		expect(heights).toEqual([412, 412]);
		expect(cuts({ top: 'somebody to sit', topSheet: 'ply-15', height: 412 })['Tube upright'][0]).toBe(412 - 15 - 50);
	});
	it('counts connectors by their arms', () => {
		const plan = framed({ length: 1200, bays: 2 });
		const { hardware } = assemblyOf(plan.pieces.frame, plan);
		// Eight corners with three arms; in the middle two above with a rail across and two below without.
		expect(hardware).toEqual([
			{ name: 'Tube connector with 3 arms', count: 10 },
			{ name: 'Tube connector with 4 arms', count: 2 }
		]);
	});
});

describe('staying square', () => {
	/** How many ways it gives way. */
	const racking = (params: Record<string, unknown>) => Math.abs(findingsOf(framed(params)).find(({ rule }) => rule === 'racking')!.margin);
	it('a bare frame racks every way', () => expect(racking({})).toBe(3));
	it('a panel in each direction holds it', () => {
		expect(racking({ backPanel: true, endPanels: true, top: 'somebody to sit' })).toBe(0);
		expect(racking({ backPanel: true, top: 'somebody to sit' })).toBe(1);
	});
	it('crossed wires do as well', () => expect(racking({ wires: true })).toBe(0));
});
