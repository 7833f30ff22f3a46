import { z } from 'zod';
import { RESERVED_KEYS } from './id';

/** Ways to join two parts for good, as a builder can do them with ordinary tools. */
export const JOIN_WAYS = [
	'screws',
	'glue and screws',
	'glue and pins',
	'pocket screws',
	'dowels and glue',
	'brackets',
	'bolts',
	'nothing'
] as const;
export type JoinWay = (typeof JOIN_WAYS)[number];

/** The key under which a piece says how all of its parts are joined that are not named by themselves. */
export const ALL_JOINS = 'all';

/** The key of two parts, the same in either order. */
export const joinKey = (a: string, b: string): string => [a, b].sort().join('+');

/**
 * How the parts of a piece are joined: all of them, two by their ids with a plus between, or one by its id to the vehicle (nothing: it
 * stands loose); a part that is gone is passed over.
 */
export const joinsSchema = z
	.record(
		z
			.string()
			.regex(/^[A-Za-z0-9][A-Za-z0-9.-]{0,119}(\+[A-Za-z0-9][A-Za-z0-9.-]{0,119})?$/, '“all”, a part, or two parts with a plus between')
			.refine((key) => !(RESERVED_KEYS as readonly string[]).includes(key), 'this name is reserved'),
		z.enum(JOIN_WAYS)
	)
	.refine((table) => Object.keys(table).length <= 500, 'at most 500 entries')
	.meta({ id: 'joins' });
export type Joins = z.infer<typeof joinsSchema>;
