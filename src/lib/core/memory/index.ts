/**
 * A pure function that remembers its results by the identity of its arguments, all of them objects, for as long as
 * those live. Plans share what an edit does not touch, so a change recomputes only what depends on it.
 */
export function remember<A extends object[], R>(compute: (...inputs: A) => R): (...inputs: A) => R {
	type Node = { next?: WeakMap<object, Node>; result?: { value: R } };
	const root: Node = {};
	return (...inputs) => {
		let node = root;
		for (const input of inputs) {
			node.next ??= new WeakMap();
			let next = node.next.get(input);
			if (!next) node.next.set(input, (next = {}));
			node = next;
		}
		node.result ??= { value: compute(...inputs) };
		return node.result.value;
	};
}
