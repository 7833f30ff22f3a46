/**
 * Gives back `next` with every part that equals the same part of `before` replaced by that very object. A plan
 * that came through a message or a file then keeps the identities that the memory of the derived stages goes by.
 */
export function shareStructure<T>(before: unknown, next: T): T {
	// Numbers go by their bits, so that what is no number does not make a plan look changed.
	if (Object.is(before, next)) return next;
	if (typeof next !== 'object' || next === null || typeof before !== 'object' || before === null) return next;
	if (Array.isArray(next) !== Array.isArray(before)) return next;
	const old = before as Record<string, unknown>;
	const values = next as Record<string, unknown>;
	const [keys, known] = [Object.keys(next), Object.keys(before)];
	let same = known.length === keys.length;
	const replaced: [key: string, by: unknown][] = [];
	for (const [i, key] of keys.entries()) {
		const was = Object.hasOwn(old, key) ? old[key] : undefined;
		const shared = shareStructure(was, values[key]);
		same &&= known[i] === key && Object.is(shared, was);
		if (!Object.is(shared, values[key])) replaced.push([key, shared]);
	}
	if (same) return before as T;
	if (replaced.length === 0) return next;
	return Object.assign(Array.isArray(next) ? [...next] : { ...next }, Object.fromEntries(replaced)) as T;
}
