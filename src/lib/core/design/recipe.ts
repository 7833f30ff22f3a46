import type { z } from 'zod';
import type { PieceKind } from '../pieces/assembly';
import { numberRange, parameterMeta } from '../pieces/parameter';
import { assembleDesign } from './assemble';
import type { Design } from './schema';

/** A kind of piece that is written as a tree: what is asked, and what it is made of. Everything else follows. */
export interface Recipe<S extends z.ZodObject> extends Omit<PieceKind<S>, 'assemble' | 'design'> {
	heightParam: keyof z.infer<S> & string;
	alongParam: keyof z.infer<S> & string;
	/**
	 * The nodes for some parameters, and ways in which it stands where it has more than one. Sums in them reach `height` and `start`,
	 * whatever the parameters of these are called, and every other parameter that is a number by its name.
	 */
	tree(params: z.infer<S>): Pick<Design, 'nodes'> & Partial<Omit<Design, 'nodes' | 'sizes'>>;
}

/** A kind of piece from its recipe: its numbers are the named sizes of a design, which taking it apart leaves to whoever does. */
export function fromRecipe<S extends z.ZodObject>({ tree, ...kind }: Recipe<S>): PieceKind<S> {
	const { heightParam, alongParam } = kind;
	const named = Object.entries(kind.params.shape).flatMap(([key, schema]) => {
		const range = key === heightParam || key === alongParam ? undefined : numberRange(schema);
		return range ? [{ key, called: parameterMeta(schema).label, low: range[0], high: range[1] }] : [];
	});
	const design = (params: z.infer<S>): Design => {
		const values = params as Record<string, number>;
		const sizes = Object.fromEntries(named.map(({ key, ...rest }) => [key, { ...rest, value: values[key] }]));
		return { asBuilt: 'As built', poses: {}, ...tree(params), sizes };
	};
	return {
		...kind,
		design,
		assemble(params, { interior, seats, neighbours, stock }) {
			const given = { height: params[heightParam] as number, start: params[alongParam] as number };
			return assembleDesign(design(params), { interior, seats, neighbours, stock, given }).assembly;
		}
	};
}
