import { piecewise, valueAt } from '../geometry/piecewise';
import { measurement, type Measurement } from '../plan/measurement';
import type { Arch, Station, Vehicle } from '../plan/vehicle';
import type { Mesh } from '../solid';
import { Probe } from './hits';

/** What an aligned scan says of an interior. */
export interface Slices {
	length: Measurement;
	stations: Vehicle['stations'];
	arches: Vehicle['arches'];
	profile: Vehicle['rear']['profile'];
	/** Readings that no surface answered and that were taken over from their neighbours. */
	holes: number;
}

/** Half the window over which readings are averaged, along and up, mm, and how many lines are probed in each direction. */
const WINDOW = { along: 40, up: 24, lines: 5 };
/** Fewer hits of a window than this say nothing: it lies over a hole. */
const ENOUGH = 9;
/** Lines along the floor keep so far above it, mm: scanned floors are rough. */
const OFF_FLOOR = 16;
/** The roof is felt so far ahead of the door, mm: nearer, the window would meet the door itself. */
const AHEAD = 80;
/** Height of the lowest reading of a wall, mm. */
const LOWEST = 20;
/** Grid on which walls are first felt, mm. */
const FINE = 100;
/** Up to which height wheel arches are looked for, mm; over how much height they must step out, and how much steeper than any wall leans. */
const ARCH_TOP = 480;
const STEP_UP = 75;
const STEEP = 0.55;
/** Gaps of an arch up to so many steps of 20 mm are holes in the scan. */
const GAP = 15;
/** So near to an arch a window still meets it, mm. */
const BESIDE = WINDOW.along + 30;
/** Rear corners are rounded: sections start so far ahead of the door, mm. */
const CORNER = 240;

/** A reading with the place it was taken at. */
interface Hit {
	du: number;
	dv: number;
	value: number;
}

/**
 * The value at the middle of a window of hits: a plane through them by least squares, twice, the second time without
 * what lies far from the first (dust, seams, the edge of a hole). Undefined with too few hits.
 */
function steady(hits: Hit[]): number | undefined {
	let kept = hits;
	for (let round = 0; round < 2; round++) {
		if (kept.length < ENOUGH) return undefined;
		const plane = fitPlane(kept);
		const off = kept.map((h) => Math.abs(h.value - plane.at(h)));
		const typical = [...off].sort((a, b) => a - b)[Math.floor(off.length / 2)];
		if (round === 1) return plane.middle;
		kept = kept.filter((_, i) => off[i] <= Math.max(3, 3 * typical));
	}
	return undefined;
}

function fitPlane(hits: Hit[]): { middle: number; at: (h: Hit) => number } {
	const n = hits.length;
	const mean = (pick: (h: Hit) => number) => hits.reduce((sum, h) => sum + pick(h), 0) / n;
	const [mu, mv, m] = [mean((h) => h.du), mean((h) => h.dv), mean((h) => h.value)];
	const uu = mean((h) => (h.du - mu) ** 2);
	const vv = mean((h) => (h.dv - mv) ** 2);
	const uv = mean((h) => (h.du - mu) * (h.dv - mv));
	const [uo, vo] = [mean((h) => (h.du - mu) * (h.value - m)), mean((h) => (h.dv - mv) * (h.value - m))];
	const det = uu * vv - uv * uv;
	const [a, b] = det > 1e-9 ? [(uo * vv - vo * uv) / det, (vo * uu - uo * uv) / det] : [0, 0];
	return { middle: m - a * mu - b * mv, at: (h) => m + a * (h.du - mu) + b * (h.dv - mv) };
}

const steps = (half: number, count: number) => Array.from({ length: count }, (_, i) => -half + (2 * half * i) / (count - 1));

/** Reads an aligned mesh by probing it with lines along the three axes. */
class Reader {
	private readonly across: Probe;
	private readonly upright: Probe;
	private readonly along: Probe;
	/** Half way along the scan. */
	private readonly middle: number;
	constructor(mesh: Mesh) {
		let [low, high] = [Infinity, -Infinity];
		for (let i = 0; i < mesh.positions.length; i += 3) {
			low = Math.min(low, mesh.positions[i]);
			high = Math.max(high, mesh.positions[i]);
		}
		this.middle = (low + high) / 2;
		this.along = new Probe(mesh, 0);
		this.across = new Probe(mesh, 1);
		this.upright = new Probe(mesh, 2);
	}

