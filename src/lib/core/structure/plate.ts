import { bounds, type Polygon } from '../geometry/polygon';
import type { Vec2 } from '../geometry/vector';
import { BandedMatrix } from './banded';
import type { Deflection, Elastic, PointLoad } from './elastic';
import { meshOf, type Mesh } from './mesh';

/** What a sheet is as a plate: stiffness along its grain and across, N/mm². */
export interface PlateMaterial {
	along: number;
	across: number;
	/** In its own plane. */
	shear: number;
	/** Poisson's ratio along the grain; across it follows from the stiffnesses. */
	poisson: number;
}

/** Bending moments of a plate for each millimetre of width, N. */
export interface Moments {
	/** About the axis across the grain: it stretches fibres along the grain. */
	along: number;
	across: number;
	twist: number;
}

/** How a plate bends, with its moments. */
export interface PlateDeflection extends Deflection {
	/** Of each triangle of the mesh, at its middle. */
	moments(): Moments[];
	/** How far each node goes down, mm. */
	nodes(): Float64Array;
}

const FREEDOMS = 3;

/** Bending stiffness of a plate in the axes of its grain, N·mm: moments [along, across, twist] from curvatures. */
function rigidity({ along, across, shear, poisson }: PlateMaterial, thickness: number): number[][] {
	const i = thickness ** 3 / 12;
	const minor = (poisson * across) / along;
	const rest = 1 - poisson * minor;
	return [
		[(along * i) / rest, (minor * along * i) / rest, 0],
		[(minor * along * i) / rest, (across * i) / rest, 0],
		[0, 0, shear * i]
	];
}

/** A rigidity with its grain at an angle to the axis x: Tᵀ D T with curvatures turned into the axes of the grain. */
function turnedRigidity(d: number[][], angle: number): { d: number[][]; t: number[][] } {
	const [c, s] = [Math.cos(angle), Math.sin(angle)];
	// Curvatures as (κx, κy, 2κxy).
	const t = [
		[c * c, s * s, c * s],
		[s * s, c * c, -c * s],
		[-2 * c * s, 2 * c * s, c * c - s * s]
	];
	const times = (a: number[][], b: number[][]) => a.map((row) => b[0].map((_, k) => row.reduce((sum, v, j) => sum + v * b[j][k], 0)));
	const transposed = t[0].map((_, k) => t.map((row) => row[k]));
	return { d: times(times(transposed, d), t), t };
}

/**
 * Curvatures in a triangle from its nine freedoms (w, ∂w/∂y, −∂w/∂x at each corner), at a place given by area coordinates: the discrete
 * Kirchhoff triangle (Batoz, Bathe and Ho, A study of three-node triangular plate bending elements, 1980).
 *
 * @param b takes three rows of nine
 */
function curvatures(corners: readonly [Vec2, Vec2, Vec2], xi: number, eta: number, b: Float64Array): void {
	const [one, two, three] = corners;
	const [s4, s5, s6] = [sideOf(two, three), sideOf(three, one), sideOf(one, two)];
	const [u, v] = [1 - 2 * xi, 1 - 2 * eta];
	const [x31, y31, x12, y12] = [three.x - one.x, three.y - one.y, one.x - two.x, one.y - two.y];
	const twice = x31 * y12 - x12 * y31;
	const column = (i: number, hxXi: number, hyXi: number, hxEta: number, hyEta: number) => {
		b[i] = (y31 * hxXi + y12 * hxEta) / twice;
		b[9 + i] = (-x31 * hyXi - x12 * hyEta) / twice;
		b[18 + i] = (-x31 * hxXi - x12 * hxEta + y31 * hyXi + y12 * hyEta) / twice;
	};
	column(0, s6.p * u + (s5.p - s6.p) * eta, s6.t * u + eta * (s5.t - s6.t), -s5.p * v - xi * (s6.p - s5.p), -s5.t * v - xi * (s6.t - s5.t));
	column(
		1,
		s6.q * u - (s5.q + s6.q) * eta,
		1 + s6.r * u - eta * (s5.r + s6.r),
		s5.q * v - xi * (s5.q + s6.q),
		1 + s5.r * v - xi * (s5.r + s6.r)
	);
	column(
		2,
		-4 + 6 * (xi + eta) + s6.r * u - eta * (s5.r + s6.r),
		-s6.q * u + eta * (s5.q + s6.q),
		-4 + 6 * (xi + eta) + s5.r * v - xi * (s5.r + s6.r),
		-s5.q * v + xi * (s5.q + s6.q)
	);
	column(3, -s6.p * u + eta * (s4.p + s6.p), -s6.t * u + eta * (s4.t + s6.t), xi * (s4.p + s6.p), xi * (s4.t + s6.t));
	column(4, s6.q * u - eta * (s6.q - s4.q), -1 + s6.r * u + eta * (s4.r - s6.r), xi * (s4.q - s6.q), xi * (s4.r - s6.r));
	column(5, -2 + 6 * xi + s6.r * u + eta * (s4.r - s6.r), -s6.q * u - eta * (s4.q - s6.q), -xi * (s6.r - s4.r), -xi * (s4.q - s6.q));
	column(6, -eta * (s5.p + s4.p), -eta * (s4.t + s5.t), s5.p * v - xi * (s4.p + s5.p), s5.t * v - xi * (s4.t + s5.t));
	column(7, eta * (s4.q - s5.q), eta * (s4.r - s5.r), s5.q * v + xi * (s4.q - s5.q), -1 + s5.r * v + xi * (s4.r - s5.r));
	column(8, -eta * (s5.r - s4.r), -eta * (s4.q - s5.q), -2 + 6 * eta + s5.r * v + xi * (s4.r - s5.r), -s5.q * v - xi * (s4.q - s5.q));
}

