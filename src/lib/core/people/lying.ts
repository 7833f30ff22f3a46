import { bounds, turned, type Polygon } from '../geometry/polygon';
import { vec2, type Vec2 } from '../geometry/vector';

/**
 * A lying body as three rectangles in a row along its axis, each as wide as what lies there: head, shoulders with
 * arms, hips and legs. Shares of the length from the crown.
 */
export const LYING_SHARES = { shoulders: 0.13, hips: 0.47 } as const;

/** Widths the three rectangles need, mm. */
export interface LyingWidths {
	head: number;
	shoulders: number;
	legs: number;
}

/** The longest body of some widths that fits, and where it lies. */
export interface Lying {
	/** Greatest length, mm; 0 where nothing of these widths fits. */
	length: number;
	/** Direction from feet to crown, radians from +x. */
	angle: number;
	crown: Vec2;
	feet: Vec2;
	/** From where the crown may begin at the earliest to where the shoulders may, mm along the body: see {@link restOf}. */
	neck: number;
}

/** Somebody of a given length at rest where a longer body would fit. */
export interface Rest {
	angle: number;
	crown: Vec2;
	feet: Vec2;
	/** Free width across the body over the stretch where the shoulders lie, mm. */
	breadth: number;
}

/** The point of a lying body so far on the way from its crown to its feet, a share from 0 to 1. */
export const pointOf = ({ crown, feet }: Pick<Lying, 'crown' | 'feet'>, share: number): Vec2 =>
	vec2(crown.x + (feet.x - crown.x) * share, crown.y + (feet.y - crown.y) * share);

const NOTHING: Lying = { length: 0, angle: 0, crown: vec2(0, 0), feet: vec2(0, 0), neck: 0 };

/** The best place found so far along one axis, with the crown at its low or its high end. */
interface Found {
	length: number;
	crownAt: number;
	feetAt: number;
	offset: number;
	neck: number;
}

/**
 * The longest bodies of given widths that lie inside an outline (any simple polygon, notches included), their axis
 * within the given angles of +x: one with the crown towards -x and one towards +x.
 *
 * For each angle the outline is turned until the axis lies along x; for each offset of the axis, what the edges
 * of the outline leave free of a strip as wide as head, shoulders and legs are intervals of x, and the longest body
 * over them has a closed form (see {@link longestOver}). Offsets are tried every {@link STEP} mm at every angle; the
 * angles that come close to the best are refined to 1 mm.
 */
export function longestEachWay(outline: Polygon, widths: LyingWidths, angles: readonly number[]): [low: Lying, high: Lying] {
	const best: [Lying, Lying] = [NOTHING, NOTHING];
	const searches: AxisSearch[] = [];
	let [low, high] = [0, 0];
	for (const angle of angles) {
		const search = new AxisSearch(outline, angle, widths);
		// No body along this axis is longer than the outline is.
		if (search.reach <= Math.min(low, high)) continue;
		search.sweep();
		searches.push(search);
		low = Math.max(low, search.found[0].length);
		high = Math.max(high, search.found[1].length);
	}
	for (const search of searches) {
		if (search.found[0].length < low - CLOSE && search.found[1].length < high - CLOSE) continue;
		search.refine();
		search.found.forEach((found, way) => {
			if (found.length > best[way].length + 1e-6) best[way] = lyingAt(found, search.angle);
		});
	}
	return best;
}

/** Distance between the offsets that are tried, and how far behind the best an angle may be and still be refined, mm. */
const STEP = 40;
const CLOSE = 60;

/** The search over all axes of one direction. */
export class AxisSearch {
	readonly edges: Edges;
	readonly reach: number;
	/** The best with the crown at the low end of the axis, and at the high end. */
	readonly found: [Found, Found] = [START, START];
	private readonly room: number;
	private readonly count: number;
	private readonly from: number;

	constructor(
		outline: Polygon,
		readonly angle: number,
		private readonly widths: LyingWidths
	) {
		const aligned = turned(outline, -angle);
		const box = bounds(aligned);
		this.edges = new Edges(aligned);
		this.reach = box.x[1] - box.x[0];
		this.room = box.y[1] - box.y[0] - widths.shoulders;
		this.count = Math.max(1, Math.ceil(this.room / STEP));
		this.from = box.y[0] + widths.shoulders / 2;
	}

	/** The longest body along the axis at one offset, crown at the low end and at the high end. */
	at(offset: number): [Omit<Found, 'offset'>, Omit<Found, 'offset'>] {
		return longestAt(this.edges, offset, this.widths);
	}

