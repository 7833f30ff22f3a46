import { z } from 'zod';

/** Names that JavaScript objects already carry: a table keyed by one of them would not be a plain table. */
export const RESERVED_KEYS = ['__proto__', 'constructor', 'prototype'] as const;

/** The key of an entry in one of the plan's tables: a short lower-case word, for instance `couch` or `station-2`. */
export const idSchema = z
	.string()
	.regex(/^[a-z][a-z0-9-]{0,39}$/, 'an id is lower-case letters, digits and dashes, at most 40, starting with a letter')
	.refine((id) => !(RESERVED_KEYS as readonly string[]).includes(id), 'this id is reserved');

/** A table of the plan: entries by id, in the order in which they were added, at most 200. */
export const tableOf = <T extends z.ZodType>(entry: T) =>
	z.record(idSchema, entry).refine((table) => Object.keys(table).length <= 200, 'at most 200 entries');

/** An id that `table` does not use yet, made from a name: `Slat couch` becomes `slat-couch`, then `slat-couch-2`. */
export function freeId(table: Readonly<Record<string, unknown>>, name: string): string {
	const base =
		name
			.toLowerCase()
			.replace(/[^a-z0-9]+/g, '-')
			.replace(/^[^a-z]+|-+$/g, '')
			.slice(0, 34) || 'item';
	let id = (RESERVED_KEYS as readonly string[]).includes(base) ? `${base}-1` : base;
	for (let n = 2; Object.hasOwn(table, id); n++) id = `${base}-${n}`;
	return id;
}
