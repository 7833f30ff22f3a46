import { buildInterior, ceilingAt, floorAt, halfWidth, rearFaceAt } from '../interior';
import type { Vehicle } from '../plan/vehicle';
import type { Mesh } from '../solid';

/** How far the corners of a scan lie from the interior that was made of it. */
export interface Deviation {
	/** Root of the mean square, and the distance that 95 of 100 corners keep, mm. */
	typical: number;
	most: number;
	/** For each corner that was compared: its number in the mesh and its distance, mm. */
	corners: Uint32Array;
	distances: Float32Array;
}

/** At most so many corners of a scan are compared, evenly spread. */
const COMPARED = 40000;

/**
 * The distance of a scan's corners from the surfaces of an interior: the nearest of walls, ceiling, floor with its arches,
 * rear door and front, each along its own axis. Corners that are far from all of them (seats, dust) count with 100 mm.
 */
export function deviation(mesh: Mesh, vehicle: Vehicle): Deviation {
	const interior = buildInterior(vehicle);
	const count = mesh.positions.length / 3;
	const every = Math.max(1, Math.ceil(count / COMPARED));
	const corners: number[] = [];
	const distances: number[] = [];
	for (let i = 0; i < count; i += every) {
		const [x, y, z] = mesh.positions.subarray(i * 3, i * 3 + 3);
		const side = y >= 0 ? 'left' : 'right';
		const off = Math.min(
			Math.abs(halfWidth(interior, side, x, z) - Math.abs(y)),
			Math.abs(ceilingAt(interior, x, y) - z),
			Math.abs(floorAt(interior, x, y) - z),
			Math.abs(z),
			Math.abs(rearFaceAt(interior, y, z) - x),
			Math.abs(interior.length - x),
			...interior.arches
				.filter((arch) => arch.side === side && z < arch.height && Math.abs(x - arch.middle) < arch.halfFloor)
				.map((arch) => Math.abs(Math.abs(y) - arch.inner)),
			100
		);
		corners.push(i);
		distances.push(off);
	}
	const sorted = [...distances].sort((a, b) => a - b);
	return {
		typical: Math.sqrt(distances.reduce((sum, d) => sum + d * d, 0) / distances.length),
		most: sorted[Math.floor(sorted.length * 0.95)],
		corners: Uint32Array.from(corners),
		distances: Float32Array.from(distances)
	};
}