	/** Averages what `pick` takes of the hits of several parallel lines; none of them runs lower than `low`. */
	private window(
		probe: (u: number, v: number) => number[],
		u: number,
		v: number,
		pick: (hits: number[]) => number | undefined,
		low = -Infinity
	): number | undefined {
		const hits: Hit[] = [];
		for (const du of steps(WINDOW.along, WINDOW.lines))
			for (const step of steps(WINDOW.up, WINDOW.lines)) {
				const at = Math.max(low, v + step);
				const value = pick(probe(u + du, at));
				if (value !== undefined) hits.push({ du, dv: at - v, value });
			}
		return steady(hits);
	}

	/** Centre line to the wall at (x, z): the outermost surface on that side. */
	wall(side: 'left' | 'right', x: number, z: number): number | undefined {
		const s = side === 'left' ? 1 : -1;
		const outermost = (hits: number[]) => {
			const outer = hits.map((y) => s * y).filter((y) => y > 50);
			return outer.length > 0 ? Math.max(...outer) : undefined;
		};
		return this.window((u, v) => this.across.at(v, u), x, z, outermost, OFF_FLOOR);
	}

	/** Floor to ceiling at (x, y): the highest surface. */
	ceiling(x: number, y: number): number | undefined {
		return this.window(
			(u, v) => this.upright.at(u, v),
			x,
			y,
			(hits) => (hits.length > 0 && hits[hits.length - 1] > 300 ? hits[hits.length - 1] : undefined)
		);
	}

	/** Centre line to the surface at the side at one place, the middle one of three lines close together. */
	spot(side: 'left' | 'right', x: number, z: number): number | undefined {
		const s = side === 'left' ? 1 : -1;
		const outer = [-4, 0, 4].flatMap((dz) => {
			const hits = this.across
				.at(z + dz, x)
				.map((y) => s * y)
				.filter((y) => y > 50);
			return hits.length > 0 ? [Math.max(...hits)] : [];
		});
		return outer.length > 0 ? median(outer) : undefined;
	}

	/** Top of whatever stands on the floor at (x, y): the lowest surface. */
	lowest(x: number, y: number): number | undefined {
		const [first] = this.upright.at(x, y);
		return first;
	}

	/** Rear door and bulkhead at height z, on the centre line or beside it. */
	ends(z: number, y = 0): { rear: number | undefined; front: number | undefined } {
		const pick = (take: (hits: number[]) => number | undefined) => this.window((u, v) => this.along.at(u, v), y, z, take, OFF_FLOOR);
		return {
			// The nearer end is the door, the farther one the front: where only one of them answers, the other is a hole.
			rear: pick((hits) => hits.find((x) => x < this.middle)),
			front: pick((hits) => (hits[hits.length - 1] > this.middle ? hits[hits.length - 1] : undefined))
		};
	}
}

/** The rear face by height, from the floor up to where the roof begins, and no further: above it a line along meets the ceiling. */
function rearDoor(reader: Reader, top: number): [z: number, x: number][] {
	const found: [number, number][] = [];
	for (const z of grid(30, top - 40, FINE / 2)) {
		const { rear } = reader.ends(z);
		if (rear === undefined) continue;
		const roof = reader.ceiling(Math.max(0, rear) + AHEAD, 0);
		if (roof !== undefined && roof < z + 60) break;
		found.push([Math.round(z), Math.max(0, rear)]);
	}
	if (found.length < 2) throw new RangeError('No rear door was met along the centre line. Was it shut during the scan?');
	return found;
}

