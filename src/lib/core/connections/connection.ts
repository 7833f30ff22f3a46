import { bounds, contains, type Polygon } from '../geometry/polygon';
import { place } from '../geometry/pose';
import { boxAround, boxSeparation, vec2, vec3, type Box, type Vec2, type Vec3 } from '../geometry/vector';
import { remember } from '../memory';
import type { Assembly, Part } from '../pieces';
import type { Stock } from '../plan';
import { stuffOf } from '../plan/grades';
import { ALL_JOINS, joinKey, type Joins, type JoinWay } from '../plan/join';
import { bodiesOf, boxOfPart } from './bodies';
import { depthAt, facetsOf, sharedBy, within, type Facet, type Shared } from './facets';
import { boltFor, dowelFor, pinFor, pocketFor, screwFor, type Bite } from './screws';

/** One screw, bolt or dowel, in the vehicle as the piece is built. */
export interface Fastener {
	kind: 'screw' | 'pin' | 'pocket screw' | 'bolt' | 'dowel';
	diameter: number;
	length: number;
	/** Where its head is, or the end of a dowel in the first part, and where its other end is. */
	head: Vec3;
	tip: Vec3;
}

/** What stands in the way of a connection. */
export type ConnectionFault = 'too thin' | 'too narrow' | 'not this way' | 'meets another';

/** Two parts that lie against each other, and how they are joined there. */
export interface Connection {
	key: string;
	/** The part under the heads, and the part that they go into; of other ways, the one that is drilled first. */
	from: string;
	into: string;
	way: JoinWay;
	/** The plan says so; else it is what suits. */
	said: boolean;
	/** The middle of what the two share, and which way one of them looks there. */
	at: Vec3;
	outward: Vec3;
	/** Length and width of what the two share, mm. */
	size: [number, number];
	fasteners: Fastener[];
	/** Angle brackets, held by two screws in either part, or bolts where it is metal. */
	brackets: number;
	/** How many of the two are metal. */
	metal: 0 | 1 | 2;
	/** Face that is glued, mm². */
	glued: number;
	/** A part that would be in the way of the driver: this is joined before that is there. */
	before?: string;
	fault?: ConnectionFault;
}

/** What is joined stands at least so far from the ends of what is shared, mm, and no further apart along it, by what it goes into. */
const FROM_END = 30;
const SPACING = { face: 250, edge: 200, end: 60, pin: 80 } as const;
/** What is shared and wider than this is joined in rows, mm; narrower and longer than so many diameters two screws stand askew. */
const ROWS = 90;
const ASKEW = 11;
/** A driver needs so much room behind a head, mm. */
const DRIVER = 120;
/** Between two that do not meet there is at least so much wood, mm. */
const BETWEEN = 2;
/** Brackets stand no further apart, mm. */
const BRACKETS_APART = 400;
/** What is glued needs fewer screws: they only hold it until it is dry. */
const GLUED_APART = 1.5;
/** Pocket holes slope so much, and are drilled so many thicknesses from the edge, from the tangent of 15°. */
const POCKET = Math.tan(Math.PI / 12);

/** A flat side that lies against another, with what the parts are made of. */
interface Side {
	part: Part;
	facet: Facet;
	/** Of a hollow or open metal bar: the thickness of its wall. */
	metal: boolean;
	wall: number | undefined;
}

interface Seam {
	sides: [Side, Side];
	shared: Shared;
}

/** Along the longer way and across of what is shared. */
function spread(outline: Polygon): { long: [number, number]; wide: [number, number]; at: (along: number, across: number) => Vec2 } {
	const { x, y } = bounds(outline);
	return x[1] - x[0] >= y[1] - y[0] ? { long: x, wide: y, at: vec2 } : { long: y, wide: x, at: (along, across) => vec2(across, along) };
}

