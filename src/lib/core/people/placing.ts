import { bounds, type Polygon } from '../geometry/polygon';
import type { Box } from '../geometry/vector';
import { remember } from '../memory';
import type { Scene } from '../modes';
import type { Surface } from '../pieces';
import type { Head, Person, Plan, Posture } from '../plan/plan';
import { bodyOf, ROOM, type Body } from './body';
import { longestEachWay, longestLying, pointOf, restOf, type Lying, type Rest, type LyingWidths } from './lying';
import { overheadIn } from './headroom';
import { lanesOfPair, pairOn, type PairedBody } from './pair';
import { bedsOf, FLOOR, floorSurface, lanes, lyingRegion, surfaceOf, type Berth } from './region';
import { edgeSights, seatSights, type Sight } from './sitting';
import { partsStanding } from './standing';

/** Someone lying on a sleep surface. */
export interface Sleeper {
	id: string;
	person: Person;
	body: Body;
	piece: string;
	/** The pieces that make the bed; none for the floor. */
	own: readonly string[];
	/** The surface of the bed, of several pieces where they lie level side by side. */
	surface: Surface;
	/** Nobody else lies in this bed. */
	alone: boolean;
	/** Everything of the bed that is free at body height. */
	region: Polygon;
	/** Their lane of the surface, what of it is free at body height, and the height of the compressed mattress. */
	lane: Polygon;
	z: number;
	/** Widths asked for: the least that counts as fitting. */
	widths: LyingWidths;
	/** The longest body in the lane: of those widths, or of a slimmer one where the shoulders are what does not fit. */
	longest: Lying;
	/** False when `longest` is that of a slimmer body: long enough or not, the shoulders have no room. */
	shouldersFit: boolean;
	/** Where this person lies. */
	rest: Rest;
}

/** What somebody sits on: a bench, a seat that slopes, the edge of a bed. */
export type SitsOn = 'bench' | 'slope' | 'edge';

/** Someone sitting on a piece. */
export interface Sitter {
	id: string;
	person: Person;
	body: Body;
	piece: string;
	/** The pieces that make what they sit on: a bed may be of several. */
	own: readonly string[];
	on: SitsOn;
	surface: Surface;
	sight: Sight;
}

const STEP = Math.PI / 60;
/** Directions tried for one sleeper: along the vehicle and up to 30 degrees off it either way. */
const ALONG_AND_DIAGONAL = Array.from({ length: 21 }, (_, i) => (i === 0 ? 0 : Math.ceil(i / 2) * STEP * (i % 2 === 0 ? -1 : 1)));
const ACROSS = ALONG_AND_DIAGONAL.map((angle) => angle + Math.PI / 2);

/** Two ways to lie that differ by less than this are equally long to whoever chooses between them, mm. */
const AS_LONG = 50;

/**
 * Of the two ways to lie, the one that is asked for; else the one with more room over the head when both are about as long
 * and both fit or neither does, else the longer.
 */
function restingWay({ scene, z }: Pick<SharedBed, 'scene' | 'z'>, [low, high]: [Lying, Lying], body: Body, head?: Head): Lying {
	// The low end of an axis along the vehicle is the rear one.
	const asked = head === 'rear' ? low : head === 'front' ? high : undefined;
	if (asked && asked.length > 0) return asked;
	const longer = low.length > high.length ? low : high;
	const fits = (lying: Lying) => lying.length >= body.stature + ROOM.lengthLeast;
	if (Math.abs(low.length - high.length) > AS_LONG || fits(low) !== fits(high)) return longer;
	const over = (lying: Lying) => {
		const { x, y } = pointOf(lying, 0.2);
		return overheadIn(scene, x, y, body.headBreadth / 2, z).high;
	};
	return over(low) > over(high) ? low : high;
}

/** The least widths at which a body counts as fitting, along its axis. */
export const leastWidths = (body: Body): LyingWidths => ({
	head: body.headBreadth + ROOM.breadthLeast,
	shoulders: body.breadth + ROOM.breadthLeast,
	legs: Math.min(body.breadth, 1.2 * body.hipBreadth) + ROOM.breadthLeast
});

/** What a body takes up beside another one: the least length and widths at which it counts as fitting. */
export const sizeOf = (body: Body): PairedBody => ({ length: body.stature + ROOM.lengthLeast, widths: leastWidths(body) });

/** The directions worth trying in a lane: across only where it could be long enough. */
const directions = (lane: Polygon, body: Body, alone: boolean): number[] => {
	if (!alone) return [0];
	const { y } = bounds(lane);
	return y[1] - y[0] > 0.8 * body.stature ? [...ALONG_AND_DIAGONAL, ...ACROSS] : ALONG_AND_DIAGONAL;
};

