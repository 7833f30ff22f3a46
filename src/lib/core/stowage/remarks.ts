import { cuboidOf, overlap } from '../loading';
import type { Plan } from '../plan/plan';
import type { Compartment } from './compartments';
import { wayOut } from './getting-at';
import { apartBecause, itemsOf, type Item } from './loads';
import { depthBehind, HEAVY_OVERHEAD, type Unpinned } from './stow';
import { massMark } from '../units';
import type { Place } from './place';

/** Something to know about how things lie: wrong, to be thought about, or not known. */
export interface Remark {
	status: 'clash' | 'tight' | 'unmeasured';
	text: string;
	/** Numbers of the things that it is about. */
	about: number[];
	/** The gear that it is about. */
	gear: string[];
}

/** What is taken out every day should not ask for more than this, s; our own judgement. */
const LONG = 25;
/** What stands no further behind a front that opens at the side may come out by itself on a slope, mm. */
const BEHIND = 120;
/** And falls on somebody from this height, mm. */
const FALLS = 500;
/** So many names are listed, the rest counted. */
const NAMED = 4;

const joined = (words: readonly string[]): string =>
	words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`;

/** Names without repeats, the first few of them. */
function listed(all: readonly string[]): string {
	const names = [...new Set(all)];
	return joined(names.length > NAMED ? [...names.slice(0, NAMED - 1), `${names.length - NAMED + 1} more`] : names);
}

/** What the remarks are made from. */
interface Lying {
	plan: Plan;
	places: readonly Place[];
	compartments: readonly Compartment[];
	items: ReadonlyMap<string, Item>;
	name: (place: Place) => string;
}

const remark = (status: Remark['status'], of: readonly Place[], text: string): Remark => ({
	status,
	text,
	about: of.map(({ no }) => no),
	gear: [...new Set(of.map(({ gear }) => gear))]
});

/** Things that share a compartment and must not, one pair for each thing. */
const wrongNeighbours = ({ places, compartments, items, name }: Lying): Remark[] =>
	compartments.flatMap(({ id, pieceName }) => {
		const inside = places.filter((place) => place.compartment === id);
		return inside.flatMap((a, i) => {
			const other = inside.slice(i + 1).find((b) => apartBecause(items.get(a.gear)!, items.get(b.gear)!));
			const why = other && apartBecause(items.get(a.gear)!, items.get(other.gear)!);
			return other ? [remark('clash', [a, other], `${name(a)} and ${name(other)} lie together in ${pieceName} and must not: ${why}.`)] : [];
		});
	});

/** Gas of which nobody has said that it can run out of the vehicle. */
function gas({ plan, places, items, name }: Lying): Remark[] {
	const of = places.filter(({ gear }) => items.get(gear)!.traits.has('gas') && !plan.gear[gear].vented);
	if (of.length === 0) return [];
	return [
		remark(
			'unmeasured',
			of,
			`${listed(of.map(name))}: can gas that escapes run out of the vehicle there, low down? It is heavier than air and gathers in whatever is closed; keep it in a box of its own with a hole to the outside, upright and shut while driving, as your local rules for gas ask.`
		)
	];
}

function overhead({ places, name }: Lying): Remark[] {
	const of = places.filter(({ kg, box }) => kg > HEAVY_OVERHEAD.kg && box.z[1] > HEAVY_OVERHEAD.above);
	if (of.length === 0) return [];
	return [
		remark(
			'tight',
			of,
			`${listed(of.map(name))}: heavier than ${massMark(HEAVY_OVERHEAD.kg)} and above the heads of those who sit. Low down it hurts nobody in a crash.`
		)
	];
}

/** What is used often, or in an emergency, and does not come out easily where one lives: shut in, behind others, or slow. */
function fetching({ plan, places, name }: Lying): Remark[] {
	const behind: Remark[] = [];
	/** What is the same for several things is said once. */
	const alike = new Map<string, { status: Remark['status']; of: Place[]; words: string }>();
	const same = (status: Remark['status'], place: Place, words: string) => {
		const key = `${status} ${words}`;
		alike.set(key, { status, of: [...(alike.get(key)?.of ?? []), place], words });
	};
	for (const place of places) {
		const { used } = plan.gear[place.gear];
		if (used !== 'each stop' && used !== 'each day' && used !== 'in an emergency') continue;
		const lived = Object.entries(place.reached).filter(([mode]) => plan.modes[mode].use !== 'drive');
		const shut = lived.find(([, way]) => 'by' in way);
		if (shut) {
			const [mode, way] = shut;
			const why = 'by' in way ? way.by : '';
			same(used === 'in an emergency' ? 'clash' : 'tight', place, `used ${used} and not to be got at in ${plan.modes[mode].name}: ${why}`);
			continue;
		}
		const [slowest] = lived.flatMap(([mode, way]) => ('by' in way ? [] : [{ mode, way }])).sort((x, y) => y.way.seconds - x.way.seconds);
		if (!slowest) continue;
		const first = slowest.way.first.map((no) => places[no - 1]);
		if (first.length > 0) {
			const words = `${name(place)} is used ${used} and ${listed(first.map(name))} ${first.length === 1 ? 'has' : 'have'} to come out first.`;
			behind.push(remark('tight', [place, ...first], words));
		} else if (slowest.way.seconds > LONG) {
			const opens = joined(slowest.way.actions.map((action) => action.name.toLowerCase()));
			const about = Math.round(slowest.way.seconds / 5) * 5;
			same('tight', place, `used ${used} and about ${about} s to get at in ${plan.modes[slowest.mode].name}${opens ? `: ${opens}` : ''}`);
		}
	}
	return [...[...alike.values()].map(({ status, of, words }) => remark(status, of, `${listed(of.map(name))}: ${words}.`)), ...behind];
}

/** What may come out by itself when a front high up is opened on a slope. */
const fallsOut = ({ plan, places, compartments, name }: Lying): Remark[] =>
	compartments.flatMap(({ id, space, hold: { room }, pieceName }) => {
		const front = space.access.find(({ face }) => face !== 'top');
		if (!front || space.box.z[0] < FALLS) return [];
		const inside = places.filter((place) => place.compartment === id);
		const loose = inside.filter((place) => {
			const box = cuboidOf(place.box);
			const way = wayOut(box, room, front.face);
			const stopped = inside.some((other) => other !== place && overlap(cuboidOf(other.box), way));
			return depthBehind(box, room, front.face) < BEHIND && !stopped && !plan.gear[place.gear].held;
		});
		if (loose.length === 0) return [];
		return [
			remark(
				'tight',
				loose,
				`${listed(loose.map(name))} may come out of ${pieceName} when it is opened on a slope: a lip or a net holds what is in it.`
			)
		];
	});

function unsaid(plan: Plan): Remark[] {
	const of = Object.entries(plan.gear).filter(([, { used, into }]) => used === undefined && into === undefined);
	if (of.length === 0) return [];
	const text = `Nobody has said how often ${listed(of.map(([, { name }]) => name))} ${of.length === 1 ? 'is' : 'are'} used: once a trip is taken.`;
	return [{ status: 'unmeasured', text, about: [], gear: of.map(([id]) => id) }];
}

/** What should be known about how everything lies, what is wrong first. */
export function remarksOn(
	plan: Plan,
	places: readonly Place[],
	compartments: readonly Compartment[],
	unpinned: readonly Unpinned[]
): Remark[] {
	const lying: Lying = {
		plan,
		places,
		compartments,
		items: new Map(itemsOf(plan).map((item) => [item.gear, item])),
		name: ({ gear }) => plan.gear[gear].name
	};
	const moved = unpinned.map(({ item: { gear }, why }): Remark => {
		const text = `${plan.gear[gear].name} cannot stay where it was put: ${why}. It was stowed anew.`;
		return { status: 'clash', text, about: [], gear: [gear] };
	});
	const found = [...moved, ...[wrongNeighbours, gas, overhead, fetching, fallsOut].flatMap((told) => told(lying)), ...unsaid(plan)];
	const byText = new Map<string, Remark>();
	for (const one of found) {
		const known = byText.get(one.text);
		// Equal things are told of together.
		byText.set(one.text, known ? { ...known, about: [...new Set([...known.about, ...one.about])] } : one);
	}
	return (['clash', 'tight', 'unmeasured'] as const).flatMap((status) => [...byText.values()].filter((one) => one.status === status));
}
