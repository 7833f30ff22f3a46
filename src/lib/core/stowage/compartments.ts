import { boxWithin, type Convex } from '../geometry/convex';
import { boxSeparation, type Box } from '../geometry/vector';
import { SIDES, type Interior } from '../interior';
import { cuboidOf, Hold, sharedWithAll, type Cuboid } from '../loading';
import { remember } from '../memory';
import type { PlacedPiece, Scene } from '../modes';
import type { Space } from '../pieces';
import type { Body } from '../scene';
import { litres } from '../storage';
import { archIn, ceilingIn, flatTop, rearIn, stepsOver, wallIn } from './shell';

/** A place for things of a piece, as it is while driving: empty, with all that takes room in it. */
export interface Compartment {
	/** The piece and its space: `piece/space`. */
	id: string;
	piece: string;
	pieceName: string;
	space: Space;
	/** Empty; to be copied before anything is put in. */
	hold: Hold;
	/** What takes room in it while driving. */
	taken: readonly Cuboid[];
	/** Whose is what else stands in it: pieces, seats, things, bars. */
	others: readonly string[];
	/** What is in the way of something that comes out through a face: the rear door is open when it comes out there. */
	before: (face: Space['access'][number]['face']) => readonly Cuboid[];
}

/** So much of its underside has to lie on something that a thing stands. */
const BORNE = 0.7;

/** Something that takes room in a compartment. */
interface Standing {
	/** The piece, seat, thing or bar that it belongs to. */
	owner: string;
	box: Box;
	/** Whether something may stand on it. */
	bears: boolean;
}

/** Whether a shape has a level top as long and broad as itself: of what is tilted or turned the box round it bears nothing. */
const hasLevelTop = ({ corners, radius, box }: Convex): boolean => {
	if (radius > 0) return false;
	const top = corners.filter(({ z }) => z > box.z[1] - 1);
	return box.x.every((x) => box.y.every((y) => top.some((corner) => Math.abs(corner.x - x) < 1 && Math.abs(corner.y - y) < 1)));
};

/** What stands in a box of a scene: parts of every piece, seats, things, bars, and the compartments of other pieces. */
function standingIn(scene: Scene, bodies: readonly Body[], piece: PlacedPiece, box: Box): Standing[] {
	const solid = bodies.filter(({ of }) => of.kind === 'part' || of.kind === 'seat' || of.kind === 'thing' || of.kind === 'fixture');
	// A pad of the piece itself lies on it or stands aside of it; one of another piece may have been put in here.
	const pads = bodies.filter(({ of }) => of.kind === 'pad' && of.owner !== piece.id);
	const within = [...solid, ...pads].flatMap(({ of: { owner, kind }, shapes }) =>
		shapes.flatMap((shape): Standing[] => {
			const one = boxWithin(shape, box);
			return one ? [{ owner, box: one, bears: kind !== 'pad' && kind !== 'thing' && hasLevelTop(shape) }] : [];
		})
	);
	// Of two that share room the smaller one has it, such as a drawer under a bed.
	const others = scene.pieces
		.filter(({ id }) => id !== piece.id)
		.flatMap(({ id, assembly }) => assembly.spaces.map((space): Standing => ({ owner: id, box: space.box, bears: false })))
		.filter((one) => litres(one.box) < litres(box));
	return [...within, ...others].filter((one) => boxSeparation(one.box, box) < -1);
}

/** Pits under the bottom of a compartment that boards do not cover. */
function pitsUnder(interior: Interior, bodies: readonly Body[], { x, y, z }: Box): Box[] {
	const lids = bodies.filter(({ of, box }) => of.kind === 'part' && Math.abs(box.z[1] - z[0]) < LID).map(({ box }) => cuboidOf(box));
	return interior.pits
		.map(({ box }) => box)
		.filter((pit) => Math.abs(pit.z[1] - z[0]) < 1 && pit.x[0] < x[1] && pit.x[1] > x[0] && pit.y[0] < y[1] && pit.y[1] > y[0])
		.filter((pit) => sharedWithAll(cuboidOf(pit), lids) < COVERED * (pit.x[1] - pit.x[0]) * (pit.y[1] - pit.y[0]));
}
/** Lids that lie over so much of a pit cover it: gaps between them and at its edges are no holes. */
const COVERED = 0.9;
/** A lid over a pit is no further from the floor than this, mm. */
const LID = 30;

/** How much of a room nothing takes, litres, on a grid of cells no larger than {@link STEP}. */
function freeLitres(room: Box, taken: readonly Cuboid[]): number {
	let free = 0;
	for (const x of stepsOver(room.x))
		for (const y of stepsOver(room.y))
			for (const z of stepsOver(room.z)) {
				const [mx, my, mz] = [(x[0] + x[1]) / 2, (y[0] + y[1]) / 2, (z[0] + z[1]) / 2];
				if (!taken.some((one) => mx > one[0] && mx < one[1] && my > one[2] && my < one[3] && mz > one[4] && mz < one[5]))
					free += (x[1] - x[0]) * (y[1] - y[0]) * (z[1] - z[0]);
			}
	return free / 1e6;
}

const AXES = ['x', 'y', 'z'] as const;

