import { bounds } from '../geometry/polygon';
import { boxRound, boxSeparation, cornersOf, vec3, type Box, type Vec3 } from '../geometry/vector';
import { ceilingAt, leastHalfWidth, rearAt } from '../interior';
import type { PlacedPad, PlacedPart, PlacedPiece, Scene } from '../modes';
import { fastenedBy } from '../fastening';
import type { BedPosture } from '../people';
import { pinnedBoxes } from '../plan/gear';
import type { Plan } from '../plan/plan';
import { clearBoxes } from '../storage';
import { animalShapes, bodyShapes } from './bodies';
import { fittingShapes, within } from './fittings';
import { archShapes, roomAbove, roomAcross, roomAlong, widestAbove } from './room';
import { project, silhouette, type Dimension, type Shape, type ShapeKind, type View, type ViewName } from './shape';
import { lengthMark } from '../units';

/** What is drawn. */
export interface Drawn {
	plan: Plan;
	scene: Scene;
	/** Piece whose sizes are dimensioned; the first when absent. */
	selected?: string;
	/** Height at which the view from above cuts the room; that of the piece when absent. */
	level?: number;
	/** What whoever is in bed is shown doing; lying when absent. */
	posture?: BedPosture;
}

const seatShapes = (view: ViewName, scene: Scene, at?: number): Shape[] =>
	scene.seats.flatMap((seat) =>
		seat.profiles.map((profile): Shape => {
			const { x } = bounds(profile);
			const solid = profile.flatMap((p) => seat.y.map((y) => vec3(p.x, y, p.y)));
			return {
				of: seat.id,
				kind: 'seat',
				points: silhouette(view, solid),
				title: seat.name,
				cut: at !== undefined && x[0] <= at && x[1] >= at
			};
		})
	);

/** In a cross-section: the seats ahead of it, as far as they are seen through the room there. */
const seatsAhead = (scene: Scene, x: number, room: Shape['points']): Shape[] => within(seatShapes('cross-section', scene, x), room);

/** Parts of all pieces, what lies behind first. In a cross-section at x only what it cuts and what lies ahead of it is seen. */
function pieceShapes(view: ViewName, pieces: readonly PlacedPiece[], at?: number): Shape[] {
	const visible = (box: Box) => at === undefined || box.x[1] >= at;
	const cuts = (box: Box) => (at === undefined ? true : box.x[0] <= at && box.x[1] >= at);
	const points = (part: PlacedPart | PlacedPad) =>
		view === 'above' && part.footprint
			? part.footprint.map((p) => project('above', vec3(p.x, p.y, 0)))
			: silhouette(view, [...part.lower, ...part.upper]);
	const depth = (box: Box) => (view === 'above' ? box.z[1] : view === 'long section' ? -box.y[0] : -box.x[0]);
	const shapeOf = ({ id, name }: PlacedPiece, placed: PlacedPart | PlacedPad, kind: ShapeKind, words: string) => ({
		depth: depth(placed.box),
		shape: {
			of: id,
			part: 'part' in placed ? placed.part.id : placed.pad.id,
			kind,
			points: points(placed),
			title: `${name}: ${words}`,
			cut: cuts(placed.box)
		}
	});
	return pieces
		.flatMap((piece) => [
			...piece.parts.filter(({ box }) => visible(box)).map((placed) => shapeOf(piece, placed, placed.part.form, placed.part.name)),
			...piece.pads
				.filter(({ box }) => visible(box))
				.map((placed) => shapeOf(piece, placed, placed.role === 'back' ? 'back' : 'pad', placed.pad.name))
		])
		.sort((a, b) => a.depth - b.depth || Number(a.shape.cut) - Number(b.shape.cut))
		.map(({ shape }) => shape);
}

/** Gear where somebody put it in its piece, the rest of it in rows from the rear, beside that. */
function gearShapes(view: ViewName, { plan, scene }: Drawn): Shape[] {
	return Object.entries(plan.gear).flatMap(([id, gear]) => {
		const piece = scene.pieces.find((p) => p.id === gear.under);
		if (!piece) return [];
		const shapeAt = (box: Box): Shape => ({ of: id, kind: 'gear', points: silhouette(view, cornersOf(box)), title: gear.name, cut: false });
		const put = pinnedBoxes(gear, piece.assembly.spaces);
		const shapes = put.map(shapeAt);
		const boxes = piece.assembly.spaces.flatMap((space) => clearBoxes(scene.interior, space)[0]);
		for (const box of boxes) {
			const [nx, ny] = [Math.floor((box.x[1] - box.x[0]) / gear.length), Math.floor((box.y[1] - box.y[0]) / gear.width)];
			for (let i = 0; i < Math.max(nx, boxes.length === 1 && shapes.length === 0 ? 1 : 0); i++)
				for (let j = 0; j < Math.max(ny, 1); j++) {
					if (shapes.length >= gear.count) return shapes;
					const [x, y] = [box.x[0] + i * gear.length, box.y[0] + j * gear.width];
					const one: Box = { x: [x, x + gear.length], y: [y, y + gear.width], z: [box.z[0], box.z[0] + gear.height] };
					if (!put.some((other) => boxSeparation(one, other) < 0)) shapes.push(shapeAt(one));
				}
		}
		return shapes;
	});
}

