import fc from 'fast-check';
import type { Manifold } from 'manifold-3d';
import { expect, it } from 'vitest';
import { assemblyOf, interiorOf } from '../derive';
import { boxRound, boxSeparation, cornersOf, type Box, type Vec3 } from '../geometry/vector';
import type { Solid } from '../interior';
import type { KindName } from '../pieces';
import { kernel as loadKernel } from '../testing/kernel';
import { plainVehicle, planIn, withPiece } from '../testing/plans';
import { times } from '../testing/thorough';
import { block } from '../testing/trap-van';
import { motionOf, movesOf, sweepPastFixtures } from '.';
import { TOUCH } from './sweep';
import type { Motion } from './track';

const { Manifold: Solids } = await loadKernel();
/** Between two places of a track so many more: from one to the next nothing goes further than 2.5 mm, and the hull of two is what is swept. */
const FINE = 4;

const cornersOfSolid = ({ box, footprint, corners }: Solid): Vec3[] =>
	corners.length > 0 ? corners : footprint ? box.z.flatMap((z) => footprint.map(({ x, y }) => ({ x, y, z }))) : cornersOf(box);

/** How thick what a motion sweeps through is that a block shares with it, mm, by the solids kernel. */
function sweptThrough({ stretches }: Motion, block: Box): number {
	const rod = Solids.hull(cornersOf(block).map(({ x, y, z }): [number, number, number] => [x, y, z]));
	let most = 0;
	const through = (a: Solid, b: Solid) => {
		if (boxSeparation(boxRound([a, b]), block) >= 0) return;
		const hull: Manifold = Solids.hull(
			[...cornersOfSolid(a), ...cornersOfSolid(b)].map(({ x, y, z }): [number, number, number] => [x, y, z])
		);
		const shared = hull.intersect(rod);
		if (!shared.isEmpty()) {
			const { min, max } = shared.boundingBox();
			most = Math.max(most, Math.min(...[0, 1, 2].map((axis) => max[axis] - min[axis])));
		}
		hull.delete();
		shared.delete();
	};
	for (const { tracks } of stretches)
		for (const track of tracks) for (let i = 0; i < track.last * FINE; i++) through(track.place(i / FINE), track.place((i + 1) / FINE));
	rod.delete();
	return most;
}

/** Pieces of which something turns or slides, of sizes by chance. */
const moving: [KindName, (a: number, b: number) => object][] = [
	['bench-box', (a, b) => ({ side: 'left', rear: 600, length: 500 + 900 * a, depth: 300 + 250 * b, height: 350, cushion: 0, lid: true })],
	['slat-couch', (a, b) => ({ height: 350, rear: 400, length: 1300 + 500 * a, bedWidth: 800 + 300 * b, gap: 20, lid: true })],
	['bunk', (a, b) => ({ height: 700 + 200 * a, side: 'right', rear: 300, length: 1400, width: 500 + 300 * b, guard: 60 })]
];

it('nothing thin slips through a move, and nothing is hit that the solids kernel finds free', () => {
	let [hits, frees] = [0, 0];
	const share = fc.double({ min: 0, max: 1, noNaN: true });
	fc.assert(
		fc.property(
			fc.record({
				kind: fc.nat(),
				a: share,
				b: share,
				at: fc.tuple(share, share, share),
				lies: fc.constantFrom(0, 1, 2),
				thick: share,
				which: fc.nat()
			}),
			({ kind, a, b, at, lies, thick, which }) => {
				const [name, sizes] = moving[kind % moving.length];
				// A rod 4 to 14 mm thick and 700 mm long, along any axis, anywhere over the floor.
				const middle = [300 + 2200 * at[0], -600 + 1200 * at[1], 360 + 900 * at[2]];
				const half = [0, 1, 2].map((axis) => (axis === lies ? 350 : 2 + 5 * thick));
				const [x, y, z] = middle.map((m, axis): [number, number] => [m - half[axis], m + half[axis]]);
				const vehicle = plainVehicle([[0, 900]], 1800, 3200);
				vehicle.fixtures.rod = { name: 'Rod', kind: 'roof bar', ...block(x, y, z) };
				const plan = withPiece(planIn(vehicle), 'piece', name, sizes(a, b) as Record<string, unknown>);
				const assembly = assemblyOf(plan.pieces.piece, plan);
				const moves = movesOf(assembly);
				const motion = motionOf(assembly, moves[which % moves.length]);
				const { margin } = sweepPastFixtures(interiorOf(plan.vehicle), motion, Infinity);
				const overlap = sweptThrough(motion, { x, y, z });
				if (margin === null || margin >= -TOUCH) {
					frees++;
					expect(overlap).toBeLessThan(2 * TOUCH);
				} else if (margin < -3) {
					hits++;
					expect(overlap).toBeGreaterThan(0.5);
				}
			}
		),
		{ numRuns: times(25) }
	);
	expect([hits >= 2, frees >= 5]).toEqual([true, true]);
});
