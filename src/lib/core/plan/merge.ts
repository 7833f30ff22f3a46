/** A merged value, and the paths where both sides changed the same thing in different ways. */
export interface Merge<T> {
	value: T;
	conflicts: string[][];
}

const isTable = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null && !Array.isArray(value);

// Arrays and scalars are compared whole: a plan keeps what can be edited apart in tables keyed by id.
const equal = (a: unknown, b: unknown): boolean => Object.is(a, b) || JSON.stringify(a) === JSON.stringify(b);

/**
 * Merges two versions that grew from one: what only one side changed is taken from that side, and where both
 * changed the same entry differently `mine` wins and the path is reported. With (after, before, now) it is undo:
 * it takes back one edit and leaves every later one alone.
 */
export function mergeVersions<T>(base: T, mine: T, theirs: T): Merge<T> {
	const conflicts: string[][] = [];
	const value = mergeAt(base, mine, theirs, [], conflicts) as T;
	return { value, conflicts };
}

function mergeAt(base: unknown, mine: unknown, theirs: unknown, path: string[], conflicts: string[][]): unknown {
	if (Object.is(base, mine) || Object.is(mine, theirs)) return theirs;
	if (Object.is(base, theirs)) return mine;
	if (isTable(mine) && isTable(theirs) && isTable(base)) {
		const result: Record<string, unknown> = {};
		// The order of `mine` first, so that an undo restores the order of a table as well.
		for (const key of new Set([...Object.keys(mine), ...Object.keys(theirs)])) {
			const merged = mergeAt(base[key], mine[key], theirs[key], [...path, key], conflicts);
			if (merged !== undefined) result[key] = merged;
		}
		return result;
	}
	if (equal(base, mine)) return theirs;
	if (equal(base, theirs) || equal(mine, theirs)) return mine;
	conflicts.push(path);
	return mine;
}
