import { dot, vec3, type Vec3 } from '../geometry/vector';
import type { Mesh } from '../solid';

/** Three points of the floor as they were pointed at in a scan, in the scan's own coordinates. */
export interface FloorPoints {
	/** On the centre line, at the foot of the shut rear door. */
	rear: Vec3;
	/** On the centre line, further forward. */
	front: Vec3;
	/** Anywhere to the left of the centre line. */
	left: Vec3;
	/** True distance between the first two, mm. */
	distance: number;
}

const minus = (a: Vec3, b: Vec3): Vec3 => vec3(a.x - b.x, a.y - b.y, a.z - b.z);
const cross = (a: Vec3, b: Vec3): Vec3 => vec3(a.y * b.z - a.z * b.y, a.z * b.x - a.x * b.z, a.x * b.y - a.y * b.x);
const size = (a: Vec3): number => Math.sqrt(dot(a, a));
const times = (a: Vec3, k: number): Vec3 => vec3(a.x * k, a.y * k, a.z * k);

/** No vehicle that is slept in is longer, mm. */
const LARGEST = 40_000;

/**
 * A scan in the coordinates of the vehicle: x forward from the first point along the second, z up from the plane of the
 * three, in millimetres by the true distance.
 *
 * @throws RangeError when the points are too close together or nearly in a line, or the scan would be larger than any vehicle.
 */
export function aligned(mesh: Mesh, { rear, front, left, distance }: FloorPoints): Mesh {
	const along = minus(front, rear);
	const long = size(along);
	if (!(long > 0) || !(distance > 0))
		throw new RangeError('The first two points lie on the same place. Point at two places along the centre line.');
	const x = times(along, 1 / long);
	const aside = minus(left, rear);
	const across = minus(aside, times(x, dot(aside, x)));
	if (size(across) < 0.05 * long)
		throw new RangeError('The three points lie nearly in a line. Point at the third one well to the left of it.');
	const y = times(across, 1 / size(across));
	const z = cross(x, y);
	const k = distance / long;
	const { positions } = mesh;
	const moved = new Float32Array(positions.length);
	let farthest = 0;
	for (let i = 0; i < positions.length; i += 3) {
		const p = vec3(positions[i] - rear.x, positions[i + 1] - rear.y, positions[i + 2] - rear.z);
		moved.set([k * dot(p, x), k * dot(p, y), k * dot(p, z)], i);
		farthest = Math.max(farthest, Math.abs(moved[i]), Math.abs(moved[i + 1]), Math.abs(moved[i + 2]));
	}
	if (!(farthest < LARGEST))
		throw new RangeError(
			`By these points the scan would reach ${Math.round(farthest / 1000)} m far. Are the first two points, and the distance between them, right?`
		);
	return { positions: moved, triangles: mesh.triangles };
}