/** The furthest forward that the rear face reaches: where a hole hides its top, as it goes on from the last two readings up to the roof. */
function foremostOf(door: [z: number, x: number][], reader: Reader, top: number): number {
	const most = Math.max(...door.map(([, x]) => x));
	const [before, last] = door.slice(-2);
	const roof = reader.ceiling(last[1] + AHEAD, 0) ?? top;
	const slope = (last[1] - before[1]) / (last[0] - before[0]);
	return most + Math.max(0, Math.min(400, slope * (roof - last[0])));
}

/** How high the walls go at x before the roof begins beside them, on either side; nothing over a hole. */
function wallTop(reader: Reader, x: number, top: number): number[] {
	const half = reader.wall('left', x, top / 2) ?? reader.wall('right', x, top / 2);
	if (half === undefined) return [];
	return [0.8 * half, -0.8 * half].flatMap((y) => {
		const roof = reader.ceiling(x, y);
		return roof === undefined ? [] : [roof - 50];
	});
}

/** The middle one of some numbers. */
const median = (values: number[]): number => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];

/**
 * Cross-sections, arches, rear face and length of an interior out of an aligned scan. Sections lie where straight lines
 * between them follow the walls best; readings over holes are taken over from the nearest places that answer.
 *
 * @throws RangeError when the scan does not close round the centre line: wrong clicks, or no interior.
 */
export function sliceScan(mesh: Mesh, sections = 5): Slices {
	const reader = new Reader(mesh);
	// Wherever the scan has a hole in its front or its roof, another place will do.
	const front = [60, 150, 250].flatMap((z) => [0, 130, -130].map((y) => reader.ends(z, y).front)).find((x) => x !== undefined);
	if (front === undefined || front < 500)
		throw new RangeError('No wall was met along the centre line ahead of the rear door. Check the three points: rear, forward, left.');
	const top = [0.5, 0.6, 0.4, 0.7].map((share) => reader.ceiling(share * front, 0)).find((z) => z !== undefined);
	if (top === undefined || top < 400)
		throw new RangeError('No ceiling was met above the middle of the floor. Was the third point to the left?');

	const door = rearDoor(reader, top);
	const rearmost = foremostOf(door, reader, top);
	const xs = grid(Math.min(rearmost + CORNER, front / 3), front - 80, FINE);
	const roofEdge = xs.flatMap((x) => wallTop(reader, x, top));
	if (roofEdge.length === 0) throw new RangeError('No ceiling was met along the vehicle.');
	// A single reading far below the others went through a hole.
	const roofLine = Math.min(...roofEdge.filter((z) => z > 0.6 * median(roofEdge)));
	const zs = [...new Set([LOWEST, ...grid(FINE, Math.max(2 * FINE, roofLine), FINE).map(Math.round)])];
	const felts = { left: felt(reader, 'left', xs, zs), right: felt(reader, 'right', xs, zs) };
	const walls: Walls = { left: felts.left.mm, right: felts.right.mm };
	let holes = 0;
	/** A reading, as a guess where it lies over a hole or where a hole may hide the end of an arch. */
	const reading = (side: 'left' | 'right', i: number, j: number): Measurement => {
		if (!felts[side].hole[i][j] && !nearArchEnd(walls[side], xs, zs, i, j, arches, side)) return read(walls[side][i][j]);
		holes++;
		return measurement(Math.round(walls[side][i][j]), 'guessed');
	};
	const arches = alike(findArches(reader, xs));
	withoutArches(walls, xs, zs, arches);

	const chosenZ = knots(zs, 6, (kept) => worstOver(xs, (i) => [walls.left, walls.right].map((wall) => misfit(zs, wall[i], kept))));
	const columns = xs.map((_, i) => chosenZ.flatMap((z) => [walls.left, walls.right].map((wall) => wall[i][zs.indexOf(z)])));
	const chosenX = knots(xs, Math.max(2, Math.min(sections, 12)), (kept) =>
		worstOver(columns[0], (k) => [
			misfit(
				xs,
				columns.map((column) => column[k]),
				kept
			)
		])
	);
	/** The ceiling at x, the mean of both sides; over a hole what the nearest places along have, as a guess. */
	const roofReading = (x: number, offsets: number[]): Measurement => {
		const at = (place: number) => {
			const found = offsets.map((y) => reader.ceiling(place, y)).filter((z) => z !== undefined);
			return found.length > 0 ? found.reduce((sum, z) => sum + z, 0) / found.length : undefined;
		};
		const here = at(x);
		if (here !== undefined) return read(here);
		holes++;
		const near = xs.flatMap((other) => {
			const z = at(other);
			return z === undefined ? [] : [[other, z] as const];
		});
		return measurement(Math.round(near.length > 0 ? valueAt(piecewise(near), x) : top), 'guessed');
	};
	// Just before and behind an arch the foot of the wall is seen again: sections there keep it from being made up.
	const beside = arches.flatMap(({ from, to }) => [xs.filter((x) => x < from - BESIDE).at(-1), xs.find((x) => x > to + BESIDE)]);
	const places = [...new Set([...chosenX, ...beside.filter((x) => x !== undefined)])].sort((a, b) => a - b);
	const seenAt = (x: number) => chosenZ.filter((z) => !hides(arches, 'left', x, z) && !hides(arches, 'right', x, z));
	const stations = places
		.filter((x) => seenAt(x).length > 0)
		.map((x): [string, Station] => {
			const i = xs.indexOf(x);
			const seen = seenAt(x);
			const widths = seen.map((z) => {
				const [left, right] = [reading('left', i, zs.indexOf(z)), reading('right', i, zs.indexOf(z))];
				return [`w${Math.round(z)}`, { z: Math.round(z), left, right }] as const;
			});
			const half = Math.min(...widths.map(([, w]) => w.left.mm));
			const offset = Math.round((half * 0.55) / 10) * 10;
			const ceiling = {
				c0: { y: 0, z: roofReading(x, [0]) },
				[`c${offset}`]: { y: offset, z: roofReading(x, [offset, -offset]) }
			};
			return [`scan-${Math.round(x)}`, { x: Math.round(x), widths: Object.fromEntries(widths), ceiling }];
		});
	const [doorZ, doorX] = [door.map(([z]) => z), door.map(([, x]) => x)];
	const profile = knots(doorZ, 6, (kept) => misfit(doorZ, doorX, kept)).map((z): [number, number] => [z, doorX[doorZ.indexOf(z)]]);
	return {
		length: read(front),
		stations: Object.fromEntries(stations),
		arches: Object.fromEntries(arches.map(({ side, arch }) => [`${side}-arch`, arch])),
		profile: Object.fromEntries(profile.map(([z, x]) => [`p${z}`, { z, x: read(x) }])),
		holes
	};
}

