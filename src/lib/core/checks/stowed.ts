import { middleOf, vec3, type Vec3 } from '../geometry/vector';
import { interiorOf } from '../derive';
import type { Plan } from '../plan/plan';
import { toEnd } from '../stepwise';
import { fetchedOf, fetchedStatus, pressingUse, stowingFor, TRIES, type Fetched, type Place, type Remark, type Stowing } from '../stowage';
import type { Finding, Result } from './finding';
import { mergedOverModes, worstFirst } from './run';
import { several } from './stowing';

type Rule = Exclude<Remark['rule'], 'gear-put'> | 'gear-left';

/** What a finding about how things lie has in common with every other: a yes or a no. */
function answer(
	rule: Rule,
	status: Remark['status'] | 'clear',
	told: Pick<Result, 'key' | 'title' | 'subjects' | 'why' | 'at'> & { figure: string }
): Result {
	const margin = { clash: -1, unmeasured: 0, tight: 0, clear: 1 }[status];
	const unknown = status === 'unmeasured' ? { unknown: true as const } : {};
	return { ...told, rule, margin, comfort: 1, unit: 'count', limit: 1, actual: Math.max(0, margin), ...unknown };
}

/** Of so many things it is told in a finding what they wait for; of the rest in Storage. */
const NAMED = 3;

/** What each question about all things together is called, and what is said when nothing is amiss; undefined where it is asked of nothing. */
const OF_ALL: Record<
	Exclude<Rule, 'gear-reach' | 'gear-left'>,
	{ title: string; figures: { amiss: string; well: string }; fine: (plan: Plan, places: readonly Place[]) => string | undefined }
> = {
	'gear-apart': {
		title: 'What must not lie together',
		figures: { amiss: 'together', well: 'apart' },
		fine: ({ gear }, places) =>
			places.some((place) => gear[place.gear].apart || gear[place.gear].traits)
				? 'What would spoil one another, and what you keep apart, lies in different compartments.'
				: undefined
	},
	'gas-vent': {
		title: 'Gas that escapes',
		figures: { amiss: 'not known', well: 'runs out' },
		fine: ({ gear }) =>
			Object.values(gear).some(({ traits }) => traits?.includes('gas'))
				? 'You say that it can run out to the outside, low down.'
				: undefined
	},
	'heavy-high': {
		title: 'Heavy things overhead',
		figures: { amiss: 'overhead', well: 'none' },
		fine: () => 'Nothing heavy lies above the heads of those who sit.'
	},
	'gear-falls': {
		title: 'What comes out by itself on a slope',
		figures: { amiss: 'loose', well: 'none' },
		fine: () => 'Nothing stands loose right behind a front that is high up.'
	},
	'gear-used': {
		title: 'How often things are used',
		figures: { amiss: 'not known', well: 'said' },
		fine: () => 'You have said it of everything.'
	}
};

const joined = (ids: Iterable<string>): string => [...new Set(ids)].sort().join('+');

/** What is told of all things together, one finding for each thing that is amiss, or one that says that nothing is. */
function ofAll(plan: Plan, { places, remarks, shelves }: Stowing, at: (gear: readonly string[]) => Vec3): Result[] {
	const pieceOf = new Map(shelves.map(({ id, piece }) => [id, piece]));
	return (Object.keys(OF_ALL) as (keyof typeof OF_ALL)[]).flatMap((rule): Result[] => {
		const { title, figures, fine } = OF_ALL[rule];
		const told = remarks.filter((remark) => remark.rule === rule);
		if (told.length > 0)
			return told.map(({ status, text, gear, about }) => {
				const pieces = about.map((no) => pieceOf.get(places[no - 1].compartment)!);
				const subjects = [...new Set([...gear, ...pieces])];
				return answer(rule, status, { key: joined(gear), title, subjects, figure: figures.amiss, why: text, at: at(gear) });
			});
		const why = fine(plan, places);
		return why === undefined ? [] : [answer(rule, 'clear', { key: '', title, subjects: [], figure: figures.well, why, at: at([]) })];
	});
}

/** A result in the mode that it is told of. */
interface Told {
	modeId: string;
	result: Result;
}
/** What of the things in one piece is told together. */
interface Inside {
	plan: Plan;
	piece: string;
	things: readonly Fetched[];
	at: (gear: readonly string[]) => Vec3;
}
const gearOf = (things: readonly Fetched[]): string[] => [...new Set(things.map(({ place }) => place.gear))];

/** What does not come to hand at all, each by itself. */
function barredIn({ plan, piece, things, at }: Inside): Told[] {
	const barred = things.flatMap((one) => (one.how === 'stuck' || one.how === 'shut' ? [one] : []));
	return gearOf(barred).map((gear) => {
		const one = barred.find(({ place }) => place.gear === gear)!;
		const stuck = one.how === 'stuck';
		return {
			modeId: one.modeId,
			result: answer('gear-reach', fetchedStatus(plan, one), {
				key: `${piece}+${gear}`,
				title: `${several(plan.gear[gear])}: got at in ${plan.pieces[piece].name}`,
				subjects: [gear, piece],
				figure: stuck ? 'stuck' : 'shut in',
				why: stuck
					? `It goes neither in nor out in any mode: ${one.by}.`
					: `It is used ${pressingUse(plan.gear, gear)} and is not to be got at in ${plan.modes[one.modeId].name}: ${one.by}.`,
				at: at([gear])
			})
		};
	});
}