/** Evenly from near one end to near the other, no further apart than a spacing; one in the middle of what is short. */
function stops([low, high]: [number, number], spacing: number, least: number): number[] {
	const long = high - low;
	if (long < least) return [(low + high) / 2];
	const end = Math.min(FROM_END, long / 4);
	const n = Math.max(1, Math.ceil((long - 2 * end) / spacing));
	return Array.from({ length: n + 1 }, (_, i) => low + end + (i * (long - 2 * end)) / n);
}

/** Places of fasteners on what is shared. */
function placesOn({ outline, openings }: Shared, kind: keyof typeof SPACING, diameter: number, wider = 1): Vec2[] {
	const { long, wide, at } = spread(outline);
	const along = stops(long, wider * SPACING[kind], ASKEW * diameter);
	const broad = wide[1] - wide[0];
	const middle = (wide[0] + wide[1]) / 2;
	const across = broad >= ROWS ? stops(wide, wider * SPACING[kind], ROWS) : [middle];
	const askew = across.length === 1 && along.length === 2 && long[1] - long[0] < ROWS && broad >= ASKEW * diameter ? broad / 4 : 0;
	const places = along.flatMap((l, i) => across.map((w) => at(l, w + (i % 2 === 0 ? -askew : askew))));
	return places.filter((p) => contains(outline, p) && openings.every((ring) => !contains(ring, p)));
}

/** A place in front of a side, so far out; behind it when negative. */
function out({ facet }: Side, p: Vec2, by: number): Vec3 {
	return place(facet.pose, vec3(p.x, p.y, by));
}

/** How much is drilled through before the seam: all of a part, or the wall of what is open. */
const throughOf = ({ part, facet, wall }: Side, p: Vec2): number => wall ?? depthAt(part, facet, p);

/** The same place in the frame of the other side. */
function seenFrom(other: Side, one: Side, p: Vec2): Vec2 {
	const { x, y } = within(other.facet.pose, place(one.facet.pose, vec3(p.x, p.y, 0)));
	return vec2(x, y);
}

/** What is shared in the frame of the other side. */
const turnedOver = ([one, other]: [Side, Side], { outline, openings }: Shared): Shared => {
	const seen = (ring: Polygon) => ring.map((p) => seenFrom(other, one, p)).reverse();
	return { outline: seen(outline), openings: openings.map(seen) };
};

/** A part of a body with the box round it. */
interface Boxed {
	part: Part;
	box: Box;
}

/** The first part that stands behind a head where the driver would be. */
function behind(head: Vec3, towards: Vec3, body: readonly Boxed[], own: Part): Part | undefined {
	const at = (far: number) => vec3(head.x + far * towards.x, head.y + far * towards.y, head.z + far * towards.z);
	const way = boxAround([at(0), at(DRIVER)]);
	return body.find(({ part, box }) => {
		if (part === own || part.yields || boxSeparation(way, box) > 0) return false;
		for (let far = 2; far <= DRIVER; far += 6) {
			const p = within(part.pose, at(far));
			if (p.z > 0.5 && p.z < part.thickness - 0.5 && contains(part.outline, vec2(p.x, p.y))) return true;
		}
		return false;
	})?.part;
}

/** What a way comes to at a seam. */
type Made = Pick<Connection, 'from' | 'into' | 'fasteners' | 'brackets' | 'glued'> & Partial<Pick<Connection, 'before' | 'fault'>>;

const areaOf = ({ outline }: Shared): number => {
	const { x, y } = bounds(outline);
	return (x[1] - x[0]) * (y[1] - y[0]);
};
const wideOf = ({ outline }: Shared): number => {
	const { wide } = spread(outline);
	return wide[1] - wide[0];
};

/** What goes straight through one part into the other: wood screws, alone or with glue, or pins with glue. */
type Straight = 'screws' | 'glue and screws' | 'glue and pins';

