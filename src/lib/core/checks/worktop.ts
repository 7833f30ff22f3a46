import { place as placed } from '../geometry/pose';
import { contains } from '../geometry/polygon';
import { vec2, vec3, type Box, type Vec2, type Vec3 } from '../geometry/vector';
import { freeColumn } from '../interior';
import { remember } from '../memory';
import type { PlacedPiece, Scene } from '../modes';
import { bodyOf, compressed, overheadIn, postureHeight, RELAXED, ROOM, SEGMENT, standingIn, type Body } from '../people';
import type { Surface } from '../pieces';
import { lengthMark } from '../units';
import { bearersAt } from '../scene';
import { check, type Result } from './finding';

/** Somebody who works stands so broad along a front and so deep before it, mm: hips, and feet with bent knees. */
const BROAD = 300;
const DEEP = 260;
/** Places along a front that are looked at, one every so often, mm. */
const EVERY = 100;
/** One steps or kneels on what is no higher than this, and over what is no higher than that, mm. */
const HIGHEST = 700;
const STEPPED = 50;
/** A top is right so far below the elbow (E. Grandjean, Fitting the Task to the Man: 100 to 150 mm for light work); how far off is of use is ours, mm. */
const BELOW_ELBOW = 125;
const HEIGHT_OFF = 300;
const HEIGHT_COMFORT = 150;
/** Upper arm, forearm and half a hand from the shoulder, which leans over the edge. */
const REACH = SEGMENT.upperArm + 0.146 + 0.108 / 2;
/** Free over what is let into a worktop, mm: a pot and a hand over a bowl, a pan and its flame under anything that burns; our own judgement. */
const OVER: Record<string, { least: number; comfort: number; why: string }> = {
	bowl: { least: 250, comfort: 100, why: 'Pots, hands and a face have to get over it.' },
	hob: { least: 450, comfort: 200, why: 'Its maker says how far anything that burns must be away; often it is more.' }
};

const WAYS = ['standing', 'sitting', 'kneeling'] as const;
type Way = (typeof WAYS)[number];

/** A place before a front: what one stands, sits or kneels on there, whether that is a seat or bed, and how high one can reach. */
interface Spot {
	at: Vec3;
	soft: boolean;
	free: number;
}

type Worktop = Surface & Required<Pick<Surface, 'workedFrom'>>;

const inTheWay = (boxes: readonly Box[], { x, y }: Vec2, along: 'x' | 'y', z: [number, number]): boolean => {
	const half = along === 'x' ? [BROAD / 2, DEEP / 2] : [DEEP / 2, BROAD / 2];
	return boxes.some(
		(box) =>
			box.z[0] < z[1] &&
			box.z[1] > z[0] &&
			box.x[0] < x + half[0] &&
			box.x[1] > x - half[0] &&
			box.y[0] < y + half[1] &&
			box.y[1] > y - half[1]
	);
};

/** Where somebody can be before a worktop. */
const spotsBefore = remember((scene: Scene, { workedFrom: { line, out } }: Worktop): Spot[] => {
	const [a, b] = line;
	const long = Math.hypot(b.x - a.x, b.y - a.y);
	const along = Math.abs(out.x) > 0.5 ? 'y' : 'x';
	const boxes = [...standingIn(scene), ...scene.things.map(({ solid }) => solid.box)];
	const soft = scene.pieces.flatMap(({ state, assembly }) =>
		assembly.surfaces.filter(({ use, states }) => (use === 'sit' || use === 'sleep') && states.includes(state.id))
	);
	const count = Math.max(1, Math.round(long / EVERY));
	return Array.from({ length: count }, (_, i) => (i + 0.5) / count).flatMap((share): Spot[] => {
		const p = vec2(a.x + share * (b.x - a.x) + (out.x * DEEP) / 2, a.y + share * (b.y - a.y) + (out.y * DEEP) / 2);
		if (!freeColumn(scene.interior, p.x, p.y)) return [];
		const seat = soft.find(({ outline }) => contains(outline, p));
		const bearing = seat
			? seat.base + compressed(seat.pad, seat.foam, 'sitting')
			: Math.max(...bearersAt(scene, vec3(p.x, p.y, 0)).flatMap(({ top }) => (top <= HIGHEST ? [top] : [])));
		if (inTheWay(boxes, p, along, [bearing + STEPPED, bearing + HIGHEST])) return [];
		const { high } = overheadIn(scene, p.x, p.y, BROAD / 3, bearing);
		return [{ at: vec3(p.x, p.y, bearing), soft: seat !== undefined, free: high - bearing }];
	});
});

/** Height that a way to work needs, and how high its elbow is above what bears it, mm. */
function needs(body: Body, way: Way): { height: number; elbow: number } {
	const H = body.stature;
	switch (way) {
		case 'standing':
			return { height: H + ROOM.overHair, elbow: (SEGMENT.shoulder - SEGMENT.upperArm) * H };
		case 'sitting':
			// From the crown down: head and neck as when standing, then the upper arm.
			return { height: RELAXED * body.sitting + ROOM.overHair, elbow: body.sitting - (1 - SEGMENT.shoulder + SEGMENT.upperArm) * H };
		case 'kneeling':
			return {
				height: postureHeight(body, 'kneeling') + ROOM.overHair,
				elbow: (SEGMENT.hip - SEGMENT.knee + SEGMENT.hipToShoulder - SEGMENT.upperArm) * H
			};
	}
}

