import type { Highs } from 'highs';
import { KINDS } from '../pieces';
import type { Tool, Wish } from '../plan/brief';
import { roomOfAll, type Berth, type BerthRoom } from './berth';
import type { Ground } from './ground';
import type { Draft, Mechanism } from './mechanisms';
import { proven } from './proof';
import { settle, weight, type Settled } from './settle';

/** Distance between the heights tried, mm. */
const STEP = 20;
/** The best drafts of a mechanism that are worked out before it counts as out, and how far apart in height they are, mm. */
const TRIES = 4;
const APART = 60;
/** Drafts of one mechanism are built alike: when so many do not stand the proof the next does not either, and each takes its time. */
const PROOFS = 2;
/** Boards, the bars below them and the room that gear needs to slide in, mm. */
const RAILS = 70;
/** What taking a front seat out counts against a draft, where all wishes together count 1. */
const TROUBLE = 0.3;
/** Width of a berth across whoever lies in it, and the lowest and widest of all berths of a draft, mm. */
const breadth = ({ x, y, along }: Berth) => (along ? y[1] - y[0] : x[1] - x[0]);
const width = ({ berths }: Draft) => Math.max(...berths.map(breadth));
const height = ({ berths }: Draft) => Math.min(...berths.map(({ base }) => base));

/** What each wish gives, 0 to 1, from the field's word alone. */
const ROUGH: Record<Wish, (room: BerthRoom, draft: Draft) => number> = {
	'sit up': (room) => clamp(1 + room.sitting / 300),
	double: (_, draft) => clamp((width(draft) - 700) / 700),
	desk: (_, draft) => clamp(1 - width(draft) / 1400),
	'quick change': () => 0.5,
	light: (_, draft) => clamp(1 - height(draft) / 1000),
	'free floor': (_, draft) => clamp(height(draft) / 800),
	storage: (_, draft) => clamp(height(draft) / 700)
};
export const clamp = (value: number) => Math.max(0, Math.min(1, value));

/** Weight of each wish: the first counts as much as all that follow it together. */
export const byWishes = (wishes: readonly Wish[], value: (wish: Wish) => number): number => {
	const weights = wishes.map((_, i) => 0.5 ** i);
	const all = weights.reduce((a, b) => a + b, 0);
	return all === 0 ? 0.5 : wishes.reduce((sum, wish, i) => sum + weights[i] * value(wish), 0) / all;
};

/** A draft with what the field says of it. */
export interface Judged {
	draft: Draft;
	room: BerthRoom;
	rough: number;
}

/** Judges every draft of a mechanism by the field, best first: what lies well and suits the wishes. */
export function judged(ground: Ground, mechanism: Mechanism, step = STEP): Judged[] {
	const tallest = Math.max(0, ...Object.values(ground.plan.gear).map(({ height }) => height));
	const all: Judged[] = [];
	for (const draft of mechanism.drafts(ground, step)) {
		const room = roomOfAll(ground, draft.berths);
		const gear = (height(draft) - tallest - RAILS) * 0.5;
		const short = [room.length, room.breadth, room.over, gear].reduce((sum, margin) => sum + Math.min(0, margin), 0);
		const wants = [room.turning, room.propped].reduce((sum, margin) => sum + clamp(1 + margin / 150), 0) / 2;
		all.push({
			draft,
			room,
			rough: byWishes(ground.brief.wishes, (wish) => ROUGH[wish](room, draft)) + wants + short / 100 - TROUBLE * draft.seatPlan.trouble
		});
	}
	return all.sort((a, b) => b.rough - a.rough || height(a.draft) - height(b.draft));
}

/** Whether two drafts are about the same: the seats set alike, and every berth in about the same place. */
const alike = (a: Draft, b: Draft): boolean =>
	a.seatPlan === b.seatPlan &&
	a.berths.length === b.berths.length &&
	a.berths.every((berth, i) => {
		const other = b.berths[i];
		return Math.abs(berth.base - other.base) < APART && Math.abs(berth.y[0] - other.y[0]) < APART && berth.along === other.along;
	});

/** Whether every piece of a draft has sizes that its kind can be built in. */
const buildable = ({ pieces }: Draft): boolean => pieces.every(({ kind, params }) => KINDS[kind].params.safeParse(params).success);

/** The best of some judged drafts, no two alike. */
function varied(all: Judged[], most: number): Judged[] {
	const taken: Judged[] = [];
	for (const one of all) {
		if (!taken.some(({ draft }) => alike(draft, one.draft)) && buildable(one.draft)) taken.push(one);
		if (taken.length >= most) break;
	}
	return taken;
}

/** What a mechanism comes to in a vehicle: drafts that work, and the one that came nearest to working. */
export interface Outcome {
	working: Settled[];
	nearest: Settled | undefined;
	looked: number;
	tried: number;
}

/**
 * Works out the best drafts of one mechanism. Ends early once enough work.
 *
 * @param solver where drafts are held against the rules that take their time as well
 */
export function* outcomeOf(
	ground: Ground,
	mechanism: Mechanism,
	enough: number,
	{ tries = TRIES, solver }: { tries?: number; solver?: Highs } = {}
): Generator<unknown, Outcome> {
	const all = judged(ground, mechanism);
	const outcome: Outcome = { working: [], nearest: undefined, looked: all.length, tried: 0 };
	let failedProofs = 0;
	for (const { draft } of varied(all, tries)) {
		const drafted = settle(ground, draft);
		const settled = solver ? yield* proven(drafted, solver) : drafted;
		outcome.tried++;
		if (settled.works) outcome.working.push(settled);
		else if (!outcome.nearest || weight(settled.clashes) < weight(outcome.nearest.clashes)) outcome.nearest = settled;
		if (settled.failsProof) failedProofs++;
		if (outcome.working.length >= enough || failedProofs >= PROOFS) break;
		yield;
	}
	return outcome;
}

/** The tools that a mechanism asks for and a brief does not have. */
export const missingTools = ({ brief }: Ground, { tools }: Mechanism): Tool[] => tools.filter((tool) => !brief.tools.includes(tool));

/** Why a mechanism is out before anything of it is worked out; undefined when nothing forbids it. */
export function forbidden(ground: Ground, mechanism: Mechanism): string | undefined {
	const { sleepers } = mechanism;
	if (ground.sleepers.length === 0) return 'Nobody is to sleep in it';
	if (sleepers !== undefined && sleepers !== ground.sleepers.length) return `It is for ${sleepers} sleepers`;
	if (mechanism.drills && !ground.brief.drill) return 'It is screwed to the vehicle, and no new holes are allowed';
	const missing = missingTools(ground, mechanism);
	return missing.length > 0 ? `It needs a ${missing.join(' and a ')}` : undefined;
}
