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

/** What a change costs elsewhere, in words, and how many new clashes it brings. */
function costOf(plan: Plan, changed: Plan, tolerances: Tolerances, finding: Finding): { cost: string; newClashes: number; lost: number } {
	const own = resultId(finding);
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

/** A fix with what it is sorted by. */
type Tried = Fix & { lost: number; turn: number };

/** Every turn of one number that settles a finding, each tried out on the whole plan. */
function turns(plan: Plan, finding: Finding, tolerances: Tolerances, system: UnitSystem): Tried[] {
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
			...costOf(plan, applyEdits(plan, edits), tolerances, finding)
		})
	);
}

/** What settles a finding by setting seats, gear and people otherwise, each tried out on the whole plan; what only the owner knows comes last. */
const settings = (plan: Plan, finding: Finding, tolerances: Tolerances): Tried[] =>
	arrangements(plan, finding).map(({ claim, ...one }) => ({
		...one,
		turn: claim ? Infinity : 0,
		...costOf(plan, applyEdits(plan, one.edits), tolerances, finding)
	}));

/**
 * Changes that settle a finding: for every number of the pieces, seats and things concerned, the smallest turn up or down after which
 * the finding is clear or, failing that, just fits; seats, gear and people set otherwise; for a clash also what could be given up. Each
 * is tried out on the whole plan, so its cost is what really happens: what only moves the trouble elsewhere is not offered. At most
 * `most`, those that cost least elsewhere first, then by size of the change; what is given up comes last.
 */
export function fixesFor(plan: Plan, finding: Finding, tolerances: Tolerances, system: UnitSystem = 'metric', most = 4): Fix[] {
	const useful = [...settings(plan, finding, tolerances), ...turns(plan, finding, tolerances, system)]
		.filter(({ newClashes }) => newClashes === 0)
		.sort((a, b) => a.lost - b.lost || a.turn - b.turn);
	const tried = ({ label, edits }: { label: string; edits: Edit[] }): Fix => {
		const { cost, newClashes } = costOf(plan, applyEdits(plan, edits), tolerances, finding);
		return { label, edits, cost, newClashes, margin: 0 };
	};
	// All joints of a floor at once are a better answer than any one turn.
	const joints = betterJoints(plan, finding);
	const first = joints ? [tried(joints)] : [];
	const given = (finding.status === 'clash' ? concessions(plan, finding) : []).map(tried);
	return [
		...first,
		...useful
			.slice(0, most - first.length - given.length)
			.map(({ label, cost, edits, margin, newClashes }) => ({ label, cost, edits, margin, newClashes })),
		...given
	];
}
