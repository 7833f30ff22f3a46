import TinyQueue from 'tinyqueue';
import { contains } from '../geometry/polygon';
import { vec2, vec3, type Vec2, type Vec3 } from '../geometry/vector';
import type { SeatSolid } from '../interior';
import { remember } from '../memory';
import type { Scene } from '../modes';
import { compressed } from './body';
import { Heights } from './getting-in';
import { pointOf } from './lying';
import type { Sleeper } from './placing';
import { standingIn } from './standing';

/** Distance between the places that are looked at, mm. */
const PACE = 100;
/** Nobody gets onto what is higher than this on the way, mm. */
const CLIMB = 700;
/** Somebody has got to a seat who is so far behind its front edge, mm. */
const FRONT = 120;

/** The way from where somebody lies to a seat, inside the vehicle: how high its tightest place is, and where. */
export interface WayToSeat {
	free: number;
	at: Vec3;
}

/** A place that was got to: the height of the tightest place on the way there, and which that is. */
interface Reached {
	cell: number;
	free: number;
	tightest: number;
}

/**
 * The roomiest way from bed to a seat, over the floor, the bed, other seats and whatever is low enough to climb onto: of all ways over
 * a grid the one whose lowest place is highest (bottleneck path, after Dijkstra). Undefined for a seat that is out. Remembered.
 */
export const wayToSeat = remember((scene: Scene, sleeper: Sleeper, seat: SeatSolid): WayToSeat | undefined => {
	if (seat.profiles.length === 0) return undefined;
	const { surface, rest } = sleeper;
	const heights = new Heights(scene, sleeper);
	const bed = surface.base + compressed(surface.pad, surface.foam, 'sitting');
	const boxes = standingIn(scene).filter(({ z }) => z[1] > 0 && z[1] <= CLIMB);
	const { length } = scene.interior;
	const half = Math.max(...scene.interior.sections.flatMap(({ left, right }) => [...left.value, ...right.value]));
	const [nx, ny] = [Math.floor(length / PACE) + 1, 2 * Math.ceil(half / PACE) + 1];
	const at = (cell: number): Vec2 => vec2((cell % nx) * PACE, (Math.floor(cell / nx) - (ny - 1) / 2) * PACE);
	const cellOf = ({ x, y }: Vec2): number =>
		Math.max(0, Math.min(nx - 1, Math.round(x / PACE))) + nx * Math.max(0, Math.min(ny - 1, Math.round(y / PACE) + (ny - 1) / 2));
	// Beside a bed or a seat one is still over its edge, not under it.
	const r = sleeper.body.headBreadth / 2;
	const bearing = (p: Vec2): number => {
		const tops = boxes.filter(({ x, y }) => p.x + r > x[0] && p.x - r < x[1] && p.y + r > y[0] && p.y - r < y[1]).map(({ z }) => z[1]);
		return Math.max(0, ...tops, contains(surface.outline, p) ? bed : 0);
	};
	// One is there once one is over the front of the cushion.
	const front = Math.max(...seat.profiles.flat().map(({ x }) => x));
	const goal = cellOf(vec2(front - FRONT, (seat.y[0] + seat.y[1]) / 2));
	const start = cellOf(pointOf(rest, 0.5));
	const known = new Map<number, { free: number; z: number }>();
	const freeAt = (cell: number) => {
		let found = known.get(cell);
		if (!found) {
			const p = at(cell);
			const z = bearing(p);
			known.set(cell, (found = { free: heights.over(p, z), z }));
		}
		return found;
	};
	const done = new Set<number>();
	const open = new TinyQueue<Reached>([{ cell: start, free: freeAt(start).free, tightest: start }], (a, b) => b.free - a.free);
	for (let one = open.pop(); one; one = open.pop()) {
		const { cell, free, tightest } = one;
		if (done.has(cell)) continue;
		done.add(cell);
		if (cell === goal) {
			const p = at(tightest);
			return { free, at: vec3(p.x, p.y, freeAt(tightest).z) };
		}
		const column = cell % nx;
		for (const next of [column > 0 ? cell - 1 : -1, column < nx - 1 ? cell + 1 : -1, cell - nx, cell + nx]) {
			if (next < 0 || next >= nx * ny || done.has(next)) continue;
			const there = freeAt(next).free;
			open.push(there < free ? { cell: next, free: there, tightest: next } : { cell: next, free, tightest });
		}
	}
	return undefined;
});