/** Nothing where the first has no face there, or the second is metal. */
function driven(way: Straight, one: Side, other: Side, shared: Shared, body: readonly Boxed[]): Made | undefined {
	if (one.facet.kind !== 'face' || other.metal || (one.metal && way !== 'screws')) return undefined;
	const glue = way !== 'screws';
	const all = placesOn(shared, way === 'glue and pins' ? 'pin' : other.facet.kind, 4, way === 'glue and screws' ? GLUED_APART : 1).map(
		(p) => ({ p, through: throughOf(one, p), into: depthAt(other.part, other.facet, seenFrom(other, one, p)) })
	);
	// Beside a notch less lies behind: what is best holds.
	const most = Math.max(0, ...all.map(({ into }) => into));
	const places = all.filter(({ into }) => into >= most / 2);
	const ids = { from: one.part.id, into: other.part.id, brackets: 0, glued: glue ? areaOf(shared) : 0 };
	if (places.length === 0) return { ...ids, fasteners: [], fault: 'too narrow' };
	const { x, y } = bounds(other.facet.outline);
	const bite: Bite = {
		through: Math.max(...places.map(({ through }) => through)),
		into: Math.min(...places.map(({ into }) => into)),
		wide: Math.min(x[1] - x[0], y[1] - y[0]),
		kind: other.facet.kind
	};
	const screw = way === 'glue and pins' ? undefined : screwFor(bite);
	const found = screw ?? (way === 'glue and pins' ? pinFor(bite) : undefined);
	if (!found) return { ...ids, fasteners: [], fault: 'too thin' };
	const fasteners = places.map(({ p, through }): Fastener => ({
		kind: screw ? 'screw' : 'pin',
		diameter: found.diameter,
		length: found.length,
		head: out(one, p, -through),
		tip: out(one, p, found.length - through)
	}));
	const n = one.facet.outward;
	const before = behind(fasteners[0].head, vec3(-n.x, -n.y, -n.z), body, one.part)?.id;
	const weak = screw && !screw.enough && !glue;
	return { ...ids, fasteners, ...(before ? { before } : {}), ...(weak ? { fault: 'too thin' } : {}) };
}

/** Through one part or through the other: what holds, then what is reached, then what is short. */
function bestDriven(way: Straight, { sides, shared }: Seam, body: readonly Boxed[]): Made | undefined {
	const [one, other] = sides;
	const options = [driven(way, one, other, shared, body), driven(way, other, one, turnedOver(sides, shared), body)].filter(
		(made) => made !== undefined
	);
	const ill = ({ fault, before, fasteners, into }: Made): number =>
		(fault ? 1000 : 0) +
		(before ? 200 : 0) +
		(sides.find(({ part }) => part.id === into)!.facet.kind === 'end' ? 500 : 0) +
		(fasteners[0]?.length ?? 0);
	return options.sort((a, b) => ill(a) - ill(b))[0];
}

/** Bolts right through both. */
function bolted({ sides: [one, other], shared }: Seam): Made | undefined {
	if (one.facet.kind !== 'face' || other.facet.kind !== 'face') return undefined;
	const places = placesOn(shared, 'face', 6);
	const found = places.map((p) => ({ p, through: throughOf(one, p), into: throughOf(other, seenFrom(other, one, p)) }));
	if (found.length === 0) return undefined;
	const bolt = boltFor(Math.max(...found.map(({ through, into }) => through + into)), wideOf(shared));
	const fasteners = bolt
		? found.map(({ p, through, into }): Fastener => ({ kind: 'bolt', ...bolt, head: out(one, p, -through), tip: out(one, p, into) }))
		: [];
	return { from: one.part.id, into: other.part.id, fasteners, brackets: 0, glued: 0, ...(bolt ? {} : { fault: 'too narrow' }) };
}

