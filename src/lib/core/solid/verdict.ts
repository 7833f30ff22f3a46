import type { Manifold } from 'manifold-3d';
import { vec3, type Vec3 } from '../geometry/vector';
import { liesInFloor, type Interior } from '../interior';
import { firmParts, type PlacedPiece, type Scene } from '../modes';
import { boxSolid, freeSpace } from './free-space';
import type { Kernel } from './grid';
import { padSolid, partSolid, seatSolids } from './things';

/** What the solids say of one piece in one mode. */
export interface Verdict {
	piece: string;
	/** Volume of the piece that lies outside the free space or in a seat or another piece, mm³. */
	overlap: number;
	/** What it overlaps most, and the middle of that overlap; absent when nothing overlaps. */
	worst?: { part: string; into: string; volume: number; at: Vec3 };
	/** Smallest gap to walls, ceiling, doors, arches and fixtures (the floor apart), mm; null when more than the search length. */
	gap: { part: string; mm: number } | null;
}

/** Gaps wider than this are not measured, mm. */
const SEARCH = 120;
/** A sliver thinner than this under a whole board is rounding of the mesh, mm³ for each mm² of the board: 0.05 mm. */
const SLIVER = 0.05;

/** The free space of an interior and everything round it, ready to be asked again and again. Call {@link Surround.delete} at the end. */
export class Surround {
	readonly free: Manifold;
	/** All that is not free above the floor, as far out as anything reaches. */
	readonly outside: Manifold;

	constructor(
		private readonly kernel: Kernel,
		private readonly interior: Interior
	) {
		this.free = freeSpace(kernel, interior);
		const { min, max } = this.free.boundingBox();
		const far = 400;
		const block = boxSolid(kernel, {
			x: [min[0] - far, max[0] + far],
			y: [min[1] - far, max[1] + far],
			// What stands on the floor touches it: the floor is no gap.
			z: [1, max[2] + far]
		});
		this.outside = block.subtract(this.free);
		block.delete();
	}

	/** What the solids say of every piece of a scene, all of its parts and pads taken one by one. */
	verdicts(scene: Scene): Verdict[] {
		const { kernel } = this;
		const seats = scene.seats.flatMap((seat) => seatSolids(kernel, seat).map((solid) => ({ name: seat.name, solid })));
		const pieces = scene.pieces.map((piece) => ({ piece, solids: solidsOf(kernel, piece) }));
		const result = pieces.map(({ piece, solids }, i) => {
			const others = pieces
				.filter((_, j) => j !== i)
				.flatMap((other) => other.solids.map(({ solid }) => ({ name: other.piece.name, solid })));
			return this.verdictOf(piece, solids, [...seats, ...others]);
		});
		for (const { solid } of [...seats, ...pieces.flatMap(({ solids }) => solids)]) solid.delete();
		return result;
	}

	private verdictOf(piece: PlacedPiece, solids: Named[], obstacles: Named[]): Verdict {
		const verdict: Verdict = { piece: piece.id, overlap: 0, gap: null };
		const note = (part: string, into: string, shared: Manifold) => {
			const volume = shared.isEmpty() ? 0 : shared.volume();
			const { min, max } = shared.boundingBox();
			const sizes = [0, 1, 2].map((axis) => max[axis] - min[axis]).sort((a, b) => b - a);
			if (volume > SLIVER * sizes[0] * sizes[1]) {
				verdict.overlap += volume;
				const at = vec3((min[0] + max[0]) / 2, (min[1] + max[1]) / 2, (min[2] + max[2]) / 2);
				if (!verdict.worst || volume > verdict.worst.volume) verdict.worst = { part, into, volume, at };
			}
			shared.delete();
		};
		for (const { name, solid } of solids) {
			const raised = this.outOfFloor(solid);
			note(name, 'the vehicle', raised.subtract(this.free));
			for (const obstacle of obstacles) note(name, obstacle.name, solid.intersect(obstacle.solid));
			const mm = raised.minGap(this.outside, SEARCH);
			if (raised !== solid) raised.delete();
			if (mm < SEARCH && (!verdict.gap || mm < verdict.gap.mm)) verdict.gap = { part: name, mm };
		}
		return verdict;
	}

	/** A board of the floor raised out of the build-up that it lies in: walls and arches are asked on the finished floor. */
	private outOfFloor(solid: Manifold): Manifold {
		return liesInFloor(this.interior, solid.boundingBox().max[2]) ? solid.translate(0, 0, this.interior.floorBuildUp) : solid;
	}

	/** Lets go of the kernel's memory. */
	delete(): void {
		this.free.delete();
		this.outside.delete();
	}
}

/** The greatest overlap of some verdicts; undefined when nothing overlaps. */
export const worstOverlap = (verdicts: readonly Verdict[]): Verdict['worst'] =>
	verdicts.flatMap(({ worst }) => worst ?? []).sort((a, b) => b.volume - a.volume)[0];

interface Named {
	name: string;
	solid: Manifold;
}

const solidsOf = (kernel: Kernel, piece: PlacedPiece): Named[] => [
	...firmParts(piece).map((part) => ({ name: part.part.name, solid: partSolid(kernel, part) })),
	...piece.pads.map((pad) => ({ name: pad.pad.name, solid: padSolid(kernel, pad) }))
];
