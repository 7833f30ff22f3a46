import { polygonHull } from 'd3-polygon';
import { travellingMass, WAYS, type Fastened } from '../fastening';
import { balanceOf, boxRound, middleOf, middleOfAll, vec3, type Box, type Vec3 } from '../geometry/vector';
import { halfWidth, sign } from '../interior';
import type { PlacedPiece, Scene } from '../modes';
import { padMass, partMass } from '../pieces';
import type { Plan, Stock } from '../plan';
import { vehicleBearersAt } from '../scene';
import type { RigidBody } from './balance';

/** What stands on something is no further above it than packing makes up for, mm. */
const STANDS = 4;
/** A wall no further away than this stops what comes against it: it has not much way to gather speed, mm; our own figure. */
const NEAR = 60;

const shared = (a: [number, number], b: [number, number]): [number, number] => [Math.max(a[0], b[0]), Math.min(a[1], b[1])];

/** The outermost of some places on one level, which is all that counts for balance. */
function outermost(places: readonly Vec3[]): Vec3[] {
	const levels = new Map<number, Vec3[]>();
	for (const place of places) levels.set(Math.round(place.z), [...(levels.get(Math.round(place.z)) ?? []), place]);
	return [...levels.values()].flatMap((level) => {
		const hull = polygonHull(level.map(({ x, y }): [number, number] => [x, y]));
		return hull ? hull.map(([x, y]) => vec3(x, y, level[0].z)) : level;
	});
}

const corners = ({ x, y }: Pick<Box, 'x' | 'y'>, z: number): Vec3[] => x.flatMap((px) => y.map((py) => vec3(px, py, z)));

/** Where a piece stands on the vehicle, and on what other pieces have on top. */
function feetOf(scene: Scene, piece: PlacedPiece): Vec3[] {
	const firm = firmOf(piece);
	const onVehicle = firm.flatMap((box) =>
		corners(box, box.z[0]).filter((at) => vehicleBearersAt(scene, at).some(({ top }) => Math.abs(at.z - top) <= STANDS))
	);
	const others = scene.pieces.filter(({ id }) => id !== piece.id).flatMap(firmOf);
	const onOthers = firm.flatMap((box) =>
		others.flatMap((other) => {
			const [x, y] = [shared(box.x, other.x), shared(box.y, other.y)];
			const lies = Math.abs(other.z[1] - box.z[0]) <= STANDS && x[1] > x[0] && y[1] > y[0];
			return lies ? corners({ x, y }, box.z[0]) : [];
		})
	);
	return outermost([...onVehicle, ...onOthers]);
}

/** What stops something has so much of its face, mm. */
const FACE = 20;

/** What of the vehicle stands in the way: its wheel arches and whatever else is built into it. */
const blocksOf = ({ interior }: Scene): Box[] => [
	...interior.arches.map(({ side, middle, halfTop, height, inner }): Box => ({
		x: [middle - halfTop, middle + halfTop],
		y: side === 'left' ? [inner, FAR] : [-FAR, -inner],
		z: [0, height]
	})),
	...interior.fixtures.map(({ box }) => box)
];
const FAR = 5000;

/** Pieces beside one that are held themselves: what leans on them they have to hold as well. */
const heldBeside = (scene: Scene, piece: PlacedPiece): PlacedPiece[] =>
	scene.pieces.filter((other) => other.id !== piece.id && Object.keys(other.held ?? {}).length > 0);

const firmOf = ({ parts }: PlacedPiece): Box[] =>
	parts.filter(({ part }) => part.form === 'board' || part.form === 'bar').map(({ box }) => box);

/** Where something beside a piece stops it: walls, wheel arches, fixtures, and pieces that are held. */
function stopsOf(scene: Scene, piece: PlacedPiece): RigidBody['stops'] {
	const { interior } = scene;
	const firm = firmOf(piece);
	const walls = (['left', 'right'] as const).flatMap((side) => {
		const s = sign(side);
		return firm.flatMap(({ x, y, z }) => {
			const face = y[s > 0 ? 1 : 0];
			return x.flatMap((px) =>
				z.flatMap((pz) => (halfWidth(interior, side, px, pz) - s * face <= NEAR ? [{ at: vec3(px, face, pz), into: vec3(0, -s, 0) }] : []))
			);
		});
	});
	const against = (blocks: readonly Box[]) => firm.flatMap((own) => blocks.flatMap((block) => stoppedBy(own, block)));
	const neighbours = heldBeside(scene, piece).flatMap((other) => fewest(against(firmOf(other))).map((stop) => ({ ...stop, by: other.id })));
	return [...fewest([...walls, ...against(blocksOf(scene))]), ...neighbours];
}

