import type { Plan } from '../plan/plan';
import type { Compartment } from './compartments';
import { wayOut } from './getting-at';
import { apartBecause, itemsOf, type Item } from './loads';
import { depthBehind, HEAVY_OVERHEAD } from './stow';
import type { Place } from './stowage';
import { cuboidOf, overlap } from '../loading';

/** Something to know about how things lie: wrong, to be thought about, or not known. */
export interface Remark {
	status: 'clash' | 'tight' | 'unmeasured';
	text: string;
	/** Numbers of the things that it is about. */
	about: number[];
	/** Gear that it is about; to light it in lists. */
	gear: string[];
}

/** What is taken out every day should not ask for more than this, s; our own judgement. */
const LONG = 25;
/** What stands no further behind a front that opens at the side may come out by itself on a slope, mm. */
const BEHIND = 120;
/** And falls on somebody from this height, mm. */
const FALLS = 500;

const listed = (names: readonly string[]): string =>
	names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;

/** What should be known about how everything lies. */
export function remarksOn(
	plan: Plan,
	places: readonly Place[],
	compartments: readonly Compartment[],
	unpinned: readonly { item: Item; why: string }[]
): Remark[] {
	const found: Remark[] = [];
	const name = (gear: string) => plan.gear[gear].name;
	const add = (status: Remark['status'], of: readonly Place[], text: string) =>
		found.push({ status, text, about: of.map(({ no }) => no), gear: [...new Set(of.map(({ gear }) => gear))] });

	for (const { item, why } of unpinned)
		found.push({
			status: 'clash',
			text: `${name(item.gear)} cannot stay where it was put: ${why}. It was stowed anew.`,
			about: [],
			gear: [item.gear]
		});

	const items = new Map(itemsOf(plan).map((item) => [item.gear, item]));
	for (const { id, pieceName } of compartments) {
		const inside = places.filter((place) => place.compartment === id);
		inside.forEach((a, i) => {
			const other = inside.slice(i + 1).find((b) => apartBecause(items.get(a.gear)!, items.get(b.gear)!));
			if (other)
				add(
					'clash',
					[a, other],
					`${name(a.gear)} and ${name(other.gear)} lie together in ${pieceName} and must not: ${apartBecause(items.get(a.gear)!, items.get(other.gear)!)}.`
				);
		});
	}

	const gas = places.filter(({ gear }) => items.get(gear)!.traits.has('gas') && !plan.gear[gear].vented);
	if (gas.length > 0)
		add(
			'unmeasured',
			gas,
			`${listed(gas.map(({ gear }) => name(gear)))}: can gas that escapes run out of the vehicle there, low down? It is heavier than air and gathers in whatever is closed; keep it in a box of its own with a hole to the outside, upright and shut while driving, as your local rules for gas ask.`
		);

	const overhead = places.filter(({ kg, box }) => kg > HEAVY_OVERHEAD.kg && box.z[1] > HEAVY_OVERHEAD.above);
	if (overhead.length > 0)
		add(
			'tight',
			overhead,
			`${listed([...new Set(overhead.map(({ gear }) => name(gear)))])}: heavier than ${HEAVY_OVERHEAD.kg} kg and above the heads of those who sit. Low down it hurts nobody in a crash.`
		);

	for (const place of places) {
		const { used } = plan.gear[place.gear];
		if (used !== 'each stop' && used !== 'each day' && used !== 'in an emergency') continue;
		const shut = Object.entries(place.reached).filter(([mode, way]) => 'by' in way && plan.modes[mode].use !== 'drive');
		if (shut.length > 0) {
			const [[mode, way]] = shut;
			add(
				used === 'in an emergency' ? 'clash' : 'tight',
				[place],
				`${name(place.gear)} is used ${used} and cannot be got at in ${plan.modes[mode].name}: ${'by' in way ? way.by : ''}.`
			);
			continue;
		}
		const slow = Object.entries(place.reached)
			.flatMap(([mode, way]) => ('by' in way || plan.modes[mode].use === 'drive' ? [] : [{ mode, way }]))
			.sort((a, b) => b.way.seconds - a.way.seconds)[0];
		if (!slow) continue;
		const { way, mode } = slow;
		const behind = way.first.map((no) => name(places[no - 1].gear));
		if (used !== 'in an emergency' && behind.length > 0)
			add(
				'tight',
				[place, ...way.first.map((no) => places[no - 1])],
				`${name(place.gear)} is used ${used} and ${listed(behind)} ${behind.length === 1 ? 'has' : 'have'} to come out first.`
			);
		else if (way.seconds > LONG) {
			const opens = way.actions.map((action) => action.name.toLowerCase());
			add(
				'tight',
				[place],
				`${name(place.gear)} is used ${used} and takes ${Math.round(way.seconds)} s to get at in ${plan.modes[mode].name}${opens.length > 0 ? `: ${listed(opens)}` : ''}.`
			);
		}
	}

	for (const compartment of compartments) {
		const { id, space, hold, pieceName } = compartment;
		const front = space.access.find(({ face }) => face !== 'top');
		// What always stands open is a matter of what holds things while driving.
		if (!front || space.box.z[0] < FALLS) continue;
		const inside = places.filter((place) => place.compartment === id);
		const loose = inside.filter((place) => {
			const box = cuboidOf(place.box);
			const way = wayOut(box, hold.room, front.face);
			return (
				depthBehind(box, hold.room, front.face) < BEHIND &&
				!inside.some((other) => other !== place && overlap(cuboidOf(other.box), way)) &&
				!plan.gear[place.gear].held
			);
		});
		if (loose.length > 0)
			add(
				'tight',
				loose,
				`${listed([...new Set(loose.map(({ gear }) => name(gear)))])} may come out of ${pieceName} by themselves when it is opened on a slope: a lip or a net keeps them in.`
			);
	}

	const unsaid = Object.values(plan.gear).filter(({ used, into }) => used === undefined && into === undefined);
	if (unsaid.length > 0)
		found.push({
			status: 'unmeasured',
			text: `Nobody has said how often ${listed(unsaid.slice(0, 4).map((one) => one.name))}${unsaid.length > 4 ? ` and ${unsaid.length - 4} more` : ''} ${unsaid.length === 1 ? 'is' : 'are'} used: once a trip is taken.`,
			about: [],
			gear: []
		});
	return found;
}
