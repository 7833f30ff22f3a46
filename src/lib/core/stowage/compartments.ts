import { boxWithin, type Convex } from '../geometry/convex';
import { breaks } from '../geometry/piecewise';
import { bounds } from '../geometry/polygon';
import { boxSeparation, type Box } from '../geometry/vector';
import { archNotch, leastCeiling, leastHalfWidth, rearFaceAt, SIDES, type ArchSolid, type Interior, type Side } from '../interior';
import { cuboidOf, Hold, sharedWithAll, type Cuboid } from '../loading';
import { remember } from '../memory';
import type { PlacedPiece, Scene } from '../modes';
import type { Space } from '../pieces';
import type { Body } from '../scene';
import { litres } from '../storage';

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

/** Walls, arches and ceilings are taken as steps of this size along, across and up, on the safe side, mm. */
const STEP = 50;
/** Steps along and up to which a wall keeps the same distance within this are one block, mm. */
const SAME = 4;
/** So much of its underside has to lie on something that a thing stands. */
const BORNE = 0.7;

/** Lengths between two numbers in equal steps no longer than {@link STEP}. */
function stepsOver([from, to]: readonly [number, number]): [number, number][] {
	const n = Math.max(1, Math.ceil((to - from) / STEP));
	return Array.from({ length: n }, (_, i) => [from + ((to - from) * i) / n, from + ((to - from) * (i + 1)) / n]);
}

/** Neighbours in a row with nearly the same value, as one stretch with the least of them. */
function runs<T extends { over: [number, number]; value: number }>(row: readonly T[]): { over: [number, number]; value: number }[] {
	const joined: { over: [number, number]; value: number; first: number }[] = [];
	for (const { over, value } of row) {
		const last = joined.at(-1);
		if (last && Math.abs(last.first - value) <= SAME) {
			last.over = [last.over[0], over[1]];
			last.value = Math.min(last.value, value);
		} else joined.push({ over, value, first: value });
	}
	return joined;
}

/** What one wall takes of a box. */
function wallIn(interior: Interior, side: Side, { x, y, z }: Box): Box[] {
	const reach = side === 'left' ? y[1] : -y[0];
	// Most compartments keep clear of the wall altogether.
	if (leastHalfWidth(interior, side, x, z) >= reach) return [];
	return stepsOver(z).flatMap((layer) => {
		const row = stepsOver(x).map((over) => ({ over, value: leastHalfWidth(interior, side, over, layer) }));
		return runs(row)
			.filter(({ value }) => value < reach)
			.map(({ over, value }): Box => ({
				x: over,
				y: side === 'left' ? [Math.max(y[0], value), y[1]] : [y[0], Math.min(y[1], -value)],
				z: layer
			}));
	});
}

/** What the ceiling takes of a box. */
function ceilingIn(interior: Interior, { x, y, z }: Box): Box[] {
	if (leastCeiling(interior, x, y) >= z[1]) return [];
	return stepsOver(x).flatMap((over) => {
		const row = stepsOver(y).map((across) => ({ over: across, value: leastCeiling(interior, over, across) }));
		return runs(row)
			.filter(({ value }) => value < z[1])
			.map(({ over: across, value }): Box => ({ x: over, y: across, z: [Math.max(z[0], value), z[1]] }));
	});
}

/** What an arch takes of a box. */
const archIn = (arch: ArchSolid, { z }: Box): Box[] =>
	stepsOver(z).flatMap((layer) => {
		const foot = archNotch(arch, Math.max(0, layer[0]), 0);
		return foot ? [{ ...bounds(foot), z: [layer[0], Math.min(layer[1], arch.height)] as [number, number] }] : [];
	});

/** What of an arch is under its flat top: things may stand on that, and on nothing of the slopes. */
const flatTop = ({ middle, halfTop, inner, edge, height, side }: ArchSolid): Box => ({
	x: [middle - halfTop, middle + halfTop],
	y: side === 'left' ? [inner + edge, FAR] : [-FAR, -inner - edge],
	z: [0, height]
});
/** Further to one side than any wall, mm. */
const FAR = 5000;

/** What the closed rear door takes of a box, with its cut corners. */
const rearIn = (interior: Interior, { x, y, z }: Box): Box[] =>
	stepsOver(z).flatMap((layer) => {
		// Across it bends only at its corners, and never back within a step; the most forward of its ends holds.
		const at = (across: [number, number]) =>
			Math.max(...across.flatMap((one) => breaks(interior.knots.rearZ, ...layer).map((up) => rearFaceAt(interior, one, up))));
		const row = stepsOver(y).map((across) => ({ over: across, value: -at(across) }));
		return runs(row)
			.filter(({ value }) => -value > x[0])
			.map(({ over, value }): Box => ({ x: [x[0], Math.min(-value, x[1])], y: over, z: layer }));
	});

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

/**
 * Compartments of a piece, with what stands in each besides walls, ceiling, arches and the closed rear door.
 *
 * @param bodies of every mode that counts: a pit that is open in any of them bears nothing
 * @param later what else takes room at other times: nothing stands on that
 */
const compartmentsWith = (
	interior: Interior,
	{ id: piece, name, assembly }: PlacedPiece,
	bodies: readonly (readonly Body[])[],
	standing: (box: Box) => Standing[],
	later: (box: Box) => Standing[] = () => []
) =>
	assembly.spaces
		.filter(({ box }) => (['x', 'y', 'z'] as const).every((axis) => box[axis][1] - box[axis][0] > 1))
		.map((space): Compartment => {
			const { box } = space;
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