const read = (mm: number): Measurement => measurement(Math.round(mm), 'measured');

const grid = (from: number, to: number, step: number): number[] => {
	const count = Math.max(2, Math.round((to - from) / step) + 1);
	return Array.from({ length: count }, (_, i) => from + ((to - from) * i) / (count - 1));
};

/** Walls of one side over a grid, by x and z; over holes the nearest readings at the same height, else at the same place. */
function felt(reader: Reader, side: 'left' | 'right', xs: number[], zs: number[]): Felt {
	const raw = xs.map((x) => zs.map((z) => reader.wall(side, x, z)));
	const mm = raw.map((column, i) =>
		column.map((value, j) => {
			if (value !== undefined) return value;
			const same = raw.flatMap((other, k) => (other[j] === undefined ? [] : [[xs[k], other[j]] as const]));
			if (same.length > 0) return valueAt(piecewise(same), xs[i]);
			const own = column.flatMap((other, k) => (other === undefined ? [] : [[zs[k], other] as const]));
			if (own.length > 0) return valueAt(piecewise(own), zs[j]);
			throw new RangeError(`No ${side}-hand wall was met ${Math.round(xs[i])} mm forward of the rear door.`);
		})
	);
	return { mm, hole: raw.map((column) => column.map((value) => value === undefined)) };
}

/** Greatest distance between some readings and straight lines through those at the kept places. */
function misfit(at: number[], values: number[], kept: number[]): number {
	const line = piecewise(kept.map((place) => [place, values[at.indexOf(place)]] as const));
	return Math.max(...at.map((place, i) => Math.abs(values[i] - valueAt(line, place))));
}

