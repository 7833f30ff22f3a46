import { intersection, largest, rectangle, turned, union, type Polygon } from '../geometry/polygon';
import { vec2, type Vec2 } from '../geometry/vector';
import { AxisSearch, LYING_SHARES, type LyingWidths } from './lying';

/** Somebody to be laid beside somebody else: length and widths, mm. */
export interface PairedBody {
	length: number;
	widths: LyingWidths;
}

/** Two bodies side by side on one outline. */
export interface Pair {
	/** Direction of the axes, radians from +x. */
	angle: number;
	/** True when one lies with the head where the other has the feet. */
	headToFoot: boolean;
	/** Where each lies, in the order asked for. */
	bodies: { crown: Vec2; feet: Vec2; angle: number }[];
}

/** How far apart the offsets lie that are tried for one body, mm. */
const STEP = 25;

/** A body on one axis: its crown and the direction from feet to crown, along the axis. */
interface Placed {
	offset: number;
	crown: number;
	way: 1 | -1;
}

/** Where a body of the search lies at one offset with its crown low (way 0) or high (way 1); undefined when it does not fit. */
function placedAt(search: AxisSearch, body: PairedBody, offset: number, way: 0 | 1): Placed | undefined {
	const found = search.at(offset)[way];
	if (found.length < body.length) return undefined;
	// As near the crown's end as its own shoulders allow: a shorter body has them nearer to its crown.
	const { shoulders } = LYING_SHARES;
	const shift = Math.max(0, found.neck - shoulders * body.length) - Math.max(0, found.neck - shoulders * found.length);
	return { offset, crown: way === 0 ? found.crownAt + shift : found.crownAt - shift, way: way === 0 ? -1 : 1 };
}

/** The placement nearest to one side of the outline (`from` -1 low, 1 high). */
function outermost(search: AxisSearch, body: PairedBody, way: 0 | 1, from: -1 | 1): Placed | undefined {
	const range = search.offsets;
	if (!range) return undefined;
	const [start, end] = from < 0 ? range : [range[1], range[0]];
	const count = Math.max(1, Math.ceil(Math.abs(end - start) / STEP));
	let failed = start;
	for (let i = 0; i <= count; i++) {
		const offset = start + ((end - start) * i) / count;
		let placed = placedAt(search, body, offset, way);
		if (!placed) {
			failed = offset;
			continue;
		}
		// Between the last offset that failed and this one, to half a millimetre.
		let good = offset;
		while (Math.abs(good - failed) > 0.5) {
			const middle = (good + failed) / 2;
			const there = placedAt(search, body, middle, way);
			if (there) [good, placed] = [middle, there];
			else failed = middle;
		}
		return placed;
	}
	return undefined;
}

/** The three stretches of a body along its axis, with the width of each. */
function stretches({ crown, way }: Placed, { length, widths }: PairedBody): { from: number; to: number; width: number }[] {
	const { shoulders, hips } = LYING_SHARES;
	const at = (share: number) => crown - way * share * length;
	return [
		[0, shoulders, widths.head],
		[shoulders, hips, widths.shoulders],
		[hips, 1, widths.legs]
	].map(([a, b, width]) => ({ from: Math.min(at(a), at(b)), to: Math.max(at(a), at(b)), width }));
}

/** How far apart two axes must be for the bodies not to touch. */
function distanceNeeded(a: Placed, bodyA: PairedBody, b: Placed, bodyB: PairedBody): number {
	let needed = 0;
	for (const one of stretches(a, bodyA))
		for (const other of stretches(b, bodyB))
			if (one.from < other.to - 1e-6 && other.from < one.to - 1e-6) needed = Math.max(needed, (one.width + other.width) / 2);
	return needed;
}

/**
 * A way to lay two bodies side by side inside an outline, their axes along one of the given angles: heads the same way
 * when that works, else head to foot, where shoulders lie beside legs and the two come closer together.
 *
 * Each is pushed to its own side of the outline as far as it goes there, and the pair fits when what is left between the
 * axes is at least half of both widths wherever they lie beside each other.
 */
