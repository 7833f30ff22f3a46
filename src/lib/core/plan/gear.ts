import type { Box } from '../geometry/vector';
import type { Gear, Pinned } from './plan';

/** What something is packed into in the end, by its id: itself where it is packed into nothing. */
export function outermost(gear: Readonly<Record<string, Pick<Gear, 'into'>>>, id: string): string {
	let at = id;
	for (let into = gear[at]?.into; into !== undefined; into = gear[at]?.into) at = into;
	return at;
}

/** Where something stands that somebody put into a compartment, whose box is given; mm. */
export function pinnedBox({ x, y, z, size }: Pinned, room: Box): Box {
	const from = (axis: 'x' | 'y' | 'z', by: number, long: number): [number, number] => [room[axis][0] + by, room[axis][0] + by + long];
	return { x: from('x', x, size[0]), y: from('y', y, size[1]), z: from('z', z, size[2]) };
}

/** Where the first of some gear stand, as somebody put them, among the compartments of their piece; what is in one that is gone is left out. */
export const pinnedBoxes = ({ pinned = [] }: Pick<Gear, 'pinned'>, spaces: readonly { id: string; box: Box }[]): Box[] =>
	pinned.flatMap((pin) => spaces.filter(({ id }) => id === pin.space).map(({ box }) => pinnedBox(pin, box)));
