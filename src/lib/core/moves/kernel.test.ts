import fc from 'fast-check';
import type { Manifold } from 'manifold-3d';
import { expect, it } from 'vitest';
import { assemblyOf, interiorOf, pieceIn } from '../derive';
import { posed, type PlacedPiece } from '../modes';
import type { Move } from '../pieces';
import type { Plan } from '../plan';
import { freeSpace } from '../solid/free-space';
import { padSolid, partSolid } from '../solid/things';
import { kernel as loadKernel } from '../testing/kernel';
import { plainVehicle, planIn, withPiece } from '../testing/plans';
import { motionOf, movesOf, sweepInVehicle, sweepPastPiece } from '.';
import { during, padsThrough } from './motion';

const kernel = await loadKernel();
const SAMPLES = 120;

const solidsOf = (piece: Pick<PlacedPiece, 'parts' | 'pads'>): Manifold[] => [
	...piece.parts.map((part) => partSolid(kernel, part)),
	...piece.pads.map((pad) => padSolid(kernel, pad))
];

/** Thickest overlap of two solids: the smallest side of the box round what they share, mm. */
function depth(a: Manifold, b: Manifold): number {
	const shared = a.intersect(b);
	if (shared.isEmpty()) return 0;
	const { min, max } = shared.boundingBox();
	return Math.min(...[0, 1, 2].map((axis) => max[axis] - min[axis]));
}

/** The deepest that anything of a moving piece goes into another piece or out of the vehicle, at many moments. */
function deepest(plan: Plan, move: Move, other: PlacedPiece): number {
	const assembly = assemblyOf(plan.pieces.leaf, plan);
	const state = assembly.states.find(({ id }) => id === move.from)!;
	const stay = padsThrough(assembly, move).stay;
	const obstacles = solidsOf(other);
	const free = freeSpace(kernel, interiorOf(plan.vehicle));
	const seconds = move.steps.reduce((sum, step) => sum + step.seconds, 0);
	let most = 0;
	for (let i = 0; i <= SAMPLES; i++) {
		const { joints, out } = during(state, move, (i / SAMPLES) * seconds);
		for (const solid of solidsOf(posed('', '', assembly, joints, out, stay))) {
			for (const obstacle of obstacles) most = Math.max(most, depth(solid, obstacle));
			const outside = solid.subtract(free);
			if (!outside.isEmpty()) {
				const { min, max } = outside.boundingBox();
				most = Math.max(most, Math.min(...[0, 1, 2].map((axis) => max[axis] - min[axis])));
			}
			solid.delete();
		}
	}
	return most;
}

it('a swept move is free where fine sampling with solids finds no overlap, and hits where it finds one', () => {
	let [hits, frees] = [0, 0];
	fc.assert(
		fc.property(
			fc.integer({ min: 300, max: 760 }),
			fc.integer({ min: 200, max: 760 }),
			fc.integer({ min: -200, max: 350 }),
			(height, wide, centre) => {
				const empty = planIn(plainVehicle([[0, 720]], 1500, 3000));
				const bunk = withPiece(empty, 'leaf', 'bunk', { height: 900, side: 'right', rear: 300, length: 1500, width: 860, guard: 60 });
				const plan = withPiece(bunk, 'deck', 'bench-box', {
					height,
					side: 'left',
					rear: 350,
					length: 900,
					depth: wide,
					lid: false,
					cushion: 0,
					gap: Math.max(0, centre / 10)
				});
				const assembly = assemblyOf(plan.pieces.leaf, plan);
				const move = movesOf(assembly).find(({ from }) => from === 'bed')!;
				const other = pieceIn(plan, 'deck', 'wall');
				const motion = motionOf(assembly, move);
				const margin = Math.min(
					sweepInVehicle(interiorOf(plan.vehicle), motion).margin ?? Infinity,
					sweepPastPiece(motion, other).margin ?? Infinity
				);
				const overlap = deepest(plan, move, other);
				if (margin > 2) {
					frees++;
					expect(overlap).toBeLessThan(0.5);
				}
				if (margin < -3) {
					hits++;
					expect(overlap).toBeGreaterThan(0.5);
				}
			}
		),
		{ numRuns: 14 }
	);
	expect([hits > 0, frees > 0]).toEqual([true, true]);
}, 120_000);
