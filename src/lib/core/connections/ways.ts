import { area, bounds, contains } from '../geometry/polygon';
import { vec2, vec3, type Vec2 } from '../geometry/vector';
import type { JoinWay } from '../plan/join';
import { behind } from './access';
import { depthAt, type Facet, type Shared } from './facets';
import type { Connection, Fastener } from './fastener';
import { boltFor, dowelFor, pinFor, pocketFor, screwFor, type Bite } from './screws';
import { out, seenFrom, spread, throughOf, turnedOver, type Boxed, type Seam, type Side } from './seams';

/** What is joined stands at least so far from the ends of what is shared, mm, and no further apart along it, by what it goes into. */
const FROM_END = 30;
const SPACING = { face: 250, edge: 200, end: 60, pin: 80 } as const;
/** What is shared and wider than this is joined in rows, mm; narrower and longer than so many diameters two screws stand askew. */
const ROWS = 90;
const ASKEW = 11;
/** Brackets stand no further apart, mm. */
const BRACKETS_APART = 400;
/** What is glued needs fewer screws: they only hold it until it is dry. */
const GLUED_APART = 1.5;
/** Pocket holes slope so much, and are drilled so many thicknesses from the edge, from the tangent of 15°. */
const POCKET = Math.tan(Math.PI / 12);

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

/** What a way comes to at a seam. */
export type Made = Pick<Connection, 'from' | 'into' | 'fasteners' | 'brackets' | 'glued'> & Partial<Pick<Connection, 'before' | 'fault'>>;

const wideOf = ({ outline }: Shared): number => {
	const { wide } = spread(outline);
	return wide[1] - wide[0];
};

/** How far a place on a side is from the rectangle round that side, mm. */
function toEdge({ outline }: Facet, p: Vec2): number {
	const { x, y } = bounds(outline);
	return Math.min(p.x - x[0], x[1] - p.x, p.y - y[0], y[1] - p.y);
}

/** What goes straight through one part into the other: wood screws, alone or with glue, or pins with glue. */
type Straight = 'screws' | 'glue and screws' | 'glue and pins';

/** Nothing where the first has no face there, or the second is metal. */
function driven(way: Straight, one: Side, other: Side, shared: Shared, body: readonly Boxed[]): Made | undefined {
	if (one.facet.kind !== 'face' || other.metal || (one.metal && way !== 'screws')) return undefined;
	const glue = way !== 'screws';
	const spacing = way === 'glue and pins' ? 'pin' : other.facet.kind;
	const all = placesOn(shared, spacing, 4, way === 'glue and screws' ? GLUED_APART : 1).map((p) => {
		const there = seenFrom(other, one, p);
		return { p, there, through: throughOf(one, p), into: depthAt(other.part, other.facet, there) };
	});
	// Beside a notch less lies behind: what is best holds.
	const most = Math.max(0, ...all.map(({ into }) => into));
	const places = all.filter(({ into }) => into >= most / 2);
	const ids = { from: one.part.id, into: other.part.id, brackets: 0, glued: glue ? area(shared.outline) : 0 };
	if (places.length === 0) return { ...ids, fasteners: [], fault: 'too narrow' };
	const bite: Bite = {
		through: Math.max(...places.map(({ through }) => through)),
		into: Math.min(...places.map(({ into }) => into)),
		wide: 2 * Math.min(...places.map(({ there }) => toEdge(other.facet, there))),
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
	const before = behind(fasteners[0].head, vec3(-n.x, -n.y, -n.z), body, one.part)[0]?.id;
	// Glue carries what screws do not, but not on the end of a bar, which drinks it.
	const weak = other.facet.kind === 'end' ? !screw?.enough : screw && !screw.enough && !glue;
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
	const ids = { from: one.part.id, into: other.part.id, brackets: 0, glued: area(shared.outline) };
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

export const NOTHING = { fasteners: [], brackets: 0, glued: 0 };

/** What a way comes to; nothing where it does not go at all. */
export function madeBy(way: JoinWay, seam: Seam, body: readonly Boxed[]): Made | undefined {
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
export function usualWay(seam: Seam, body: readonly Boxed[]): { way: JoinWay; made: Made } | undefined {
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
