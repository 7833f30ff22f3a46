import { applyEdits, type Edit } from './edit';

/** A place that both sides changed, each differently. `undefined` stands for an entry that was taken out. */
export interface Conflict {
	path: string[];
	mine: unknown;
	theirs: unknown;
}

/** Who wins where both sides changed the same; undefined leaves the question open (and mine in place). */
export type Choice = (path: readonly string[]) => 'mine' | 'theirs' | undefined;

/** A merged value, and the places that are still to be asked about. */
export interface Merge<T> {
	value: T;
	conflicts: Conflict[];
}

const isTable = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null && !Array.isArray(value);

const equal = (a: unknown, b: unknown): boolean => Object.is(a, b) || JSON.stringify(a) === JSON.stringify(b);

/** Lists of which each entry stands for itself: both sides may add some and take some out. All other lists are geometry, where the place counts. */
const LISTS_OF_ENTRIES = ['log', 'wants', 'uses'];
const isListOfEntries = (path: readonly string[]): boolean =>
	LISTS_OF_ENTRIES.includes(path[path.length - 1]) || (path[0] === 'practice' && path[1] === 'readings');

/**
 * Merges two versions that grew from one: what only one side changed is taken from that side, lists of entries entry by
 * entry. Where both changed the same place differently, `choice` decides; what it leaves open is reported, and has `mine`
 * meanwhile. With (after, before, now) it is undo: it takes back one edit and leaves every later one alone.
 */
export function mergeVersions<T>(base: T, mine: T, theirs: T, choice: Choice = () => undefined): Merge<T> {
	const conflicts: Conflict[] = [];
	const value = mergeAt(base, mine, theirs, [], (conflict) => {
		const chosen = choice(conflict.path);
		if (!chosen) conflicts.push(conflict);
		return chosen === 'theirs' ? conflict.theirs : conflict.mine;
	}) as T;
	return { value, conflicts };
}

function mergeAt(base: unknown, mine: unknown, theirs: unknown, path: string[], decide: (conflict: Conflict) => unknown): unknown {
	if (Object.is(base, mine) || Object.is(mine, theirs)) return theirs;
	if (Object.is(base, theirs)) return mine;
	if (isTable(mine) && isTable(theirs) && isTable(base)) {
		const result: Record<string, unknown> = {};
		const at = (table: Record<string, unknown>, key: string) => (Object.hasOwn(table, key) ? table[key] : undefined);
		// The order of `mine` first, so that an undo restores the order of a table as well.
		for (const key of new Set([...Object.keys(mine), ...Object.keys(theirs)])) {
			const merged = mergeAt(at(base, key), at(mine, key), at(theirs, key), [...path, key], decide);
			if (merged !== undefined) result[key] = merged;
		}
		return result;
	}
	if (equal(base, mine)) return theirs;
	if (equal(base, theirs) || equal(mine, theirs)) return mine;
	if (Array.isArray(base) && Array.isArray(mine) && Array.isArray(theirs)) {
		if (isListOfEntries(path)) return mergeEntries(base, mine, theirs);
		// Offsets from a batten: entries that stay in their places are sizes like any other.
		if (base.length === mine.length && base.length === theirs.length)
			return base.map((old, i) => mergeAt(old, mine[i], theirs[i], [...path, String(i)], decide));
	}
	return decide({ path, mine, theirs });
}

/** How often each entry stands in a list, by its text. */
function counted(list: readonly unknown[]): Map<string, number> {
	const counts = new Map<string, number>();
	for (const entry of list) counts.set(JSON.stringify(entry), (counts.get(JSON.stringify(entry)) ?? 0) + 1);
	return counts;
}

/** Their list, without what mine took out and with what it added, each entry as often as it was added. */
function mergeEntries(base: readonly unknown[], mine: readonly unknown[], theirs: readonly unknown[]): unknown[] {
	const before = counted(base);
	const takenOut = counted(base);
	for (const [text, count] of counted(mine)) takenOut.set(text, Math.max(0, (takenOut.get(text) ?? 0) - count));
	const kept = theirs.filter((entry) => {
		const left = takenOut.get(JSON.stringify(entry)) ?? 0;
		if (left > 0) takenOut.set(JSON.stringify(entry), left - 1);
		return left === 0;
	});
	const added = mine.filter((entry) => {
		const left = before.get(JSON.stringify(entry)) ?? 0;
		if (left > 0) before.set(JSON.stringify(entry), left - 1);
		return left === 0;
	});
	return [...kept, ...added];
}

/** The edits that make one version into another: the smallest places that differ, tables entry by entry. */
export function editsBetween(before: unknown, after: unknown, path: string[] = []): Edit[] {
	if (Object.is(before, after)) return [];
	if (isTable(before) && isTable(after))
		return [...new Set([...Object.keys(before), ...Object.keys(after)])].flatMap((key) =>
			editsBetween(before[key], after[key], [...path, key])
		);
	return equal(before, after) ? [] : [{ path, value: after }];
}

/** Two versions brought together so that the outcome is valid. */
export interface Reconciled<T> extends Merge<T> {
	/** Changes of mine that cannot be made any more after theirs; the value is without them. */
	misfits: Edit[];
}

/**
 * Merges like {@link mergeVersions}, but never into something that is not valid: changes of mine that do not go together with
 * theirs are left out one by one, and everything else of them is taken over.
 *
 * @param theirs must be valid itself
 */
export function reconcile<T>(base: T, mine: T, theirs: T, valid: (value: T) => boolean, choice?: Choice): Reconciled<T> {
	const merge = mergeVersions(base, mine, theirs, choice);
	if (Object.is(merge.value, theirs) || valid(merge.value)) return { ...merge, misfits: [] };
	let value = theirs;
	/** Takes over as many of some edits as can be, halving where not all of them can; gives those that cannot. */
	const take = (edits: Edit[]): Edit[] => {
		if (edits.length === 0) return [];
		const next = tried(value, edits);
		if (next !== undefined && valid(next)) {
			value = next;
			return [];
		}
		if (edits.length === 1) return edits;
		const middle = edits.length >> 1;
		return [...take(edits.slice(0, middle)), ...take(edits.slice(middle))];
	};
	let misfits = editsBetween(theirs, merge.value);
	// What did not fit at first may after another: the sheet before the board that is cut from it.
	for (let before = Infinity; misfits.length > 0 && misfits.length < before;) {
		before = misfits.length;
		misfits = take(misfits);
	}
	return { value, conflicts: merge.conflicts, misfits };
}

function tried<T>(value: T, edits: readonly Edit[]): T | undefined {
	try {
		return applyEdits(value, edits);
	} catch (error) {
		if (error instanceof RangeError) return undefined;
		throw error;
	}
}