/** Dowels between a face and an edge or an end, or two edges. */
function dowelled({ sides, shared }: Seam): Made | undefined {
	const [one, other] = sides[0].facet.kind === 'face' ? sides : ([sides[1], sides[0]] as [Side, Side]);
	if (one.metal || other.metal || (one.facet.kind === 'face' && other.facet.kind === 'face')) return undefined;
	const here = one === sides[0] ? shared : turnedOver(sides, shared);
	const places = placesOn(here, 'edge', 8);
	const thin = Math.min(...[one, other].map(({ part }) => part.thickness));
	const fits = places.map((p) => dowelFor(thin, depthAt(other.part, other.facet, seenFrom(other, one, p))));
	const ids = { from: one.part.id, into: other.part.id, brackets: 0, glued: areaOf(shared) };
	if (places.length === 0 || fits.some((one) => one === undefined)) return { ...ids, fasteners: [], fault: 'too thin' };
	const fasteners = places.map((p, i): Fastener => {
		const { diameter, length, inFace } = fits[i]!;
		// In two edges it goes half way into either.
		const first = one.facet.kind === 'face' ? inFace : length / 2;
		return { kind: 'dowel', diameter, length, head: out(one, p, -first), tip: out(one, p, length - first) };
	});
	return { ...ids, fasteners };
}

/** Screws in sloping holes, from the face of what ends there into the other. */
function pocketed({ sides, shared }: Seam): Made | undefined {
	const [one, other] = sides[0].facet.kind === 'face' ? ([sides[1], sides[0]] as [Side, Side]) : sides;
	if (one.metal || other.metal || one.facet.kind === 'face') return undefined;
	const here = one === sides[0] ? shared : turnedOver(sides, shared);
	const { thickness } = one.part;
	const found = pocketFor(thickness);
	const places = placesOn(here, 'edge', 4);
	const ids = { from: one.part.id, into: other.part.id, brackets: 0, glued: 0 };
	if (!found || places.length === 0) return { ...ids, fasteners: [], fault: 'too thin' };
	const run = thickness / 2 / POCKET;
	const whole = Math.hypot(run, thickness / 2);
	// Half of it is sunk in the pocket, the point is in the other part.
	const holds = Math.max(8, found.length - whole / 2);
	const [c, s] = [run / whole, thickness / 2 / whole];
	const fasteners = places.map((p): Fastener => {
		const exit = vec2(p.x, thickness / 2);
		return {
			kind: 'pocket screw',
			...found,
			head: out(one, vec2(exit.x, exit.y - thickness / 2), -run),
			tip: out(one, vec2(exit.x, exit.y + s * holds), c * holds)
		};
	});
	const deep = Math.min(...places.map((p) => depthAt(other.part, other.facet, seenFrom(other, one, p))));
	return { ...ids, fasteners, ...(c * holds > deep - 2 ? { fault: 'too thin' } : {}) };
}

/** Angle brackets in the corner. */
function bracketed({ sides: [one, other], shared }: Seam): Made {
	const { long } = spread(shared.outline);
	const thin = Math.min(...[one, other].map(({ part, wall }) => wall ?? part.thickness));
	const count = long[1] - long[0] < BRACKETS_APART / 2 ? 1 : 1 + Math.ceil((long[1] - long[0]) / BRACKETS_APART);
	const metal = one.metal || other.metal;
	return {
		from: one.part.id,
		into: other.part.id,
		fasteners: [],
		brackets: count,
		glued: 0,
		...(!metal && thin < LEAST_FOR_BRACKETS ? { fault: 'too thin' } : {})
	};
}

/** The shortest screws of brackets hold in so much wood, mm. */
const LEAST_FOR_BRACKETS = 12;

const NOTHING = { fasteners: [], brackets: 0, glued: 0 };

/** What a way comes to; nothing where it does not go at all. */
function madeBy(way: JoinWay, seam: Seam, body: readonly Boxed[]): Made | undefined {
	switch (way) {
		case 'screws':
		case 'glue and screws':
		case 'glue and pins':
			return bestDriven(way, seam, body);
		case 'pocket screws':
			return pocketed(seam);
		case 'dowels and glue':
			return dowelled(seam);
		case 'brackets':
			return bracketed(seam);
		case 'bolts':
			return bolted(seam);
		case 'nothing':
			return { from: seam.sides[0].part.id, into: seam.sides[1].part.id, ...NOTHING };
	}
}

/**
 * What suits a seam where nothing is said: screws where they hold, else bolts or brackets in metal, brackets at the ends of bars, and glue
 * with short screws or pins, or sloping screws, in what is too thin.
 */
