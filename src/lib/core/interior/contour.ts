import { curveMonotoneX, line, type CurveGenerator } from 'd3-shape';
import { piecewise, valueAt, type Piecewise } from '../geometry/piecewise';
import type { Contour } from '../plan/fittings';

/** A wall as it was scribed at one height: distance from the centre line by distance forward of the rear door. */
export interface WallLine {
	id: string;
	side: Contour['side'];
	/** Height it was taken at, and how far above and below the wall follows it, mm; above the finished floor. */
	z: number;
	reach: number;
	clearance: number;
	curve: Piecewise;
	/** First and last place it covers. */
	x: [number, number];
}

/** Length of the straight chords that stand for the smooth line, mm: over a radius of half a metre they miss it by 0.1 mm. */
const CHORD = 20;

/** The readings of a contour: distance along, distance from the centre line to the wall; in order along the vehicle. */
export function contourReadings({ line: from }: Contour): [along: number, across: number][] {
	const readings =
		from.type === 'batten'
			? from.offsets.map((offset, i): [number, number] => [from.start.mm + i * from.step, from.batten.mm + offset.mm])
			: [...from.points];
	return readings.sort((a, b) => a[0] - b[0]);
}

/**
 * The smooth line through the readings of a contour: a monotone cubic, which never swings out beyond its readings
 * (Steffen 1990, as d3-shape draws it), as chords of at most 20 mm. A traced line is dense already and kept as it is.
 */
export function contourCurve(contour: Contour): Piecewise {
	const readings = contourReadings(contour);
	if (contour.line.type === 'traced') return piecewise(readings);
	const knots: [number, number][] = [];
	const sampler = new Sampler(knots);
	line<[number, number]>()
		.curve(() => curveMonotoneX(sampler as unknown as CanvasRenderingContext2D) as CurveGenerator)
		.context(sampler as unknown as CanvasRenderingContext2D)(readings);
	return piecewise(knots);
}

/** Takes the pen strokes of a curve and keeps points along them. */
class Sampler {
	private at: [number, number] = [0, 0];
	constructor(private readonly points: [number, number][]) {}

	moveTo(x: number, y: number): void {
		this.at = [x, y];
		this.points.push(this.at);
	}

	lineTo(x: number, y: number): void {
		this.moveTo(x, y);
	}

	bezierCurveTo(x1: number, y1: number, x2: number, y2: number, x: number, y: number): void {
		const [x0, y0] = this.at;
		const pieces = Math.max(1, Math.ceil((x - x0) / CHORD));
		for (let i = 1; i <= pieces; i++) {
			const t = i / pieces;
			const [a, b, c, d] = [(1 - t) ** 3, 3 * t * (1 - t) ** 2, 3 * t ** 2 * (1 - t), t ** 3];
			this.points.push([a * x0 + b * x1 + c * x2 + d * x, a * y0 + b * y1 + c * y2 + d * y]);
		}
		this.at = [x, y];
	}

	closePath(): void {}
}

/** Place and value ends of the line, as the interior keeps it. `up` and `inward` take the lining off. */
export function wallLine(id: string, contour: Contour, up: (z: number) => number, inward: number): WallLine {
	const curve = contourCurve(contour);
	return {
		id,
		side: contour.side,
		z: up(contour.z),
		reach: contour.reach,
		clearance: contour.clearance,
		curve: { at: curve.at, value: curve.value.map((value) => value - inward) },
		x: [curve.at[0], curve.at[curve.at.length - 1]]
	};
}

/** Beyond the ends of a scribed line the wall goes back to what the stations say within this many mm. */
export const RUN_OUT = 1;

/** How much of a scribed line's word counts at (x, z): 1 on the line, falling to 0 at its reach and beyond its ends. */
export function weightOf(scribed: WallLine, x: number, z: number): number {
	const along = Math.min(1, (x - scribed.x[0]) / RUN_OUT + 1, (scribed.x[1] - x) / RUN_OUT + 1);
	const up = 1 - Math.abs(z - scribed.z) / scribed.reach;
	return along <= 0 || up <= 0 ? 0 : Math.max(0, along) * up;
}

/** One contour of each side laid over the other, mirrored: how much further out the left-hand wall is, where both have been taken. */
export function leftRightDifference(left: Contour, right: Contour): { x: number; difference: number }[] {
	const [a, b] = [contourCurve(left), contourCurve(right)];
	const from = Math.max(a.at[0], b.at[0]);
	const to = Math.min(a.at[a.at.length - 1], b.at[b.at.length - 1]);
	const places = [...new Set([...a.at, ...b.at, from, to])].filter((x) => x >= from && x <= to).sort((p, q) => p - q);
	return places.map((x) => ({ x, difference: valueAt(a, x) - valueAt(b, x) }));
}
