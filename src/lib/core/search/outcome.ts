import type { Tool, Wish } from '../plan/brief';
import { roomOf, type BerthRoom } from './berth';
import type { Ground } from './ground';
import type { Draft, Mechanism } from './mechanisms';
import { settle, weight, type Settled } from './settle';

/** Distance between the heights tried, mm. */
const STEP = 20;
/** The best drafts of a mechanism that are worked out before it counts as out, and how far apart in height they are, mm. */
const TRIES = 4;
const APART = 60;
/** What each wish gives, 0 to 1, from the field's word alone. */
const ROUGH: Record<Wish, (room: BerthRoom, draft: Draft) => number> = {
	'sit up': (room) => clamp(1 + room.sitting / 300),
	double: (_, { berth }) => clamp((width(draftSize(berth)) - 700) / 700),
	desk: (_, { berth }) => clamp(1 - width(draftSize(berth)) / 1400),
	'quick change': () => 0.5,
	light: (_, { berth }) => clamp(1 - berth.base / 1000),
	'free floor': (_, { berth }) => clamp(berth.base / 800),
	storage: (_, { berth }) => clamp(berth.base / 700)
};
export const clamp = (value: number) => Math.max(0, Math.min(1, value));
const draftSize = ({ x, y, along }: Draft['berth']) => (along ? [x, y] : [y, x]);
const width = ([, across]: [number, number][]) => across[1] - across[0];

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
		const room = roomOf(ground, draft.berth);
		const short = Math.min(0, room.length) + Math.min(0, room.breadth) + Math.min(0, draft.berth.base - tallest - 40) * 0.5;
		const wants = [room.turning, room.propped].reduce((sum, margin) => sum + clamp(1 + margin / 150), 0) / 2;
		all.push({ draft, room, rough: byWishes(ground.brief.wishes, (wish) => ROUGH[wish](room, draft)) + wants + short / 100 });
	}
	return all.sort((a, b) => b.rough - a.rough || a.draft.berth.base - b.draft.berth.base);
}

/** The best of some judged drafts, no two alike. */
function varied(all: Judged[], most: number): Judged[] {
	const taken: Judged[] = [];
	for (const one of all) {
		const twin = taken.some(
			({ draft: { berth } }) =>
				berth.seatPlan === one.draft.berth.seatPlan &&
				Math.abs(berth.base - one.draft.berth.base) < APART &&
				Math.abs(berth.y[0] - one.draft.berth.y[0]) < APART &&
				berth.along === one.draft.berth.along
		);
		if (!twin) taken.push(one);
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

/** Works out the best drafts of one mechanism. Ends early once enough work. */
export function* outcomeOf(ground: Ground, mechanism: Mechanism, enough: number, tries = TRIES): Generator<void, Outcome> {
	const all = judged(ground, mechanism);
	const outcome: Outcome = { working: [], nearest: undefined, looked: all.length, tried: 0 };
	for (const { draft } of varied(all, tries)) {
		const settled = settle(ground, draft);
		outcome.tried++;
		if (settled.works) outcome.working.push(settled);
		else if (!outcome.nearest || weight(settled.clashes) < weight(outcome.nearest.clashes)) outcome.nearest = settled;
		if (outcome.working.length >= enough) break;
		yield;
	}
	return outcome;
}

/** The tools that a mechanism asks for and a brief does not have. */
export const missingTools = ({ brief }: Ground, { tools }: Mechanism): Tool[] => tools.filter((tool) => !brief.tools.includes(tool));

/** Why a mechanism is out before anything of it is worked out; undefined when nothing forbids it. */
export function forbidden(ground: Ground, mechanism: Mechanism): string | undefined {
	if (mechanism.drills && !ground.brief.drill) return 'It is screwed to the vehicle, and no new holes are allowed';
	const missing = missingTools(ground, mechanism);
	return missing.length > 0 ? `It needs a ${missing.join(' and a ')}` : undefined;
}
