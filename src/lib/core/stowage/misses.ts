import { lengthMark } from '../units';
import type { Plan } from '../plan/plan';
import type { Compartment } from './compartments';
import { turnsOf, type Item } from './loads';

/** Why something is left over, and the smallest change that gets it in where one size of one compartment would. */
export interface Miss {
	why: string;
	change?: { compartment: string; axis: 'long' | 'broad' | 'high'; mm: number };
}

const AXES = ['long', 'broad', 'high'] as const;
/** Changes larger than this are no small changes, mm. */
const MOST = 400;

/** What keeps a thing out of every compartment, the nearest miss first. */
export function missFor(gear: Plan['gear'], item: Item, compartments: readonly Compartment[]): Miss {
	const { under } = item;
	const open = compartments.filter(({ piece }) => under === undefined || piece === under);
	if (open.length === 0)
		return { why: under === undefined ? 'No piece has room for things yet.' : 'The piece that it goes to has no room for things.' };
	const goesIn = (turns: Item['turns']) =>
		open.some(({ hold }) =>
			hold.spaces.some((space) => {
				const ledge = hold.ledgeOf(space);
				return turns.some((turn) => !hold.placesOn(ledge, turn, item.kg).next().done);
			})
		);
	if (goesIn(item.turns))
		return {
			why: 'It goes in by itself, but not with everything else: no order was found in which all goes in. Leave something else out, or add room.'
		};
	const own = gear[item.gear];
	if (!own.anyWay && goesIn(turnsOf({ ...own, anyWay: true })))
		return { why: 'It would go in laid on its side: say that it may lie any way round, if it may.' };
	let nearest: { change: NonNullable<Miss['change']>; name: string } | undefined;
	for (const { id, pieceName, space, hold } of open)
		for (const free of hold.spaces)
			for (const turn of item.turns) {
				const short = turn.map((side, i) => Math.max(0, side - (free[2 * i + 1] - free[2 * i])));
				const wrong = [0, 1, 2].filter((axis) => short[axis] > 0.01);
				if (wrong.length !== 1 || short[wrong[0]] > MOST) continue;
				const mm = Math.ceil(short[wrong[0]]);
				if (!nearest || mm < nearest.change.mm)
					nearest = { change: { compartment: id, axis: AXES[wrong[0]], mm }, name: `${pieceName}, ${space.name.toLowerCase()}` };
			}
	if (!nearest) return { why: 'It is too large in more than one direction for every compartment.' };
	const more = { long: 'longer', broad: 'broader', high: 'higher' }[nearest.change.axis];
	return { why: `It would go into ${nearest.name}, if that were ${lengthMark(nearest.change.mm)} ${more} inside.`, change: nearest.change };
}