function usualWay(seam: Seam, body: readonly Boxed[]): { way: JoinWay; made: Made } | undefined {
	const kinds = seam.sides.map(({ facet }) => facet.kind);
	// What only meets edge to edge is held by what bears both.
	if (!kinds.includes('face')) return undefined;
	const metal = seam.sides.some((side) => side.metal);
	const ways: JoinWay[] = metal
		? ['screws', 'bolts', 'brackets']
		: kinds.includes('end')
			? ['screws', 'brackets']
			: ['screws', 'glue and screws', 'glue and pins', 'pocket screws', 'brackets'];
	const all: { way: JoinWay; made: Made }[] = [];
	for (const way of ways) {
		const made = madeBy(way, seam, body);
		if (!made) continue;
		// Along the grain only where nothing else goes.
		if (!made.fault && !(way === 'screws' && endOf(seam, made))) return { way, made };
		all.push({ way, made });
	}
	return all.find(({ made }) => !made.fault) ?? all[0];
}

/** Screws would go into the end of a bar, along the grain, where they hold badly. */
const endOf = ({ sides }: Seam, { into }: Made): boolean => sides.find(({ part }) => part.id === into)!.facet.kind === 'end';

/** Everything that is cut and lies against something else in one body of a piece. */
function seamsOf(body: readonly Boxed[], stock: Stock): Seam[] {
	const cut = body.filter(({ part: { form, yields } }) => (form === 'board' || form === 'bar') && !yields);
	const sides = cut.map(({ part, box }): { box: Box; sides: Side[] } => {
		const stuff = stuffOf(part, stock);
		const metal = stuff?.grade.sort === 'metal';
		const wall = stuff && ['angle', 'T'].includes(stuff.section.shape) ? stuff.section.wall : undefined;
		return { box, sides: facetsOf(part).map((facet) => ({ part, facet, metal, wall })) };
	});
	return sides.flatMap((one, i) =>
		sides.slice(0, i).flatMap((other): Seam[] => {
			if (boxSeparation(one.box, other.box) > NEAR) return [];
			return one.sides.flatMap((a) =>
				other.sides.flatMap((b) => sharedBy(a.facet, b.facet).map((shared): Seam => ({ sides: [a, b], shared })))
			);
		})
	);
}

/** Boxes further apart than this do not touch, mm. */
const NEAR = 2;

/** Distance between two straight pieces, mm (closest points of segments; Ericson, Real-Time Collision Detection, 5.1.9). */
function apart(a: Fastener, b: Fastener): number {
	const sub = (p: Vec3, q: Vec3) => vec3(p.x - q.x, p.y - q.y, p.z - q.z);
	const dot = (p: Vec3, q: Vec3) => p.x * q.x + p.y * q.y + p.z * q.z;
	const [d1, d2, r] = [sub(a.tip, a.head), sub(b.tip, b.head), sub(a.head, b.head)];
	const [aa, ee, f, c, bb] = [dot(d1, d1), dot(d2, d2), dot(d2, r), dot(d1, r), dot(d1, d2)];
	const unit = (v: number) => Math.max(0, Math.min(1, v));
	const denominator = aa * ee - bb * bb;
	let s = denominator > 1e-9 ? unit((bb * f - c * ee) / denominator) : 0;
	const t = unit((bb * s + f) / ee);
	s = unit((bb * t - c) / aa);
	const gap = sub(
		vec3(a.head.x + s * d1.x, a.head.y + s * d1.y, a.head.z + s * d1.z),
		vec3(b.head.x + t * d2.x, b.head.y + t * d2.y, b.head.z + t * d2.z)
	);
	return Math.sqrt(dot(gap, gap));
}

function meet(a: Fastener, b: Fastener): boolean {
	const room = (a.diameter + b.diameter) / 2 + BETWEEN;
	const far = a.length + b.length + room;
	const near = (['x', 'y', 'z'] as const).every((axis) => Math.abs(a.head[axis] - b.head[axis]) < far);
	return near && apart(a, b) < room;
}

