import { convert, type Conversion } from '../moves';
import { toEnd } from '../stepwise';
import { sceneOf } from '../derive';
import { vec3 } from '../geometry/vector';
import { travelMode } from '../plan/mode-for';
import type { Plan } from '../plan/plan';
import { lengthMark } from '../units';
import type { Finding } from './finding';
import { resultsIn } from './run';

/** Why there is no way, with the ids concerned, and whether that is sure. */
interface NoWay {
	why: string;
	subjects: string[];
	sure: boolean;
}

/** What is in something's way before it is moved: then no order of moves can be the right one, and none can be told from another. */
const clashAtStart = (plan: Plan, from: string, subject: string) =>
	resultsIn(plan, from).find(({ rule, margin, subjects }) => rule.startsWith('fit-') && margin < 0 && subjects.includes(subject));

/** What stands in the way of a conversion, in one sentence. */
function reasonOf(plan: Plan, from: string, { noMoves, blocks, proven }: Extract<Conversion, { ok: false }>): NoWay {
	if (noMoves.length > 0) {
		const names = noMoves.map((id) => plan.pieces[id].name).join(' and ');
		return { why: `${names} cannot be brought from the one state to the other at all.`, subjects: [...noMoves], sure: proven };
	}
	const [first] = blocks;
	if (!first) return { why: 'No order of moves was found that gets there.', subjects: [], sure: proven };
	const start = clashAtStart(plan, from, first.subject);
	if (start) {
		const why = `It clashes before anything is moved. ${start.title}: ${start.why} Put that right first; then it can be told.`;
		return { why, subjects: [...new Set([first.subject, ...start.subjects])], sure: false };
	}
	return {
		why: `${first.action}: ${first.who} hits ${first.whom} by ${lengthMark(Math.ceil(first.by))}.${proven ? '' : ' Not every order of moves was tried.'}`,
		subjects: [...new Set(blocks.slice(0, 3).flatMap(({ subject, against }) => (against === undefined ? [subject] : [subject, against])))],
		sure: proven
	};
}

/**
 * Whether every mode of a plan can be got to from how one arrives: what cannot be made is wrong with the plan, not only with
 * the way. Each is a search of its own; yields how many are done after each, so that a caller can show progress or stop.
 */
export function* conversionsOf(plan: Plan): Generator<number, Finding[]> {
	const from = travelMode(plan);
	const findings: Finding[] = [];
	for (const to of Object.keys(plan.modes)) {
		if (from === undefined || to === from) continue;
		findings.push(conversionFinding(plan, from, to));
		yield findings.length;
	}
	return findings;
}

/** {@link conversionsOf} to its end. */
export const conversionFindings = (plan: Plan): Finding[] => toEnd(conversionsOf(plan));

function conversionFinding(plan: Plan, from: string, to: string): Finding {
	const found = convert(plan, from, to);
	const common = {
		id: `conversion:${from}+${to}`,
		rule: 'conversion' as const,
		key: `${from}+${to}`,
		title: `${plan.modes[from].name} to ${plan.modes[to].name}`,
		modes: [to],
		comfort: 0,
		unit: 'count' as const,
		limit: 1,
		at: vec3(sceneOf(plan, to).interior.length / 2, 0, 0),
		tolerance: 0,
		sensitivities: [],
		fixes: []
	};
	if (found.ok)
		return { ...common, subjects: [], status: 'clear', margin: 0, actual: 1, why: `It takes ${Math.round(found.seconds)} seconds.` };
	const { why, subjects, sure } = reasonOf(plan, from, found);
	return { ...common, subjects, status: sure ? 'clash' : 'unmeasured', margin: sure ? -1 : 0, actual: 0, why };
}
