/**
 * Gives back `next` with every part that equals the same part of `before` replaced by that very object. A plan
 * that came through a message or a file then keeps the identities that the memory of the derived stages goes by.
 */
export function shareStructure<T>(before: unknown, next: T): T {
	if (Object.is(before, next)) return next;
	if (typeof next !== 'object' || next === null || typeof before !== 'object' || before === null) return next;
	if (Array.isArray(next) !== Array.isArray(before)) return next;
	const old = before as Record<string, unknown>;
	const keys = Object.keys(next);
	let same = Object.keys(before).length === keys.length && keys.join() === Object.keys(before).join();
	const result: Record<string, unknown> | unknown[] = Array.isArray(next) ? [] : {};
	for (const key of keys) {
		const shared = shareStructure(Object.hasOwn(old, key) ? old[key] : undefined, (next as Record<string, unknown>)[key]);
		(result as Record<string, unknown>)[key] = shared;
		same &&= Object.is(shared, old[key]);
	}
	return same ? (before as T) : (result as T);
}
