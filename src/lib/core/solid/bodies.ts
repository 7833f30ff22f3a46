import type { Manifold } from 'manifold-3d';
import type { Figure, Limb } from '../people';
import type { Kernel } from './grid';

/** Segments round the balls of a limb: smooth enough at the size of a screen. */
const ROUND = 20;

/** A limb as the hull of the balls at its ends, on either side of its way where it is broader than deep. */
function limbSolid(kernel: Kernel, { from, to, r, spread }: Limb): Manifold {
	const ball = kernel.Manifold.sphere(r, ROUND);
	const sides = spread.x || spread.y || spread.z ? [-1, 1] : [0];
	const balls = [from, to].flatMap((end) =>
		sides.map((side) => ball.translate([end.x + side * spread.x, end.y + side * spread.y, end.z + side * spread.z]))
	);
	const limb = kernel.Manifold.hull(balls);
	for (const solid of [ball, ...balls]) solid.delete();
	return limb;
}

/** A posed body as one solid. */
export function bodySolid(kernel: Kernel, { limbs }: Figure): Manifold {
	const parts = limbs.map((limb) => limbSolid(kernel, limb));
	const body = kernel.Manifold.union(parts);
	for (const part of parts) part.delete();
	return body;
}
