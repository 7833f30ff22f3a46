import { describe, expect, it } from 'vitest';
import { applyEdits, type Plan } from '../plan';
import { plainVehicle, planIn, withPerson, withPiece } from '../testing/plans';
import { frontSeat } from '../testing/seats';
import { findingsOf, type Finding } from '.';

const set = (plan: Plan, path: string, value: unknown) => applyEdits(plan, [{ path: path.split('.'), value }]);
const said = (plan: Plan, rule: string): Finding | undefined => findingsOf(plan).find((finding) => finding.rule === rule);
const drive = { name: 'Drive', use: 'drive' as const, seats: {}, pieces: {}, doors: {}, people: {} };
const start = (() => {
	const plan = withPerson(
		withPiece(
			planIn({ ...plainVehicle([[0, 800]]), seats: { wheel: frontSeat({ name: 'Driver’s seat', y: 400 }) } }),
			'bed',
			'fixed-platform',
			{
				height: 400
			}
		),
		'ida',
		1700,
		'bed'
	);
	return set(plan, 'modes.drive', { ...drive, seats: { wheel: { state: 'upright', slide: 90, angle: 20 } } });
})();

describe('what nobody has said is a question', () => {
	it('where somebody is in a mode', () => {
		const asked = said(start, 'place')!;
		expect(findingsOf(start).find(({ rule, modes }) => rule === 'place' && modes.includes('drive'))!.status).toBe('unmeasured');
		expect(asked.subjects).toContain('ida');
		const away = set(set(start, 'modes.drive.people', { ida: { posture: 'away' } }), 'modes.day.people', { ida: { posture: 'away' } });
		expect(said(away, 'place')!.status).toBe('clear');
	});
	it('who drives, as long as somebody rides', () => {
		expect(said(start, 'driver-known')).toBeUndefined();
		const rides = set(start, 'modes.drive.people', { ida: { posture: 'in a seat' } });
		expect(said(rides, 'driver-known')!.status).toBe('unmeasured');
		expect(said(set(rides, 'crew.ida.driving', { seat: 'wheel', slide: 90, angle: 20 }), 'driver-known')!.status).toBe('clear');
	});
	it('where gear goes, and where it travels', () => {
		const gear = { name: 'Crate', length: 300, width: 200, height: 200, weight: 4, count: 1 };
		const nowhere = set(start, 'gear.crate', gear);
		expect(said(nowhere, 'gear-placed')!.status).toBe('unmeasured');
		const parked = set(nowhere, 'modes.day.lies', { crate: { x: 100, y: 0, z: 0 } });
		expect(said(parked, 'gear-placed')).toMatchObject({ status: 'unmeasured', modes: ['drive'] });
		const loose = set(parked, 'modes.drive.lies', { crate: { x: 100, y: 0, z: 0 } });
		expect(said(loose, 'gear-placed')).toMatchObject({ status: 'tight', modes: ['drive'] });
		expect(said(set(start, 'gear.crate', { ...gear, under: 'bed' }), 'gear-placed')).toBeUndefined();
	});
});

it('braking throws things forward: straps from ahead do not hold, one ring counts once', () => {
	const ring = (x: number, y: number) => ({
		name: 'Ring',
		kind: 'ring',
		x: { mm: x, plusMinus: 0, status: 'measured' },
		y: { mm: y, plusMinus: 0, status: 'measured' },
		z: { mm: 0, plusMinus: 0, status: 'measured' },
		direction: 'up'
	});
	const box = set(withPiece(start, 'box', 'drawer-unit', { rear: 800, length: 600, width: 600 }), 'vehicle.anchors', {
		behind: ring(600, 250),
		behind2: ring(600, -250),
		ahead: ring(1700, 250),
		ahead2: ring(1700, -250)
	});
	const held = (...anchors: string[]) =>
		findingsOf(set(box, 'pieces.box.held', Object.fromEntries(anchors.map((anchor, i) => [`h${i}`, { way: 'strap', anchor }])))).find(
			({ rule, subjects }) => rule === 'held' && subjects.includes('box')
		)!;
	expect(held('behind', 'behind2').status).toBe('clear');
	expect(held('ahead', 'ahead2').status).toBe('clash');
	expect(held('ahead', 'ahead2').why).toMatch(/slack/);
	expect(held('behind', 'behind').status).toBe('clash');
	expect(held('behind', 'ahead').actual).toBe(1);
});
