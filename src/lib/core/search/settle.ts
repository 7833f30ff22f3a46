import { findingsOf, resultId, resultsOfRule, type Finding } from '../checks';
import { applyEdits } from '../plan/edit';
import type { Plan } from '../plan/plan';
import { pieceKnobs, smallestTurn } from '../turning';
import { liesAsMeant, planOf } from './layout';
import type { Ground } from './ground';
import type { Draft } from './mechanisms';

/** Rules about what somebody wants in bed: given up, and said, where a layout cannot give it. */
const WANT_OF_RULE = { 'sitting-up': 'sit up', propped: 'prop up', 'turning-over': 'turn over' } as const;

/** A draft worked out by all the rules. */
export interface Settled {
	draft: Draft;
	plan: Plan;
	/** True when nothing clashes and everybody has a place in bed. */
	works: boolean;
	/** Clashes that are left. */
	clashes: Finding[];
	tight: number;
	/** What somebody wants and does not get, in words. */
	givesUp: string[];
}

/** So many numbers of a draft are turned to settle its clashes before it is given up. */
const TURNS = 3;

const clashesOf = (findings: Finding[]) => findings.filter(({ status }) => status === 'clash');

/** Takes back the wants that clash. */
function withoutWants(plan: Plan, clashes: Finding[]): { plan: Plan; givesUp: string[] } {
	const givesUp: string[] = [];
	let changed = plan;
	for (const { rule, subjects } of clashes) {
		const want = WANT_OF_RULE[rule as keyof typeof WANT_OF_RULE];
		const id = subjects.find((one) => Object.hasOwn(changed.crew, one));
		if (!want || !id) continue;
		const { name, wants } = changed.crew[id];
		changed = applyEdits(changed, [{ path: ['crew', id, 'wants'], value: wants.filter((one) => one !== want) }]);
		givesUp.push(`${name}: ${want}`);
	}
	return { plan: changed, givesUp };
}

/** Of the turns that settle a clash, so many of the smallest are looked at whole. */
const LOOKED_AT = 3;
/** Length that turning a draft's numbers may still win, mm: lying askew, reaching nearer to the door. */
const MAKES_UP = 60;

/** The plan with one number of a piece turned so that its worst clash is settled and as few as possible are left. */
function smallestSettling(plan: Plan, [clash]: Finding[]): Plan | undefined {
	// A draft is as long as its place allows: no number of its own makes up for much.
	if (clash.rule === 'lying-length' && clash.margin < -MAKES_UP) return undefined;
	const [mode] = clash.modes;
	const own = resultId(clash);
	const turns = clash.subjects
		.flatMap((id) => (Object.hasOwn(plan.pieces, id) ? pieceKnobs(id, plan.pieces[id]) : []))
		.flatMap((knob) =>
			([1, -1] as const).flatMap((direction) => {
				const at = (value: number) => applyEdits(plan, [{ path: knob.path, value }]);
				const margin = (value: number) => resultsOfRule(at(value), mode, clash.rule).find((r) => resultId(r) === own)?.margin ?? -Infinity;
				const value = smallestTurn(knob, direction, 0, margin);
				return value === undefined ? [] : [{ by: Math.abs(value - knob.value), plan: at(value) }];
			})
		)
		.sort((a, b) => a.by - b.by)
		.slice(0, LOOKED_AT);
	let best: { plan: Plan; left: number } | undefined;
	for (const turn of turns) {
		const left = weight(clashesOf(findingsOf(turn.plan)));
		if (!best || left < best.left) best = { plan: turn.plan, left };
	}
	return best?.plan;
}

/**
 * Works a draft out by every rule and settles what clashes: wants that cannot be had are given up, and sizes of its own
 * pieces turned as little as possible. What the brief asks for is never touched.
 */
export function settle(ground: Ground, draft: Draft): Settled {
	let plan = planOf(ground, draft);
	const given: string[] = [];
	let best: { plan: Plan; clashes: Finding[]; tight: number; givesUp: string[] } | undefined;
	for (let turn = 0; ; turn++) {
		const without = withoutWants(plan, clashesOf(findingsOf(plan)));
		plan = without.plan;
		given.push(...without.givesUp);
		const findings = findingsOf(plan);
		const clashes = clashesOf(findings);
		if (!best || weight(clashes) < weight(best.clashes))
			best = { plan, clashes, tight: findings.filter(({ status }) => status === 'tight').length, givesUp: [...given] };
		else if (turn > 0) break;
		if (clashes.length === 0 || turn >= TURNS) break;
		const turned = smallestSettling(plan, clashes);
		if (!turned) break;
		plan = turned;
	}
	return { draft, ...best, works: best.clashes.length === 0 && liesAsMeant(best.plan, ground, draft) };
}

/** How far from working something is: every clash counts like 50 mm. */
export const weight = (clashes: Finding[]): number =>
	clashes.reduce((sum, { margin, unit }) => sum + 50 + Math.min(2000, -margin * (unit === 'mm' ? 1 : 100)), 0);