/** Somebody who is to lie on a bed, and the piece of it that the mode names for them. */
interface ToLie {
	id: string;
	person: Person;
	body: Body;
	piece: string;
	head: Head | undefined;
}

/** What everybody on a bed shares. */
interface SharedBed {
	scene: Scene;
	surface: Surface;
	z: number;
	/** What of it is free at body height; nothing where everything stands in the way. */
	region: Polygon;
	own: readonly string[];
}

function sleeperIn({ id, person, body, piece, head }: ToLie, lane: Polygon, alone: boolean, bed: SharedBed): Sleeper {
	const { surface, z, region, own } = bed;
	const widths = leastWidths(body);
	const tried = directions(lane, body, alone);
	// Nobody lies askew who has room enough straight.
	const straight = restingWay(bed, longestEachWay(lane, widths, [0]), body, head);
	const enough = straight.length >= body.stature + ROOM.lengthComfort || tried.length === 1;
	const lying = enough ? straight : restingWay(bed, longestEachWay(lane, widths, tried), body, head);
	const slim = { head: widths.head * 0.8, shoulders: widths.head, legs: widths.head };
	const tooLong = lying.length < body.stature + ROOM.lengthLeast;
	const slimmer = tooLong ? longestLying(lane, slim, tried) : lying;
	const longest = slimmer.length > lying.length ? slimmer : lying;
	return {
		id,
		person,
		body,
		piece,
		own,
		surface,
		alone,
		region,
		lane,
		z,
		widths,
		longest,
		shouldersFit: longest === lying,
		rest: restOf(lane, longest, body.stature)
	};
}

/** How well somebody lies: by how much the longest body that fits is longer than comfort asks, counted down from where it is. */
const ease = ({ longest, body, shouldersFit }: Sleeper): number =>
	Math.min(0, longest.length - body.stature - ROOM.lengthComfort) - (shouldersFit ? 0 : 1000);

/** Most people whose order across a bed is looked for; more lie in the order in which the plan names them. */
const MOST_ORDERED = 4;

/** Every order of a list; its own first. */
function* orders<T>(list: readonly T[]): Generator<T[]> {
	if (list.length < 2) yield [...list];
	for (const [i, first] of list.length < 2 ? [] : list.entries())
		for (const rest of orders([...list.slice(0, i), ...list.slice(i + 1)])) yield [first, ...rest];
}

/** People side by side on a bed, in the order in which they lie best: a bed may be longer on one side than on the other. */
function sideBySide(people: readonly ToLie[], bed: SharedBed): Sleeper[] {
	const { region } = bed;
	const free = region.length > 0;
	let best: { sleepers: Sleeper[]; ease: number } | undefined;
	for (const order of people.length <= MOST_ORDERED ? orders(people) : [[...people]]) {
		const parts = free
			? lanes(
					region,
					order.map(({ body }) => body.breadth)
				)
			: order.map((): Polygon => []);
		const sleepers = order.map((one, i) => sleeperIn(one, parts[i], order.length === 1, bed));
		const all = sleepers.reduce((sum, sleeper) => sum + ease(sleeper), 0);
		if (!best || all > best.ease + 1) best = { sleepers, ease: all };
		if (best.ease === 0) break;
	}
	if (free && people.length === 2 && best!.ease < 0) {
		const closer = closeTogether([people[0], people[1]], bed);
		if (closer && closer.reduce((sum, sleeper) => sum + ease(sleeper), 0) > best!.ease + 1) return closer;
	}
	return best!.sleepers;
}

/** Two people who do not fit in straight lanes: laid closer, shoulders beside legs where that helps, if they fit so. */
function closeTogether(people: readonly [ToLie, ToLie], bed: SharedBed): Sleeper[] | undefined {
	const sizes: [PairedBody, PairedBody] = [sizeOf(people[0].body), sizeOf(people[1].body)];
	const pair = pairOn(bed.region, sizes, [0]);
	if (!pair) return undefined;
	return lanesOfPair(bed.region, pair, sizes).map((lane, i) => sleeperIn(people[i], lane, false, bed));
}

const middle = (outline: Polygon) => bounds(outline).y[0] + bounds(outline).y[1];

/** The sleep surfaces of a scene as its pieces stand. */
const berthsIn = ({ pieces }: Scene): Berth[] =>
	pieces.flatMap(({ id, assembly, state }) => {
		const surface = assembly.surfaces.find(({ use, states }) => use === 'sleep' && states.includes(state.id));
		return surface ? [{ piece: id, surface }] : [];
	});

/**
 * Everyone who lies in a scene, each in a lane of the bed that the piece the mode names for them belongs to: pieces that
 * lie level side by side are one bed. Whom it lays on no piece lies on the floor, where nothing stands. Remembered.
 */
