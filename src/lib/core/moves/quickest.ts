import TinyQueue from 'tinyqueue';

/** A way out of a node: where it leads and what it costs. */
export interface Edge<N, A> {
	to: N;
	action: A;
	cost: number;
}

/** The cheapest way through a graph, or what was seen before it became clear that there is none. */
export type Search<N, A> =
	| { found: true; actions: A[]; cost: number; goal: N; looked: number }
	| { found: false; /** True when everything that can be reached was looked at. */ complete: boolean; looked: number };

/** Sums that differ by no more than rounding are equal: among equals what is furthest goes on. */
const rounded = (cost: number): number => Math.round(cost * 1e6) / 1e6;

/** How many nodes are looked at before a search gives up and says so. */
export const MOST_NODES = 20000;

/**
 * The cheapest way from a node to a goal: Dijkstra's search (1959), led by an estimate as by Hart, Nilsson and Raphael
 * (1968). Exact, as long as no more than `most` nodes have to be looked at and the estimate never falls by more along
 * an edge than the edge costs.
 *
 * @param keyOf tells nodes apart
 * @param edges the ways out of a node; costs must not be negative
 * @param estimate what is still to be paid at the least; Infinity where no way leads to a goal
 */
export function quickest<N, A>(
	start: N,
	isGoal: (node: N) => boolean,
	keyOf: (node: N) => string,
	edges: (node: N) => Edge<N, A>[],
	estimate: (node: N) => number = () => 0,
	most = MOST_NODES
): Search<N, A> {
	interface Entry {
		node: N;
		cost: number;
		total: number;
		from?: Entry;
		action?: A;
		/** Among equals what was found first goes on, so that the answer is always the same. */
		order: number;
	}
	let order = 0;
	const open = new TinyQueue<Entry>(
		[{ node: start, cost: 0, total: rounded(estimate(start)), order }],
		(a, b) => a.total - b.total || b.cost - a.cost || a.order - b.order
	);
	const done = new Set<string>();
	for (let entry = open.pop(); entry; entry = open.pop()) {
		const key = keyOf(entry.node);
		if (done.has(key)) continue;
		if (isGoal(entry.node)) {
			const actions: A[] = [];
			for (let step: Entry | undefined = entry; step?.action !== undefined; step = step.from) actions.push(step.action);
			return { found: true, actions: actions.reverse(), cost: entry.cost, goal: entry.node, looked: done.size };
		}
		if (done.size >= most) return { found: false, complete: false, looked: done.size };
		done.add(key);
		for (const { to, action, cost } of edges(entry.node)) {
			const left = estimate(to);
			if (left === Infinity || done.has(keyOf(to))) continue;
			open.push({ node: to, cost: entry.cost + cost, total: rounded(entry.cost + cost + left), from: entry, action, order: ++order });
		}
	}
	return { found: false, complete: true, looked: done.size };
}
