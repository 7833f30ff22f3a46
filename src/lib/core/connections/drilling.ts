import { vec3, type Vec3 } from '../geometry/vector';
import type { Assembly, Part } from '../pieces';
import type { Connection, Fastener } from './fastener';
import { within } from './facets';
import { drillOf, holesOf } from './screws';

/** A hole to drill in a part, in the part's own plane and height, mm. */
export interface Hole {
	/** Where the drill goes in. */
	at: Vec3;
	/** Unit vector into the part. */
	along: Vec3;
	diameter: number;
	/** How deep, mm; right through when absent. */
	depth?: number;
	/** Width of the countersink for a head, mm. */
	sunk?: number;
	/** Slopes, for a pocket screw. */
	slopes?: true;
}

/** Heads of countersunk screws are about twice as wide as their shank (ISO 7721). */
const HEAD = 2;
/** Glue before the end of a dowel, mm. */
const GLUE = 1;
/** Pocket holes are as wide as the collar of their drill, mm; usual. */
const POCKET = 9.5;

/** What a fastener asks of one of its parts, in the vehicle: where the drill goes in and how. */
function drilled({ kind, diameter, length, head, tip }: Fastener, seam: Vec3, first: boolean): Hole[] {
	const long = Math.hypot(tip.x - head.x, tip.y - head.y, tip.z - head.z);
	const along = vec3((tip.x - head.x) / long, (tip.y - head.y) / long, (tip.z - head.z) / long);
	const to = (p: Vec3) => Math.hypot(p.x - seam.x, p.y - seam.y, p.z - seam.z);
	const back = vec3(-along.x, -along.y, -along.z);
	switch (kind) {
		case 'screw':
			return first
				? [{ at: head, along, diameter: holesOf({ diameter }).through, sunk: HEAD * diameter }]
				: [{ at: seam, along, diameter: holesOf({ diameter }).pilot, depth: length - to(head) }];
		case 'bolt':
			return [{ at: first ? head : seam, along, diameter: drillOf(diameter + 1) }];
		case 'dowel':
			return [first ? { at: seam, along: back, diameter, depth: to(head) + GLUE } : { at: seam, along, diameter, depth: to(tip) + GLUE }];
		case 'pocket screw':
			return first ? [{ at: head, along, diameter: POCKET, slopes: true }] : [];
		default:
			return [];
	}
}

/** Where a fastener passes from one part into the other: at the level of the joint along it. */
function passes({ head, tip }: Fastener, { at, outward }: Connection): Vec3 {
	const level = (p: Vec3) => (p.x - at.x) * outward.x + (p.y - at.y) * outward.y + (p.z - at.z) * outward.z;
	const [a, b] = [level(head), level(tip)];
	const share = a === b ? 0 : a / (a - b);
	return vec3(head.x + share * (tip.x - head.x), head.y + share * (tip.y - head.y), head.z + share * (tip.z - head.z));
}

/** The holes of every part of a piece, by its id, in the part's own frame. */
export function holesByPart({ parts }: Pick<Assembly, 'parts'>, connections: readonly Connection[]): Map<string, Hole[]> {
	const found = new Map<string, Hole[]>();
	const partOf = new Map(parts.map((part) => [part.id, part]));
	const own = ({ pose }: Part, hole: Hole): Hole => ({
		...hole,
		at: within(pose, hole.at),
		along: within({ ...pose, shift: vec3(0, 0, 0) }, hole.along)
	});
	for (const connection of connections)
		for (const fastener of connection.fasteners) {
			const seam = passes(fastener, connection);
			for (const id of [connection.from, connection.into]) {
				const part = partOf.get(id)!;
				const holes = drilled(fastener, seam, id === connection.from).map((hole) => own(part, hole));
				if (holes.length > 0) found.set(id, [...(found.get(id) ?? []), ...holes]);
			}
		}
	return found;
}
