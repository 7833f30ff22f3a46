import { assemblyOf } from '../derive';
import { applyEdits, type Edit } from '../plan/edit';
import { remember } from '../memory';
import type { Plan } from '../plan/plan';
import { litresOf } from '../storage';
import { isMove, pieceKnobs, seatKnobs, thingKnobs, turnWords, type Knob } from '../turning';
import type { UnitSystem } from '../units';
import { arrangements } from './arrangements';
import { concessions } from './concessions';
import { betterJoints } from './floor-joints';
import type { Finding, Fix } from './finding';
import { findingsOf, isWorse, resultId, type Tolerances } from './run';
import { settlingTurns } from './settling';

/** Slide and lean of the seats of a finding, and where its things lie; the driving position itself is not for turning. */
function modeKnobs(plan: Plan, finding: Finding): Knob[] {
	if (finding.modes.length !== 1 || finding.rule === 'driving-position') return [];
	const [mode] = finding.modes;
	const parked = plan.modes[mode].use !== 'drive';
	return finding.subjects.flatMap((id) => {
		const seat = plan.vehicle.seats[id];
		if (seat) return parked || seat.type === 'rear bench' ? seatKnobs(plan, mode, id) : [];
		return thingKnobs(plan, mode, id);
	});
}

/** A size from here on is not more than doubled or halved by a fix: whoever asked for it wanted something else, mm. */
const A_SIZE = 100;

/** A knob with no more of its range than a fix may use; moving something is no change of its size. */
function withinReason(knob: Knob): Knob {
	const { value, unit, range } = knob;
	if (unit !== 'mm' || isMove(knob) || value < A_SIZE) return knob;
	return { ...knob, range: [Math.max(range[0], Math.ceil(value / 2)), Math.min(range[1], 2 * value)] };
}

/** Litres of storage in all pieces. */
const storage = (plan: Plan): number => litresOf(Object.values(plan.pieces).flatMap((piece) => assemblyOf(piece, plan).spaces));

/** The worst finding of every rule and subject of a plan: findings come worst first. Remembered: many changes are held against one plan. */
const worstByResult = remember((plan: Plan, tolerances: Tolerances): ReadonlyMap<string, Finding> => {
	const worst = new Map<string, Finding>();
	for (const finding of findingsOf(plan, tolerances)) if (!worst.has(resultId(finding))) worst.set(resultId(finding), finding);
	return worst;
});

/** What becomes of a plan besides what was changed for: in words, how many new clashes, and how much gets worse in all. */
export function costOf(
	plan: Plan,
	changed: Plan,
	tolerances: Tolerances,
	own?: string
): { cost: string; newClashes: number; lost: number } {
	const before = worstByResult(plan, tolerances);
	const after = worstByResult(changed, tolerances);
	const lost = [...after.values()].filter((f) => resultId(f) !== own && isWorse(f.status, before.get(resultId(f))?.status ?? 'clear'));
	const words = lost
		.slice(0, 2)
		.map((f) => `${f.title.toLowerCase().replace(/^./, (c) => c.toUpperCase())} becomes ${f.status === 'clash' ? 'a clash' : f.status}`);
	if (lost.length > 2) words.push(`${lost.length - 2} more get worse`);
	const volume = Math.round(storage(changed) - storage(plan));
	if (volume !== 0) words.push(`${Math.abs(volume)} litres ${volume < 0 ? 'less' : 'more'} storage`);
	return {
		cost: words.length > 0 ? `${words.join('; ')}.` : 'Costs nothing elsewhere.',
		newClashes: lost.filter((f) => f.status === 'clash').length,
		lost: lost.length
	};
}

/** A change that settles a finding, as it was tried out. */
export interface Change extends Fix {
	/** How many other findings get worse. */
	lost: number;
	/** How far something is turned. */
	turn: number;
	/** It asks for less, or says what only the owner knows, instead of building or setting something otherwise. */
	asks?: 'less' | 'knowledge';
}

/** Every turn of one number that settles a finding, each tried out on the whole plan. */
function turns(plan: Plan, finding: Finding, tolerances: Tolerances, system: UnitSystem): Change[] {
	// What was put into a wrong place is put elsewhere: nothing is built anew for that, and every turn would pack everything once more.
	if (finding.rule === 'gear-put') return [];
	const pieces = finding.subjects.filter((id) => Object.hasOwn(plan.pieces, id));
	const knobs = [...pieces.flatMap((id) => pieceKnobs(id, plan.pieces[id])), ...modeKnobs(plan, finding)].map(withinReason);
	// “Raise the bed” does not say which, where two pieces meet.
	const whose = ({ path: [table, id] }: Knob) => (table === 'pieces' && pieces.length > 1 ? ` (${plan.pieces[id].name})` : '');
	const comfortable = Math.max(finding.comfort, finding.tolerance ?? 0);
	return settlingTurns(plan, finding, knobs, finding.margin < 0 ? [comfortable, 0] : [comfortable]).map(
		({ knob, value, edits, margin }) => ({
			label: `${turnWords(knob, value, system)}${whose(knob)}`,
			edits,
			margin,
			turn: Math.abs(value - knob.value),
			...costOf(plan, applyEdits(plan, edits), tolerances, resultId(finding))
		})
	);
}

/**
 * Everything that settles a finding, each tried out on the whole plan: all joints of a floor at once first, since they are a better
 * answer than any one turn; then the smallest turn up or down of every number of the pieces, seats and things concerned after which the
 * finding is clear or, failing that, just fits; seats, gear and people set otherwise; and for a clash what could be given up. What
 * costs least elsewhere comes first, then by size of the change.
 */
export function changesFor(plan: Plan, finding: Finding, tolerances: Tolerances, system: UnitSystem = 'metric'): Change[] {
	const tried = <T extends { edits: Edit[] }>(one: T) => ({
		...one,
		...costOf(plan, applyEdits(plan, one.edits), tolerances, resultId(finding))
	});
	const joints = betterJoints(plan, finding);
	const set = arrangements(plan, finding).map(({ claim, ...one }): Change => ({
		...tried(one),
		turn: claim ? Number.MAX_SAFE_INTEGER : 0,
		...(claim ? { asks: 'knowledge' } : {})
	}));
	const given = (finding.status === 'clash' ? concessions(plan, finding) : []).map((one): Change => ({
		...tried(one),
		margin: 0,
		turn: 0,
		asks: 'less'
	}));
	return [
		...(joints ? [{ ...tried(joints), margin: 0, turn: 0 }] : []),
		...[...set, ...turns(plan, finding, tolerances, system)].sort((a, b) => a.lost - b.lost || a.turn - b.turn),
		...given
	];
}

/**
 * Changes that settle a finding, of {@link changesFor} those that bring no new clash: what only moves the trouble elsewhere is not
 * offered. At most `most`; what is given up comes last, and is offered whatever it costs.
 */
export function fixesFor(plan: Plan, finding: Finding, tolerances: Tolerances, system: UnitSystem = 'metric', most = 4): Fix[] {
	const changes = changesFor(plan, finding, tolerances, system);
	const given = changes.filter(({ asks }) => asks === 'less');
	const useful = changes.filter(({ asks, newClashes }) => asks !== 'less' && newClashes === 0);
	return [...useful.slice(0, most - given.length), ...given].map(({ label, cost, edits, margin, newClashes }) => ({
		label,
		cost,
		edits,
		margin,
		newClashes
	}));
}
