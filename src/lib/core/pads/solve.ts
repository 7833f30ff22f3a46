import type { Highs } from 'highs';
import { layOutBars } from '../cutting/lengths';
import type { FoamStock } from '../plan/foams';
import { stripsFor, type PadWish, type Strip } from './strips';

/** One way to make a set of cushions. */
export interface PadPlan {
	/** Key of the foam in the stock that it is cut from. */
	foam: string;
	/** The cushions: equal ones of a strip side by side along the couch. */
	cushions: (Strip & { length: number; count: number })[];
	/** How many blocks have to be bought, how they are cut across, and the share that is left over. */
	blocks: number;
	lanes: number[][];
	waste: number;
	price: number;
	/** False when another cutting of the strips might do with fewer blocks. */
	proven: boolean;
}

/** Strips that are wider than a block are made of equal halves or thirds. */
const narrowed = (strips: Strip[], widest: number): Strip[] =>
	strips.flatMap((strip) => {
		const parts = Math.ceil(strip.width / widest);
		return Array.from({ length: parts }, () => ({ ...strip, width: strip.width / parts }));
	});

function planFrom(id: string, foam: FoamStock, wish: PadWish, solver: Highs): PadPlan {
	const strips = narrowed(stripsFor(wish), foam.width);
	const along = Math.ceil(wish.length / foam.length);
	const length = wish.length / along;
	// A long block holds several lanes of short cushions, one behind the other.
	const lanesInBlock = Math.max(1, Math.floor(foam.length / length));
	const pieces = strips.flatMap(({ width }, i) => Array.from({ length: along }, (_, k) => ({ id: `${i}-${k}`, length: width })));
	const cut = layOutBars(pieces, [{ length: foam.width, price: 1 }], 0, solver);
	const blocks = Math.ceil(cut.bars.length / lanesInBlock);
	const used = pieces.reduce((sum, piece) => sum + piece.length * length, 0);
	return {
		foam: id,
		cushions: strips.map((strip) => ({ ...strip, length, count: along })),
		blocks,
		lanes: cut.bars.map((bar) => bar.pieces.map((piece) => piece.length)),
		waste: 1 - used / (blocks * foam.length * foam.width),
		price: blocks * foam.price,
		proven: cut.proven && lanesInBlock === 1
	};
}

const countOf = (plan: PadPlan) => plan.cushions.reduce((sum, { count }) => sum + count, 0);

/**
 * Ways to make one set of cushions for day and night from the foam in the stock that has the right thickness: fewest
 * cushions first, then least money, then least waste.
 */
export function padPlans(wish: PadWish, foams: Record<string, FoamStock>, solver: Highs): PadPlan[] {
	return Object.entries(foams)
		.filter(([, foam]) => Math.abs(foam.thickness - wish.thickness) < 0.5)
		.map(([id, foam]) => planFrom(id, foam, wish, solver))
		.sort((a, b) => countOf(a) - countOf(b) || a.price - b.price || a.waste - b.waste);
}
