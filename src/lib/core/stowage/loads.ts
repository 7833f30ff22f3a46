import type { Size } from '../loading';
import { holders } from '../plan/gear';
import type { Gear, Plan } from '../plan/plan';

/** One thing to be stowed: one of some gear, with whatever is packed into it. */
export interface Item {
	/** The id of the gear, and which of it, from 0. */
	gear: string;
	copy: number;
	/** Ways round in which it may stand, as long as wide as high, mm; the first is as it was given. */
	turns: readonly Size[];
	/** With its contents. */
	kg: number;
	/** What may stand on it, kg. */
	bears: number;
	/** What it is worth that it is got at quickly: how often it is asked for in a day, or that it matters when it is. */
	uses: number;
	/** What it is, and what is packed into it is. */
	traits: ReadonlySet<string>;
	/** Gear that it must not share a compartment with. */
	apart: ReadonlySet<string>;
	/** The piece that it has to go to, if somebody said so. */
	under?: string;
}

/** Uses in a day: three stops a day, a trip of a week, an emergency once a year; our own judgement. */
const USES_A_DAY = { 'each stop': 3, 'each day': 1, 'each trip': 1 / 7, 'in an emergency': 1 / 365 } as const;
/** A bag gives way in one direction to these shares of its size, and grows in the two others. */
const PRESSED = [0.9, 0.8, 0.7, 0.6] as const;

/** What is for an emergency is seldom asked for, and then at once: it is placed as though it were used so often; our own judgement. */
const URGENT = 2;

const usesADay = ({ used }: Gear): number => USES_A_DAY[used ?? 'each trip'];

/** How often something is wanted, or whatever is packed into it: uses in a day, once a trip where nobody has said. */
export const wantedADay = (gear: Plan['gear'], id: string): number => Math.max(...withContents(gear, id).map((one) => usesADay(gear[one])));

/** Uses that should not have to wait, the most pressing first. */
const PRESSING = ['in an emergency', 'each stop', 'each day'] as const;

/** For what something, or what is packed into it, should not have to wait; nothing where it may. */
export const pressingUse = (gear: Plan['gear'], id: string): (typeof PRESSING)[number] | undefined =>
	PRESSING.find((used) => withContents(gear, id).some((one) => gear[one].used === used));

/** Whether something is gas, or holds some, of which nobody has said that it can run out of the vehicle. */
export const holdsUnventedGas = (gear: Plan['gear'], id: string): boolean =>
	withContents(gear, id).some((one) => gear[one].traits?.includes('gas') && !gear[one].vented);

/** Gear, and after it whatever is packed into it, in turn. */
const withContents = (gear: Plan['gear'], id: string): string[] => [
	id,
	...Object.keys(gear).filter((other) => other !== id && holders(gear, other).includes(id))
];

const rounded = (value: number): number => Math.round(value * 10) / 10;

/** The ways round in which a thing may stand; a bag pressed from each side as well. */
export function turnsOf({ length: l, width: w, height: h, anyWay, shape }: Gear): Size[] {
	const upright: Size[] = [
		[l, w, h],
		[w, l, h]
	];
	const laid: Size[] = [
		[l, h, w],
		[h, l, w],
		[w, h, l],
		[h, w, l]
	];
	const turns = anyWay ? [...upright, ...laid] : upright;
	if (shape === 'bag')
		for (const [x, y, z] of [...turns])
			for (const share of PRESSED) {
				// Its volume stays: the two other directions grow alike.
				const grown = 1 / Math.sqrt(share);
				turns.push([rounded(x * grown), rounded(y * grown), rounded(z * share)]);
				turns.push([rounded(x * share), rounded(y * grown), rounded(z * grown)]);
				turns.push([rounded(x * grown), rounded(y * share), rounded(z * grown)]);
			}
	return turns.filter((turn, i) => turns.findIndex((other) => other.every((side, k) => side === turn[k])) === i);
}

/** What a thing bears: as much as itself where nobody has said, and nothing where it is fragile or gives way. */
export function bearsOf({ bears, weight, traits, shape }: Gear): number {
	if (bears !== undefined) return bears;
	return traits?.includes('fragile') || shape === 'bag' ? 0 : weight;
}

/** Everything of a plan that has to be stowed: all gear but what is packed into other gear. */
export function itemsOf({ gear }: Pick<Plan, 'gear'>): Item[] {
	return Object.entries(gear)
		.filter(([, { into }]) => into === undefined)
		.flatMap(([id, own]) => {
			const all = withContents(gear, id);
			const contents = all.slice(1).map((one) => gear[one]);
			const traits = new Set(all.flatMap((one) => gear[one].traits ?? []));
			const apart = new Set([
				...all.flatMap((one) => gear[one].apart ?? []),
				...Object.keys(gear).filter((other) => gear[other].apart?.some((one) => all.includes(one)))
			]);
			const kg = own.weight + contents.reduce((sum, { weight, count }) => sum + weight * count, 0) / own.count;
			const item = {
				gear: id,
				turns: turnsOf(own),
				kg,
				bears: bearsOf(own),
				uses: Math.max(...[own, ...contents].map((one) => (one.used === 'in an emergency' ? URGENT : usesADay(one)))),
				traits,
				apart,
				...(own.under ? { under: own.under } : {})
			};
			return Array.from({ length: own.count }, (_, copy): Item => ({ ...item, copy }));
		});
}

/** Why two things must not share a compartment; nothing when they may. */
export function apartBecause(a: Pick<Item, 'gear' | 'traits' | 'apart'>, b: Pick<Item, 'gear' | 'traits' | 'apart'>): string | undefined {
	if (a.gear === b.gear) return undefined;
	if (a.apart.has(b.gear) || b.apart.has(a.gear)) return 'as you say';
	for (const [one, other] of [
		[a, b],
		[b, a]
	])
		for (const spoils of SPOILS) if (one.traits.has(spoils) && other.traits.has('clean')) return `${spoils} beside clean`;
	return undefined;
}

/** What must not lie with what is kept clean. */
const SPOILS = ['wet', 'dirty', 'smelly', 'gas'] as const;
