import { fastenedBy, WAYS } from '../fastening';
import { bounds, contains, intersection, rectangle, type Polygon } from '../geometry/polygon';
import { IDENTITY, place } from '../geometry/pose';
import { boxSeparation, vec2, vec3, type Box, type Vec2, type Vec3 } from '../geometry/vector';
import { linkPoses, type PlacedPart, type Scene } from '../modes';
import { isFitting } from '../pieces/placing';
import type { Vehicle } from '../plan';
import { vehicleBearersAt } from '../scene';
import { Beam } from './beam';
import type { Contact } from './contact';
import { bodyOf, footprintOf, lengthOf, LIES, type Member, type Planned } from './members';

/** Faces closer than this touch, mm. */
const TOUCH = 1.5;
/** Packing makes up for so much under a foot, mm. */
const LEVEL = 4;
/** Faces share at least so much to bear, mm. */
const SHARED = 3;
/** What hangs on a hinge, a slide or a track is no further than this from what it hangs on, mm. */
const HANGS = 60;
/** A bracket or a hinge holds along so much of what it carries, mm. */
const BRACKET = 60;
/** Two places of one contact lie about so far apart, mm; a strip narrower than the second has one place across. */
const SPACED = 150;
const NARROW = 90;
/** Places keep so far from the ends of what is shared, mm. */
const INSET = 4;
/** What stands on the floor or on what lies below it by its own word stands no higher, mm. */
const HIGH = 900;
/** Ways of being borne that go on to the wall or the floor where the part that bears is none that is worked out. */
const STANDS_FOR: ReadonlySet<string> = new Set(['cross-bar', 'wall bracket', 'ledger', 'hinge', 'track', 'prop']);
/** What gives where wood is pressed on wood, and where it is screwed to it, mm for each newton; our own figures of the right order. */
const PRESSED = 2e-5;
const SCREWED = 1e-4;

/** Places on the shared area of two faces. */
function placesOn(region: Polygon): Vec2[] {
	const { x, y } = bounds(region);
	const stops = ([low, high]: [number, number]): number[] => {
		const long = high - low;
		if (long < NARROW) return [(low + high) / 2];
		const n = Math.max(1, Math.round((long - 2 * INSET) / SPACED));
		return Array.from({ length: n + 1 }, (_, i) => low + INSET + (i * (long - 2 * INSET)) / n);
	};
	const places = stops(x).flatMap((px) => stops(y).map((py) => vec2(px, py)));
	const inside = places.filter((p) => contains(region, p));
	return inside.length > 0 ? inside : places.slice(0, 1);
}

const shared = (a: Box, b: Box, axis: 'x' | 'y' | 'z'): number => Math.min(a[axis][1], b[axis][1]) - Math.max(a[axis][0], b[axis][0]);

/** Where one part lies on another. */
function lyingOn(upper: PlacedPart, lower: PlacedPart): Vec2[] {
	const [u, l] = [upper.box, lower.box];
	if (Math.abs(u.z[0] - l.z[1]) > TOUCH || shared(u, l, 'x') < SHARED || shared(u, l, 'y') < SHARED) return [];
	return intersection(footprintOf(upper), footprintOf(lower)).flatMap(placesOn);
}

/** Where two parts lie against each other with upright faces, as what is screwed together does. */
function lyingAgainst(a: Box, b: Box): Vec2[] {
	const [x, y, z] = (['x', 'y', 'z'] as const).map((axis) => shared(a, b, axis));
	if (z < SHARED || Math.min(x, y) > TOUCH || Math.min(x, y) < -TOUCH || Math.max(x, y) < SHARED) return [];
	return alongShared(a, b, JOINED);
}

/** What butts is joined no further apart than this along its edge, mm; our own figure. */
const JOINED = 300;

/** Places at the ends of what two boxes have in common seen from above, and between them by a spacing; or in the middle of the gap between them. */
function alongShared(a: Box, b: Box, spacing = Infinity): Vec2[] {
	const stops = (axis: 'x' | 'y'): number[] => {
		const [low, high] = [Math.max(a[axis][0], b[axis][0]), Math.min(a[axis][1], b[axis][1])];
		if (high - low < NARROW) return [(low + high) / 2];
		const n = Math.max(1, Math.ceil((high - low - 2 * INSET) / spacing));
		return Array.from({ length: n + 1 }, (_, i) => low + INSET + (i * (high - low - 2 * INSET)) / n);
	};
	return stops('x').flatMap((x) => stops('y').map((y) => vec2(x, y)));
}

