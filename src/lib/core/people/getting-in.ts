import { contains, type Polygon } from '../geometry/polygon';
import { vec3, type Box, type Vec2, type Vec3 } from '../geometry/vector';
import { openingsOf, rearFaceAt, sign, type OpeningSolid } from '../interior';
import { remember } from '../memory';
import type { Scene } from '../modes';
import type { Vehicle } from '../plan/vehicle';
import { compressed, ROOM, SEGMENT, type Body } from './body';
import { figureOf, postureHeight, topOf } from './figure';
import { headroom } from './headroom';
import { pointOf } from './lying';
import type { Sleeper } from './placing';
import { standingIn } from './standing';

/** How somebody moves, the easiest first. */
export const GAITS = ['upright', 'crouching', 'on hands and knees', 'on the elbows', 'wriggling'] as const;
export type Gait = (typeof GAITS)[number];

/** Room over the chest of somebody who wriggles along on the back, for elbows and knees to push: our own figure, mm. */
const WRIGGLE = 100;

/** How high the back of somebody on hands and knees is, mm; head down, it is the highest. */
function backHeight(body: Body): number {
	const { limbs, posture } = figureOf(body, 'crawling', { at: vec3(0, 0, 0), facing: { x: 1, y: 0 } });
	return topOf({ posture, limbs: limbs.filter(({ name }) => name !== 'head' && name !== 'neck') });
}

/** Heights that a body needs above what bears it, by the way it moves. */
const gaitHeights = remember((body: Body): Record<Gait, number> => ({
	upright: body.stature + ROOM.overHair,
	crouching: postureHeight(body, 'crouching') + ROOM.overHair,
	'on hands and knees': backHeight(body) + ROOM.overHair,
	'on the elbows': SEGMENT.upperArm * body.stature + body.chestDepth / 2 + ROOM.overHair,
	wriggling: body.chestDepth + WRIGGLE
}));

/** Height that a body needs above what bears it, moving in some way, mm. */
export const gaitHeight = (body: Body, gait: Gait): number => gaitHeights(body)[gait];

/** One stretch of the way in: through the door, over the floor, along the bed. */
export interface WayStep {
	where: 'door' | 'floor' | 'bed';
	/** The easiest gait that has room; undefined where not even wriggling has. */
	gait: Gait | undefined;
	/** Where it begins. */
	from: Vec2;
	/** Least height that is free above what bears the body, mm, and where. */
	free: number;
	at: Vec3;
}

/** A way from a door to lying down. */
export interface WayIn {
	door: string;
	name: string;
	steps: WayStep[];
}

/** Distance between the places of a way that are looked at, mm. */
const PACE = 120;
/** A bed this near to a door is climbed onto from outside, mm. */
const BESIDE = 350;

/** What begins no higher than this above what bears the body is climbed over, what begins higher is ducked under, mm. */
const CLIMBED = 100;

/** The easiest gait that a height leaves room for. */
const gaitIn = (body: Body, free: number): Gait | undefined => GAITS.find((gait) => free >= gaitHeight(body, gait));

/** Where on the edge of an outline one is nearest to a point; the point itself inside it. */
function nearestOn(outline: Polygon, from: Vec2): Vec2 {
	if (contains(outline, from)) return from;
	let best = outline[0];
	let least = Infinity;
	outline.forEach((b, i) => {
		const a = outline.at(i - 1)!;
		const [dx, dy] = [b.x - a.x, b.y - a.y];
		const t = Math.max(0, Math.min(1, ((from.x - a.x) * dx + (from.y - a.y) * dy) / Math.max(1e-9, dx * dx + dy * dy)));
		const p = { x: a.x + t * dx, y: a.y + t * dy };
		const away = Math.hypot(p.x - from.x, p.y - from.y);
		if (away < least) [least, best] = [away, p];
	});
	return best;
}

/** What limits the height over places of a scene: roof and walls, what hangs above, and what has to be climbed over. */
export class Heights {
	private readonly half: number;
	private readonly boxes: readonly Box[];

	constructor(
		private readonly scene: Scene,
		{ body }: Sleeper
	) {
		this.half = body.headBreadth / 2;
		this.boxes = standingIn(scene);
	}

	/** Free height above `bearing` about a place: up to the lowest thing above it, from the highest that stands on it. */
	over({ x, y }: Vec2, bearing: number, boxes: readonly Box[] = this.boxes): number {
		const { scene, half } = this;
		let [low, high] = [bearing, headroom(scene.interior, x, y, half)];
		for (const { x: bx, y: by, z } of boxes) {
			if (bx[0] >= x + half || bx[1] <= x - half || by[0] >= y + half || by[1] <= y - half) continue;
			if (z[0] < bearing + CLIMBED) low = Math.max(low, z[1]);
			else high = Math.min(high, z[0]);
		}
		return high - low;
	}

	/** The tightest place of a straight way; of equally tight ones the first. Ends where no more than `enough` is left. */
	along(from: Vec2, to: Vec2, bearing: number, enough: number): { free: number; at: Vec3 } {
		const { half } = this;
		const reach = (a: number, b: number) => [Math.min(a, b) - half, Math.max(a, b) + half] as const;
		const [rx, ry] = [reach(from.x, to.x), reach(from.y, to.y)];
		const boxes = this.boxes.filter(({ x, y, z }) => z[1] > bearing + 1 && x[0] < rx[1] && x[1] > rx[0] && y[0] < ry[1] && y[1] > ry[0]);
		const count = Math.max(1, Math.ceil(Math.hypot(to.x - from.x, to.y - from.y) / PACE));
		let least = { free: Infinity, at: vec3(from.x, from.y, bearing) };
		for (let i = 0; i <= count; i++) {
			const at = { x: from.x + ((to.x - from.x) * i) / count, y: from.y + ((to.y - from.y) * i) / count };
			const free = this.over(at, bearing, boxes);
			if (free < least.free) least = { free, at: vec3(at.x, at.y, bearing) };
			if (free <= enough) break;
		}
		return least;
	}
}

