import { boxWithin } from '../geometry/convex';
import { bounds } from '../geometry/polygon';
import { boxSeparation, type Box } from '../geometry/vector';
import { archNotch, furthestRear, leastCeiling, leastHalfWidth, SIDES, type ArchSolid, type Interior, type Side } from '../interior';
import { cuboidOf, Hold, type Cuboid } from '../loading';
import { remember } from '../memory';
import type { PlacedPiece, Scene } from '../modes';
import type { Space } from '../pieces';
import type { Body } from '../scene';

/** A place for things of a piece, as it is while driving: empty, with all that takes room in it. */
export interface Compartment {
	/** The piece and its space: `piece/space`. */
	id: string;
	piece: string;
	pieceName: string;
	space: Space;
	/** Empty; to be copied before anything is put in. */
	hold: Hold;
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

/** What the walls, the ceiling, the arches and whatever stands in the vehicle take of a box, as blocks that hold a little more than they do. */
const shellIn = (interior: Interior, box: Box): Box[] => [
	...SIDES.flatMap((side) => wallIn(interior, side, box)),
	...ceilingIn(interior, box),
	...interior.arches.flatMap((arch) => archIn(arch, box)),
	...interior.fixtures.filter(({ kind }) => kind !== 'pit').map((fixture) => fixture.box)
];

/** What the closed rear door takes of a box. */
const rearIn = (interior: Interior, { x, y, z }: Box): Box[] =>
	stepsOver(z).flatMap((layer): Box[] => {
		const rear = furthestRear(interior, layer);
		return rear > x[0] ? [{ x: [x[0], Math.min(rear, x[1])], y, z: layer }] : [];
	});

const bulk = ({ x, y, z }: Box): number => (x[1] - x[0]) * (y[1] - y[0]) * (z[1] - z[0]);

/** What stands in a box of a scene, and whose it is: parts of every piece, seats, things, bars, and the compartments of other pieces. */
function standingIn(scene: Scene, bodies: readonly Body[], piece: PlacedPiece, box: Box): { owner: string; box: Box }[] {
	const solid = bodies.filter(({ of }) => of.kind === 'part' || of.kind === 'seat' || of.kind === 'thing' || of.kind === 'fixture');
	// A pad of the piece itself lies on it or stands aside of it; one of another piece may have been put in here.
	const pads = bodies.filter(({ of }) => of.kind === 'pad' && of.owner !== piece.id);
	const within = [...solid, ...pads].flatMap(({ of: { owner }, shapes }) =>
		shapes.flatMap((shape) => boxWithin(shape, box) ?? []).map((one) => ({ owner, box: one }))
	);
	// Of two that share room the smaller one has it, such as a drawer under a bed.
	const others = scene.pieces
		.filter(({ id }) => id !== piece.id)
		.flatMap(({ id, assembly }) => assembly.spaces.map((space) => ({ owner: id, box: space.box })))
		.filter((one) => bulk(one.box) < bulk(box));
	return [...within, ...others].filter((one) => boxSeparation(one.box, box) < -1);
}

/** How much of a hold nothing takes, litres, on a grid of cells no larger than {@link STEP}. */
function freeLitres(room: Box, firm: readonly Cuboid[]): number {
	let free = 0;
	for (const x of stepsOver(room.x))
		for (const y of stepsOver(room.y))
			for (const z of stepsOver(room.z)) {
				const [mx, my, mz] = [(x[0] + x[1]) / 2, (y[0] + y[1]) / 2, (z[0] + z[1]) / 2];
				if (!firm.some((one) => mx > one[0] && mx < one[1] && my > one[2] && my < one[3] && mz > one[4] && mz < one[5]))
					free += (x[1] - x[0]) * (y[1] - y[0]) * (z[1] - z[0]);
			}
	return free / 1e6;
}

/** Compartments of a piece, with what stands in each besides walls, arches and the closed rear door, and what does at other times. */
const compartmentsWith = (
	interior: Interior,
	{ id: piece, name, assembly }: Pick<PlacedPiece, 'id' | 'name' | 'assembly'>,
	standing: (box: Box) => Box[],
	later: (box: Box) => Box[] = () => []
) =>
	assembly.spaces
		.filter(({ box }) => (['x', 'y', 'z'] as const).every((axis) => box[axis][1] - box[axis][0] > 1))
		.map((space): Compartment => {
			const built = [...shellIn(interior, space.box), ...standing(space.box)].map(cuboidOf);
			const firm = [...built, ...rearIn(interior, space.box).map(cuboidOf)];
			return {
				id: `${piece}/${space.id}`,
				piece,
				pieceName: name,
				space,
				hold: new Hold(cuboidOf(space.box), firm, BORNE, later(space.box).map(cuboidOf)),
				before: (face) => (face === 'rear' ? built : firm)
			};
		});

/** The compartments of a piece as though nothing else were there, and none of its own bars reached into them. Remembered. */
export const emptyCompartments = remember((interior: Interior, piece: PlacedPiece): readonly Compartment[] =>
	compartmentsWith(interior, piece, () => [])
);

/** The compartments of one piece in a scene, with walls, arches, legs, bars and whatever else stands in them taken off. Remembered. */
export const compartmentsIn = remember((scene: Scene, bodies: readonly Body[], piece: PlacedPiece): readonly Compartment[] =>
	compartmentsWith(scene.interior, piece, (box) => standingIn(scene, bodies, piece, box).map((one) => one.box))
);

/** What stands in the compartments of a piece and is not its own, by the piece, seat, thing or bar that it belongs to. */
export const othersIn = (scene: Scene, bodies: readonly Body[], piece: PlacedPiece): string[] => [
	...new Set(
		piece.assembly.spaces.flatMap(({ box }) =>
			standingIn(scene, bodies, piece, box)
				.map(({ owner }) => owner)
				.filter((owner) => owner !== piece.id)
		)
	)
];

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
		const standing = (box: Box) => standingIn(first.scene, first.bodies, piece, box).map((one) => one.box);
		const later = (box: Box) => through.flatMap((one) => standingIn(one.scene, one.bodies, one.piece, box).map((two) => two.box));
		return compartmentsWith(first.scene.interior, piece, standing, later);
	});
}

/** How much of a compartment is free when it is empty, litres. */
export const litresIn = ({ space, hold }: Compartment): number => freeLitres(space.box, hold.firm);