export function pairOn(outline: Polygon, bodies: readonly [PairedBody, PairedBody], angles: readonly number[]): Pair | undefined {
	const directions = angles.map((angle) => ({ angle, searches: bodies.map((body) => new AxisSearch(outline, angle, body.widths)) }));
	for (const headToFoot of [false, true])
		for (const { angle, searches } of directions) {
			for (const [low, high] of [
				[0, 1],
				[1, 0]
			])
				for (const way of [0, 1] as const) {
					const a = outermost(searches[low], bodies[low], way, -1);
					const b = a && outermost(searches[high], bodies[high], headToFoot ? (way === 0 ? 1 : 0) : way, 1);
					if (!b || b.offset - a.offset < distanceNeeded(a, bodies[low], b, bodies[high]) - 1e-6) continue;
					const lay = (placed: Placed, { length }: PairedBody) => {
						const [crown, feet] = turned(
							[vec2(placed.crown, placed.offset), vec2(placed.crown - placed.way * length, placed.offset)],
							angle
						);
						return { crown, feet, angle: placed.way > 0 ? angle : angle + Math.PI };
					};
					const placed = [lay(a, bodies[low]), lay(b, bodies[high])];
					return { angle, headToFoot, bodies: low === 0 ? placed : placed.reverse() };
				}
		}
	return undefined;
}

/** The stretches of a body that lies along x at some place, seen from its crown and feet. */
const lyingStretches = ({ crown, feet }: Pair['bodies'][number], body: PairedBody) =>
	stretches({ offset: crown.y, crown: crown.x, way: crown.x > feet.x ? 1 : -1 }, body).map(({ from, to, width }) => ({
		from,
		to,
		low: crown.y - width / 2,
		high: crown.y + width / 2
	}));

/** Further than anything reaches, mm. */
const FAR = 20000;

/**
 * The region shared out between a pair that lies along x: each has what is nearer to it than to the other, stretch by
 * stretch, and the whole width where the other does not reach. In the order of the pair's bodies.
 */
export function lanesOfPair(region: Polygon, { bodies }: Pair, sizes: readonly [PairedBody, PairedBody]): [Polygon, Polygon] {
	const lower = bodies[0].crown.y <= bodies[1].crown.y ? 0 : 1;
	const [below, above] = [lower, 1 - lower].map((i) => lyingStretches(bodies[i], sizes[i]));
	const breaks = [...new Set([-FAR, FAR, ...[...below, ...above].flatMap(({ from, to }) => [from, to])])].sort((a, b) => a - b);
	const borders = breaks.slice(1).map((to, i): { x: [number, number]; y: number } => {
		const middle = (breaks[i] + to) / 2;
		const at = (list: typeof below) => list.find((one) => one.from <= middle && one.to >= middle);
		const [a, b] = [at(below), at(above)];
		const y = a && b ? (a.high + b.low) / 2 : a ? FAR : b ? -FAR : (bodies[0].crown.y + bodies[1].crown.y) / 2;
		return { x: [breaks[i], to], y };
	});
	const share = (from: (y: number) => number, to: (y: number) => number): Polygon => {
		const strips = borders.filter(({ y }) => to(y) - from(y) > 1).map(({ x, y }) => rectangle(...x, from(y), to(y)));
		return largest(union(strips).flatMap((strip) => intersection(region, strip))) ?? [];
	};
	const lanes = [
		share(
			() => -FAR,
			(y) => y
		),
		share(
			(y) => y,
			() => FAR
		)
	];
	return lower === 0 ? [lanes[0], lanes[1]] : [lanes[1], lanes[0]];
}

/** Widened by `extra` mm over shoulders and legs. */
const widened = ({ length, widths }: PairedBody, extra: number): PairedBody => ({
	length,
	widths: { head: widths.head, shoulders: widths.shoulders + extra, legs: widths.legs + extra }
});

/** The most that is asked whether each of a pair can have it beyond the widths given, and the least, mm. */
const EXTRA: [number, number] = [-200, 600];

/** Directions of a pair: along and across, and askew in steps of 10 degrees. */
const PAIR_ANGLES = [0, ...[90, 10, 170, 20, 160, 80, 100].map((degrees) => (degrees * Math.PI) / 180)];

/**
 * The widest pair: how many millimetres each of two bodies can have at the shoulders beyond (or, negative, short of) the
 * widths given while both still lie inside the outline, and how they then lie.
 *
 * @returns undefined when they do not fit even when each is 200 mm narrower.
 */
export function widestPair(outline: Polygon, bodies: readonly [PairedBody, PairedBody]): { extra: number; pair: Pair } | undefined {
	const attempt = (extra: number) => pairOn(outline, [widened(bodies[0], extra), widened(bodies[1], extra)], PAIR_ANGLES);
	let [low, high] = EXTRA;
	let pair = attempt(low);
	if (!pair) return undefined;
	while (high - low > 1) {
		const middle = (low + high) / 2;
		const there = attempt(middle);
		if (there) [low, pair] = [middle, there];
		else high = middle;
	}
	return { extra: low, pair };
}