/** Places of a member at which it may stand on the vehicle. */
function feetOf({ role, outline, placed: { box } }: Planned): Vec2[] {
	return role === 'leg' ? [vec2((box.x[0] + box.x[1]) / 2, (box.y[0] + box.y[1]) / 2)] : placesOn(outline);
}

/** Places as built, on the underside where nothing else is said, where the link has brought them. */
const moved = ({ pose, built }: Pick<Planned, 'pose' | 'built'>, places: readonly (Vec2 | Vec3)[]): Vec2[] =>
	places.map((p) => {
		const at = place(pose, vec3(p.x, p.y, 'z' in p ? p.z : built.box.z[0]));
		return vec2(at.x, at.y);
	});

/** What members of one scene have to do with each other, by touch: what moves as one is screwed together, anything else only pushes. */
function touching(plans: readonly Planned[]): Contact[] {
	const contacts: Contact[] = [];
	const lies = new Set<number>();
	const asOne = (one: Planned, other: Planned) => one.link === other.link;
	plans.forEach((one, upper) =>
		plans.forEach((other, lower) => {
			if (upper === lower) return;
			const holds = asOne(one, other);
			const places = holds ? moved(one, lyingOn(one.built, other.built)) : lyingOn(one.placed, other.placed);
			if (places.length > 0 && holds) lies.add(upper);
			contacts.push(...places.map((at) => ({ at, upper, lower, holds, give: holds ? SCREWED : PRESSED })));
		})
	);
	/** A board that lies between others, flush with them, need not be screwed to them; one that ends in their height is. */
	const butts = (i: number, beside: number) =>
		plans[i].role === 'plate' && lies.has(i) && plans[beside].built.box.z[1] <= plans[i].built.box.z[1] + TOUCH;
	plans.forEach((one, i) =>
		plans.slice(0, i).forEach((other, k) => {
			if (!asOne(one, other) || (one.role === 'plate' && other.role === 'plate') || butts(i, k) || butts(k, i)) return;
			const places = moved(one, lyingAgainst(one.built.box, other.built.box));
			// What stands bears what lies.
			const below = one.role === 'leg' || (one.role === 'edge' && other.role !== 'leg');
			const [upper, lower] = below ? [k, i] : [i, k];
			contacts.push(...places.map((at) => ({ at, upper, lower, holds: true, give: SCREWED })));
		})
	);
	return contacts;
}

/** What of the vehicle members stand on. */
const standing = (scene: Scene, plans: readonly Planned[]): Contact[] =>
	plans.flatMap((plan, upper) => {
		const foot = plan.placed.box.z[0];
		return feetOf(plan)
			.filter((at) => vehicleBearersAt(scene, vec3(at.x, at.y, foot)).some(({ top }) => Math.abs(foot - top) <= LEVEL))
			.map((at): Contact => ({ at, upper, lower: null, holds: false, give: PRESSED }));
	});

/** How far a box is from a line, mm, and the stretch of the line beside it. */
function alongLine({ x, y, z }: Box, origin: Vec3, axis: Vec3): { away: number; from: number; to: number } {
	const main = (['x', 'y', 'z'] as const).reduce((best, one) => (Math.abs(axis[one]) > Math.abs(axis[best]) ? one : best));
	const box = { x, y, z };
	const stops = box[main].map((at) => (at - origin[main]) / axis[main]).sort((a, b) => a - b);
	const middle = (stops[0] + stops[1]) / 2;
	const beside = (one: 'x' | 'y' | 'z') => {
		const at = origin[one] + middle * axis[one];
		return one === main ? 0 : Math.max(box[one][0] - at, at - box[one][1], 0);
	};
	return { away: Math.hypot(beside('x'), beside('y'), beside('z')), from: stops[0], to: stops[1] };
}

/** A hinge between two members: its places along its line, and where the line is. */
interface Hinge {
	turns: number;
	holds: number;
	places: Vec2[];
	origin: Vec3;
	axis: Vec3;
}

