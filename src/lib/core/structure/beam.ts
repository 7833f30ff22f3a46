import type { Vec2 } from '../geometry/vector';
import { BandedMatrix } from './banded';
import type { Deflection, Elastic, PointLoad } from './elastic';

/** How a beam bends. */
export interface BeamDeflection extends Deflection {
	/** Places along it from its first end, mm, with the bending moment there, N·mm; sagging is positive. */
	moments(): { along: number; moment: number }[];
	/** How far it goes down at each of its places along, mm. */
	places(): { along: number; down: number }[];
}

/** So many pieces of equal length at the least: between loads and supports the bending is exact anyway. */
const PIECES = 24;
/** Places closer than this are one, mm. */
const SAME = 1;

/** A straight beam seen from above, by cubic (Hermite) elements: exact for loads at the places that it is given. */
export class Beam implements Elastic {
	private readonly places: number[];
	private readonly stiffness: BandedMatrix;
	private readonly length: number;

	/**
	 * @param from its two ends, mm
	 * @param bending stiffness E·I, N·mm²
	 * @param at places where it is supported and loaded
	 */
	constructor(
		private readonly from: Vec2,
		private readonly to: Vec2,
		private readonly bending: number,
		at: readonly Vec2[]
	) {
		this.length = Math.hypot(to.x - from.x, to.y - from.y);
		const even = Array.from({ length: PIECES + 1 }, (_, i) => (i * this.length) / PIECES);
		const asked = at.map((place) => this.along(place)).sort((a, b) => a - b);
		const kept = asked.filter((s, i) => i === 0 || s - asked[i - 1] > SAME);
		this.places = [...kept, ...even.filter((s) => !kept.some((one) => Math.abs(one - s) <= SAME))].sort((a, b) => a - b);
		this.stiffness = this.assembled();
		this.stiffness.hold(0);
		this.stiffness.hold(2 * (this.places.length - 1));
	}

	private assembled(): BandedMatrix {
		const matrix = new BandedMatrix(2 * this.places.length, 3);
		for (let i = 0; i + 1 < this.places.length; i++) {
			const l = this.places[i + 1] - this.places[i];
			const k = this.bending / l ** 3;
			const block = [
				[12, 6 * l, -12, 6 * l],
				[6 * l, 4 * l * l, -6 * l, 2 * l * l],
				[-12, -6 * l, 12, -6 * l],
				[6 * l, 2 * l * l, -6 * l, 4 * l * l]
			];
			block.forEach((row, a) => row.forEach((value, b) => matrix.add(2 * i + a, 2 * i + b, k * value)));
		}
		return matrix;
	}

	/** How far along it a place lies, mm; places beside it count where they are nearest. */
	along({ x, y }: Vec2): number {
		const { from, to, length } = this;
		const s = ((x - from.x) * (to.x - from.x) + (y - from.y) * (to.y - from.y)) / length;
		return Math.max(0, Math.min(length, s));
	}

	/** The piece that a place along lies in, and its share along that. */
	private within(s: number): { i: number; share: number; l: number } {
		let i = 0;
		while (i + 2 < this.places.length && this.places[i + 1] < s) i++;
		const l = this.places[i + 1] - this.places[i];
		return { i, share: (s - this.places[i]) / l, l };
	}

	free(at: Vec2): number[] {
		return [1, (2 * this.along(at)) / this.length - 1];
	}

	bend(loads: readonly PointLoad[]): BeamDeflection {
		const right = new Float64Array(this.stiffness.size);
		for (const { at, newtons } of loads) {
			const { i, share, l } = this.within(this.along(at));
			shapes(share, l).forEach((n, a) => (right[2 * i + a] += newtons * n));
		}
		right[0] = 0;
		right[2 * (this.places.length - 1)] = 0;
		const u = this.stiffness.solve(right);
		return {
			at: (place) => {
				const { i, share, l } = this.within(this.along(place));
				return shapes(share, l).reduce((sum, n, a) => sum + n * u[2 * i + a], 0);
			},
			places: () => this.places.map((along, i) => ({ along, down: u[2 * i] })),
			moments: () => this.moments(u)
		};
	}

	private moments(u: Float64Array): { along: number; moment: number }[] {
		return this.places.slice(1).flatMap((end, i) => {
			const l = end - this.places[i];
			const [w1, t1, w2, t2] = u.subarray(2 * i, 2 * i + 4);
			// Down is positive, so that a beam that sags has positive moments: M = −E·I·w''.
			const first = -this.bending * ((-6 * w1) / l ** 2 - (4 * t1) / l + (6 * w2) / l ** 2 - (2 * t2) / l);
			const last = -this.bending * ((6 * w1) / l ** 2 + (2 * t1) / l - (6 * w2) / l ** 2 + (4 * t2) / l);
			return [
				{ along: this.places[i], moment: first },
				{ along: end, moment: last }
			];
		});
	}
}

/**
 * The largest shear force that counts, N: nearer to a support than the beam is deep a load goes down as pressure (EN 1995-1-1, 6.1.7).
 *
 * @param forces all on the beam, in balance: loads count down, what bears it up; by how far along they are, mm
 * @param depth height of the beam, mm
 */
export function shearIn(forces: readonly { along: number; newtons: number }[], depth: number): number {
	const sorted = [...forces].sort((a, b) => a.along - b.along);
	const bears = (from: number, to: number) => sorted.some(({ along, newtons }) => newtons < 0 && along > from && along < to);
	const stops = [...new Set(sorted.flatMap(({ along, newtons }) => (newtons < 0 ? [along - depth, along, along + depth] : [along])))].sort(
		(a, b) => a - b
	);
	let most = 0;
	for (let i = 0; i + 1 < stops.length; i++) {
		const middle = (stops[i] + stops[i + 1]) / 2;
		if (bears(middle - depth, middle + depth)) continue;
		most = Math.max(most, Math.abs(sorted.reduce((sum, { along, newtons }) => sum + (along < middle ? newtons : 0), 0)));
	}
	return most;
}

/** Hermite's cubics at a share of a piece of length l: what each of its four freedoms adds. */
const shapes = (s: number, l: number): [number, number, number, number] => [
	1 - 3 * s ** 2 + 2 * s ** 3,
	l * (s - 2 * s ** 2 + s ** 3),
	3 * s ** 2 - 2 * s ** 3,
	l * (s ** 3 - s ** 2)
];