/** Where one comes in through an opening, a shoulder's breadth inside: beside the place where one is to lie, as far as it is wide. */
function entryOf({ opening, across }: OpeningSolid, scene: Scene, { body, rest }: Sleeper): Vec2 {
	const inset = Math.min(body.breadth / 2, (across[1] - across[0]) / 2);
	const into = (value: number) => Math.max(across[0] + inset, Math.min(across[1] - inset, value));
	const hips = pointOf(rest, 0.5);
	if (opening.place === 'rear') {
		const y = into(hips.y);
		return { x: Math.max(0, rearFaceAt(scene.interior, y, 300)) + inset / 2, y };
	}
	const x = into(hips.x);
	const side = opening.place;
	const wall = scene.interior.sections.reduce((least, section) => Math.min(least, section[side].value[0]), Infinity);
	return { x, y: sign(side) * (wall - inset / 2) };
}

/** Places on the edge of a bed where one may get onto it: the nearest, then the middles and quarters of its edges. */
function* edgePlaces(outline: Polygon, from: Vec2): Generator<Vec2> {
	yield nearestOn(outline, from);
	for (const [i, b] of outline.entries()) {
		const a = outline.at(i - 1)!;
		if (Math.hypot(b.x - a.x, b.y - a.y) < LEDGE) continue;
		for (const share of [0.5, 0.25, 0.75]) yield { x: a.x + (b.x - a.x) * share, y: a.y + (b.y - a.y) * share };
	}
}

/** Edges shorter than this are no place to get onto a bed, mm. */
const LEDGE = 250;

/** The way in through one opening: onto the bed where there is room enough, else where there is most. */
function wayThrough(opening: OpeningSolid, scene: Scene, sleeper: Sleeper): WayIn {
	const { body, rest, surface } = sleeper;
	const heights = new Heights(scene, sleeper);
	const bed = surface.base + compressed(surface.pad, surface.foam, 'sitting');
	const entry = entryOf(opening, scene, sleeper);
	const hips = pointOf(rest, 0.5);
	const step = (where: WayStep['where'], from: Vec2, { free, at }: { free: number; at: Vec3 }): WayStep => ({
		where,
		from,
		free,
		at,
		gait: gaitIn(body, free)
	});
	const enough = gaitHeight(body, 'on the elbows');
	let best: WayIn | undefined;
	for (const onto of edgePlaces(surface.outline, entry)) {
		const climbs = Math.hypot(onto.x - entry.x, onto.y - entry.y) <= BESIDE;
		// A way that is no better than the best so far need not be followed to its end.
		const known = best ? tightest(best).free : -Infinity;
		const low = Math.max(opening.z[0], climbs ? bed : 0);
		const way: WayIn = {
			door: opening.id,
			name: opening.opening.name,
			steps: [
				step('door', entry, { free: opening.z[1] - low, at: vec3(entry.x, entry.y, low) }),
				...(climbs ? [] : [step('floor', entry, heights.along(entry, shortOf(onto, entry, body.breadth), 0, known))]),
				step('bed', onto, heights.along(climbs ? pastDoor(opening, scene, onto, body) : onto, hips, bed, known))
			]
		};
		if (!best || tightest(way).free > tightest(best).free) best = way;
		if (tightest(best).free >= enough) break;
	}
	return best!;
}

/** Where a bed begins for whoever climbs onto it through the open rear door: past the place where the shut one leans in. */
const pastDoor = ({ opening }: OpeningSolid, { interior }: Scene, onto: Vec2, { headBreadth }: Sleeper['body']): Vec2 =>
	opening.place === 'rear' ? { x: Math.max(onto.x, interior.rearmost + headBreadth / 2), y: onto.y } : onto;

/** A point so far short of another on the way to it. */
function shortOf(goal: Vec2, from: Vec2, by: number): Vec2 {
	const long = Math.hypot(goal.x - from.x, goal.y - from.y);
	const share = long <= by ? 0 : (long - by) / long;
	return { x: from.x + (goal.x - from.x) * share, y: from.y + (goal.y - from.y) * share };
}

/** The tightest step of a way, by how little is left over wriggling. */
export const tightest = ({ steps }: WayIn): WayStep => steps.reduce((least, step) => (step.free < least.free ? step : least));

/** Every way in for somebody who lies in a scene, one for each opening, the roomiest first. Remembered. */
export const waysIn = (vehicle: Pick<Vehicle, 'openings' | 'lining'>, scene: Scene, sleeper: Sleeper): readonly WayIn[] =>
	waysThrough(openingsOf(vehicle, scene.interior), scene, sleeper);

const waysThrough = remember((openings: readonly OpeningSolid[], scene: Scene, sleeper: Sleeper): readonly WayIn[] =>
	openings.map((opening) => wayThrough(opening, scene, sleeper)).sort((a, b) => tightest(b).free - tightest(a).free)
);