/** What turns about a line hangs along it on what it turns against. Hinges on the wall are among what pieces state. */
function hingesIn(scene: Scene, plans: readonly Planned[]): Hinge[] {
	return scene.pieces.flatMap((piece) => {
		const { id, assembly, state } = piece;
		const poses = linkPoses(assembly.links, state.joints);
		return assembly.links.flatMap(({ id: link, parent, joint }): Hinge[] => {
			if (joint.type !== 'hinge') return [];
			const pose = parent ? poses.get(parent)! : IDENTITY;
			const origin = place(pose, joint.origin);
			const end = place(pose, vec3(joint.origin.x + joint.axis.x, joint.origin.y + joint.axis.y, joint.origin.z + joint.axis.z));
			const axis = vec3(end.x - origin.x, end.y - origin.y, end.z - origin.z);
			const beside = plans.map((plan, i) => ({ i, plan, ...alongLine(plan.placed.box, origin, axis) }));
			const nearest = (of: (plan: Planned) => boolean, least = -Infinity, most = Infinity) =>
				beside
					.filter(
						({ plan, away, from, to }) => of(plan) && plan.piece === id && plan.role !== 'leg' && away <= HANGS && from < most && to > least
					)
					.sort((a, b) => a.away - b.away)[0];
			const own = `${id}/${link}`;
			const turns = nearest((plan) => plan.link === own);
			// What hangs on the piece as it stands hangs on whatever of it is there.
			const holds = turns && nearest((plan) => (parent ? plan.link === bodyOf(piece, parent) : plan.link !== own), turns.from, turns.to);
			if (!holds) return [];
			const [from, to] = [Math.max(turns.from, holds.from), Math.min(turns.to, holds.to)];
			const stops = Math.abs(axis.z) > LIES || to - from < NARROW ? [(from + to) / 2] : [from + INSET, (from + to) / 2, to - INSET];
			const upright = Math.abs(axis.z) > LIES && turns.plan.ends;
			const middle = vec2(origin.x + stops[0] * axis.x, origin.y + stops[0] * axis.y);
			const far = upright && furthestFrom(middle, upright);
			const places = far ? clampedAt(middle, far) : stops.map((s) => vec2(origin.x + s * axis.x, origin.y + s * axis.y));
			return [{ turns: turns.i, holds: holds.i, places, origin, axis }];
		});
	});
}

const furthestFrom = (at: Vec2, [a, b]: [Vec2, Vec2]): Vec2 =>
	Math.hypot(a.x - at.x, a.y - at.y) > Math.hypot(b.x - at.x, b.y - at.y) ? a : b;

const hanging = ({ turns, holds, places }: Hinge): Contact[] =>
	places.map((at) => ({ at, upper: turns, lower: holds, holds: true, give: SCREWED }));

/** How far beside its hinge a splice reaches, mm, and its stiffness: that of a stout batten, N·mm². */
const SPLICE = { reach: 60, bending: 4e9 };
/** A hinge lies on the underside of what butts over it within so much, mm. */
const FLUSH = 2;

/** Boards that butt above a hinge on their undersides: pressed down they jam. Splices for them, numbered on from the members. */
function splicesOf(hinges: readonly Hinge[], plans: readonly Planned[]): { members: Member[]; contacts: Contact[] } {
	const members: Member[] = [];
	const contacts: Contact[] = [];
	for (const { turns, holds, places, origin, axis } of hinges) {
		const [one, other] = [plans[turns], plans[holds]];
		const under = [one, other].every(({ role, placed: { box } }) => role === 'plate' && Math.abs(box.z[0] - origin.z) < FLUSH);
		if (!under || boxSeparation(one.placed.box, other.placed.box) > FLUSH) continue;
		for (const at of places) {
			const beside = (by: number) => vec2(at.x - axis.y * by, at.y + axis.x * by);
			// The side that the turning board lies on.
			const middle = bounds(one.outline);
			const s = -axis.y * ((middle.x[0] + middle.x[1]) / 2 - at.x) + axis.x * ((middle.y[0] + middle.y[1]) / 2 - at.y) > 0 ? 1 : -1;
			const ends: [Vec2, Vec2] = [beside(-SPLICE.reach), beside(SPLICE.reach)];
			const lower = plans.length + members.length;
			const on = [INSET, SPLICE.reach].flatMap((by): Contact[] => [
				{ at: beside(s * by), upper: turns, lower, holds: true, give: SCREWED },
				{ at: beside(-s * by), upper: holds, lower, holds: true, give: SCREWED }
			]);
			contacts.push(...on);
			const elastic = new Beam(
				...ends,
				SPLICE.bending,
				on.map(({ at }) => at)
			);
			members.push({ ...one, name: 'joint', role: 'splice', ends, long: 2 * SPLICE.reach, elastic });
		}
	}
	return { members, contacts };
}

