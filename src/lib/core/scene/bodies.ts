import { convexOf, convexRoom, type Convex } from '../geometry/convex';
import { boxRound, boxSeparation, vec3, type Box, type Vec3 } from '../geometry/vector';
import { blockPrism, solidSeparation, type SeatSolid, type Solid } from '../interior';
import { remember } from '../memory';
import { solidOf, type PlacedPad, type PlacedPart, type PlacedPiece, type Scene } from '../modes';
import { bodyOf, figureOf, placeAnimals, posesIn, seatingIn, SEGMENT, type Figure, type Limb } from '../people';
import type { Plan } from '../plan/plan';
import type { Vehicle } from '../plan/vehicle';

/**
 * What a body is, and whose, by reference, so that pairs that may touch can be stated. The owner is the id under which the plan
 * knows it: a piece, a seat, a person, gear, a dog or a fixture; `on` are the pieces that somebody is on.
 */
export type BodyOf =
	| { kind: 'part' | 'pad'; owner: string; id: string }
	| { kind: 'seat' | 'thing' | 'fixture'; owner: string }
	| { kind: 'person'; owner: string; on: readonly string[]; seat?: string }
	| { kind: 'animal'; owner: string; on: readonly string[] };

/** Something that takes room in a mode: convex solids, and the level solid that a board with an outline of its own is besides. */
export interface Body {
	of: BodyOf;
	name: string;
	shapes: readonly Convex[];
	/** A rigid body as the interior measures it. */
	solid?: Solid;
	box: Box;
}

const rigid = (of: BodyOf, name: string, solid: Solid, corners: readonly Vec3[]): Body => ({
	of,
	name,
	shapes: [convexOf(corners)],
	solid,
	box: solid.box
});

const placedBody = (of: BodyOf, name: string, placed: PlacedPart | PlacedPad): Body =>
	rigid(of, name, solidOf(placed), [...placed.lower, ...placed.upper]);

/** Parts that do not give way, and pads, of a piece as it stands. Remembered. */
const bodiesOfPiece = remember((piece: PlacedPiece): readonly Body[] => [
	...piece.parts
		.filter(({ part }) => !part.yields && part.form !== 'cloth')
		.map((placed) => placedBody({ kind: 'part', owner: piece.id, id: placed.part.id }, `${placed.part.name} of ${piece.name}`, placed)),
	...piece.pads.map((placed) =>
		placedBody({ kind: 'pad', owner: piece.id, id: placed.pad.id }, `${placed.pad.name} of ${piece.name}`, placed)
	)
]);

/** The blocks of a seat as it is set, each a prism across it. */
function seatBody(seat: SeatSolid): Body | undefined {
	if (seat.profiles.length === 0) return undefined;
	const shapes = seat.profiles.map((profile) => convexOf(seat.y.flatMap((y) => profile.map((p) => vec3(p.x, y, p.y)))));
	return { of: { kind: 'seat', owner: seat.id }, name: seat.name, shapes, box: boxRound(shapes) };
}

/** A trunk is as broad as the hips where it begins, and as the shoulders where it ends. */
const WAIST = SEGMENT.hipBreadth / SEGMENT.breadth;

/** A limb is flat: as long as its way, as broad as its spread, grown by its radius. */
const limbShape = ({ name, from, to, r, spread }: Limb): Convex => {
	const off = (p: Vec3, s: number) => vec3(p.x + s * spread.x, p.y + s * spread.y, p.z + s * spread.z);
	const low = name === 'trunk' ? WAIST : 1;
	const outline = [off(from, -low), off(from, low), off(to, 1), off(to, -1)];
	return convexOf([...outline, ...outline], r);
};

function figureBody(of: BodyOf, name: string, { limbs }: Figure): Body {
	// Arms are drawn in where it is narrow; a trunk is as broad as the shoulders with them.
	const shapes = limbs.filter((limb) => limb.name !== 'upper arm' && limb.name !== 'forearm').map(limbShape);
	return { of, name, shapes, box: boxRound(shapes) };
}

type SeatTables = Pick<Vehicle, 'seats' | 'lining'>;
type Animals = NonNullable<Plan['animals']>;

/** Everybody who is in the vehicle, as the figures that are drawn. */
function people(vehicle: SeatTables, crew: Plan['crew'], scene: Scene): Body[] {
	const placed = posesIn(crew, scene).map(({ id, person, on, pose: { posture, placement } }) =>
		figureBody({ kind: 'person', owner: id, on }, person.name, figureOf(bodyOf(person), posture, placement))
	);
	const riding = seatingIn(vehicle, crew, scene).seated.map(({ seat, person, name, figure }) =>
		figureBody({ kind: 'person', owner: person ?? seat, on: [], seat }, name, figure)
	);
	return [...placed, ...riding];
}

/** No dogs; always the same, so that what is remembered is found again. */
export const NO_ANIMALS: Animals = {};

/** Everything that takes room in a mode of a plan: the one list that rules about room ask. Remembered. */
export const bodiesIn = ({ seats, lining }: SeatTables, crew: Plan['crew'], animals: Animals, scene: Scene): readonly Body[] =>
	bodiesFrom(seats, lining, crew, animals, scene);

const bodiesFrom = remember(
	(seats: Vehicle['seats'], lining: Vehicle['lining'], crew: Plan['crew'], animals: Animals, scene: Scene): readonly Body[] => [
		...scene.pieces.flatMap((piece) => bodiesOfPiece(piece)),
		...scene.seats.flatMap((seat) => seatBody(seat) ?? []),
		...scene.things.map(({ id, name, solid }) => rigid({ kind: 'thing', owner: id }, name, solid, blockPrism(solid.box))),
		...scene.interior.fixtures.map(({ id, name, box }) =>
			rigid({ kind: 'fixture', owner: id }, name, { box, footprint: null, corners: blockPrism(box) }, blockPrism(box))
		),
		...people({ seats, lining }, crew, scene),
		...placeAnimals(animals, { seats, lining }, crew, scene)
			.filter(({ share }) => share === 1)
			.map(({ id, animal, at, half, piece }): Body => {
				const box: Box = { x: [at.x - half.x, at.x + half.x], y: [at.y - half.y, at.y + half.y], z: [at.z, at.z + 0.6 * animal.shoulder] };
				return {
					of: { kind: 'animal', owner: id, on: piece ? [piece] : [] },
					name: animal.name,
					shapes: [convexOf(blockPrism(box))],
					box
				};
			})
	]
);

/**
 * Signed room between two bodies, mm, as far as it is less than `limit`: rigid ones by their outlines with what is cut out of
 * them, limbs and tilted ones as convex solids.
 */
export function roomBetween(a: Body, b: Body, limit = Infinity): number {
	const apart = boxSeparation(a.box, b.box);
	if (apart >= limit) return apart;
	if (a.solid && b.solid) return solidSeparation(a.solid, b.solid, limit);
	let least = Infinity;
	for (const p of a.shapes)
		for (const q of b.shapes) {
			if (boxSeparation(p.box, q.box) >= Math.min(limit, least)) continue;
			least = Math.min(least, convexRoom(p, q));
		}
	return Math.min(least, Math.max(limit, apart));
}