/** The best way and place to work at a height: of those with head room the one whose elbows are nearest to it. */
function bestOf(spots: readonly Spot[], body: Body, top: number): { way: Way; spot: Spot; spare: number; off: number } {
	const ways = spots.flatMap((spot) =>
		WAYS.filter((way) => (spot.soft ? way !== 'standing' : way !== 'sitting')).map((way) => {
			const { height, elbow } = needs(body, way);
			return { way, spot, spare: spot.free - height, off: top - (spot.at.z + elbow - BELOW_ELBOW) };
		})
	);
	const fitting = ways.filter(({ spare }) => spare >= 0);
	return fitting.length > 0
		? fitting.reduce((best, one) => (Math.abs(one.off) < Math.abs(best.off) ? one : best))
		: ways.reduce((best, one) => (one.spare > best.spare ? one : best));
}

/** Head room and height of a worktop for one person. */
function atWork(piece: PlacedPiece, top: Worktop, spots: readonly Spot[], id: string, name: string, body: Body): Result {
	const { way, spot, spare, off } = bestOf(spots, body, top.base);
	const common = {
		rule: 'worktop' as const,
		key: `work+${piece.id}+${id}`,
		title: `${name}: working at ${piece.name}`,
		subjects: [piece.id, id]
	};
	const { height, elbow } = needs(body, way);
	if (spare < 0)
		return {
			...common,
			unit: 'mm',
			margin: spare,
			comfort: 0,
			limit: height,
			actual: spot.free,
			why: `Before it ${lengthMark(Math.floor(spot.free))} are free: ${way} takes ${lengthMark(Math.ceil(height))}.`,
			at: vec3(spot.at.x, spot.at.y, spot.at.z + spot.free)
		};
	return {
		...common,
		unit: 'mm',
		// What is awkward is no clash: one works at it all the same.
		margin: Math.max(0, HEIGHT_OFF - Math.abs(off)),
		comfort: HEIGHT_OFF - HEIGHT_COMFORT,
		limit: spot.at.z + elbow - BELOW_ELBOW,
		actual: top.base,
		why: `One works ${way}: elbows are ${lengthMark(Math.round(spot.at.z + elbow))} above the floor, the top ${lengthMark(Math.round(Math.abs(off)))} ${off > 0 ? 'higher' : 'lower'} than is handy.`,
		at: vec3(spot.at.x, spot.at.y, top.base)
	};
}

/** What is let into a worktop, by the middle of it: bowl, hob. */
function letIn({ parts }: PlacedPiece): { name: string; middle: Vec3 }[] {
	return parts.flatMap(({ part }) =>
		(part.cutOuts ?? []).map(({ name, outline }) => {
			const n = outline.length;
			const own = vec3(
				outline.reduce((sum, { x }) => sum + x / n, 0),
				outline.reduce((sum, { y }) => sum + y / n, 0),
				part.thickness
			);
			return { name, middle: placed(part.pose, own) };
		})
	);
}

/** Whoever cooks and washes has room before the worktop, a height that suits, bowl and hob in reach, and room over both. */
export const worktop = check({
	rule: 'worktop',
	reads: ['crew', 'uses'],
	run: ({ plan, scene }) => {
		// A plan without a mode for the day is lived in as it is for the night.
		if (scene.mode.use !== (plan.uses.includes('day') ? 'day' : 'night')) return [];
		const there = Object.entries(plan.crew).filter(([, { child }]) => !child);
		return scene.pieces.flatMap((piece): Result[] => {
			const top = piece.assembly.surfaces.find((one): one is Worktop => !!one.workedFrom && one.states.includes(piece.state.id));
			if (!top) return [];
			const spots = spotsBefore(scene, top);
			const [a, b] = top.workedFrom.line;
			const before = vec3((a.x + b.x) / 2, (a.y + b.y) / 2, top.base);
			const result = (key: string, rest: Omit<Result, 'rule' | 'key' | 'subjects' | 'unit'>): Result => ({
				rule: 'worktop' as const,
				key: `${key}+${piece.id}`,
				subjects: [piece.id],
				unit: 'mm',
				...rest
			});
			const fittings = letIn(piece);
			const over = fittings.flatMap(({ name, middle }): Result[] => {
				const need = OVER[name];
				if (!need) return [];
				const free = overheadIn(scene, middle.x, middle.y, BROAD / 3, top.base + 1).high - top.base;
				return [
					result(`over-${name}`, {
						title: `${piece.name}: room over the ${name}`,
						margin: free - need.least,
						comfort: need.comfort,
						limit: need.least,
						actual: free,
						why: `${lengthMark(Math.floor(free))} are free over it. ${need.why}`,
						at: vec3(middle.x, middle.y, top.base + Math.max(0, free))
					})
				];
			});
			if (spots.length === 0)
				return [
					...over,
					result('place', {
						title: `${piece.name}: a place before it`,
						margin: -DEEP,
						comfort: 0,
						limit: DEEP,
						actual: 0,
						why: `Nobody can stand, sit or kneel before it: that takes ${lengthMark(DEEP)} of floor or of a seat inside the vehicle.`,
						at: before
					})
				];
			const out = top.workedFrom.out;
			const reaches = there.flatMap(([id, person]) => {
				const reach = REACH * person.stature;
				const far = Math.max(0, ...fittings.map(({ middle }) => (before.x - middle.x) * out.x + (before.y - middle.y) * out.y));
				return fittings.length === 0
					? []
					: [
							{
								...result(`reach+${id}`, {
									title: `${person.name}: reach over ${piece.name}`,
									margin: reach - far,
									comfort: 100,
									limit: far,
									actual: reach,
									why: `The middle of what is let into it lies ${lengthMark(Math.round(far))} behind its edge; arms come ${lengthMark(Math.round(reach))} far.`,
									at: before
								}),
								subjects: [piece.id, id]
							}
						];
			});
			return [...over, ...there.map(([id, person]) => atWork(piece, top, spots, id, person.name, bodyOf(person))), ...reaches];
		});
	}
});
