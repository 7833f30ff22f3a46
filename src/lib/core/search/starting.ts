import { arrangements, findingsOf, resultId, settlingTurns, type Finding } from '../checks';
import { seatStates } from '../interior';
import { kindOf, parameterMeta } from '../pieces';
import { removePiece } from '../plan/changes';
import { applyEdits, placeOf, type Edit } from '../plan/edit';
import type { Plan, SeatSetting } from '../plan/plan';
import { isMove, pieceKnobs, type Knob } from '../turning';
import { lengthMark, massMark } from '../units';
import { weight } from './settle';

/** A new piece with sizes with which it fits, and what was changed for it. */
export interface Started {
	plan: Plan;
	/** Sizes of the piece and settings of seats that differ from those it started with. */
	edits: Edit[];
	/** The same in words, with marks for lengths. */
	changes: string[];
	/** Clashes that the plan did not have without the piece. */
	left: Finding[];
}

/** Whether it has room at all, and whoever rides a seat: cheap to ask, and asked before anything that moves. */
const ROOM: ReadonlySet<string> = new Set(
	'fit-walls fit-arches fit-ceiling fit-fixtures fit-rear fit-opening fit-front fit-floor fit-seats fit-pieces inner-margin rests-on stands stock place belted-places room-to-sit'.split(
		' '
	)
);

/** So often something is changed before the rest is left to whoever plans. */
const ROUNDS = 10;
/** So many of the worst clashes are looked at in a round, and so many of the turns that settle one are tried out. */
const CLASHES = 2;
const TRIED = 6;

/** What half a size less costs, a metre further along, and a seat in another state of a mode; a clash counts 50 and more. */
const HALVED = 60;
const A_METRE_ON = 10;
const A_SEAT = 8;
const A_SEAT_OUT = 12;
/** Below this a size is a thickness or a gap: what it is turned by counts against it, mm. */
const A_SIZE = 100;

/** What the changes cost whoever wanted the piece as it is usually made: a third of a length is no bed any more. */
function costOf(usual: readonly Knob[], edits: readonly Edit[]): number {
	return edits.reduce((sum, edit) => {
		const { value } = edit;
		const knob = usual.find((one) => placeOf(one) === placeOf(edit));
		if (!knob) return sum + (value === 'removed' ? A_SEAT_OUT : A_SEAT);
		const by = Math.abs((value as number) - knob.value);
		if (isMove(knob)) return sum + (A_METRE_ON * by) / 1000;
		const halvings = Math.log2((Math.abs(knob.value) + A_SIZE) / (Math.abs(value as number) + A_SIZE));
		return sum + HALVED * Math.abs(halvings) ** 1.5 + 1;
	}, 0);
}

/** Edits with others after them: what is changed twice counts as it is last. */
const followed = (edits: readonly Edit[], by: readonly Edit[]): Edit[] => [
	...edits.filter((edit) => !by.some((other) => placeOf(other) === placeOf(edit))),
	...by
];

/** A plan on the way to where a new piece fits. */
interface Way {
	plan: Plan;
	edits: Edit[];
	left: Finding[];
	score: number;
}
type After = (edits: Edit[]) => Way;

/**
 * Looks for sizes and a place with which a new piece fits, and folds, tips or takes out seats that nobody needs and that are in its
 * way: the change that leaves least to settle is taken, round after round, first as to whether there is room, then by every rule;
 * what was made smaller than it has to be grows again. The same plan always gives the same answer, unless it is cut short.
 *
 * @param plan the plan with the piece as it is usually made
 * @param enough asked between changes: true ends the search with what has been found
 */
export function startWhereItFits(plan: Plan, id: string, enough: () => boolean = () => false): Started {
	const without = applyEdits(plan, removePiece(plan, id));
	const known = new Set(clashesOf(without).map(resultId));
	const usual = pieceKnobs(id, plan.pieces[id]);
	const after =
		(rules?: ReadonlySet<string>): After =>
		(edits) => {
			const changed = applyEdits(plan, edits);
			const left = clashesOf(changed, rules).filter((clash) => !known.has(resultId(clash)));
			return { plan: changed, edits, left, score: weight(left) + costOf(usual, edits) };
		};
	const [inRoom, wholly] = [after(ROOM), after()];
	const first = inRoom([]);
	const roomy = [first, ...seatsAside(first).map(inRoom)]
		.map((way) => grown(settled(id, way, inRoom, enough), usual, inRoom, enough))
		.reduce((best, one) => (one.score < best.score ? one : best));
	const { plan: fits, edits, left } = grown(settled(id, wholly(roomy.edits), wholly, enough), usual, wholly, enough);
	return { plan: fits, edits, changes: inWords(plan, usual, edits), left };
}

const SEAT_WORDS: Record<SeatSetting['state'], string> = {
	upright: 'up',
	folded: 'folded',
	tumbled: 'tipped forward',
	'cushion out': 'with its cushion out',
	removed: 'taken out'
};

const UNIT_WORDS: Record<Knob['unit'], (value: number) => string> = {
	mm: lengthMark,
	deg: (value) => `${Math.round(value)}°`,
	kg: massMark,
	count: String
};