/** Fittings of the same link, such as the connectors of tubes, join what they touch. */
function joinedByFittings(scene: Scene, plans: readonly Planned[]): Contact[] {
	return scene.pieces.flatMap((piece) =>
		piece.parts.flatMap(({ part, box }): Contact[] => {
			if (part.form !== 'bought' || !isFitting(box)) return [];
			const link = bodyOf(piece, part.link);
			const joined = plans.flatMap((plan, i) => (plan.link === link && boxSeparation(plan.placed.box, box) <= TOUCH ? [i] : []));
			const rank = (i: number) => ['leg', 'edge', 'beam', 'plate'].indexOf(plans[i].role);
			const [lower, ...others] = joined.sort((a, b) => rank(a) - rank(b) || plans[a].placed.box.z[0] - plans[b].placed.box.z[0]);
			const at = vec2((box.x[0] + box.x[1]) / 2, (box.y[0] + box.y[1]) / 2);
			return others.map((upper) => ({ at, upper, lower, holds: true, give: SCREWED }));
		})
	);
}

/** What pieces say of themselves where nothing touches: hinges, slides, tracks and props, the wall, and what lies below. */
function stated(scene: Scene, plans: readonly Planned[], known: readonly Contact[]): Contact[] {
	const numbers = new Map(plans.map(({ piece, placed }, i) => [`${piece}/${placed.part.id}`, i]));
	const met = new Set(
		known.flatMap(({ upper, lower }) => (lower === null ? [`${upper} vehicle`] : [`${upper} ${lower}`, `${lower} ${upper}`]))
	);
	return scene.pieces.flatMap((piece) =>
		piece.assembly.supports.flatMap(({ part, by, kind, at }): Contact[] => {
			const upper = numbers.get(`${piece.id}/${part}`);
			if (upper === undefined) return [];
			const hold =
				(lower: number | null, holds: boolean) =>
				(at: Vec2): Contact => ({ at, upper, lower, holds, give: SCREWED });
			const own = plans[upper];
			if (at) return moved(own, at).map(hold(null, true));
			if (by === 'wall')
				return onTheWall(
					own,
					known.filter((one) => one.upper === upper).map(({ at }) => at)
				).map(hold(null, true));
			if (by === 'below' || by === 'floor')
				return met.has(`${upper} vehicle`) || own.placed.box.z[0] > HIGH ? [] : feetOf(own).map(hold(null, false));
			const lower = numbers.get(`${piece.id}/${by}`);
			if (kind === 'slide') return engaged(own).map(hold(lower ?? null, true));
			// A part that is no member, such as a board that leans, stands for what it stands on.
			if (lower === undefined) return STANDS_FOR.has(kind) ? ends(own).map(hold(null, true)) : [];
			if (met.has(`${upper} ${lower}`) || boxSeparation(own.placed.box, plans[lower].placed.box) > HANGS) return [];
			return alongShared(own.placed.box, plans[lower].placed.box).map(hold(lower, true));
		})
	);
}

/** Straps and turnbuckles that go down at least so steeply hold down what they are on, by how much they are stretched by each newton, mm. */
const STEEP = 0.3;
const STRAP = 5e-4;

/** Bolts hold what they go through to the vehicle; straps and turnbuckles only pull it down. */
const fastenedDown = (scene: Scene, vehicle: Pick<Vehicle, 'anchors' | 'lining'>, plans: readonly Planned[]): Contact[] =>
	scene.pieces.flatMap((piece) =>
		fastenedBy(vehicle, scene.interior, piece, scene.pieces).flatMap(({ held, suits, from, to }): Contact[] => {
			const down = (from.z - to.z) / Math.max(1, lengthOf(from, to));
			const { square } = WAYS[held.way];
			if (!suits || 'neighbour' in held || (!square && down < STEEP)) return [];
			const away = plans.map((plan, i) => ({
				i,
				away: plan.piece === piece.id ? boxSeparation(plan.placed.box, pointBox(from)) : Infinity
			}));
			const nearest = away.reduce((a, b) => (b.away < a.away ? b : a), { i: -1, away: Infinity });
			if (nearest.away > LEVEL) return [];
			const common = { at: vec2(from.x, from.y), upper: nearest.i, lower: null };
			return [square ? { ...common, holds: true, give: SCREWED } : { ...common, holds: false, pulls: true, give: STRAP / down ** 2 }];
		})
	);