/** Gear that lies in a place of its own. */
const thingShapes = (view: ViewName, { scene }: Drawn, at?: number): Shape[] =>
	scene.things
		.filter(({ solid }) => at === undefined || solid.box.x[1] >= at)
		.map(({ id, name, solid }) => ({
			of: id,
			kind: 'gear',
			points: silhouette(view, cornersOf(solid.box)),
			title: name,
			cut: at !== undefined && solid.box.x[0] <= at
		}));

/** How thick a strap or a bolt is drawn, mm. */
const STRAP = 14;

/** What holds each piece, as a line from it to the vehicle or to a neighbour. */
const fasteningShapes = (view: ViewName, { plan, scene }: Drawn, at?: number): Shape[] =>
	scene.pieces.flatMap((piece) =>
		fastenedBy(plan.vehicle, scene.interior, piece, scene.pieces)
			.filter(({ to }) => at === undefined || Math.abs(to.x - at) < 300)
			.map(({ words, from, to }): Shape => {
				const [a, b] = [project(view, from), project(view, to)];
				const long = Math.max(1, Math.hypot(b.x - a.x, b.y - a.y));
				// Even a bolt right under the piece shows as a dot.
				const [ux, uy] = long < STRAP ? [1, 0] : [(b.x - a.x) / long, (b.y - a.y) / long];
				const [px, py] = [(-uy * STRAP) / 2, (ux * STRAP) / 2];
				const [ex, ey] = [(ux * STRAP) / 2, (uy * STRAP) / 2];
				return {
					of: piece.id,
					kind: 'fastening',
					points: [
						{ x: a.x - ex + px, y: a.y - ey + py },
						{ x: b.x + ex + px, y: b.y + ey + py },
						{ x: b.x + ex - px, y: b.y + ey - py },
						{ x: a.x - ex - px, y: a.y - ey - py }
					],
					title: `${piece.name}: ${words}`,
					cut: false
				};
			})
	);

/** The piece that dimensions are drawn for: the selected one, else the first; only one that has something in the vehicle. */
const shownPiece = ({ scene, selected }: Drawn): PlacedPiece | undefined => {
	const there = scene.pieces.filter(({ parts }) => parts.length > 0);
	return there.find(({ id }) => id === selected) ?? there[0];
};

const isBed = ({ assembly }: PlacedPiece) => assembly.surfaces.some(({ use }) => use === 'sleep');
/** A piece in the words of a dimension, and what is measured from its top to the ceiling. */
const nameOf = (piece: PlacedPiece) => (isBed(piece) ? 'the bed' : piece.name);
const overTop = (piece: PlacedPiece) => (isBed(piece) ? 'Mattress to ceiling' : `${piece.name} to ceiling`);

/** Bounds of a selected piece in its present state, pads apart. */
const pieceBox = ({ parts }: PlacedPiece): Box => boxRound(parts);

const dimension = (view: ViewName, label: string, from: Vec3, to: Vec3, offset: number): Dimension => ({
	from: project(view, from),
	to: project(view, to),
	mm: Math.hypot(to.x - from.x, to.y - from.y, to.z - from.z),
	offset,
	label
});

const frameOf = (shapes: Shape[], margin: number): View['frame'] => {
	const { x, y } = bounds(shapes.flatMap((s) => s.points));
	return [x[0] - margin, y[0] - margin, x[1] - x[0] + 2 * margin, y[1] - y[0] + 2 * margin];
};

/** Room round the vehicle for dimension lines, and for a second one below it, mm. */
const MARGIN = 220;
const SECOND_LINE = 130;

/** The view from above at the height of the selected piece. */
export function viewFromAbove(drawn: Drawn): View {
	const { scene, plan, posture } = drawn;
	const { interior } = scene;
	const piece = shownPiece(drawn);
	const deck = drawn.level ?? piece?.assembly.deck ?? 0;
	const room: Shape[] = [
		{ of: 'vehicle', kind: 'outline', points: widestAbove(interior), title: 'Widest outline of the interior', cut: false },
		{
			of: 'vehicle',
			kind: 'room',
			points: roomAbove(interior, deck),
			title: `Interior ${lengthMark(Math.round(deck))} above the floor`,
			cut: true
		}
	];
	const arches = archShapes
		.above(interior)
		.map((points): Shape => ({ of: 'vehicle', kind: 'arch', points, title: 'Wheel arch', cut: false }));
	const dimensions: Dimension[] = [];
	const half = Math.max(...interior.knots.z.map((z) => leastHalfWidth(interior, 'right', [0, interior.length], [z, z])));
	dimensions.push(dimension('above', 'Length of the floor', vec3(0, -half, 0), vec3(interior.length, -half, 0), -2));
	if (piece) {
		const { x, y } = pieceBox(piece);
		dimensions.push(dimension('above', `Length of ${piece.name}`, vec3(x[0], -half, 0), vec3(x[1], -half, 0), -1));
		dimensions.push(dimension('above', `Width of ${piece.name}`, vec3(x[1], y[0], 0), vec3(x[1], y[1], 0), -1));
	}
	const shapes = [
		...room,
		...arches,
		...fittingShapes('above', plan.vehicle, interior),
		...gearShapes('above', drawn),
		...thingShapes('above', drawn),
		...pieceShapes('above', scene.pieces),
		...seatShapes('above', scene),
		...fasteningShapes('above', drawn),
		...bodyShapes('above', plan.crew, scene, posture),
		...animalShapes('above', plan, scene)
	];
	const [left, top, wide, high] = frameOf(room, MARGIN);
	return { name: 'above', frame: [left, top, wide, high + SECOND_LINE], shapes, dimensions };
}

