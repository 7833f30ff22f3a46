import { boxOfPart } from '../connections';
import { partKey } from '../cutting';
import { assemblyOf } from '../derive';
import { area } from '../geometry/polygon';
import { axisOf } from '../geometry/pose';
import { boxAround, dot, middleOf, vec2, vec3, type Box, type Vec2, type Vec3 } from '../geometry/vector';
import type { Part } from '../pieces';
import { faces } from '../pieces/placing';
import type { Plan } from '../plan/plan';
import { stuffOf } from '../plan/grades';
import type { BuildStep } from './step';

/** A side of a part as it is seen from behind, right and above. */
export interface Seen {
	/** Whose side it is, by `piece/part`. */
	part: string;
	points: Vec2[];
	/** Which way the side looks: up, to the rear, or to the right of the vehicle. */
	shade: 'top' | 'rear' | 'side';
	/** It comes with the line that is looked at. */
	fresh: boolean;
	stuff: 'wood' | 'metal' | 'other';
}

/** How far a build is at one line of one step, drawn; y downwards, mm. */
export interface Moment {
	/** From far to near: what is nearer is drawn over what is further. */
	sides: Seen[];
	/** Numbers of what comes now, in the middle of it. */
	labels: { at: Vec2; words: string }[];
	box: { x: [number, number]; y: [number, number] };
}

/** Seen from 28° above, from behind to the right: forward is up to the right on paper. */
const [AZIMUTH, ELEVATION] = [(235 * Math.PI) / 180, (28 * Math.PI) / 180];
const RIGHT = vec3(-Math.sin(AZIMUTH), Math.cos(AZIMUTH), 0);
const NEAR = vec3(Math.cos(ELEVATION) * Math.cos(AZIMUTH), Math.cos(ELEVATION) * Math.sin(AZIMUTH), Math.sin(ELEVATION));
const UP = vec3(NEAR.y * RIGHT.z - NEAR.z * RIGHT.y, NEAR.z * RIGHT.x - NEAR.x * RIGHT.z, NEAR.x * RIGHT.y - NEAR.y * RIGHT.x);

const onPaper = (p: Vec3): Vec2 => vec2(dot(p, RIGHT), -dot(p, UP));

/** The axes of the vehicle. */
const LEVEL = [vec3(1, 0, 0), vec3(0, 1, 0), vec3(0, 0, 1)];

/** What is closer than this touches, mm. */
const TOUCH = 0.5;

/** A part in space, ready to be put before or behind others. */
interface Standing {
	key: string;
	part: Part;
	box: Box;
	corners: Vec3[];
	paper: { x: [number, number]; y: [number, number] };
	near: number;
	fresh: boolean;
	stuff: Seen['stuff'];
	number: string | undefined;
}

const overlap = (a: [number, number], b: [number, number]): boolean => a[0] < b[1] && b[0] < a[1];

/** The axes of a part. */
const axesOf = ({ part: { pose } }: Standing): Vec3[] => (['x', 'y', 'z'] as const).map((axis) => axisOf(pose, axis));

const reach = (corners: readonly Vec3[], axis: Vec3): [number, number] => {
	const along = corners.map((p) => dot(p, axis));
	return [Math.min(...along), Math.max(...along)];
};

/**
 * Whether one part is behind another: something separates them along an axis of the vehicle or of one of them, seen along which it is
 * further, and nothing does the other way round (then neither hides the other); by their middles where nothing separates them.
 */
function isBehind(a: Standing, b: Standing): boolean {
	let [far, near] = [false, false];
	for (const axis of [...LEVEL, ...axesOf(a), ...axesOf(b)]) {
		const towards = dot(axis, NEAR);
		if (Math.abs(towards) < 1e-9) continue;
		const [p, q] = [reach(a.corners, axis), reach(b.corners, axis)];
		if (p[1] <= q[0] + TOUCH) [far, near] = [far || towards > 0, near || towards < 0];
		else if (q[1] <= p[0] + TOUCH) [far, near] = [far || towards < 0, near || towards > 0];
	}
	return far || near ? far && !near : a.near < b.near;
}

/** From far to near: each after everything that it hides something of; a ring is cut where it is furthest. */
function farToNear(all: readonly Standing[]): Standing[] {
	const behind = all.map((one) =>
		all.flatMap((other, i) => (other !== one && overlap(one.paper.x, other.paper.x) && overlap(one.paper.y, other.paper.y) && isBehind(other, one) ? [i] : []))
	);
	const drawn = new Set<number>();
	const order: Standing[] = [];
	const waiting = all.map((_, i) => i).sort((a, b) => all[a].near - all[b].near);
	while (waiting.length > 0) {
		const next = Math.max(0, waiting.findIndex((i) => behind[i].every((other) => drawn.has(other))));
		const [i] = waiting.splice(next, 1);
		drawn.add(i);
		order.push(all[i]);
	}
	return order;
}

