import { describe, expect, it } from 'vitest';
import type { Plan } from '../plan';
import { bed, block, driving, lying, made, rearDoor, set, van, wheel } from '../testing/trap-van';
import { exact } from '../testing/plans';
import { findingsOf } from '.';

const of = (plan: Plan, rule: string) => findingsOf(plan).filter((finding) => finding.rule === rule);

/** A door in the right side whose upper edge is so high. */
const sideDoor = (head: number) => ({
	side: {
		name: 'Side door',
		place: 'right' as const,
		door: 'sliding' as const,
		hinge: 'first' as const,
		thickness: exact(50),
		sill: exact(0),
		head: exact(head),
		edges: { low: { z: 0, first: exact(900), second: exact(1900) } }
	}
});

describe('ways out from bed', () => {
	it('are two where both doors leave room over the bed', () => {
		const [found] = of(made(van({ openings: { ...rearDoor(700), ...sideDoor(1300) } }), bed(), lying()), 'ways-out');
		expect(found).toMatchObject({ status: 'clear', actual: 2 });
		expect(found.why).toContain('rear door');
	});
	it('are told where the second door is below the bed', () => {
		const [found] = of(made(van({ openings: { ...rearDoor(700), ...sideDoor(200) } }), bed(), lying()), 'ways-out');
		expect(found).toMatchObject({ status: 'tight', actual: 1, subjects: ['bed', 'mara'] });
		expect(found.why).toContain('Only the rear door can be got out by');
	});
	it('are a question where only one door was measured', () => {
		const [found] = of(made(van({ openings: rearDoor(700) }), bed(), lying()), 'ways-out');
		expect(found.status).toBe('unmeasured');
		expect(found.why).toContain('Measure the other doors');
	});
});

describe('the view to the rear', () => {
	const glazed = {
		rear: {
			name: 'Rear window',
			place: 'rear' as const,
			sill: exact(800),
			head: exact(1300),
			opens: false,
			frame: 'trim' as const,
			edges: { low: { z: 800, first: exact(-600), second: exact(600) } }
		}
	};
	const plan = made(van({ seats: { wheel }, windows: glazed }), driving(0), set('modes.drive.people', { mara: { posture: 'in a seat' } }));
	/** A chest so high across the whole rear end. */
	const chest = (height: number) =>
		made(
			plan,
			set('gear', { chest: { name: 'Chest', length: 100, width: 1590, height, weight: 9, count: 1 } }),
			set('modes.drive.lies', { chest: { x: 60, y: 0, z: 0 } })
		);

	it('is free over what is lower than the window, and shut off by what is higher', () => {
		expect(of(chest(700), 'rear-view')[0]).toMatchObject({ status: 'clear', actual: 1 });
		expect(of(chest(1500), 'rear-view')[0]).toMatchObject({ status: 'tight', actual: 0 });
	});
	it('is halved by what stands before the lower half of the glass', () => {
		const [found] = of(chest(1050), 'rear-view');
		expect(found.subjects).toEqual(['chest']);
		expect(found.actual).toBeCloseTo(0.5, 1);
	});
	it('is not asked where there is no rear window, and not while parked', () => {
		expect(of(made(van({ seats: { wheel } }), driving(0)), 'rear-view')).toEqual([]);
		expect(of(plan, 'rear-view').map(({ modes }) => modes)).toEqual([['drive']]);
	});
});

describe('from bed to the wheel', () => {
	// Mara lies on a bed of 1200 in the middle; the driver's seat stands before it, half a metre on.
	const wanted = made(van({ seats: { wheel } }), bed(), lying(), set('crew.mara.wants', ['get to the wheel']));
	const driven = set('crew.mara.driving', { seat: 'wheel', slide: 0, angle: 20 })(wanted);
	const wall = (y: [number, number], z: [number, number]) =>
		set('vehicle.fixtures', { wall: { name: 'Partition', kind: 'pillar' as const, ...block([2120, 2150], y, z) } })(driven);
	const said = (plan: Plan) => of(plan, 'to-the-wheel')[0];

	it('is asked of whoever wants it, and a question as long as nobody drives', () => {
		expect(of(made(van(), bed(), lying()), 'to-the-wheel')).toEqual([]);
		expect(said(wanted).status).toBe('unmeasured');
	});
	it('is free past the back of the seat, and shut by a partition from wall to wall', () => {
		expect(said(driven).status).toBe('clear');
		expect(said(wall([-800, 800], [0, 1600]))).toMatchObject({ status: 'clash' });
		expect(said(wall([-800, 800], [0, 1600])).why).toContain('no way without getting out');
	});
	it('leads through a gap beside a partition, or over one that is low: no higher than what is left above it', () => {
		expect(said(wall([-400, 800], [0, 1600])).status).toBe('clear');
		const over = said(wall([-800, 800], [0, 1250]));
		expect(over.actual).toBeLessThanOrEqual(350);
		expect(over.status).toBe('tight');
	});
	it('ends nowhere when the seat is out', () => {
		const out = set('modes.night.seats', { wheel: { state: 'removed', slide: 0, angle: 20 } })(driven);
		expect(said(out)).toMatchObject({ status: 'clash' });
	});
});
