import { contains } from '../geometry/polygon';
import { dot, vec2, vec3, type Vec3 } from '../geometry/vector';
import { within } from './facets';
import type { Fastener } from './fastener';
import { out, spread, type Seam } from './seams';
import type { Made } from './ways';

/** Between two that do not meet there is at least so much wood, mm. */
const BETWEEN = 2;
/** Distance between two straight pieces, mm (closest points of segments; Ericson, Real-Time Collision Detection, 5.1.9). */
function apart(a: Fastener, b: Fastener): number {
	const sub = (p: Vec3, q: Vec3) => vec3(p.x - q.x, p.y - q.y, p.z - q.z);
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

const meet = (a: Fastener, b: Fastener): boolean => apart(a, b) < (a.diameter + b.diameter) / 2 + BETWEEN;

/** Fasteners whose middles are further apart than this along any axis do not meet: the longest is 160 mm, mm. */
const CELL = 180;

/** Fasteners that are there already, by where they are. */
export class Placed {
	private readonly cells = new Map<string, Fastener[]>();

	private cellOf({ head, tip }: Fastener): [number, number, number] {
		return [(head.x + tip.x) / 2, (head.y + tip.y) / 2, (head.z + tip.z) / 2].map((v) => Math.floor(v / CELL)) as [number, number, number];
	}

	add(fastener: Fastener): void {
		const key = this.cellOf(fastener).join();
		const known = this.cells.get(key);
		if (known) known.push(fastener);
		else this.cells.set(key, [fastener]);
	}

	/** Whether none of them meets a fastener. */
	leaves(fastener: Fastener): boolean {
		const [x, y, z] = this.cellOf(fastener);
		const near = [-1, 0, 1];
		return near.every((i) =>
			near.every((k) => near.every((m) => (this.cells.get([x + i, y + k, z + m].join()) ?? []).every((other) => !meet(fastener, other))))
		);
	}
}

/** How far along a seam one of its fasteners is moved where it meets another, in turn, mm. */
const ASIDE = [8, -8, 16, -16, 24, -24, 32, -32];

/** Moves what meets something that is there already along its seam, and adds it; what finds no room is told. */
export function cleared(made: Made, { sides: [one], shared: { outline, openings } }: Seam, placed: Placed): Made {
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
		const moved = (by: number): Fastener => {
			const to = out(one, at(by, 0), 0);
			const shifted = (p: Vec3) => vec3(p.x + to.x - origin.x, p.y + to.y - origin.y, p.z + to.z - origin.z);
			return { ...fastener, head: shifted(fastener.head), tip: shifted(fastener.tip) };
		};
		const room = placed.leaves(fastener) ? 0 : ASIDE.find((by) => placed.leaves(moved(by)) && inSeam(moved(by)));
		const found = moved(room ?? 0);
		placed.add(found);
		fasteners.push(found);
		if (room === undefined) fault ??= 'meets another';
	}
	return { ...made, fasteners, ...(fault ? { fault } : {}) };
}