/** The coefficients of one side of a triangle (Batoz and others). */
function sideOf(a: Vec2, b: Vec2): { p: number; t: number; q: number; r: number } {
	const [x, y] = [a.x - b.x, a.y - b.y];
	const l2 = x * x + y * y;
	return { p: (-6 * x) / l2, t: (-6 * y) / l2, q: (3 * x * y) / l2, r: (3 * y * y) / l2 };
}

/** Places at which a triangle is summed up: the middles of its sides, exact for the squares of linear curvatures. */
const SIDES = [
	[0.5, 0.5],
	[0, 0.5],
	[0.5, 0]
] as const;

/** A thin orthotropic plate on its true outline, by finite elements. */
export class Plate implements Elastic {
	readonly mesh: Mesh;
	private readonly size: number;
	private readonly nearby: ReadonlyMap<string, [number, number, number][]>;
	private readonly stiffness: BandedMatrix;
	private readonly pins: readonly number[];
	private readonly middle: Vec2;
	private readonly reach: number;
	private readonly rigidity: number[][];
	/** Curvatures in the axes x and y into those of the grain. */
	private readonly turn: number[][];
	private recovered: Float64Array | undefined;

	/**
	 * @param outline seen from above, mm
	 * @param grain direction of the grain of its faces, radians from the axis x
	 * @param size of the triangles, mm
	 * @param places where nodes must be: where it is supported and loaded
	 */
	constructor(
		outline: Polygon,
		holes: readonly Polygon[],
		{
			material,
			thickness,
			grain,
			size,
			places
		}: { material: PlateMaterial; thickness: number; grain: number; size: number; places: readonly Vec2[] }
	) {
		this.mesh = meshOf(outline, holes, size, places);
		this.size = size;
		this.nearby = this.index();
		const { x, y } = bounds(outline);
		this.middle = { x: (x[0] + x[1]) / 2, y: (y[0] + y[1]) / 2 };
		this.reach = Math.max(x[1] - x[0], y[1] - y[0]) / 2;
		this.rigidity = rigidity(material, thickness);
		const { d, t } = turnedRigidity(this.rigidity, grain);
		this.turn = t;
		this.stiffness = this.assembled(d);
		this.pins = this.farApart();
		for (const node of this.pins) this.stiffness.hold(FREEDOMS * node);
	}

	private corners(triangle: readonly [number, number, number]): [Vec2, Vec2, Vec2] {
		return triangle.map((i) => this.mesh.nodes[i]) as [Vec2, Vec2, Vec2];
	}

	private assembled(d: number[][]): BandedMatrix {
		const { nodes, triangles } = this.mesh;
		const band = triangles.reduce((most, t) => Math.max(most, Math.max(...t) - Math.min(...t)), 0);
		const matrix = new BandedMatrix(FREEDOMS * nodes.length, FREEDOMS * (band + 1) - 1);
		const [b, db] = [new Float64Array(27), new Float64Array(27)];
		for (const triangle of triangles) {
			const corners = this.corners(triangle);
			const share = areaOf(corners) / SIDES.length;
			for (const [xi, eta] of SIDES) {
				curvatures(corners, xi, eta, b);
				for (let i = 0; i < 9; i++)
					for (let r = 0; r < 3; r++) db[9 * r + i] = share * (d[r][0] * b[i] + d[r][1] * b[9 + i] + d[r][2] * b[18 + i]);
				for (let i = 0; i < 9; i++) {
					const row = freedom(triangle, i);
					for (let k = 0; k < 9; k++) matrix.add(row, freedom(triangle, k), b[i] * db[k] + b[9 + i] * db[9 + k] + b[18 + i] * db[18 + k]);
				}
			}
		}
		return matrix;
	}

	/** Three nodes far from each other and not in a line. */
	private farApart(): number[] {
		const { nodes } = this.mesh;
		const furthest = (of: (p: Vec2) => number) => nodes.reduce((best, p, i) => (of(p) > of(nodes[best]) ? i : best), 0);
		const a = furthest(({ x, y }) => -x - y);
		const b = furthest((p) => Math.hypot(p.x - nodes[a].x, p.y - nodes[a].y));
		const c = furthest((p) => Math.abs((nodes[b].x - nodes[a].x) * (p.y - nodes[a].y) - (nodes[b].y - nodes[a].y) * (p.x - nodes[a].x)));
		return [a, b, c];
	}