	/** Lowest and highest offset at which an axis can run; none when the outline is narrower than the shoulders. */
	get offsets(): [number, number] | undefined {
		return this.room < -1e-6 ? undefined : [this.from, this.from + Math.max(0, this.room)];
	}

	private attempt(offset: number) {
		this.at(offset).forEach((found, way) => {
			if (found.length > this.found[way].length + 1e-6) this.found[way] = { ...found, offset };
		});
	}

	sweep(): void {
		if (this.room < -1e-6) return;
		// The middle first: on a symmetric bed the body is to lie centred.
		this.attempt(this.from + this.room / 2);
		for (let i = 0; i <= this.count; i++) this.attempt(this.from + (this.room * i) / this.count);
	}

	refine(): void {
		if (this.room < -1e-6) return;
		for (let width = this.room / this.count / 2; width >= 0.5; width /= 2)
			for (const centre of new Set([this.found[0].offset, this.found[1].offset])) {
				this.attempt(centre - width);
				this.attempt(centre + width);
			}
	}
}

const START: Found = { length: 0, crownAt: 0, feetAt: 0, offset: 0, neck: 0 };

/** The longest body of given widths inside an outline, crown either way; see {@link longestEachWay}. */
export function longestLying(outline: Polygon, widths: LyingWidths, angles: readonly number[]): Lying {
	const [low, high] = longestEachWay(outline, widths, angles);
	return low.length >= high.length ? low : high;
}

function lyingAt({ length, crownAt, feetAt, offset, neck }: Found, angle: number): Lying {
	const back = (x: number) => turned([vec2(x, offset)], angle)[0];
	return { length, angle: crownAt > feetAt ? angle : angle + Math.PI, crown: back(crownAt), feet: back(feetAt), neck };
}

/**
 * Where somebody of a length lies who is shorter than the longest body: as near the crown's end as their own shoulders
 * allow, which lie nearer to their crown. Whoever is longer is laid from the crown of the longest body and sticks out.
 */
export function restOf(outline: Polygon, longest: Lying, length: number): Rest {
	const { shoulders, hips } = LYING_SHARES;
	const start = (long: number) => Math.max(0, longest.neck - shoulders * long);
	const shift = length < longest.length ? start(length) - start(longest.length) : 0;
	// Towards the feet is against the angle.
	const [c, s] = [Math.cos(longest.angle), Math.sin(longest.angle)];
	const at = (along: number) => vec2(longest.crown.x - c * along, longest.crown.y - s * along);
	const [upright] = turned([longest.crown], -longest.angle);
	const stretch = (share: number) => upright.x - shift - share * length;
	return {
		angle: longest.angle,
		crown: at(shift),
		feet: at(shift + length),
		breadth: new Edges(turned(outline, -longest.angle)).roomAcross(stretch(hips), stretch(shoulders), upright.y)
	};
}

/** Room for the intervals of one strip at a time: asked for hundreds of times in a row, they are not made afresh. */
const STRIPS = { shoulders: [] as number[], heads: [] as number[], legs: [] as number[] };

/** The interval of a flat list that holds another one; the other one itself where none does. */
function holding(intervals: readonly number[], from: number, to: number): readonly [number, number] {
	for (let i = 0; i < intervals.length; i += 2)
		if (intervals[i] <= from + 1e-6 && intervals[i + 1] >= to - 1e-6) return [intervals[i], intervals[i + 1]];
	return [from, to];
}

/** The longest bodies along one strip: crown at the low end, and at the high end. */
function longestAt(edges: Edges, offset: number, widths: LyingWidths): [Omit<Found, 'offset'>, Omit<Found, 'offset'>] {
	const best: [Omit<Found, 'offset'>, Omit<Found, 'offset'>] = [START, START];
	const { shoulders, heads, legs } = STRIPS;
	edges.freeIntervals(offset - widths.shoulders / 2, offset + widths.shoulders / 2, shoulders);
	if (shoulders.length === 0) return best;
	edges.freeIntervals(offset - widths.head / 2, offset + widths.head / 2, heads);
	edges.freeIntervals(offset - widths.legs / 2, offset + widths.legs / 2, legs);
	for (let i = 0; i < shoulders.length; i += 2) {
		const s = [shoulders[i], shoulders[i + 1]] as const;
		const [h, l] = [holding(heads, s[0], s[1]), holding(legs, s[0], s[1])];
		const low = longestOver(h[0], s, l[1]);
		if (low.length > best[0].length)
			best[0] = { length: low.length, crownAt: low.crown, feetAt: low.crown + low.length, neck: s[0] - h[0] };
		// The mirror image of the same closed form.
		const high = longestOver(-h[1], [-s[1], -s[0]], -l[0]);
		if (high.length > best[1].length)
			best[1] = { length: high.length, crownAt: -high.crown, feetAt: -high.crown - high.length, neck: h[1] - s[1] };
	}
	return best;
}

