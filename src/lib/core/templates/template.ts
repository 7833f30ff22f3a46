import { piecewise, valueAt } from '../geometry/piecewise';
import { bounds, type Polygon } from '../geometry/polygon';
import { vec2 } from '../geometry/vector';
import { contourCurve } from '../interior';
import type { Contour } from '../plan/fittings';

/** An outline at full size for cutting cardboard or board: millimetres, x right, y up, its lower left corner at (0, 0). */
export interface Template {
	name: string;
	outline: Polygon;
	/** Openings to cut inside it. */
	holes?: Polygon[];
	/** What to write on it. */
	notes: string[];
}

/** Says on the template that its wall was not measured. */
function guessedReadings({ line }: Contour): string[] {
	if (line.type !== 'batten') return [];
	const guessed = [line.batten, line.start, ...line.offsets].filter(({ status }) => status === 'guessed').length;
	return guessed > 0 ? [`NOT TO BE CUT YET: ${guessed} of ${line.offsets.length + 2} readings of this wall are only guessed`] : [];
}

/** Least width of a template behind its curved edge, mm: cardboard narrower than this bends. */
const STRIP = 120;

/**
 * The template of a scribed wall: a strip whose one long edge is straight and parallel to the centre line and whose other
 * edge is the wall less the chosen clearance. Held against the wall with its upper face up, the rear end is at the left
 * for a left-hand wall. `mirrored` turns it over for the other side.
 */
export function templateOf(contour: Contour, mirrored = false): Template {
	const curve = contourCurve(contour);
	const least = Math.min(...curve.value) - contour.clearance;
	const edge = least - STRIP;
	const [start, end] = [curve.at[0], curve.at[curve.at.length - 1]];
	// Seen from above with the front to the right, the left-hand wall is up.
	const flip = (contour.side === 'right') !== mirrored;
	const wall = curve.at.map((x, i) => vec2(x - start, curve.value[i] - contour.clearance - edge));
	const outline = [vec2(0, 0), vec2(end - start, 0), ...wall.reverse()];
	const turned = flip ? outline.map(({ x, y }) => vec2(end - start - x, y)) : outline;
	return {
		name: mirrored ? `${contour.name}, mirrored` : contour.name,
		outline: flip ? turned.reverse() : turned,
		notes: [
			`Curved edge ${contour.clearance} mm short of the wall`,
			...guessedReadings(contour),
			`Straight edge ${Math.round(edge)} mm from the centre line`,
			`${flip ? 'Right' : 'Left'} end ${Math.round(start)} mm from the rear door`
		]
	};
}

/** Angle below which two pieces of a line count as straight, radians: one millimetre in a metre. */
const STRAIGHT = 1e-3;

/** Where a traced line is to lie in the vehicle. */
export interface Placement {
	/** Distance of its rear end from the closed rear door, and of its straight edge from the centre line, mm. */
	start: number;
	batten: number;
	/** True when the tracing has its front end at the left. */
	reversed: boolean;
}

/** The wall as points along and across, or a sentence that says why it cannot be one. */
export type Traced = { ok: true; points: [number, number][] } | { ok: false; error: string };

/** More points of a tracing than this say nothing more about a wall: it is thinned evenly. */
const FINEST = 4000;

/**
 * The wall out of a traced outline. A closed outline is a template with one straight edge, the longest: the wall is the
 * rest of it, measured from that edge. An open line is the wall itself, along its own x axis, measured from its lowest point.
 */
export function wallFromTracing(points: Polygon, closed: boolean, at: Placement): Traced {
	if (points.length < 2) return { ok: false, error: 'The line has fewer than two points.' };
	const every = Math.ceil(points.length / FINEST);
	const traced = points.filter((_, i) => i % every === 0 || i === points.length - 1);
	const lowest = bounds(traced).y[0];
	const line = closed ? awayFromStraightEdge(traced) : traced.map(({ x, y }) => vec2(x, y - lowest));
	const { x } = bounds(line);
	if (!(x[1] - x[0] >= 50)) return { ok: false, error: `The line is only ${(x[1] - x[0]).toFixed(1)} mm long. Is the file in true scale?` };
	const forward = line[0].x <= line[line.length - 1].x ? line : [...line].reverse();
	const kept = [forward[0]];
	for (const p of forward.slice(1)) {
		const last = kept[kept.length - 1];
		if (p.x < last.x - 1) return { ok: false, error: 'The line turns back on itself: trace the wall as one stretch from rear to front.' };
		if (p.x > last.x + 1e-6) kept.push(p);
		// A short step straight out, as at the corner of a template: what lies further in is the cut end, not the wall.
		else if (p.y > last.y) kept[kept.length - 1] = vec2(last.x, p.y);
	}
	const place = (p: { x: number; y: number }): [number, number] => [at.start + (at.reversed ? x[1] - p.x : p.x - x[0]), at.batten + p.y];
	const placed = kept.map(place);
	return { ok: true, points: at.reversed ? placed.reverse() : placed };
}

/** A closed outline from one end of its longest straight edge round to the other: x along that edge, y away from it. */
function awayFromStraightEdge(points: Polygon): Polygon {
	const n = points.length;
	const direction = (i: number) => Math.atan2(points[(i + 1) % n].y - points[i % n].y, points[(i + 1) % n].x - points[i % n].x);
	const differ = (a: number, b: number) => Math.abs(Math.atan2(Math.sin(a - b), Math.cos(a - b)));
	let best = { from: 0, count: 1, long: 0 };
	for (let from = 0; from < n; from++) {
		let count = 1;
		while (count < n - 1 && differ(direction(from), direction(from + count)) < STRAIGHT) count++;
		const [a, b] = [points[from], points[(from + count) % n]];
		const long = Math.hypot(b.x - a.x, b.y - a.y);
		if (long > best.long + 1e-9) best = { from, count, long };
	}
	const a = points[best.from];
	const b = points[(best.from + best.count) % n];
	const [ux, uy] = [(b.x - a.x) / best.long, (b.y - a.y) / best.long];
	const rest = Array.from({ length: n - best.count + 1 }, (_, i) => points[(best.from + best.count + i) % n]);
	const away = rest.map((p) => vec2((p.x - a.x) * ux + (p.y - a.y) * uy, -(p.x - a.x) * uy + (p.y - a.y) * ux));
	const above = away.reduce((sum, p) => sum + p.y, 0) >= 0;
	return above ? away : away.map((p) => vec2(best.long - p.x, -p.y));
}

/** How far two traced or scribed walls differ at most where both are known, mm. */
export function greatestDifference(a: [number, number][], b: [number, number][]): number {
	const [f, g] = [piecewise(a), piecewise(b)];
	const [from, to] = [Math.max(f.at[0], g.at[0]), Math.min(f.at[f.at.length - 1], g.at[g.at.length - 1])];
	const places = [...f.at, ...g.at].filter((x) => x >= from && x <= to);
	return Math.max(0, ...places.map((x) => Math.abs(valueAt(f, x) - valueAt(g, x))));
}
