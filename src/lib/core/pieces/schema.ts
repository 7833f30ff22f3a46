import { z } from 'zod';
import { fixedPlatformParams } from './fixed-platform/params';
import { slatCouchParams } from './slat-couch/params';

const entry = <const K extends string, S extends z.ZodObject>(kind: K, params: S) =>
	z.strictObject({ kind: z.literal(kind), name: z.string().trim().min(1).max(120), params });

/** A piece as the plan stores it: its kind, its name and the parameters of that kind. */
export const pieceSchema = z.discriminatedUnion('kind', [
	entry('fixed-platform', fixedPlatformParams),
	entry('slat-couch', slatCouchParams)
]);
export type Piece = z.infer<typeof pieceSchema>;
export type KindName = Piece['kind'];
