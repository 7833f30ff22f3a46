import { remember } from '../memory';
import { randomFrom } from '../practice/random';
import { ROUNDING, volumeOf, type Cuboid, type Size } from './cuboid';
import type { Hold } from './hold';

/** Equal boxes to fill a room with. */
export interface Kind {
	/** The ways round in which one may stand, mm. */
	turns: readonly Size[];
	count: number;
	kg: number;
	/** What may stand on one, kg. */
	bears: number;
}

/** One box of a filled room. */
export interface Filled {
	kind: number;
	box: Cuboid;
}

/** Some equal boxes side by side, behind and on top of one another, put in at once. */
interface Block {
	kind: number;
	turn: Size;
	n: Size;
	at: Cuboid;
}

/** A search begins again from so much of the best, at random between these shares. */
const KEPT = [0.2, 0.95] as const;
/**
 * How far chance may shift the worth of a block when it is chosen, one of these for each round: mostly a little, now and then so far
 * that any may come first.
 */
const CHANCES = [0.1, 0.1, 0.1, 0.1, 0.2, 0.2, 0.35, 0.35, 0.35, 8] as const;

interface Load {
	blocks: Block[];
	volume: number;
}

/** The least that boxes of a kind take along each direction, whichever way round they stand. Remembered. */
const leastOf = remember(({ turns }: Kind): Size => {
	const least = (axis: 0 | 1 | 2) => Math.min(...turns.map((turn) => turn[axis]));
	return [least(0), least(1), least(2)];
});

/** How much of equal boxes goes into a space: as many as fit, the last rows left off where there are not enough. */
function blocksFor(space: Cuboid, { turns, kg, bears }: Kind, left: number): { turn: Size; n: Size }[] {
	const found: { turn: Size; n: Size }[] = [];
	const [wide, deep, high] = [space[1] - space[0] + ROUNDING, space[3] - space[2] + ROUNDING, space[5] - space[4] + ROUNDING];
	// So many on top of one another as the lowest bears.
	const storeys = kg > 0 ? 1 + Math.floor(bears / kg) : Infinity;
	for (const turn of turns) {
		if (turn[0] > wide || turn[1] > deep || turn[2] > high) continue;
		const nz = Math.min(Math.floor(high / turn[2]), storeys, left);
		const ny = Math.min(Math.floor(deep / turn[1]), Math.floor(left / nz));
		const nx = Math.min(Math.floor(wide / turn[0]), Math.floor(left / (nz * ny)));
		found.push({ turn, n: [nx, ny, nz] });
		// A single column or row as well: it may leave the better rest.
		if (nx * ny > 1) found.push({ turn, n: [1, ny, nz] }, { turn, n: [1, 1, nz] });
	}
	return found;
}

/** The boxes of a block, from the lowest up. */
function boxesOf({ at, turn, n }: Block): Cuboid[] {
	const boxes: Cuboid[] = [];
	for (let k = 0; k < n[2]; k++)
		for (let i = 0; i < n[0]; i++)
			for (let j = 0; j < n[1]; j++) {
				const [x, y, z] = [at[0] + i * turn[0], at[2] + j * turn[1], at[4] + k * turn[2]];
				boxes.push([x, x + turn[0], y, y + turn[1], z, z + turn[2]]);
			}
	return boxes;
}

/**
 * Fills a hold from the back to the front: in the rearmost lowest space the block of greatest worth, until nothing goes in.
 *
 * @param start blocks that are put in first
 * @param chance 0 for the greatest block each time, else a number that shifts its worth
 */
function build(empty: Hold, kinds: readonly Kind[], start: readonly Block[], chance: () => number): Load {
	const hold = empty.copy();
	const left = kinds.map(({ count }) => count);
	const blocks: Block[] = [];
	let volume = 0;
	const put = (block: Block) => {
		const { kg, bears } = kinds[block.kind];
		hold.putAll(boxesOf(block), block.at, kg, bears);
		left[block.kind] -= block.n[0] * block.n[1] * block.n[2];
		volume += volumeOf(block.at);
		blocks.push(block);
	};
	start.forEach(put);
	const given = new Set<Cuboid>();
	for (;;) {
		let space: Cuboid | undefined;
		for (const one of hold.spaces) if (!given.has(one) && (!space || rearmost(one, space) < 0)) space = one;
		if (!space) return { blocks, volume };
		const block = firstThatStands(hold, space, kinds, left, chance);
		if (block) put(block);
		else given.add(space);
	}
}

/** The block of greatest worth that may stand in a space. */
function firstThatStands(
	hold: Hold,
	space: Cuboid,
	kinds: readonly Kind[],
	left: readonly number[],
	chance: () => number
): Block | undefined {
	const tried: { kind: number; turn: Size; n: Size; size: Size; worth: number }[] = [];
	const [wide, deep, high] = [space[1] - space[0] + ROUNDING, space[3] - space[2] + ROUNDING, space[5] - space[4] + ROUNDING];
	kinds.forEach((kind, i) => {
		if (left[i] === 0) return;
		const [x, y, z] = leastOf(kind);
		if (x > wide || y > deep || z > high) return;
		for (const { turn, n } of blocksFor(space, kind, left[i])) {
			const size: Size = [turn[0] * n[0], turn[1] * n[1], turn[2] * n[2]];
			tried.push({ kind: i, turn, n, size, worth: size[0] * size[1] * size[2] * (1 + chance()) });
		}
	});
	tried.sort((a, b) => b.worth - a.worth);
	const ledge = hold.ledgeOf(space);
	for (const { kind, turn, n, size } of tried) {
		const [at] = hold.placesOn(ledge, size, kinds[kind].kg * n[0] * n[1] * n[2]);
		if (at) return { kind, turn, n, at };
	}
	return undefined;
}

const rearmost = (a: Cuboid, b: Cuboid): number => a[0] - b[0] || a[4] - b[4] || a[2] - b[2];

/**
 * Fills one room with as much volume of boxes as can be found: built up block by block (after F. Parreño, R. Alvarez-Valdes,
 * J. M. Tamarit and J. F. Oliveira, INFORMS J. on Computing 20, 2008), then taken down in part and built up again, over and over.
 * Every step gives the best so far; it never ends by itself. The same seed gives the same answers in the same order.
 *
 * @param empty the room; nothing has been put into it
 */
export function* filling(empty: Hold, kinds: readonly Kind[], seed: string): Generator<{ filled: Filled[]; volume: number }, never> {
	const random = randomFrom(seed);
	let best = build(empty, kinds, [], () => 0);
	let current = best;
	for (;;) {
		yield {
			filled: best.blocks.flatMap((block) => boxesOf(block).map((box) => ({ kind: block.kind, box }))),
			volume: best.volume
		};
		const share = KEPT[0] + random() * (KEPT[1] - KEPT[0]);
		const kept = random() < 0.15 ? [] : current.blocks.slice(0, Math.floor(share * current.blocks.length));
		const shift = CHANCES[Math.floor(random() * CHANCES.length)];
		const next = build(empty, kinds, kept, () => shift * random());
		if (next.volume >= current.volume) current = next;
		if (current.volume > best.volume) best = current;
	}
}