/** How much of one face of a box some boxes cover that reach to within NEAR of it, 0 to 1. */
function coveredFace(box: Box, axis: (typeof AXES)[number], end: 0 | 1, by: readonly Box[]): number {
	const [u, v] = AXES.filter((one) => one !== axis);
	const at = box[axis][end];
	// Seen along the axis, every cover is a rectangle.
	const seen = by
		.filter((one) => one[axis][0] < at + NEAR[axis] && one[axis][1] > at - NEAR[axis])
		.map((one): Cuboid => [one[u][0], one[u][1], one[v][0], one[v][1], 0, 1]);
	const face: Cuboid = [box[u][0], box[u][1], box[v][0], box[v][1], 0, 1];
	return sharedWithAll(face, seen) / ((face[1] - face[0]) * (face[3] - face[2]));
}
/** What encloses a compartment is no further from it than this, mm; boards lie on bars, and rooms end below those. */
const NEAR = { x: 60, y: 60, z: 150 } as const;
/** A face with less than this of it covered is open. */
const ENCLOSED = 0.25;

/**
 * Whether a compartment is there as its piece stands: something of it is over or under it, or round three of its sides. Of a module that
 * is out of the vehicle, or folded away, nothing is left to put things in.
 */
function isThere({ parts }: PlacedPiece, box: Box): boolean {
	const own = parts.map((part) => part.box);
	const isCovered = (axis: (typeof AXES)[number], end: 0 | 1) => coveredFace(box, axis, end, own) >= ENCLOSED;
	if (isCovered('z', 1) || isCovered('z', 0)) return true;
	return (['x', 'y'] as const).flatMap((axis) => ([0, 1] as const).filter((end) => isCovered(axis, end))).length >= 3;
}

/**
 * Compartments of a piece, with what stands in each besides walls, ceiling, arches and the closed rear door.
 *
 * @param bodies of every mode that counts: a pit that is open in any of them bears nothing
 * @param later what else takes room at other times: nothing stands on that
 */
const compartmentsWith = (
	interior: Interior,
	placed: PlacedPiece,
	bodies: readonly (readonly Body[])[],
	standing: (box: Box) => Standing[],
	later: (box: Box) => Standing[] = () => []
) =>
	placed.assembly.spaces
		.filter(({ box }) => AXES.every((axis) => box[axis][1] - box[axis][0] > 1) && isThere(placed, box))
		.map((space): Compartment => {
			const { box } = space;
			const { id: piece, name } = placed;
			const inside = standing(box);
			const cuboids = (of: readonly { box: Box }[]) => of.map((one) => cuboidOf(one.box));
			const firm = [...cuboids(inside.filter(({ bears }) => bears)), ...interior.arches.map((arch) => cuboidOf(flatTop(arch)))];
			const sloping = [
				...SIDES.flatMap((side) => wallIn(interior, side, box)),
				...ceilingIn(interior, box),
				...interior.arches.flatMap((arch) => archIn(arch, box))
			];
			const built = [...firm, ...cuboids(inside.filter(({ bears }) => !bears)), ...sloping.map(cuboidOf)];
			const rear = rearIn(interior, box).map(cuboidOf);
			const barred = [...built.slice(firm.length), ...rear];
			const hollows = cuboids(bodies.flatMap((of) => pitsUnder(interior, of, box)).map((one) => ({ box: one })));
			return {
				id: `${piece}/${space.id}`,
				piece,
				pieceName: name,
				space,
				hold: new Hold(cuboidOf(box), firm, BORNE, [...barred, ...cuboids(later(box))], hollows),
				taken: [...built, ...rear],
				before: (face) => (face === 'rear' ? built : [...built, ...rear]),
				others: [...new Set(inside.map(({ owner }) => owner).filter((owner) => owner !== piece))]
			};
		});

/** The compartments of a piece as though nothing else were there but the vehicle, and none of its own bars reached into them. Remembered. */
export const emptyCompartments = remember((interior: Interior, piece: PlacedPiece): readonly Compartment[] =>
	compartmentsWith(interior, piece, [], () => interior.fixtures.map(({ id, box }): Standing => ({ owner: id, box, bears: true })))
);

/** The compartments of one piece in a scene, with walls, arches, legs, bars and whatever else stands in them taken off. Remembered. */
export const compartmentsIn = remember((scene: Scene, bodies: readonly Body[], piece: PlacedPiece): readonly Compartment[] =>
	compartmentsWith(scene.interior, piece, [bodies], (box) => standingIn(scene, bodies, piece, box))
);

/** A mode of a plan, and all that takes room in it. */
export interface Taken {
	scene: Scene;
	bodies: readonly Body[];
}

/**
 * Every compartment of the pieces of a plan, with whatever stands in it in any mode: what is stowed stays where it is when beds are made
 * and panels opened.
 *
 * @param modes of the same plan; the first says where pieces stand
 */
export function compartmentsThrough(modes: readonly Taken[]): Compartment[] {
	const [first, ...others] = modes;
	if (!first) return [];
	return first.scene.pieces.flatMap((piece) => {
		const through = others.flatMap(({ scene, bodies }) => {
			const same = scene.pieces.find(({ id }) => id === piece.id);
			return same ? [{ scene, bodies, piece: same }] : [];
		});
		return compartmentsWith(
			first.scene.interior,
			piece,
			modes.map(({ bodies }) => bodies),
			(box) => standingIn(first.scene, first.bodies, piece, box),
			(box) => through.flatMap((one) => standingIn(one.scene, one.bodies, one.piece, box))
		);
	});
}

/** How much of a compartment is free when it is empty, litres. */
export const litresIn = ({ space, taken }: Compartment): number => freeLitres(space.box, taken);
