import { contains } from '../geometry/polygon';
import { boxAround, boxSeparation, vec2, vec3, type Vec3 } from '../geometry/vector';
import type { Part } from '../pieces';
import { within } from './facets';
import type { Fastener } from './fastener';
import type { Boxed } from './seams';

/** A driver with its bit needs so much room behind a head, mm. */
const DRIVER = 120;
/** Where it is looked at: every so many mm, beginning off the head. */
const STEP = 6;
const OFF = 2;
/** So deep in another part something is in the way, mm. */
const INSIDE = 0.5;

const along = (from: Vec3, towards: Vec3, far: number): Vec3 =>
	vec3(from.x + far * towards.x, from.y + far * towards.y, from.z + far * towards.z);

/** Places in a straight line behind a head, where the driver is. */
export function driverAt(head: Vec3, towards: Vec3): Vec3[] {
	const n = Math.floor((DRIVER - OFF) / STEP);
	return Array.from({ length: n + 1 }, (_, i) => along(head, towards, OFF + i * STEP));
}

/** Parts that stand behind a head where the driver would be, seen along its middle line. */
export function behind(head: Vec3, towards: Vec3, body: readonly Boxed[], own: Part): Part[] {
	const places = driverAt(head, towards);
	const way = boxAround([head, places.at(-1)!]);
	return body.flatMap(({ part, box }) => {
		if (part === own || part.yields || boxSeparation(way, box) > 0) return [];
		const hit = places.some((at) => {
			const p = within(part.pose, at);
			return p.z > INSIDE && p.z < part.thickness - INSIDE && contains(part.outline, vec2(p.x, p.y)) && !inOpening(part, p);
		});
		return hit ? [part] : [];
	});
}

const inOpening = ({ cutOuts = [] }: Part, p: Vec3): boolean => cutOuts.some(({ outline }) => contains(outline, vec2(p.x, p.y)));

/** From where what is driven is reached, and which way out from there: a bolt from both of its ends, a dowel needs no driver. */
export function driversOf({ kind, head, tip }: Fastener): { from: Vec3; towards: Vec3 }[] {
	const long = Math.hypot(head.x - tip.x, head.y - tip.y, head.z - tip.z);
	const out = vec3((head.x - tip.x) / long, (head.y - tip.y) / long, (head.z - tip.z) / long);
	switch (kind) {
		case 'dowel':
			return [];
		case 'bolt':
			return [
				{ from: head, towards: out },
				{ from: tip, towards: vec3(-out.x, -out.y, -out.z) }
			];
		default:
			return [{ from: head, towards: out }];
	}
}