/** The sides of a part that one sees, far ones first. */
function sidesOf({ key, part, fresh, stuff }: Standing): Seen[] {
	const outline = area(part.outline) < 0 ? [...part.outline].reverse() : part.outline;
	const { lower, upper } = faces({ ...part, outline }, part.pose);
	const rings: Vec3[][] = [[...lower].reverse(), upper, ...lower.map((p, i) => [p, lower[(i + 1) % lower.length], upper[(i + 1) % lower.length], upper[i]])];
	return rings
		.map((ring) => ({ ring, normal: normalOf(ring), near: ring.reduce((sum, p) => sum + dot(p, NEAR), 0) / ring.length }))
		.filter(({ normal }) => dot(normal, NEAR) > 1e-6)
		.sort((a, b) => a.near - b.near)
		.map(({ ring, normal }) => ({ part: key, points: ring.map(onPaper), shade: shadeOf(normal), fresh, stuff }));
}

/** Of a ring of corners that lie in a plane (Newell's method, so that a corner on a straight edge does not matter). */
function normalOf(ring: readonly Vec3[]): Vec3 {
	return ring.reduce((sum, a, i) => {
		const b = ring[(i + 1) % ring.length];
		return vec3(sum.x + (a.y - b.y) * (a.z + b.z), sum.y + (a.z - b.z) * (a.x + b.x), sum.z + (a.x - b.x) * (a.y + b.y));
	}, vec3(0, 0, 0));
}

const shadeOf = (n: Vec3): Seen['shade'] => {
	const [x, y, z] = [Math.abs(n.x), Math.abs(n.y), Math.abs(n.z)];
	return z >= x && z >= y ? 'top' : x >= y ? 'rear' : 'side';
};

/** What stands there at a line of a step, and what comes with it, by `piece/part`. */
function partsAt(steps: readonly BuildStep[], step: BuildStep, line: number): { there: Set<string>; fresh: Set<string> } {
	const earlier = steps.slice(0, steps.indexOf(step));
	const inVehicle = ['install', 'fasten', 'adjust', 'load', 'test-fit'].includes(step.kind) || step.setUp === 'the vehicle';
	const before =
		step.kind === 'test-fit'
			? []
			: inVehicle
				? earlier.filter(({ kind, setUp }) => kind === 'install' || (kind === 'hang' && setUp === 'the vehicle'))
				: step.kind === 'hang'
					? earlier.filter(({ kind, pieces }) => kind === 'join' && pieces[0] === step.pieces[0])
					: [];
	const there = new Set([...before.flatMap(({ lines }) => lines), ...step.lines.slice(0, line)].flatMap(({ parts }) => parts));
	const fresh = new Set(step.lines[line]?.parts ?? []);
	for (const key of fresh) there.delete(key);
	return { there, fresh };
}

/**
 * How far the build is at a line of a step, seen from behind, right and above; undefined where nothing stands yet.
 *
 * @param steps in their order
 */
export function momentOf(plan: Plan, steps: readonly BuildStep[], id: string, line: number, numbers: ReadonlyMap<string, string>): Moment | undefined {
	const step = steps.find((one) => one.id === id);
	if (!step || !['join', 'hang', 'test-fit', 'install', 'fasten', 'adjust', 'load'].includes(step.kind)) return undefined;
	const { there, fresh } = partsAt(steps, step, line);
	const all = Object.entries(plan.pieces).flatMap(([piece, one]) =>
		assemblyOf(one, plan).parts.flatMap((part): Standing[] => {
			const key = partKey(piece, part.id);
			if (part.yields || part.form === 'cloth' || (!there.has(key) && !fresh.has(key))) return [];
			const box = boxOfPart(part);
			const { lower, upper } = faces(part, part.pose);
			const paper = boxAround([...lower, ...upper].map(onPaper).map(({ x, y }) => vec3(x, y, 0)));
			const sort = stuffOf(part, plan.stock)?.grade.sort;
			return [
				{
					key,
					part,
					box,
					corners: [...lower, ...upper],
					paper,
					near: dot(middleOf(box), NEAR),
					fresh: fresh.has(key),
					stuff: part.form === 'bought' ? 'other' : sort === 'metal' ? 'metal' : 'wood',
					number: numbers.get(key)
				}
			];
		})
	);
	if (all.length === 0) return undefined;
	const order = farToNear(all);
	const sides = order.flatMap(sidesOf);
	const { x, y } = boxAround(sides.flatMap(({ points }) => points.map((p) => vec3(p.x, p.y, 0))));
	const labels = order.flatMap((one) => (one.fresh && one.number ? [{ at: onPaper(middleOf(one.box)), words: one.number }] : []));
	return { sides, labels, box: { x, y } };
}
