import { bounds, type Polygon } from '../geometry/polygon';
import { remember } from '../memory';
import type { Interior } from '../interior';
import type { Scene } from '../modes';
import type { Surface } from '../pieces';
import type { Person, Plan } from '../plan/plan';
import { bodyOf, ROOM, type Body } from './body';
import { longestEachWay, longestLying, pointOf, restOf, type Lying, type Rest, type LyingWidths } from './lying';
import { headroom } from './headroom';
import { lanes, lyingRegion } from './region';

/** Someone lying on a sleep surface. */
export interface Sleeper {
	id: string;
	person: Person;
	body: Body;
	piece: string;
	surface: Surface;
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

/** Someone sitting on a bench of a piece; bodies share its length evenly. */
export interface Sitter {
	id: string;
	person: Person;
	body: Body;
	piece: string;
	surface: Surface;
	/** Their place along the bench. */
	x: number;
}

const STEP = Math.PI / 60;
/** Directions tried for one sleeper: along the vehicle and up to 30 degrees off it either way. */
const ALONG_AND_DIAGONAL = Array.from({ length: 21 }, (_, i) => (i === 0 ? 0 : Math.ceil(i / 2) * STEP * (i % 2 === 0 ? -1 : 1)));
const ACROSS = ALONG_AND_DIAGONAL.map((angle) => angle + Math.PI / 2);

/** Two ways to lie that differ by less than this are equally long to whoever chooses between them, mm. */
const AS_LONG = 50;

/** Of the two ways to lie, the one with more room over the head when both are about as long and both fit or neither does, else the longer. */
function restingWay(interior: Interior, [low, high]: [Lying, Lying], body: Body): Lying {
	const longer = low.length > high.length ? low : high;
	const fits = (lying: Lying) => lying.length >= body.stature + ROOM.lengthLeast;
	if (Math.abs(low.length - high.length) > AS_LONG || fits(low) !== fits(high)) return longer;
	const over = (lying: Lying) => {
		const { x, y } = pointOf(lying, 0.2);
		return headroom(interior, x, y, body.headBreadth / 2);
	};
	return over(low) > over(high) ? low : high;
}

/** The least widths at which a body counts as fitting, along its axis. */
export const leastWidths = (body: Body): LyingWidths => ({
	head: body.headBreadth + ROOM.breadthLeast,
	shoulders: body.breadth + ROOM.breadthLeast,
	legs: Math.min(body.breadth, 1.2 * body.hipBreadth) + ROOM.breadthLeast
});

/** The directions worth trying in a lane: across only where it could be long enough. */
const directions = (lane: Polygon, body: Body, alone: boolean): number[] => {
	if (!alone) return [0];
	const { y } = bounds(lane);
	return y[1] - y[0] > 0.8 * body.stature ? [...ALONG_AND_DIAGONAL, ...ACROSS] : ALONG_AND_DIAGONAL;
};

/** Everyone who lies in a scene, each in a lane of the surface of the piece the mode names for them; remembered. */
export const placeSleepers = remember((crew: Plan['crew'], scene: Scene): Sleeper[] =>
	scene.pieces.flatMap((piece) => {
		const surface = piece.assembly.surfaces.find((s) => s.use === 'sleep' && s.states.includes(piece.state.id));
		if (!surface) return [];
		const people = Object.entries(crew)
			.filter(([id]) => scene.mode.people[id]?.posture === 'lying' && scene.mode.people[id].piece === piece.id)
			.map(([id, person]) => ({ id, person, body: bodyOf(person) }));
		if (people.length === 0) return [];
		const broadest = people.reduce((a, b) => (a.body.chestDepth > b.body.chestDepth ? a : b)).body;
		const region = lyingRegion(surface, scene.interior, scene.seats, broadest);
		const z = region?.z ?? surface.base + surface.pad;
		const parts = region
			? lanes(
					region.outline,
					people.map((p) => p.body.breadth)
				)
			: people.map((): Polygon => []);
		return people.map(({ id, person, body }, i): Sleeper => {
			const widths = leastWidths(body);
			const tried = directions(parts[i], body, people.length === 1);
			// Nobody lies askew who has room enough straight.
			const straight = restingWay(scene.interior, longestEachWay(parts[i], widths, [0]), body);
			const enough = straight.length >= body.stature + ROOM.lengthComfort || tried.length === 1;
			const lying = enough ? straight : restingWay(scene.interior, longestEachWay(parts[i], widths, tried), body);
			const slim = { head: widths.head * 0.8, shoulders: widths.head, legs: widths.head };
			const tooLong = lying.length < body.stature + ROOM.lengthLeast;
			const slimmer = tooLong ? longestLying(parts[i], slim, tried) : lying;
			const longest = slimmer.length > lying.length ? slimmer : lying;
			return {
				id,
				person,
				body,
				piece: piece.id,
				surface,
				lane: parts[i],
				z,
				widths,
				longest,
				shouldersFit: longest === lying,
				rest: restOf(parts[i], longest, body.stature)
			};
		});
	})
);

/** Everyone who sits on a bench in a scene. */
export function placeSitters(crew: Plan['crew'], scene: Scene): Sitter[] {
	return scene.pieces.flatMap((piece) => {
		const surface = piece.assembly.surfaces.find((s) => s.use === 'sit' && s.states.includes(piece.state.id));
		if (!surface) return [];
		const people = Object.entries(crew).filter(
			([id]) => scene.mode.people[id]?.posture === 'on the bench' && scene.mode.people[id].piece === piece.id
		);
		const { x } = bounds(surface.outline);
		const share = (x[1] - x[0]) / Math.max(1, people.length);
		return people.map(([id, person], i) => ({ id, person, body: bodyOf(person), piece: piece.id, surface, x: x[0] + (i + 0.5) * share }));
	});
}
