/** A change of one value of a plan: where it stands and what it becomes. `undefined` takes the entry out. */
export interface Edit {
	path: string[];
	value: unknown;
}

/**
 * The plan with the edits made, sharing every part that no edit touches.
 *
 * @throws RangeError when a path leads through something that is not there.
 */
export function applyEdits<T>(plan: T, edits: readonly Edit[]): T {
	return edits.reduce((result, edit) => setAt(result, edit.path, edit.value, edit.path) as T, plan);
}

function setAt(node: unknown, path: readonly string[], value: unknown, whole: readonly string[]): unknown {
	if (path.length === 0) return value;
	if (typeof node !== 'object' || node === null) throw new RangeError(`There is nothing at ${whole.join(' › ')}.`);
	const [key, ...rest] = path;
	const copy = (Array.isArray(node) ? [...node] : { ...node }) as Record<string, unknown>;
	const next = setAt(Object.hasOwn(copy, key) ? copy[key] : undefined, rest, value, whole);
	if (next === undefined) delete copy[key];
	else copy[key] = next;
	return copy;
}

/** What is turned or set by an edit, as one word. */
export const placeOf = ({ path }: { path: readonly string[] }): string => path.join('\n');

/** The value at a path, or undefined when the path leads nowhere. */
export function valueAtPath(plan: unknown, path: readonly string[]): unknown {
	let node = plan;
	for (const key of path) {
		if (typeof node !== 'object' || node === null || !Object.hasOwn(node, key)) return undefined;
		node = (node as Record<string, unknown>)[key];
	}
	return node;
}