/**
 * The longest body with its crown at a >= head, shoulders from a + 0.13 L to a + 0.47 L inside [s0, s1], feet at
 * a + L <= feet. A smaller a never hurts, so a is the larger of its two lower limits and L the least of four bounds.
 */
export function longestOver(head: number, s: readonly [number, number], feet: number): { length: number; crown: number } {
	const { shoulders, hips } = LYING_SHARES;
	const length = Math.min(feet - head, (s[1] - head) / hips, (feet - s[0]) / (1 - shoulders), (s[1] - s[0]) / (hips - shoulders));
	return length <= 0 ? { length: 0, crown: head } : { length, crown: Math.max(head, s[0] - shoulders * length) };
}

/** The edges of an outline, asked again and again for strips along x. */
class Edges {
	private readonly ends: Float64Array;
	/** What the edges take of a strip, from where to where, in order. */
	private readonly from: Float64Array;
	private readonly to: Float64Array;

	constructor(outline: Polygon) {
		this.ends = new Float64Array(outline.length * 4);
		this.from = new Float64Array(outline.length);
		this.to = new Float64Array(outline.length);
		for (let i = 0, j = outline.length - 1; i < outline.length; j = i++)
			this.ends.set([outline[j].x, outline[j].y, outline[i].x, outline[i].y], i * 4);
	}

	/** Intervals of x over which the whole strip between two y lies inside the outline, as a flat list of their ends. */
	freeIntervals(low: number, high: number, free: number[]): void {
		free.length = 0;
		const { ends: e, from, to } = this;
		let count = 0;
		// An edge that only touches the border of the strip takes nothing away.
		const a = low + 1e-6;
		const b = high - 1e-6;
		for (let i = 0; i < e.length; i += 4) {
			const x0 = e[i];
			const y0 = e[i + 1];
			const x1 = e[i + 2];
			const y1 = e[i + 3];
			if ((y0 <= a && y1 <= a) || (y0 >= b && y1 >= b)) continue;
			const slope = y1 === y0 ? 0 : (x1 - x0) / (y1 - y0);
			const p = y0 < a ? x0 + (a - y0) * slope : y0 > b ? x0 + (b - y0) * slope : x0;
			const q = y1 < a ? x0 + (a - y0) * slope : y1 > b ? x0 + (b - y0) * slope : x1;
			// Few edges meet a strip: each is put in its place among those before it.
			const start = p < q ? p : q;
			let at = count++;
			for (; at > 0 && from[at - 1] > start; at--) {
				from[at] = from[at - 1];
				to[at] = to[at - 1];
			}
			from[at] = start;
			to[at] = p < q ? q : p;
		}
		let end = count > 0 ? to[0] : 0;
		for (let i = 0; i < count; i++) {
			if (from[i] > end + 1e-6 && this.inside((from[i] + end) / 2, (low + high) / 2)) free.push(end, from[i]);
			if (to[i] > end) end = to[i];
		}
	}

	private inside(x: number, y: number): boolean {
		let inside = false;
		const e = this.ends;
		for (let i = 0; i < e.length; i += 4) {
			const y0 = e[i + 1];
			const y1 = e[i + 3];
			if (y0 > y !== y1 > y && x < ((e[i + 2] - e[i]) * (y - y0)) / (y1 - y0) + e[i]) inside = !inside;
		}
		return inside;
	}

	/** Free width about `y` over a stretch of x: up to the nearest edge on either side. */
	roomAcross(from: number, to: number, y: number): number {
		let [below, above] = [-Infinity, Infinity];
		const e = this.ends;
		for (let i = 0; i < e.length; i += 4) {
			const [x0, y0, x1, y1] = [e[i], e[i + 1], e[i + 2], e[i + 3]];
			const [left, right] = [Math.max(Math.min(x0, x1), from), Math.min(Math.max(x0, x1), to)];
			if (left > right) continue;
			for (const x of [left, right]) {
				const at = x1 === x0 ? [y0, y1] : [y0 + ((x - x0) / (x1 - x0)) * (y1 - y0)];
				for (const edge of at) {
					if (edge <= y) below = Math.max(below, edge);
					if (edge >= y) above = Math.min(above, edge);
				}
			}
		}
		return Number.isFinite(above - below) ? above - below : 0;
	}
}