const worstOver = <T>(items: T[], misfits: (index: number) => number[]): number => Math.max(...items.flatMap((_, i) => misfits(i)));

/** The ends, and one after the other the place that lowers the misfit most, until it is small or enough are chosen. */
function knots(places: number[], most: number, misfitOf: (kept: number[]) => number): number[] {
	let kept = [places[0], places[places.length - 1]];
	while (kept.length < most && misfitOf(kept) > 2) {
		const rest = places.filter((place) => !kept.includes(place));
		if (rest.length === 0) break;
		const tried = rest.map((place) => ({ place, misfit: misfitOf([...kept, place].sort((a, b) => a - b)) }));
		const best = tried.reduce((a, b) => (b.misfit < a.misfit ? b : a));
		kept = [...kept, best.place].sort((a, b) => a - b);
	}
	return kept;
}

/** Readings of the walls of one side, by x and z, and which of them lie over holes. */
interface Felt {
	mm: number[][];
	hole: boolean[][];
}

interface FoundArch {
	side: 'left' | 'right';
	arch: Arch;
	/** Readings of the wall that the arch hides. */
	from: number;
	to: number;
}

type Walls = Record<'left' | 'right', number[][]>;

/** Where a surface steps outwards: distances from the centre line below and above. */
interface Step {
	inner: number;
	outer: number;
}

/**
 * Wheel arches: where, going up, the surface at the side steps outwards more steeply than any wall leans. Their length is
 * where that is so, their inner face what is met at ankle height, their top what plumb lines just inside it meet first.
 */
function findArches(reader: Reader, xs: number[]): FoundArch[] {
	const fine = grid(30, xs[xs.length - 1], 20);
	const heights = grid(20, ARCH_TOP, STEP_UP / 3);
	return (['left', 'right'] as const).flatMap((side): FoundArch[] => {
		const steps = fine.map((x): Step | undefined => {
			const outs = heights.map((z) => reader.spot(side, x, z));
			for (let k = 0; k + 3 < outs.length; k++) {
				const [low, high] = [outs[k], outs[k + 3]];
				if (low !== undefined && high !== undefined && high - low > STEEP * STEP_UP) return { inner: outs[0] ?? low, outer: high };
			}
			return undefined;
		});
		// A hole in the scan does not end an arch: short gaps are bridged.
		const stands = steps.map((step) => step !== undefined);
		const bridged = stands.map(
			(_, i) => stands.slice(Math.max(0, i - GAP), i + 1).includes(true) && stands.slice(i, i + GAP + 1).includes(true)
		);
		const [first, last] = longestRun(bridged);
		const found = steps.slice(first, last + 1).filter((step) => step !== undefined);
		if (last - first < 4 || found.length < 4) return [];
		const inner = median(found.map((step) => step.inner));
		const whole = median(found.map((step) => step.outer)) - inner;
		const s = side === 'left' ? 1 : -1;
		const plumbs = [0.4, 0.55, 0.7, 0.85].map((share) => s * (inner + share * whole));
		const near = grid(fine[first] - 20, fine[last] + 20, 10);
		// The middle one of neighbours, so that a hole or a seam is no top.
		const raw = near.map((x) => plumbs.map((y) => reader.lowest(x, y) ?? 0).filter((z) => z < ARCH_TOP));
		const tops = raw.map((_, i) =>
			median([i - 2, i - 1, i, i + 1, i + 2].map((k) => Math.max(0, ...(raw[Math.max(0, Math.min(raw.length - 1, k))] ?? []))))
		);
		// The middle half of an arch is near its top; a plumb line through a hole or past its edge goes elsewhere.
		const core = tops.slice(Math.floor(tops.length / 4), Math.ceil((3 * tops.length) / 4)).filter((z) => z > 0);
		const height = core.length > 0 ? median(core) : 0;
		if (height < 60) return [];
		const [flatFrom, flatTo] = longestRun(tops.map((z) => Math.abs(z - height) < 0.03 * height)).map((i) => near[i]);
		const [start, end] = [fine[first] - 5, fine[last] + 5];
		const arch: Arch = {
			side,
			start: read(start),
			floorLength: read(end - start),
			topLength: read(Math.max(0, flatTo - flatFrom)),
			height: read(height),
			inner: read(inner),
			edge: measurement(30, 'guessed')
		};
		return [{ side, arch, from: start, to: end }];
	});
}

