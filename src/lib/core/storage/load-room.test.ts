import { describe, expect, it } from 'vitest';
import { sceneOf } from '../derive';
import { randomFrom } from '../practice/random';
import { exact, plainVehicle, planIn, withPiece } from '../testing/plans';
import { arch, block, made, piece, van } from '../testing/trap-van';
import { standingIn } from '../people';
import { boxSeparation } from '../geometry/vector';
import { loadRoom } from '.';

const roomIn = (plan: Parameters<typeof sceneOf>[0], mode = 'day') => loadRoom(sceneOf(plan, mode))!;
const size = ({ x, y, z }: NonNullable<ReturnType<typeof loadRoom>>) => [x[1] - x[0], y[1] - y[0], z[1] - z[0]];

describe('room for a load', () => {
	it('of an empty box is the box', () => expect(size(roomIn(planIn(plainVehicle([[0, 800]], 1600, 3200))))).toEqual([3200, 1600, 1600]));
	it('is beside the arches or above nothing of them', () => {
		// Arches 300 high, 560 from the middle, from 600 to 1300: 1100 between them by the whole length, the full 1600 ahead of them by 1900.
		expect(size(roomIn(van({ arches: { a: { ...arch, inner: exact(560) } } })))).toEqual([3200, 1100, 1600]);
	});
	it('is under a platform or before it, whichever is more', () => {
		const low = made(van(), piece('fixed-platform', { height: 400, rear: 0, length: 1900, reachRear: false, fullWidth: true }, 'bed'));
		const [along, across, up] = size(roomIn(low));
		expect([across, up]).toEqual([1600, 1600]);
		expect(along).toBeLessThanOrEqual(3200 - 1900);
		expect(along).toBeGreaterThan(3200 - 1900 - 2 * 50);
	});
	it('stands on boards that lie on the floor', () => {
		const floored = withPiece(planIn(plainVehicle([[0, 800]], 1600, 3200)), 'floor', 'floor-boards', { rear: 0, length: 3200 });
		expect(size(roomIn(floored))[0]).toBeGreaterThanOrEqual(3100);
	});
	it('is nothing where nothing is left', () => {
		const full = van({ fixtures: { block: { name: 'Block', kind: 'pillar', ...block([0, 3200], [-800, 800], [0, 1550]) } } });
		expect(loadRoom(sceneOf(full, 'day'))).toBeUndefined();
	});
	it('touches nothing that stands, and no column beside it is free as well', () => {
		const random = randomFrom('load room');
		for (let n = 0; n < 20; n++) {
			const blocks = Object.fromEntries(
				Array.from({ length: 4 }, (_, i) => {
					const [x, y, z] = [random() * 2600, random() * 1200 - 800, random() * 700];
					return [
						`b${i}`,
						{ name: 'Block', kind: 'pillar' as const, ...block([x, x + 400 * random() + 50], [y, y + 300 * random() + 50], [z, z + 500]) }
					];
				})
			);
			const scene = sceneOf(van({ fixtures: blocks }), 'day');
			const box = loadRoom(scene)!;
			for (const other of standingIn(scene)) expect(boxSeparation(box, other)).toBeGreaterThanOrEqual(-1e-6);
			// By brute force over the same columns no larger one is found.
			const most = (box.x[1] - box.x[0]) * (box.y[1] - box.y[0]) * (box.z[1] - box.z[0]);
			for (let t = 0; t < 400; t++) {
				const cut = (low: number, high: number) => {
					const [a, b] = [random(), random()].sort((p, q) => p - q);
					return [low + Math.round((a * (high - low)) / 50) * 50, low + Math.round((b * (high - low)) / 50) * 50] as [number, number];
				};
				const tried = { x: cut(0, 3200), y: cut(-800, 800), z: [0, 1600 * random()] as [number, number] };
				const volume = (tried.x[1] - tried.x[0]) * (tried.y[1] - tried.y[0]) * tried.z[1];
				if (volume > most) expect(standingIn(scene).some((other) => boxSeparation(tried, other) < 0)).toBe(true);
			}
		}
	});
});
