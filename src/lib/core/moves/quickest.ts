/** A way out of a node: where it leads and what it costs. */
export interface Edge<N, A> {
	to: N;
	action: A;
	cost: number;
}

/** The cheapest way through a graph, or what was seen before it became clear that there is none. */
export type Search<N, A> =
	| { found: true; actions: A[]; cost: number; proven: true }
	| { found: false; /** True when everything that can be reached was looked at. */ complete: boolean; seen: N[] };

/**
 * The cheapest way from a node to a goal (Dijkstra 1959): exact, as long as no more than `most` nodes have to be looked at.
 *
 * @param keyOf tells nodes apart
 * @param edges the ways out of a node; costs must not be negative
 */
export function quickest<N, A>(
	start: N,
	isGoal: (node: N) => boolean,
	keyOf: (node: N) => string,
	edges: (node: N) => Edge<N, A>[],
	most = 20000
): Search<N, A> {
	interface Entry {
		node: N;
		cost: number;
		actions: A[];
	}
	const open: Entry[] = [{ node: start, cost: 0, actions: [] }];
	const done = new Map<string, N>();
	while (open.length > 0) {
		// Few nodes are open at a time: the least is sought, not kept sorted.
		let least = 0;
		for (let i = 1; i < open.length; i++) if (open[i].cost < open[least].cost) least = i;
		const [entry] = open.splice(least, 1);
		const key = keyOf(entry.node);
		if (done.has(key)) continue;
		done.set(key, entry.node);
		if (isGoal(entry.node)) return { found: true, actions: entry.actions, cost: entry.cost, proven: true };
		if (done.size >= most) return { found: false, complete: false, seen: [...done.values()] };
		for (const { to, action, cost } of edges(entry.node))
			if (!done.has(keyOf(to))) open.push({ node: to, cost: entry.cost + cost, actions: [...entry.actions, action] });
	}
	return { found: false, complete: true, seen: [...done.values()] };
}
