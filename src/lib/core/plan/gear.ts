import type { Box } from '../geometry/vector';
import type { Gear, Pinned } from './plan';

/** Something and whatever it is packed into, in turn, from within; nothing twice, also where it leads back to itself. */
export function holders(gear: Readonly<Record<string, Pick<Gear, 'into'>>>, id: string): string[] {
	const all = new Set<string>();
	for (let at: string | undefined = id; at !== undefined && !all.has(at); at = gear[at]?.into) all.add(at);
	return [...all];
}

/** What something is packed into in the end, by its id: itself where it is packed into nothing. */
export const outermost = (gear: Readonly<Record<string, Pick<Gear, 'into'>>>, id: string): string => holders(gear, id).at(-1)!;

/** Where something stands that somebody put into a compartment, whose box is given; mm. */
export function pinnedBox({ x, y, z, size }: Pinned, room: Box): Box {
	const from = (axis: 'x' | 'y' | 'z', by: number, long: number): [number, number] => [room[axis][0] + by, room[axis][0] + by + long];
	return { x: from('x', x, size[0]), y: from('y', y, size[1]), z: from('z', z, size[2]) };
}

/** Where the first of some gear stand, as somebody put them, among the compartments of their piece; what is in one that is gone is left out. */
export const pinnedBoxes = ({ pinned = [], count }: Pick<Gear, 'pinned' | 'count'>, spaces: readonly { id: string; box: Box }[]): Box[] =>
	pinned.slice(0, count).flatMap((pin) => spaces.filter(({ id }) => id === pin.space).map(({ box }) => pinnedBox(pin, box)));