/** The long section on the centre line, seen from the right-hand side of the vehicle. */
export function longSection(drawn: Drawn): View {
	const { scene, plan, posture } = drawn;
	const { interior } = scene;
	const piece = shownPiece(drawn);
	const room: Shape = { of: 'vehicle', kind: 'room', points: roomAlong(interior), title: 'Interior along the centre line', cut: true };
	const arches = archShapes
		.along(interior)
		.map((points): Shape => ({ of: 'vehicle', kind: 'arch', points, title: 'Wheel arch', cut: false }));
	const dimensions: Dimension[] = [];
	if (piece) {
		const { x } = pieceBox(piece);
		const { deck } = piece.assembly;
		dimensions.push(dimension('long section', `Height of ${nameOf(piece)}`, vec3(x[1], 0, 0), vec3(x[1], 0, deck), 1));
		const middle = (x[0] + x[1]) / 2;
		const pad = Math.max(deck, ...piece.pads.filter((p) => p.role !== 'back').map((p) => p.box.z[1]));
		dimensions.push(dimension('long section', overTop(piece), vec3(middle, 0, pad), vec3(middle, 0, ceilingAt(interior, middle, 0)), 0));
		const rear = rearAt(interior, deck);
		if (x[0] - rear > 30) dimensions.push(dimension('long section', 'Rear door to the bed', vec3(rear, 0, deck), vec3(x[0], 0, deck), -1));
	}
	const shapes = [
		room,
		...arches,
		...fittingShapes('long section', plan.vehicle, interior),
		...gearShapes('long section', drawn),
		...thingShapes('long section', drawn),
		...pieceShapes('long section', scene.pieces),
		...seatShapes('long section', scene),
		...fasteningShapes('long section', drawn),
		...bodyShapes('long section', plan.crew, scene, posture),
		...animalShapes('long section', plan, scene)
	];
	return { name: 'long section', frame: frameOf([room], MARGIN), shapes, dimensions };
}

/** The cross-section at x, looking forward. */
export function crossSection(drawn: Drawn, x: number): View {
	const { scene, plan, posture } = drawn;
	const { interior } = scene;
	const piece = shownPiece(drawn);
	const room: Shape = {
		of: 'vehicle',
		kind: 'room',
		points: roomAcross(interior, x),
		title: `Interior ${lengthMark(Math.round(x))} forward of the rear door`,
		cut: true
	};
	const arches = archShapes
		.across(interior, x)
		.map((points): Shape => ({ of: 'vehicle', kind: 'arch', points, title: 'Wheel arch', cut: true }));
	const dimensions: Dimension[] = [];
	const wide = (z: number) =>
		[vec3(x, leastHalfWidth(interior, 'left', [x, x], [z, z]), z), vec3(x, -leastHalfWidth(interior, 'right', [x, x], [z, z]), z)] as const;
	const top = ceilingAt(interior, x, 0);
	dimensions.push(dimension('cross-section', 'Width at the floor', ...wide(0), -1));
	if (piece) {
		const { deck } = piece.assembly;
		dimensions.push(dimension('cross-section', `Width at the height of ${nameOf(piece)}`, ...wide(deck), 0));
		const pad = Math.max(deck, ...piece.pads.filter((p) => p.role !== 'back').map((p) => p.box.z[1]));
		if (top > pad) dimensions.push(dimension('cross-section', overTop(piece), vec3(x, 0, pad), vec3(x, 0, top), 0));
	} else dimensions.push(dimension('cross-section', 'Floor to ceiling', vec3(x, 0, 0), vec3(x, 0, top), 0));
	const shapes = [
		room,
		...seatsAhead(scene, x, room.points),
		...arches,
		...fittingShapes('cross-section', plan.vehicle, interior, x).flatMap((shape) =>
			shape.kind === 'fixture' ? within([shape], room.points) : [shape]
		),
		...thingShapes('cross-section', drawn, x),
		...pieceShapes('cross-section', scene.pieces, x),
		...fasteningShapes('cross-section', drawn, x),
		...bodyShapes('cross-section', plan.crew, scene, posture),
		...animalShapes('cross-section', plan, scene)
	];
	return { name: 'cross-section', frame: frameOf([room], MARGIN), shapes, dimensions };
}