/** Where a block stops a box that comes against it, along the vehicle or across it. */
function stoppedBy(own: Box, block: Box): RigidBody['stops'][number][] {
	const z = shared(own.z, block.z);
	if (z[1] - z[0] < FACE) return [];
	return (['x', 'y'] as const).flatMap((axis) => {
		const across = axis === 'x' ? 'y' : 'x';
		const face = shared(own[across], block[across]);
		if (face[1] - face[0] < FACE) return [];
		return [1, -1].flatMap((way) => {
			const at = own[axis][way > 0 ? 1 : 0];
			const room = way * (block[axis][way > 0 ? 0 : 1] - at);
			if (room < -STANDS || room > NEAR) return [];
			const into = axis === 'x' ? vec3(-way, 0, 0) : vec3(0, -way, 0);
			return face.flatMap((f) => z.map((pz) => ({ at: axis === 'x' ? vec3(at, f, pz) : vec3(f, at, pz), into })));
		});
	});
}

/** Of stops that push the same way the outermost: no more than four for each. */
function fewest(stops: RigidBody['stops']): RigidBody['stops'] {
	const keep = new Set<RigidBody['stops'][number]>();
	for (const [dx, dy] of [
		[0, 1],
		[0, -1],
		[1, 0],
		[-1, 0]
	]) {
		const alike = stops.filter(({ into }) => into.x === dx && into.y === dy);
		const across = dx === 0 ? 'x' : 'y';
		for (const [along, up] of [
			[1, 1],
			[1, -1],
			[-1, 1],
			[-1, -1]
		]) {
			const reach = ({ at }: (typeof alike)[number]) => along * at[across] + up * at.z;
			const [first] = [...alike].sort((a, b) => reach(b) - reach(a));
			if (first) keep.add(first);
		}
	}
	return [...keep];
}

/** Where what a piece holds has its weight: in its drawers, or low in its spaces. */
function contentAt({ assembly: { drawers, spaces }, parts }: PlacedPiece): Vec3 {
	const boxes =
		drawers.length > 0 ? drawers.map(({ box }) => box) : spaces.length > 0 ? spaces.map(({ box }) => box) : parts.map(({ box }) => box);
	return middleOfAll(boxes) ?? middleOf(boxRound(parts));
}

/** A piece with what is in it as a rigid body, and what holds it while driving. */
export function bodyOf(scene: Scene, piece: PlacedPiece, fastened: readonly Fastened[], stock: Stock, gear: Plan['gear']): RigidBody {
	const own = [
		...piece.parts.map(({ part, box }) => ({ kg: partMass(part, stock), box })),
		...piece.pads.map(({ pad, box }) => ({ kg: padMass(pad), box }))
	].map(({ kg, box }) => ({ kg, at: middleOf(box) }));
	const kg = travellingMass(piece, stock, gear);
	const content = { kg: kg - own.reduce((sum, one) => sum + one.kg, 0), at: contentAt(piece) };
	const walled = new Set(piece.assembly.supports.flatMap(({ part, by }) => (by === 'wall' ? [part] : [])));
	return {
		kg,
		centre: balanceOf([...own, content]) ?? content.at,
		feet: feetOf(scene, piece),
		stops: fewest(stopsOf(scene, piece)),
		hangs: piece.parts.filter(({ part }) => walled.has(part.id)).flatMap(({ box }) => wallCorners(box)),
		ties: fastened
			.filter(({ suits, away, held }) => suits && away <= WAYS[held.way].reach + 0.5)
			.map(({ id, from, to, holds, held, away }) => ({ id, from, to, holds, pullsOnly: !WAYS[held.way].square && away > 1 }))
	};
}

/** Places at both ends and both heights of something on a wall, on the side that it hangs with. */
function wallCorners({ x, y, z }: Box): Vec3[] {
	const at = Math.abs(y[0]) > Math.abs(y[1]) ? y[0] : y[1];
	return x.flatMap((px) => z.map((pz) => vec3(px, at, pz)));
}
