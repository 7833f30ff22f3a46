import { place, compose, shiftBy, turnAbout, type Pose } from '../geometry/pose';
import { vec3, type Vec3 } from '../geometry/vector';
import type { Interior } from '../interior';
import { normal, randomFrom } from '../practice/random';
import type { FloorPoints } from '../scan';
import { freeSpace, meshOf, type Kernel, type Mesh } from '../solid';

/** What is wrong with a synthetic scan. */
export interface Flaws {
	/** Spread of each corner, one deviation in each direction, mm. */
	noise: number;
	/** Number of holes and their radius, mm. */
	holes: number;
	hole: number;
	seed: string;
}

/** Triangles are made smaller than this before corners are shaken, mm. */
const FACET = 60;

/**
 * A scan of a known interior: its surface in facets as small as a hand, every corner shaken, with round holes, in metres
 * and in a pose of its own, with the three floor points as somebody would point at them.
 */
export function syntheticScan(
	kernel: Kernel,
	interior: Interior,
	{ noise, holes, hole, seed }: Flaws
): { mesh: Mesh; points: FloorPoints } {
	const free = freeSpace(kernel, interior);
	const fine = free.refineToLength(FACET);
	const { positions, triangles } = meshOf(fine);
	free.delete();
	fine.delete();
	const random = randomFrom(seed);
	const centres = Array.from({ length: holes }, () => 3 * Math.floor((random() * positions.length) / 3));
	const kept: number[] = [];
	for (let t = 0; t < triangles.length; t += 3) {
		const a = triangles[t] * 3;
		const gone = centres.some(
			(c) => Math.hypot(positions[a] - positions[c], positions[a + 1] - positions[c + 1], positions[a + 2] - positions[c + 2]) < hole
		);
		if (!gone) kept.push(triangles[t], triangles[t + 1], triangles[t + 2]);
	}
	const pose: Pose = compose(
		shiftBy(vec3(1.3, -0.4, 0.9)),
		compose(turnAbout(vec3(0, 0, 0), vec3(0, 0, 1), 0.7), turnAbout(vec3(0, 0, 0), vec3(1, 0, 0), 1.1))
	);
	const scanned = (p: Vec3): Vec3 => place(pose, vec3(p.x / 1000, p.y / 1000, p.z / 1000));
	const moved = new Float32Array(positions.length);
	for (let i = 0; i < positions.length; i += 3) {
		const [dx, dy, dz] = [0, 1, 2].map(() => noise * normal(random));
		const { x, y, z } = scanned(vec3(positions[i] + dx, positions[i + 1] + dy, positions[i + 2] + dz));
		moved.set([x, y, z], i);
	}
	const distance = Math.round(interior.length * 0.7);
	const points = {
		rear: scanned(vec3(0, 0, 0)),
		front: scanned(vec3(distance, 0, 0)),
		left: scanned(vec3(distance / 2, 350, 0)),
		distance
	};
	return { mesh: { positions: moved, triangles: Uint32Array.from(kept) }, points };
}

/** A mesh as text of an OBJ file. */
export function objFile({ positions, triangles }: Mesh): string {
	const lines: string[] = [];
	for (let i = 0; i < positions.length; i += 3) lines.push(`v ${positions[i]} ${positions[i + 1]} ${positions[i + 2]}`);
	for (let t = 0; t < triangles.length; t += 3) lines.push(`f ${triangles[t] + 1} ${triangles[t + 1] + 1} ${triangles[t + 2] + 1}`);
	return lines.join('\n');
}