export const placeSleepers = remember((crew: Plan['crew'], scene: Scene): Sleeper[] => {
	const lying = Object.entries(crew).flatMap(([id, person]) => {
		const at = scene.mode.people[id];
		return at?.posture === 'lying' ? [{ id, person, body: bodyOf(person), piece: at.piece ?? FLOOR, head: at.head }] : [];
	});
	const onPieces = bedsOf(berthsIn(scene)).flatMap((bed) => {
		// From the left, as the lanes are cut.
		const people = [...bed]
			.sort((a, b) => middle(b.surface.outline) - middle(a.surface.outline))
			.flatMap(({ piece }) => lying.filter((one) => one.piece === piece));
		const own = bed.map(({ piece }) => piece);
		return layOn(surfaceOf(bed), people, scene, own);
	});
	const onFloor = lying.filter(({ piece }) => piece === FLOOR);
	return [...onPieces, ...layOn(floorSurface(scene.interior), onFloor, scene, [])];
});

/** What stands or lies about in a scene that nobody lies in, apart from some pieces: parts, things, pillars and bars. */
const aboutIn = (scene: Scene, own: readonly string[]): Box[] => [
	...partsStanding(scene).flatMap(({ box, piece }) => (own.includes(piece.id) ? [] : [box])),
	...scene.things.map(({ solid }) => solid.box),
	...scene.interior.fixtures.map(({ box }) => box)
];

/** Lays people on one surface that some pieces make, clear of what else stands about. */
function layOn(surface: Surface, people: readonly ToLie[], scene: Scene, own: readonly string[]): Sleeper[] {
	if (people.length === 0) return [];
	const others = aboutIn(scene, own);
	const broadest = people.reduce((a, b) => (a.body.chestDepth > b.body.chestDepth ? a : b)).body;
	const region = lyingRegion(surface, scene.interior, scene.seats, broadest, others);
	return sideBySide(people, { scene, surface, z: region?.z ?? surface.base + surface.pad, region: region?.outline ?? [], own });
}

/** How long a seat is, across the way one looks on it, mm. */
const seatLength = ({ outline, raked }: Surface): number => {
	const [low, high] = bounds(outline)[raked ? 'y' : 'x'];
	return high - low;
};

/** People on the seats of one piece, each where most is left: the arms of a sofa, two benches that face each other. */
function overSeats(seats: readonly Surface[], people: readonly ToSit[]): [Surface, ToSit[]][] {
	const rows = seats.map((surface) => ({ surface, left: seatLength(surface), people: [] as ToSit[] }));
	for (const one of people) {
		const row = rows.reduce((most, other) => (other.left > most.left ? other : most));
		row.people.push(one);
		row.left -= one.body.breadth;
	}
	return rows.filter((row) => row.people.length > 0).map((row) => [row.surface, row.people]);
}

/** Somebody who sits, before it is known where. */
type ToSit = Pick<Sitter, 'id' | 'person' | 'body' | 'piece'>;

/** Everyone who sits in a scene on a bench, on a seat that slopes or on the edge of a bed; several share its length evenly. Remembered. */
export const placeSitters = remember((crew: Plan['crew'], scene: Scene): Sitter[] => {
	const at = (posture: Posture, piece: string) =>
		Object.entries(crew)
			.filter(([id]) => scene.mode.people[id]?.posture === posture && scene.mode.people[id].piece === piece)
			.map(([id, person]) => ({ id, person, body: bodyOf(person), piece }));
	const onSeats = scene.pieces.flatMap(({ id, assembly, state }) => {
		const seats = assembly.surfaces.filter(({ use, states }) => use === 'sit' && states.includes(state.id));
		if (seats.length === 0) return [];
		return overSeats(seats, at('on the bench', id)).flatMap(([surface, people]) => {
			const sights = seatSights(surface, people.length);
			// A level seat that looks along the vehicle is sat on like a bench, feet down.
			const on: SitsOn = surface.raked && surface.raked.slope !== 0 ? 'slope' : 'bench';
			return sights ? people.map((one, i): Sitter => ({ ...one, own: [id], on, surface, sight: sights[i] })) : [];
		});
	});
	const onEdges = bedsOf(berthsIn(scene)).flatMap((bed) => {
		const people = bed.flatMap(({ piece }) => at('on the edge of a bed', piece));
		if (people.length === 0) return [];
		const surface = surfaceOf(bed);
		const own = bed.map(({ piece }) => piece);
		const bodies = people.map(({ body }) => body);
		const sights = edgeSights(surface, own, bodies, scene);
		return people.map((one, i): Sitter => ({ ...one, own, on: 'edge', surface, sight: sights[i] }));
	});
	return [...onSeats, ...onEdges];
});
