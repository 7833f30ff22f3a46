import type { Manifold } from 'manifold-3d';
import { vec3, type Box, type Vec3 } from '../geometry/vector';
import { archHeightAt, ceilingAt, halfWidth, rearAt, rearFaceAt, sign, type ArchSolid, type Interior } from '../interior';
import { gridSolid, spread, type Kernel } from './grid';

/** Longest stretch of a bent surface that is taken as flat, mm: over it a wall that twists by 60 mm in a metre misses by 1 mm. */
const FLAT = 60;
/** Chords of a quarter round of an arch. */
const ROUND = 16;

/**
 * The free space of an interior as a watertight solid: between the walls, under the ceiling, ahead of the shut rear door
 * with its cut corners, behind the bulkhead, without arches and fixtures, with pits.
 */
export function freeSpace(kernel: Kernel, interior: Interior): Manifold {
	const top = Math.max(...interior.sections.flatMap((section) => section.ceiling.value)) + 50;
	const rearmost = Math.min(0, ...interior.rear.value) - 50;
	const parts: Manifold[] = [];
	/** Keeps a step of the work so that it can be let go at the end: the kernel's memory is not collected by itself. */
	const step = (solid: Manifold): Manifold => {
		parts.push(solid);
		return solid;
	};
	const xs = spread(interior.knots.x, rearmost, interior.length, FLAT);
	const heights = spread(interior.knots.z, 0, top, top);
	const width = (side: 'left' | 'right', x: number, z: number) => Math.max(0.5, halfWidth(interior, side, x, z));
	const between = step(
		gridSolid(
			kernel,
			xs,
			heights,
			(x, z) => vec3(x, -width('right', x, z), z),
			(x, z) => vec3(x, width('left', x, z), z)
		)
	);
	const far = Math.max(...interior.knots.z.flatMap((z) => xs.flatMap((x) => [width('left', x, z), width('right', x, z)]))) + 100;
	const ys = spread(interior.knots.y, -far, far, 2 * far);
	const under = step(
		gridSolid(
			kernel,
			xs,
			ys,
			(x, y) => vec3(x, y, Math.max(1, ceilingAt(interior, x, y))),
			(x, y) => vec3(x, y, -1)
		)
	);
	let free = step(step(between.intersect(under)).intersect(step(aheadOfDoor(kernel, interior, top, far))));
	for (const arch of interior.arches) free = step(free.subtract(step(archSolid(kernel, arch, far))));
	for (const { box } of interior.fixtures) free = step(free.subtract(step(boxSolid(kernel, box))));
	// A pit is dug a little into the room above it, so that the two share more than a face.
	for (const { box } of interior.pits) free = step(free.add(step(boxSolid(kernel, { ...box, z: [box.z[0], 1] }))));
	for (const part of parts) if (part !== free) part.delete();
	return free;
}

/** Everything ahead of the rear face. */
function aheadOfDoor(kernel: Kernel, interior: Interior, top: number, far: number): Manifold {
	const { cornerAlong, cornerAcross } = interior;
	const cut = cornerAlong > 0 && cornerAcross > 0;
	const heights = spread(
		interior.knots.rearZ.concat(interior.knots.z).sort((a, b) => a - b),
		-1,
		top,
		cut ? FLAT / 2 : top
	);
	const wall = (side: 'left' | 'right', z: number) => halfWidth(interior, side, rearAt(interior, z), z);
	// Columns go with the wall, so that the corner bends where the model bends it.
	const columns: ((z: number) => number)[] = [
		(z) => Math.min(-far, -wall('right', z) - 1),
		(z) => -wall('right', z),
		(z) => -Math.max(1, wall('right', z) - cornerAcross),
		(z) => Math.max(1, wall('left', z) - cornerAcross),
		(z) => wall('left', z),
		(z) => Math.max(far, wall('left', z) + 1)
	];
	return gridSolid(
		kernel,
		heights,
		columns.map((_, i) => i),
		(z, column) => {
			const y = columns[column](z);
			return vec3(rearFaceAt(interior, y, z), y, z);
		},
		(z, column) => vec3(interior.length + 100, columns[column](z), z)
	);
}

/** A wheel arch up to the outside of the walls. */
function archSolid(kernel: Kernel, arch: ArchSolid, far: number): Manifold {
	const s = sign(arch.side);
	const end = arch.halfFloor - arch.halfTop;
	const angles = Array.from({ length: ROUND + 1 }, (_, i) => (i / ROUND) * (Math.PI / 2));
	const ends = end > 0 ? angles.map((angle) => arch.halfTop + end * Math.sin(angle)) : [arch.halfFloor];
	const along = [...new Set([...ends.map((x) => arch.middle - x), ...ends.map((x) => arch.middle + x)])].sort((a, b) => a - b);
	const edge = Math.min(arch.edge, arch.height);
	const inward = [...new Set([...angles.map((angle) => edge * (1 - Math.cos(angle))), edge, far + 500 - arch.inner])].sort((a, b) => a - b);
	const top = (x: number, across: number): Vec3 => {
		// The very rim of an end is vertical; its last chord starts a hair inside it.
		const held = Math.max(arch.middle - arch.halfFloor + 1e-6, Math.min(arch.middle + arch.halfFloor - 1e-6, x));
		const y = s * (arch.inner + across);
		return vec3(x, y, Math.max(0, archHeightAt(arch, held, s * (arch.inner + across + 1e-9))));
	};
	const bottom = (x: number, across: number): Vec3 => vec3(x, s * (arch.inner + across), -10);
	return s > 0 ? gridSolid(kernel, along, inward, top, bottom) : gridSolid(kernel, along, inward, bottom, top);
}

/** A box as a solid. */
export function boxSolid(kernel: Kernel, { x, y, z }: Box): Manifold {
	const cube = kernel.Manifold.cube([Math.max(0, x[1] - x[0]), Math.max(0, y[1] - y[0]), Math.max(0, z[1] - z[0])]);
	const moved = cube.translate([x[0], y[0], z[0]]);
	cube.delete();
	return moved;
}
