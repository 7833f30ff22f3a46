import { findingsOf, settlingTurns, wantOf, type Finding } from '../checks';
import { applyEdits, type Edit } from '../plan/edit';
import type { Plan } from '../plan/plan';
import { modeFor } from '../plan/mode-for';
import { pieceKnobs, type Knob } from '../turning';
import { liesAsMeant, planOf } from './layout';
import type { Ground } from './ground';
import type { Draft } from './mechanisms';

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
	/** Nothing that is soon asked speaks against it: what clashes is what takes its time. */
	failsProof?: true;
}

/** So many numbers of a draft are turned to settle its clashes before it is given up. */
const TURNS = 3;

const clashesOf = (findings: Finding[]) => findings.filter(({ status }) => status === 'clash');

/** Something somebody wants and the edit that does without it. */
interface Given {
	name: string;
	want: string;
	edit: Edit;
}

/** Takes back what people want to do in bed or by day where it clashes: given up, and said, where a layout cannot give it. */
function withoutWants(plan: Plan, clashes: Finding[]): { plan: Plan; givesUp: string[] } {
	const givesUp: string[] = [];
	let changed = plan;
	for (const clash of clashes) {
		const given: Given | undefined = wantOf(changed, clash) ?? sittingOf(changed, clash);
		if (!given) continue;
		changed = applyEdits(changed, [given.edit]);
		givesUp.push(`${given.name}: ${given.want}`);
	}
	return { plan: changed, givesUp };
}

/** The sitting by day that a clash is about, and the edit that does without. */
function sittingOf(plan: Plan, { rule, subjects }: Finding): Given | undefined {
	const day = modeFor(plan, 'day');
	const id = subjects.find((subject) => Object.hasOwn(plan.crew, subject));
	if (!rule.startsWith('bench-') || !day || !id || day.mode.people[id]?.posture !== 'on the bench') return undefined;
	return {
		name: plan.crew[id].name,
		want: 'sit on the bench',
		edit: { path: ['modes', day.id, 'people', id], value: { posture: 'away' } }
	};
}

/** Of the turns that settle a clash, so many of the smallest are looked at whole. */
const LOOKED_AT = 3;
/** Length that turning a draft's numbers may still win, mm: lying askew, reaching nearer to the door. */
const MAKES_UP = 60;

/** No number of a draft is turned further, mm: drafts that differ by more are judged by themselves. */
const REACH = 200;
const near = (knob: Knob): Knob => ({
	...knob,
	range: [Math.max(knob.range[0], knob.value - REACH), Math.min(knob.range[1], knob.value + REACH)]
});

/** The plan with one number of a piece turned so that its worst clash is settled and as few as possible are left. */
function smallestSettling(plan: Plan, [clash]: Finding[]): Plan | undefined {
	// A draft is as long as its place allows: no number of its own makes up for much.
	if (clash.rule === 'lying-length' && clash.margin < -MAKES_UP) return undefined;
	const knobs = clash.subjects.flatMap((id) => (Object.hasOwn(plan.pieces, id) ? pieceKnobs(id, plan.pieces[id]).map(near) : []));
	const turns = settlingTurns(plan, clash, knobs, [0])
		.sort((a, b) => Math.abs(a.value - a.knob.value) - Math.abs(b.value - b.knob.value))
		.slice(0, LOOKED_AT);
	let best: { plan: Plan; left: number } | undefined;
	for (const { edits } of turns) {
		const turned = applyEdits(plan, edits);
		const left = weight(clashesOf(findingsOf(turned)));
		if (!best || left < best.left) best = { plan: turned, left };
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