/** What was changed: sizes with what they usually are, and seats with the modes in which they stand otherwise. */
function inWords({ vehicle, modes, pieces }: Plan, usual: readonly Knob[], edits: readonly Edit[]): string[] {
	const sizes = usual.flatMap((knob) => {
		const { label, value, unit } = knob;
		const edit = edits.find((one) => placeOf(one) === placeOf(knob));
		const words = UNIT_WORDS[unit];
		return edit ? [`${label}: ${words(edit.value as number)} instead of ${words(value)}`] : [];
	});
	const seats = new Map<string, string[]>();
	for (const edit of edits) {
		const { path, value } = edit;
		const [table, mode, , seat, key] = path;
		if (table === 'pieces' && !usual.some((knob) => placeOf(knob) === placeOf(edit))) {
			// What is read off the vehicle, such as where a folded seat ends, nobody turns.
			const { label } = parameterMeta(kindOf(pieces[path[1]].kind).params.shape[path[3]]);
			sizes.push(`${label}: ${lengthMark(value as number)}`);
		}
		if (table !== 'modes' || key !== 'state') continue;
		const words = `${vehicle.seats[seat].name}: ${SEAT_WORDS[value as SeatSetting['state']]}`;
		seats.set(words, [...(seats.get(words) ?? []), modes[mode].name]);
	}
	return [...sizes, ...[...seats].map(([words, where]) => `${words} (${where.join(', ')})`)];
}

const clashesOf = (plan: Plan, rules?: ReadonlySet<string>): Finding[] =>
	findingsOf(plan, {}, rules).filter(({ status }) => status === 'clash');

/** Each state of each seat that is in the way, in all the modes that set it. */
function seatsAside({ plan, left }: Way): Edit[][] {
	const inTheWay = new Set(left.flatMap(({ subjects }) => subjects.filter((id) => plan.vehicle.seats[id]?.type === 'rear bench')));
	return [...inTheWay].flatMap((seat) =>
		seatStates(plan.vehicle.seats[seat])
			.filter((state) => state !== 'upright')
			.map((state) =>
				Object.entries(plan.modes)
					.filter(([, { seats }]) => Object.hasOwn(seats, seat))
					.map(([mode]) => ({ path: ['modes', mode, 'seats', seat, 'state'], value: state }))
			)
	);
}

/** The way on from a start, change by change, until nothing clashes or nothing makes it better. */
function settled(id: string, way: Way, after: After, enough: () => boolean): Way {
	for (let round = 0; round < ROUNDS && way.left.length > 0 && !enough(); round++) {
		const next = best(way, changesFor(way, id, enough), after, enough) ?? best(way, roughly(way, id), after, enough);
		if (!next) break;
		way = next;
	}
	return way;
}

/** The best of some changes, if it is better than what there is. */
function best(way: Way, changes: readonly Edit[][], after: After, enough: () => boolean): Way | undefined {
	let found: Way | undefined;
	for (const edits of changes) {
		if (enough()) break;
		const one = after(followed(way.edits, edits));
		if (one.score < (found ?? way).score - 1) found = one;
	}
	return found;
}

/** What settles the worst clashes: the smallest turns of the piece's own sizes, and seats in other states. */
function changesFor({ plan, left }: Way, id: string, enough: () => boolean): Edit[][] {
	const knobs = pieceKnobs(id, plan.pieces[id]);
	return left.slice(0, CLASHES).flatMap((clash) => {
		// Where drawers and lids are tried out, a single size takes its time.
		const turned = knobs
			.flatMap((knob) => (enough() ? [] : settlingTurns(plan, clash, [knob], [Math.max(clash.comfort, 1), 0])))
			.sort((a, b) => Math.abs(a.value - a.knob.value) - Math.abs(b.value - b.knob.value))
			.map(({ edits }) => edits);
		const set = (enough() ? [] : arrangements(plan, clash))
			.filter(({ edits, claim }) => !claim && edits.every(({ path }) => path[1] === id || path[2] === 'seats'))
			.map(({ edits }) => edits);
		return [...turned.slice(0, TRIED), ...set];
	});
}

/** Each size of the piece at the ends of its range and half way to them: where no single turn settles anything. */
const roughly = ({ plan }: Way, id: string): Edit[][] =>
	pieceKnobs(id, plan.pieces[id]).flatMap(({ path, value, range: [low, high] }) =>
		[low, (low + value) / 2, (value + high) / 2, high].map((to) => [{ path, value: Math.round(to) }])
	);

/** Sizes that were changed go back to what they usually are as far as nothing clashes for it. */
function grown(way: Way, usual: readonly Knob[], after: After, enough: () => boolean): Way {
	for (const knob of usual) {
		const { path, value } = knob;
		const edit = way.edits.find((one) => placeOf(one) === placeOf(knob));
		if (!edit) continue;
		const others = way.edits.filter((one) => one !== edit);
		// Back at the usual value nothing is changed any more.
		const tried = (to: number) => after(to === value ? others : [...others, { path, value: to }]);
		const whole = tried(value);
		if (whole.score <= way.score) {
			way = whole;
			continue;
		}
		let [good, failed] = [edit.value as number, value];
		while (Math.abs(failed - good) > 4 && !enough()) {
			const middle = Math.round((failed + good) / 2);
			const one = tried(middle);
			if (one.score <= way.score) [way, good] = [one, middle];
			else failed = middle;
		}
	}
	return way;
}