/** What is used often and waits for others, or takes long, together. */
function waitingIn({ plan, piece, things, at }: Inside, remarks: readonly Remark[]): Told[] {
	const waits = things.filter(({ how }) => how === 'behind' || how === 'slow');
	if (waits.length === 0) return [];
	const gear = gearOf(waits);
	const texts = remarks.filter((remark) => remark.rule === 'gear-reach' && gear.includes(remark.gear[0])).map(({ text }) => text);
	const more = texts.length - NAMED;
	return [
		{
			modeId: waits[0].modeId,
			result: answer('gear-reach', 'tight', {
				key: piece,
				title: `${plan.pieces[piece].name}: what is used often`,
				subjects: [piece, ...gear],
				figure: `${waits.length} ${waits.length === 1 ? 'waits' : 'wait'}`,
				why: [...texts.slice(0, NAMED), ...(more > 0 ? [`Storage tells of ${more} more.`] : [])].join(' '),
				at: at(gear)
			})
		}
	];
}

/** What comes to hand as it should, together. */
function readyIn({ plan, piece, things, at }: Inside): Told[] {
	const ready = things.flatMap((one) => (one.how === 'at hand' ? [one] : []));
	if (ready.length === 0) return [];
	const { place, way, modeId } = ready.reduce((a, b) => (b.way.seconds > a.way.seconds ? b : a));
	const [gear, takes] = [gearOf(ready), `in ${Math.ceil(way.seconds)} s`];
	return [
		{
			modeId,
			result: answer('gear-reach', 'clear', {
				key: `${piece}+ready`,
				title: `${plan.pieces[piece].name}: what is at hand`,
				subjects: [piece, ...gear],
				figure: takes,
				why: `${ready.length} of ${things.length} things come to hand soon enough for how often they are used; the slowest, ${plan.gear[place.gear].name}, ${takes} in ${plan.modes[modeId].name}.`,
				at: at(gear)
			})
		}
	];
}

/** How what is in each piece comes to hand. */
function reached(plan: Plan, { places, remarks, shelves }: Stowing, at: Inside['at']): Told[] {
	const all = fetchedOf(plan, places);
	const pieceOf = new Map(shelves.map(({ id, piece }) => [id, piece]));
	return [...new Set(shelves.map(({ piece }) => piece))].flatMap((piece) => {
		const things = all.filter(({ place }) => pieceOf.get(place.compartment) === piece);
		const inside: Inside = { plan, piece, things, at };
		return [...barredIn(inside), ...waitingIn(inside, remarks), ...readyIn(inside)];
	});
}

/** What goes nowhere although nobody has said that it has to go to one piece: what has to is told of with that piece. */
const leftOver = (plan: Plan, { left, shelves }: Stowing, at: Vec3): Result[] =>
	left
		.filter(({ gear }) => shelves.length > 0 && !plan.gear[gear].under)
		.map(({ gear, n, why }) =>
			answer('gear-left', 'clash', {
				key: gear,
				title: `${several({ ...plan.gear[gear], count: n })}: somewhere to go`,
				subjects: [gear],
				figure: 'no room',
				why: `No compartment takes it. ${why}`,
				at
			})
		);

/**
 * What has to be known of how everything lies: what does not come to hand or goes nowhere, what must not lie together, what is
 * dangerous where it is, and what nobody has said. In the mode that is driven in, or that something is wanted in.
 *
 * @param stowing of this plan; another packing may be better, or worse
 */
export function findingsOnStowing(plan: Plan, stowing: Stowing): Finding[] {
	const { travels, places } = stowing;
	if (travels === undefined || Object.keys(plan.gear).length === 0) return [];
	const middle = vec3(interiorOf(plan.vehicle).length / 2, 0, 0);
	const at = (gear: readonly string[]): Vec3 => {
		const place = places.find((one) => gear.includes(one.gear));
		return place ? middleOf(place.box) : middle;
	};
	const said = [
		...[...ofAll(plan, stowing, at), ...leftOver(plan, stowing, middle)].map((result) => ({ modeId: travels, result })),
		...reached(plan, stowing, at)
	];
	return worstFirst(mergedOverModes(said).map((finding) => ({ ...finding, tolerance: 0, fixes: [] })));
}

/** What has to be known of how everything lies, from a packing that is soon found: with pauses, so that a caller can stop. */
export function* stowedOf(plan: Plan): Generator<undefined, Finding[]> {
	return findingsOnStowing(plan, yield* stowingFor(plan, TRIES.soon));
}

/** {@link stowedOf} to its end. */
export const stowedFindings = (plan: Plan): Finding[] => toEnd(stowedOf(plan));