/**
 * Arches of one vehicle are alike on both sides: where the scan has one shorter than the other, a hole has taken its end,
 * and the longer one is right.
 */
function alike(arches: FoundArch[]): FoundArch[] {
	const [a, b] = arches;
	if (arches.length !== 2 || a.from > b.to || b.from > a.to) return arches;
	const [from, to] = [Math.min(a.from, b.from), Math.max(a.to, b.to)];
	const longer = a.arch.topLength.mm > b.arch.topLength.mm ? a : b;
	return arches.map((found) => ({
		...found,
		from,
		to,
		arch: { ...found.arch, start: read(from), floorLength: read(to - from), topLength: longer.arch.topLength }
	}));
}

/** First and last index of the longest run of true values; two like ones when there is none. */
function longestRun(values: boolean[]): [number, number] {
	let best: [number, number] = [0, 0];
	let from = -1;
	values.forEach((value, i) => {
		if (value && from < 0) from = i;
		if (value && i - from > best[1] - best[0]) best = [from, i];
		if (!value) from = -1;
	});
	return best;
}

/** Whether an arch hides the wall at (x, z). */
const hides = (arches: FoundArch[], side: 'left' | 'right', x: number, z: number): boolean =>
	arches.some((arch) => arch.side === side && z <= arch.arch.height.mm + WINDOW.up && x >= arch.from - BESIDE && x <= arch.to + BESIDE);

/** So far from the end of an arch a hole in the scan can still hide the end, mm, and so much may a wall lean otherwise there, mm. */
const END_REACH = 260;
const LEANS_ALIKE = 12;

/**
 * Whether the foot of a wall close to the end of an arch leans otherwise than it does further away: then the scan may have
 * a hole where the arch ends, and what was read may be the arch.
 */
function nearArchEnd(
	wall: number[][],
	xs: number[],
	zs: number[],
	i: number,
	j: number,
	arches: FoundArch[],
	side: 'left' | 'right'
): boolean {
	const close = (x: number) => arches.some((arch) => arch.side === side && x > arch.from - END_REACH && x < arch.to + END_REACH);
	const above = zs.findIndex((z) => z > ARCH_TOP);
	if (!close(xs[i]) || above <= j) return false;
	const leans = xs.flatMap((x, k) => (close(x) ? [] : [[x, wall[k][above] - wall[k][j]] as const]));
	if (leans.length === 0) return false;
	return Math.abs(wall[i][above] - wall[i][j] - valueAt(piecewise(leans), xs[i])) > LEANS_ALIKE;
}

/** Behind arches a wall is taken to lean as it does where it can be seen, so that sections are chosen by walls and not by arches. */
function withoutArches(walls: Walls, xs: number[], zs: number[], arches: FoundArch[]): void {
	for (const side of ['left', 'right'] as const)
		for (const [j, z] of zs.entries()) {
			const above = zs.findIndex((other) => xs.every((x) => !hides(arches, side, x, other)));
			if (above <= j) continue;
			const lean = xs.flatMap((x, i) => (hides(arches, side, x, z) ? [] : [[x, walls[side][i][above] - walls[side][i][j]] as const]));
			if (lean.length === 0) continue;
			const leans = piecewise(lean);
			for (const [i, x] of xs.entries()) if (hides(arches, side, x, z)) walls[side][i][j] = walls[side][i][above] - valueAt(leans, x);
		}
}

/** A vehicle with what a scan says in place of what it had. */
export const withSlices = (vehicle: Vehicle, { length, stations, arches, profile }: Slices): Vehicle => ({
	...vehicle,
	length,
	stations,
	arches,
	rear: { ...vehicle.rear, profile }
});
