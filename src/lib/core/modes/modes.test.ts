import { describe, expect, it } from 'vitest';
import { sceneOf } from '../derive';
import { vec3 } from '../geometry/vector';
import type { Link } from '../pieces';
import { applyEdits } from '../plan';
import { planIn, plainVehicle, withPiece } from '../testing/plans';
import { jointPose, linkPoses, placePiece, stateIn } from '.';
import { place } from '../geometry/pose';

describe('joints', () => {
	it('slide along their axis and turn about their line', () => {
		expect(place(jointPose({ type: 'slide', axis: vec3(0, -1, 0), range: [0, 500] }, 300), vec3(1, 2, 3))).toEqual(vec3(1, -298, 3));
		const turned = place(
			jointPose({ type: 'hinge', origin: vec3(0, 0, 100), axis: vec3(0, 1, 0), range: [0, 2] }, Math.PI / 2),
			vec3(50, 7, 100)
		);
		expect(turned.x).toBeCloseTo(0, 9);
		expect(turned.z).toBeCloseTo(50, 9);
		expect(place(jointPose({ type: 'fixed' }, 99), vec3(1, 2, 3))).toEqual(vec3(1, 2, 3));
	});
	it('carry what hangs on them: a slide on a lid moves along the turned lid', () => {
		const links: Link[] = [
			{ id: 'front', parent: 'lid', joint: { type: 'slide', axis: vec3(0, -1, 0), range: [0, 500] } },
			{ id: 'lid', joint: { type: 'hinge', origin: vec3(0, 600, 300), axis: vec3(-1, 0, 0), range: [0, 2] } }
		];
		const pose = linkPoses(links, { lid: Math.PI / 2, front: 200 }).get('front')!;
		// Level and pushed in the point lies 500 mm from the hinge; pulled out 700, and upright after the turn.
		const moved = place(pose, vec3(0, 100, 300));
		expect(moved.y).toBeCloseTo(600, 9);
		expect(moved.z).toBeCloseTo(300 + 700, 9);
	});
});

describe('states in modes', () => {
	const plan = withPiece(planIn(plainVehicle([[0, 700]])), 'couch', 'slat-couch');
	it('follow the use of the mode unless it names one', () => {
		expect(sceneOf(plan, 'day').pieces[0].state.id).toBe('couch');
		expect(sceneOf(plan, 'night').pieces[0].state.id).toBe('bed');
		const named = applyEdits(plan, [{ path: ['modes', 'night', 'pieces', 'couch'], value: 'lid-up' }]);
		expect(sceneOf(named, 'night').pieces[0].state.id).toBe('lid-up');
	});
	it('fall back to the usual one when the named state is gone, as after switching the lid off', () => {
		const { assembly } = sceneOf(plan, 'day').pieces[0];
		expect(stateIn(assembly, { ...plan.modes.night, pieces: { couch: 'no-such-state' } }, 'couch').id).toBe('bed');
	});
	it('stow pads that a state has no place for', () => {
		const { assembly } = sceneOf(plan, 'day').pieces[0];
		const open = assembly.states.find((s) => s.id === 'lid-up')!;
		const placed = placePiece('couch', 'Couch', assembly, open);
		expect(placed.pads).toEqual([]);
		// Slats stand askew, frame and ledger stay level.
		const level = (id: string) => placed.parts.find((p) => p.part.id === id)!.footprint !== null;
		expect([level('ledger'), level('fixed-rail'), level('slat-1'), level('front-rail')]).toEqual([true, true, false, false]);
	});
	it('keep every part as large as it was, whatever moves', () => {
		const day = sceneOf(plan, 'day').pieces[0];
		const open = placePiece(
			'couch',
			'Couch',
			day.assembly,
			day.assembly.states.find((s) => s.id === 'lid-up')!
		);
		day.parts.forEach((part, i) => {
			const long = (p: typeof part) => Math.hypot(p.upper[2].x - p.lower[0].x, p.upper[2].y - p.lower[0].y, p.upper[2].z - p.lower[0].z);
			expect(long(open.parts[i])).toBeCloseTo(long(part), 6);
		});
	});
});