	/** The triangle that a place lies in, or the nearest one, with the shares of its corners. */
	private within(place: Vec2): { triangle: [number, number, number]; shares: number[] } {
		const candidates = this.nearby.get(this.cellOf(place)) ?? this.mesh.triangles;
		let best: { triangle: [number, number, number]; shares: number[] } | undefined;
		let least = -Infinity;
		for (const triangle of candidates) {
			const [a, b, c] = this.corners(triangle);
			const twice = (b.x - a.x) * (c.y - a.y) - (c.x - a.x) * (b.y - a.y);
			const second = ((place.x - a.x) * (c.y - a.y) - (c.x - a.x) * (place.y - a.y)) / twice;
			const third = ((b.x - a.x) * (place.y - a.y) - (place.x - a.x) * (b.y - a.y)) / twice;
			const shares = [1 - second - third, second, third];
			const inside = Math.min(...shares);
			if (inside > least) [best, least] = [{ triangle, shares }, inside];
			if (inside >= -1e-9) break;
		}
		return best!;
	}

	private cellOf({ x, y }: Vec2): string {
		return `${Math.floor(x / this.size)} ${Math.floor(y / this.size)}`;
	}

	/** Triangles by the cells of a grid that they reach into. */
	private index(): Map<string, [number, number, number][]> {
		const cells = new Map<string, [number, number, number][]>();
		for (const triangle of this.mesh.triangles) {
			const { x, y } = bounds(this.corners(triangle));
			const [i, k] = [x, y].map(([low, high]) => [Math.floor(low / this.size), Math.floor(high / this.size)]);
			for (let a = i[0]; a <= i[1]; a++)
				for (let b = k[0]; b <= k[1]; b++) {
					const cell = `${a} ${b}`;
					const known = cells.get(cell);
					if (known) known.push(triangle);
					else cells.set(cell, [triangle]);
				}
		}
		return cells;
	}

	free({ x, y }: Vec2): number[] {
		return [1, (x - this.middle.x) / this.reach, (y - this.middle.y) / this.reach];
	}

	bend(loads: readonly PointLoad[]): PlateDeflection {
		const right = new Float64Array(this.stiffness.size);
		for (const { at, newtons } of loads) {
			const { triangle, shares } = this.within(at);
			triangle.forEach((node, i) => (right[FREEDOMS * node] += newtons * shares[i]));
		}
		for (const node of this.pins) right[FREEDOMS * node] = 0;
		const u = this.stiffness.solve(right);
		return {
			at: (place) => {
				const { triangle, shares } = this.within(place);
				return triangle.reduce((sum, node, i) => sum + shares[i] * u[FREEDOMS * node], 0);
			},
			nodes: () => Float64Array.from(this.mesh.nodes, (_, i) => u[FREEDOMS * i]),
			moments: () => this.momentsOf(u)
		};
	}

	/** What makes the moments in the middle of each triangle of its nine freedoms, in the axes of the grain. */
	private get recovery(): Float64Array {
		if (this.recovered) return this.recovered;
		const { triangles } = this.mesh;
		const whole = new Float64Array(27 * triangles.length);
		const b = new Float64Array(27);
		const inGrain = this.rigidity.map((row) => [0, 1, 2].map((k) => row.reduce((sum, v, j) => sum + v * this.turn[j][k], 0)));
		triangles.forEach((triangle, t) => {
			curvatures(this.corners(triangle), 1 / 3, 1 / 3, b);
			for (let r = 0; r < 3; r++)
				for (let i = 0; i < 9; i++) whole[27 * t + 9 * r + i] = inGrain[r][0] * b[i] + inGrain[r][1] * b[9 + i] + inGrain[r][2] * b[18 + i];
		});
		return (this.recovered = whole);
	}

	private momentsOf(u: Float64Array): Moments[] {
		const { recovery } = this;
		return this.mesh.triangles.map((triangle, t) => {
			const of = (r: number) => {
				let sum = 0;
				for (let i = 0; i < 9; i++) sum += recovery[27 * t + 9 * r + i] * u[freedom(triangle, i)];
				return sum;
			};
			return { along: of(0), across: of(1), twist: of(2) };
		});
	}
}

/** The number of one of the nine freedoms of a triangle. */
const freedom = (triangle: readonly [number, number, number], i: number): number =>
	FREEDOMS * triangle[Math.floor(i / FREEDOMS)] + (i % FREEDOMS);

const areaOf = ([a, b, c]: readonly [Vec2, Vec2, Vec2]): number => ((b.x - a.x) * (c.y - a.y) - (c.x - a.x) * (b.y - a.y)) / 2;
