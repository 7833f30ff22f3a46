import { bounds } from '../geometry/polygon';
import type { Box } from '../geometry/vector';
import { archNotch, leastHalfWidth, type Interior } from '../interior';
import type { Space } from '../pieces';
import type { Gear } from '../plan/plan';

const size = (box: Box, axis: 'x' | 'y' | 'z') => Math.max(0, box[axis][1] - box[axis][0]);

/** Volume of a box in litres. */
export const litres = (box: Box): number => (size(box, 'x') * size(box, 'y') * size(box, 'z')) / 1e6;

/**
 * A space without what walls and wheel arches take from it, as alternatives: the room beside the arches at full length,
 * or the rooms before and behind them at full width.
 */
export function clearBoxes(interior: Interior, space: Space): Box[][] {
	const { x, z } = space.box;
	const y: [number, number] = [
		Math.max(space.box.y[0], -leastHalfWidth(interior, 'right', x, z)),
		Math.min(space.box.y[1], leastHalfWidth(interior, 'left', x, z))
	];
	let beside = y;
	let stretches: [number, number][] = [x];
	for (const arch of interior.arches) {
		const foot = archNotch(arch, Math.max(0, z[0]), 0);
		if (!foot) continue;
		const over = bounds(foot);
		if (over.x[0] >= x[1] || over.x[1] <= x[0] || over.y[0] >= y[1] || over.y[1] <= y[0]) continue;
		beside = arch.side === 'left' ? [beside[0], Math.min(beside[1], over.y[0])] : [Math.max(beside[0], over.y[1]), beside[1]];
		stretches = stretches.flatMap(([a, b]): [number, number][] => [
			[a, Math.min(b, over.x[0])],
			[Math.max(a, over.x[1]), b]
		]);
	}
	const whole = [{ x, y: beside, z }];
	if (stretches.length === 1) return [whole];
	return [whole, stretches.filter(([a, b]) => b > a).map((stretch) => ({ x: stretch, y, z }))];
}

/** Volume of several spaces together, litres. */
export const litresOf = (spaces: readonly Space[]): number => spaces.reduce((sum, { box }) => sum + litres(box), 0);

/** How well some equal, upright things fit into boxes. */
export interface Stowing {
	/** How many fit. */
	fits: number;
	/** Room left in the deciding direction when all fit, else what is missing, negative, mm. */
	margin: number;
	/** The deciding direction and the box. */
	axis: 'height' | 'floor';
	box: Box;
}

/** How many of `gear` stand in the boxes of the best alternative of each space, and by how much they fit or fail. */
export function stow(alternatives: Box[][], gear: Gear): Stowing {
	let best: Stowing | null = null;
	for (const boxes of alternatives)
		for (const [l, w] of [
			[gear.length, gear.width],
			[gear.width, gear.length]
		]) {
			const here = stowGrid(boxes, gear, l, w);
			if (!best || here.fits > best.fits || (here.fits === best.fits && here.margin > best.margin)) best = here;
		}
	return best ?? { fits: 0, margin: -gear.height, axis: 'height', box: { x: [0, 0], y: [0, 0], z: [0, 0] } };
}

function stowGrid(all: Box[], gear: Gear, l: number, w: number): Stowing {
	// A shelf that is too low is passed over as long as there is a higher one.
	const highEnough = all.filter((box) => size(box, 'z') >= gear.height);
	const boxes = highEnough.length > 0 ? highEnough : all;
	const grids = boxes.map((box) => ({ box, nx: Math.floor(size(box, 'x') / l), ny: Math.floor(size(box, 'y') / w) }));
	const onFloor = grids.reduce((sum, g) => sum + g.nx * g.ny, 0);
	const height = Math.min(...boxes.map((box) => size(box, 'z'))) - gear.height;
	const roomiest = [...grids].sort((a, b) => b.nx * b.ny - a.nx * a.ny || litres(b.box) - litres(a.box))[0];
	if (!roomiest) return { fits: 0, margin: -gear.height, axis: 'height', box: { x: [0, 0], y: [0, 0], z: [0, 0] } };
	const { box } = roomiest;
	if (onFloor >= gear.count) {
		// Spare room on the floor is what the things could grow by in the roomiest box.
		const floor = gear.count === 1 ? Math.min(size(box, 'x') - l, size(box, 'y') - w) : Infinity;
		return { fits: height >= 0 ? gear.count : 0, margin: Math.min(height, floor), axis: height <= floor ? 'height' : 'floor', box };
	}
	const ny = Math.max(1, roomiest.ny);
	const missing = roomiest.ny === 0 ? size(box, 'y') - w : size(box, 'x') - Math.ceil((gear.count - onFloor + roomiest.nx * ny) / ny) * l;
	return { fits: height >= 0 ? onFloor : 0, margin: Math.min(height, missing), axis: height < missing ? 'height' : 'floor', box };
}
