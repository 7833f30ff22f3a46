import { bounds } from '../geometry/polygon';
import { boxAround, sidesOf } from '../geometry/vector';
import { remember } from '../memory';
import { chainOf, movesAlong, placePiece } from '../modes';
import type { Assembly } from '../pieces';

/** Something rigid that has to be carried in: a module as it is when folded, or a board or bar by itself. */
export interface Item {
	name: string;
	/** Longest side first, mm. */
	size: [number, number, number];
}

/** The smallest box round everything on a link, over the states in which it is there. */
function moduleSize(assembly: Assembly, link: string): Item['size'] | null {
	let least: Item['size'] | null = null;
	for (const state of assembly.states) {
		const parts = placePiece('', '', assembly, { ...state, out: [] }).parts.filter(({ part }) =>
			movesAlong(assembly.links, part.link, link)
		);
		if (parts.length === 0) continue;
		const size = sidesOf(boxAround(parts.flatMap(({ lower, upper }) => [...lower, ...upper])));
		if (!least || size[0] * size[1] * size[2] < least[0] * least[1] * least[2]) least = size;
	}
	return least;
}

/** What of an assembly is carried in as it is, equal things once: remembered. */
export const itemsOf = remember((assembly: Assembly): Item[] => {
	const modules = assembly.links.filter(({ module }) => module);
	const inModule = (link: string) => chainOf(assembly.links, link).some((id) => modules.some((module) => module.id === id));
	const items = [
		...modules.flatMap(({ id, module }): Item[] => {
			const size = moduleSize(assembly, id);
			return size ? [{ name: module!, size }] : [];
		}),
		...assembly.parts
			.filter((part) => !inModule(part.link))
			.map((part): Item => {
				const { x, y } = bounds(part.outline);
				return { name: part.name, size: sidesOf({ x, y, z: [0, part.thickness] }) };
			})
	];
	const key = ({ name, size }: Item) => `${name}:${size.map((mm) => Math.round(mm)).join()}`;
	return [...new Map(items.map((item) => [key(item), item])).values()];
});
