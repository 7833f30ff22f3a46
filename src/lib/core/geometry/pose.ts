import { dot, vec3, type Vec3 } from './vector';

/** A rigid placement: a rotation (rows of a 3 x 3 matrix) followed by a shift. */
export interface Pose {
	rotation: [Vec3, Vec3, Vec3];
	shift: Vec3;
}

export const IDENTITY: Pose = { rotation: [vec3(1, 0, 0), vec3(0, 1, 0), vec3(0, 0, 1)], shift: vec3(0, 0, 0) };

const turn = (pose: Pose, p: Vec3): Vec3 => vec3(dot(pose.rotation[0], p), dot(pose.rotation[1], p), dot(pose.rotation[2], p));

/** A unit vector of a frame, as the vehicle has it. */
export const axisOf = ({ rotation: [x, y, z] }: Pose, axis: 'x' | 'y' | 'z'): Vec3 => vec3(x[axis], y[axis], z[axis]);

/** Where `pose` puts the point `p`. */
export function place(pose: Pose, p: Vec3): Vec3 {
	const turned = turn(pose, p);
	return vec3(turned.x + pose.shift.x, turned.y + pose.shift.y, turned.z + pose.shift.z);
}

/** The pose that does `inner` first, then `outer`. */
export function compose(outer: Pose, inner: Pose): Pose {
	const column = (axis: 'x' | 'y' | 'z') => turn(outer, vec3(inner.rotation[0][axis], inner.rotation[1][axis], inner.rotation[2][axis]));
	const [x, y, z] = [column('x'), column('y'), column('z')];
	return { rotation: [vec3(x.x, y.x, z.x), vec3(x.y, y.y, z.y), vec3(x.z, y.z, z.z)], shift: place(outer, inner.shift) };
}

/** A pure shift. */
export const shiftBy = (shift: Vec3): Pose => ({ rotation: IDENTITY.rotation, shift });

/** A pose whose own x and y axes point along two unit vectors of the world and whose origin is `at`. */
export function frame(at: Vec3, x: Vec3, y: Vec3): Pose {
	const z = vec3(x.y * y.z - x.z * y.y, x.z * y.x - x.x * y.z, x.x * y.y - x.y * y.x);
	return { rotation: [vec3(x.x, y.x, z.x), vec3(x.y, y.y, z.y), vec3(x.z, y.z, z.z)], shift: at };
}

/** A turn by `angle` (radians, right-handed) about the line through `origin` along the unit vector `axis` (Rodrigues' formula). */
export function turnAbout(origin: Vec3, axis: Vec3, angle: number): Pose {
	const c = Math.cos(angle);
	const s = Math.sin(angle);
	const { x, y, z } = axis;
	const k = 1 - c;
	const pose: Pose = {
		rotation: [
			vec3(c + x * x * k, x * y * k - z * s, x * z * k + y * s),
			vec3(y * x * k + z * s, c + y * y * k, y * z * k - x * s),
			vec3(z * x * k - y * s, z * y * k + x * s, c + z * z * k)
		],
		shift: vec3(0, 0, 0)
	};
	const moved = turn(pose, origin);
	return { ...pose, shift: vec3(origin.x - moved.x, origin.y - moved.y, origin.z - moved.z) };
}