const pointBox = ({ x, y, z }: Vec3): Box => ({ x: [x, x], y: [y, y], z: [z, z] });

/** The ends of what of a drawer or a bar is still where it was when it was in: a slide bears along that. */
function engaged({ built, placed }: Planned): Vec2[] {
	const range = (axis: 'x' | 'y'): [number, number] => {
		const [low, high] = [Math.max(built.box[axis][0], placed.box[axis][0]), Math.min(built.box[axis][1], placed.box[axis][1])];
		return high - low < NARROW / 3 ? [(low + high) / 2, (low + high) / 2] : [low, high];
	};
	const [x, y] = [range('x'), range('y')];
	return [...new Set(x)].flatMap((px) => [...new Set(y)].map((py) => vec2(px, py)));
}

/** The two ends of a member, or the corners of a plate. */
function ends({ ends, outline }: Planned): Vec2[] {
	const { x, y } = bounds(outline);
	return ends ?? x.flatMap((px) => y.map((py) => vec2(px, py)));
}

/** Two places that hold a member so that it cannot drop: a bracket, or the two halves of a hinge on an upright line. */
function clampedAt(at: Vec2, towards: Vec2): Vec2[] {
	const long = Math.hypot(towards.x - at.x, towards.y - at.y);
	const share = long > 0 ? Math.min(1, BRACKET / long) : 0;
	return [at, vec2(at.x + share * (towards.x - at.x), at.y + share * (towards.y - at.y))];
}

/**
 * Where a member that hangs on the wall is screwed to it: along its length, plates along the side that is further out.
 *
 * @param borne where something else bears it
 */
function onTheWall({ role, ends, outline }: Planned, borne: readonly Vec2[]): Vec2[] {
	if (role === 'plate') {
		const { x, y } = bounds(outline);
		const side = Math.abs(y[0]) > Math.abs(y[1]) ? y[0] + INSET : y[1] - INSET;
		return placesOn(rectangle(...x, side - 1, side + 1));
	}
	if (!ends) return [];
	// What goes out from the wall is screwed to it with its end.
	if (Math.abs(ends[1].y - ends[0].y) > Math.abs(ends[1].x - ends[0].x)) {
		const [at, out] = Math.abs(ends[0].y) > Math.abs(ends[1].y) ? ends : [ends[1], ends[0]];
		// With nothing under its far end the bracket has to keep it from turning as well.
		const far = borne.some((b) => Math.hypot(b.x - at.x, b.y - at.y) > BRACKET);
		return far ? [at] : clampedAt(at, out);
	}
	const n = Math.max(1, Math.round(Math.hypot(ends[1].x - ends[0].x, ends[1].y - ends[0].y) / (2 * SPACED)));
	return Array.from({ length: n + 1 }, (_, i) =>
		vec2(ends[0].x + (i / n) * (ends[1].x - ends[0].x), ends[0].y + (i / n) * (ends[1].y - ends[0].y))
	);
}

/**
 * What bears what among members that are not yet given their elastic halves, and what stands on the vehicle; with the splices of boards
 * that butt above a hinge, numbered on from them.
 */
export function contactsOf(
	scene: Scene,
	vehicle: Pick<Vehicle, 'anchors' | 'lining'>,
	plans: readonly Planned[]
): { contacts: Contact[]; splices: Member[] } {
	const hinges = hingesIn(scene, plans);
	const byTouch = [...touching(plans), ...standing(scene, plans), ...hinges.flatMap(hanging), ...joinedByFittings(scene, plans)];
	const splices = splicesOf(hinges, plans);
	const contacts = [...byTouch, ...stated(scene, plans, byTouch), ...fastenedDown(scene, vehicle, plans), ...splices.contacts];
	return { contacts, splices: splices.members };
}