/** How far along a seam one of its fasteners is moved where it meets another, in turn, mm. */
const ASIDE = [8, -8, 16, -16, 24, -24, 32, -32];

/** Moves what meets something that is there already along its seam; what finds no room is told. */
function cleared(made: Made, { sides: [one], shared: { outline, openings } }: Seam, placed: readonly Fastener[]): Made {
	const { at } = spread(outline);
	const origin = out(one, vec2(0, 0), 0);
	/** Where it passes the plane of the seam it is still in it. */
	const inSeam = ({ head, tip }: Fastener) => {
		const [a, b] = [within(one.facet.pose, head), within(one.facet.pose, tip)];
		const share = a.z === b.z ? 0 : a.z / (a.z - b.z);
		const p = vec2(a.x + share * (b.x - a.x), a.y + share * (b.y - a.y));
		return contains(outline, p) && openings.every((ring) => !contains(ring, p));
	};
	const fasteners: Fastener[] = [];
	let fault = made.fault;
	for (const fastener of made.fasteners) {
		const free = (where: Fastener) => [placed, fasteners].every((others) => others.every((other) => !meet(where, other)));
		const moved = (by: number): Fastener => {
			const to = out(one, at(by, 0), 0);
			const shifted = (p: Vec3) => vec3(p.x + to.x - origin.x, p.y + to.y - origin.y, p.z + to.z - origin.z);
			return { ...fastener, head: shifted(fastener.head), tip: shifted(fastener.tip) };
		};
		const room = free(fastener) ? 0 : ASIDE.find((by) => free(moved(by)) && inSeam(moved(by)));
		fasteners.push(moved(room ?? 0));
		if (room === undefined) fault ??= 'meets another';
	}
	return { ...made, fasteners, ...(fault ? { fault } : {}) };
}

/** What is joined in one body of a piece. */
function joinedIn(parts: readonly Part[], stock: Stock, joins: Joins): Connection[] {
	const placed: Fastener[] = [];
	const body = parts.map((part): Boxed => ({ part, box: boxOfPart(part) }));
	return seamsOf(body, stock).flatMap((seam): Connection[] => {
		const [{ part: a }, { part: b }] = seam.sides;
		const key = joinKey(a.id, b.id);
		const said = joins[key] ?? joins[ALL_JOINS];
		const made = said ? madeBy(said, seam, body) : undefined;
		const usual = said && (made || joins[key]) ? undefined : usualWay(seam, body);
		// What is said of all parts and does not go with these is passed over; what is said of these two is told.
		if (!made && !usual && !joins[key]) return [];
		const chosen = cleared(made ?? usual?.made ?? { from: a.id, into: b.id, ...NOTHING, fault: 'not this way' }, seam, placed);
		placed.push(...chosen.fasteners);
		const { long, wide, at } = spread(seam.shared.outline);
		return [
			{
				key,
				way: made || joins[key] ? said! : usual!.way,
				said: Boolean(said && (made || joins[key])),
				at: out(seam.sides[0], at((long[0] + long[1]) / 2, (wide[0] + wide[1]) / 2), 0),
				metal: (Number(seam.sides[0].metal) + Number(seam.sides[1].metal)) as Connection['metal'],
				outward: seam.sides[0].facet.outward,
				size: [long[1] - long[0], wide[1] - wide[0]],
				...chosen
			}
		];
	});
}

const NONE: Joins = {};
const worked = remember((assembly: Assembly, stock: Stock, joins: Joins): Connection[] =>
	bodiesOf(assembly).flatMap((parts) => joinedIn(parts, stock, joins))
);

/**
 * How the parts of a piece are joined that lie against each other and move as one: wherever a face lies against a face, an edge or an end.
 *
 * @param joins what the plan says; else what suits. Remembered.
 */
export const connectionsOf = (assembly: Assembly, stock: Stock, joins: Joins = NONE): Connection[] => worked(assembly, stock, joins);
