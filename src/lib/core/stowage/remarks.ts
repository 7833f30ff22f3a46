import { cuboidOf, overlap } from '../loading';
import { travelMode } from '../plan/mode-for';
import type { Plan } from '../plan/plan';
import type { Compartment } from './compartments';
import { wayOut } from './getting-at';
import { apartBecause, holdsUnventedGas, itemsOf, pressingUse, type Item } from './loads';
import { depthBehind, HEAVY_OVERHEAD, type Unpinned } from './stow';
import { massMark } from '../units';
import { fetchedOf, fetchedStatus, type Fetched } from './fetching';
import type { Place } from './place';

/** Something to know about how things lie: wrong, to be thought about, or not known. */
export interface Remark {
	/** What was asked. */
	rule: 'gear-put' | 'gear-apart' | 'gas-vent' | 'heavy-high' | 'gear-reach' | 'gear-falls' | 'gear-used';
	status: 'clash' | 'tight' | 'unmeasured';
	text: string;
	/** Numbers of the things that it is about. */
	about: number[];
	/** The gear that it is about. */
	gear: string[];
}

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

const remark = (rule: Remark['rule'], status: Remark['status'], of: readonly Place[], text: string): Remark => ({
	rule,
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
			return other
				? [remark('gear-apart', 'clash', [a, other], `${name(a)} and ${name(other)} lie together in ${pieceName} and must not: ${why}.`)]
				: [];
		});
	});

/** Gas of which nobody has said that it can run out of the vehicle, wherever it is. */
function gas({ plan, places, items }: Lying): Remark[] {
	const gear = [...items.keys()].filter((id) => holdsUnventedGas(plan.gear, id));
	if (gear.length === 0) return [];
	const text = `${listed(gear.map((id) => plan.gear[id].name))}: can gas that escapes run out of the vehicle there, low down? It is heavier than air and gathers in whatever is closed; keep it in a box of its own with a hole to the outside, upright and shut while driving, as your local rules for gas ask.`;
	const of = places.filter((place) => gear.includes(place.gear));
	return [{ ...remark('gas-vent', 'unmeasured', of, text), gear }];
}

/** What is heavy and travels above heads: in a compartment, or in a place of its own. */
function overhead({ plan, places, items }: Lying): Remark[] {
	const lies = plan.modes[travelMode(plan) ?? '']?.lies ?? {};
	const isHigh = (kg: number, top: number) => kg > HEAVY_OVERHEAD.kg && top > HEAVY_OVERHEAD.above;
	const of = places.filter(({ kg, box }) => isHigh(kg, box.z[1]));
	const own = [...items.values()].filter(({ gear, kg, copy }) => {
		const at = copy === 0 && lies[gear];
		return at && isHigh(kg, at.z + plan.gear[gear].height);
	});
	const gear = [...new Set([...of, ...own].map((one) => one.gear))];
	if (gear.length === 0) return [];
	const text = `${listed(gear.map((id) => plan.gear[id].name))}: heavier than ${massMark(HEAVY_OVERHEAD.kg)} and above the heads of those who sit. Low down it hurts nobody in a crash.`;
	return [{ ...remark('heavy-high', 'tight', of, text), gear }];
}

/** What one of the things does not come to hand for, in words that others may share; nothing when it is at hand. */
function slowWords(plan: Plan, fetched: Fetched): string | undefined {
	const used = pressingUse(plan.gear, fetched.place.gear);
	const mode = plan.modes[fetched.modeId].name;
	switch (fetched.how) {
		case 'stuck':
			return `neither got in nor out in any mode: ${fetched.by}`;
		case 'shut':
			return `used ${used} and not to be got at in ${mode}: ${fetched.by}`;
		case 'slow': {
			const opens = joined(fetched.way.actions.map((action) => action.name.toLowerCase()));
			return `used ${used} and about ${Math.round(fetched.way.seconds / 5) * 5} s to get at in ${mode}${opens ? `: ${opens}` : ''}`;
		}
		default:
			return undefined;
	}
}

/** What is used often, or in an emergency, and does not come out easily where one lives: shut in, behind others, or slow. */
function fetching({ plan, places, name }: Lying): Remark[] {
	const behind: Remark[] = [];
	/** What is the same for several things is said once. */
	const alike = new Map<string, { status: Remark['status']; of: Place[]; words: string }>();
	for (const fetched of fetchedOf(plan, places)) {
		const { place } = fetched;
		const status = fetchedStatus(plan, fetched);
		if (status === 'clear') continue;
		const words = slowWords(plan, fetched);
		if (fetched.how === 'behind') {
			const first = fetched.way.first.map((no) => places[no - 1]);
			const others = `${listed(first.map(name))} ${first.length === 1 ? 'has' : 'have'} to come out first.`;
			behind.push(remark('gear-reach', status, [place, ...first], `${name(place)}: used ${pressingUse(plan.gear, place.gear)}; ${others}`));
		} else if (words !== undefined) {
			const key = `${status} ${words}`;
			alike.set(key, { status, of: [...(alike.get(key)?.of ?? []), place], words });
		}
	}
	return [
		...[...alike.values()].map(({ status, of, words }) => remark('gear-reach', status, of, `${listed(of.map(name))}: ${words}.`)),
		...behind
	];
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
				'gear-falls',
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
	return [{ rule: 'gear-used', status: 'unmeasured', text, about: [], gear: of.map(([id]) => id) }];
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
		return { rule: 'gear-put', status: 'clash', text, about: [], gear: [gear] };
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
