import { sceneOf } from '../derive';
import { remember } from '../memory';
import type { Vec3 } from '../geometry/vector';
import type { Scene } from '../modes';
import type { Plan } from '../plan/plan';
import type { CheckContext, Finding, PlanTables, Result, Sensitivity, Status, Table } from './finding';
import { NO_ANIMALS } from '../scene';
import { CHECKS } from './registry';

const NO_BRIEF = {} as PlanTables['brief'];
const NO_WEIGHTS = {};

/** What checks can read of a plan besides the scene, by table. */
const tablesOf = (plan: Plan): Record<Table, object> => {
	const { crew, gear, stock, brief = NO_BRIEF, animals = NO_ANIMALS, build, vehicle, modes } = plan;
	const { seats, openings, windows, anchors, noDrill, zones, lining, weights = NO_WEIGHTS } = vehicle;
	return {
		crew,
		gear,
		stock,
		brief,
		animals,
		cut: build.cut,
		lying: lyingIn(modes),
		uses: usesIn(modes),
		seats,
		openings,
		windows,
		anchors,
		noDrill,
		zones,
		lining,
		weights
	};
};

/** What a check says of a scene. */
function said(check: (typeof CHECKS)[number], tables: readonly object[], scene: Scene, only?: string): readonly Result[] {
	const read = Object.fromEntries(check.reads.map((table, i) => [table, tables[i]]));
	// The types of checks keep them from reading any other table, be it of the plan or of its vehicle.
	return check.run({ plan: { ...read, vehicle: read }, scene, only } as unknown as CheckContext<Table>).map(sound);
}

/** Every check with what it said, remembered by the scene and the tables that it reads. */
const ASKED = CHECKS.map((check) => ({
	check,
	// The scene comes last: it changes most, and what is remembered by what changes least is remembered most cheaply.
	ask: remember((...read: object[]) => said(check, read, read[read.length - 1] as Scene))
}));

const isFinitePlace = ({ x, y, z }: Vec3): boolean => [x, y, z].every(Number.isFinite);
const ORIGIN: Vec3 = { x: 0, y: 0, z: 0 };

/**
 * A result as it is, or one that says that nothing is known: where sizes are beyond reason a sum ends in no number, and what is no
 * number must never be taken for enough room.
 */
export function sound(result: Result): Result {
	const { margin, limit, actual, at, line } = result;
	const placed = isFinitePlace(at) && (line === undefined || line.every(isFinitePlace));
	if ([margin, limit, actual].every(Number.isFinite) && placed) return result;
	return {
		...result,
		margin: 0,
		limit: 0,
		actual: 0,
		at: isFinitePlace(at) ? at : ORIGIN,
		line: undefined,
		why: 'This could not be worked out from these sizes: one of them is beyond reason.',
		unknown: true
	};
}

/** Lists of words, each kept once: equal ones are the same object, by which results are remembered. */
const lists = new Map<string, readonly string[]>();
const MOST_LISTS = 500;
function keptOnce<T extends string>(words: Iterable<T>): readonly T[] {
	const list = [...new Set(words)].sort();
	const key = list.join();
	if (lists.size > MOST_LISTS) lists.clear();
	const known = (lists.get(key) as readonly T[] | undefined) ?? list;
	lists.set(key, known);
	return known;
}

/** Gear that lies in a place of its own in some mode; the same object as long as the ids are the same. */
const lyingIn = remember((modes: Plan['modes']) => keptOnce(Object.values(modes).flatMap(({ lies }) => Object.keys(lies ?? {}))));
/** What there are modes for; the same object as long as these are the same. */
const usesIn = remember((modes: Plan['modes']) => keptOnce(Object.values(modes).map(({ use }) => use)));

/** What some checks say in one mode, a list for each: the same list as long as nothing changes that the check looks at. */
function asked(plan: Plan, modeId: string, checks: typeof ASKED): (readonly Result[])[] {
	const [scene, tables] = [sceneOf(plan, modeId), tablesOf(plan)];
	return checks.map(({ check, ask }) => ask(...check.reads.map((table) => tables[table]), scene));
}

/** Every result of every check in one mode, a list for each check; remembered. */
export const resultListsIn = (plan: Plan, modeId: string): (readonly Result[])[] => asked(plan, modeId, ASKED);

/** Every result of every check in one mode. */
export const resultsIn = (plan: Plan, modeId: string): Result[] => resultListsIn(plan, modeId).flat();

/** The results of one rule in one mode: what the search for fixes asks again and again. */
export const resultsOfRule = (plan: Plan, modeId: string, rule: string): Result[] =>
	asked(
		plan,
		modeId,
		ASKED.filter(({ check }) => covers(check.rule, rule))
	).flat();

/** The results of one rule in one mode as far as one key is concerned, not remembered: what is asked again and again with one size turned. */
export function resultsOfKey(plan: Plan, modeId: string, rule: string, key: string): Result[] {
	const [scene, tables] = [sceneOf(plan, modeId), tablesOf(plan)];
	return CHECKS.filter((check) => covers(check.rule, rule)).flatMap((check) =>
		said(
			check,
			check.reads.map((table) => tables[table]),
			scene,
			key
		)
	);
}

// One check tells two rules: seats, and the driving position of front seats.
const covers = (check: string, rule: string) => check === rule || (check === 'fit-seats' && rule === 'driving-position');

/** Rule and key of a result, one for each thing checked: what its tolerance is kept under, and the same in every mode. */
export const resultId = (result: Pick<Result, 'rule' | 'key'>): string => `${result.rule}:${result.key}`;

/** What is known of how far a margin may be off. */
export interface Tolerance {
	/** By all measurements, in the unit of the margin. */
	tolerance: number;
	/** By those that are guessed alone. */
	guessed: number;
	/** What moves it, most first. */
	sensitivities: Sensitivity[];
}

/** The tolerance of every margin, by mode and result. */
export type Tolerances = Record<string, Tolerance>;
export const toleranceKey = (modeId: string, result: Pick<Result, 'rule' | 'key'>): string => `${modeId}/${resultId(result)}`;

/** A guess is worth no more than twice what it says: nothing closer than this to it is known to fit; our own judgement. */
const GUESS_REACH = 2;

/**
 * The status of a margin. Where guesses could use up the margin, nobody can say: it is unmeasured. A margin below its
 * tolerance or its comfort is tight.
 *
 * @param tolerance how far the margin may be off by all measurements, and `guessed` by those that are guesses.
 */
export function statusOf(margin: number, comfort: number, tolerance: number, guessed: number): Status {
	if (Number.isNaN(margin) || Number.isNaN(tolerance)) return 'unmeasured';
	if (margin >= 0 ? margin < GUESS_REACH * guessed : -margin < guessed) return 'unmeasured';
	if (margin < 0) return 'clash';
	return margin < Math.max(comfort, tolerance) ? 'tight' : 'clear';
}

const SEVERITY: Record<Status, number> = { clash: 0, unmeasured: 1, tight: 2, clear: 3 };

/** Whether one status is worse than another. */
export const isWorse = (a: Status, b: Status): boolean => SEVERITY[a] < SEVERITY[b];

/** What one of each unit weighs in millimetres: a tenth of open share like ten, a kilogram like five, a place or a move like a hundred. */
export const WEIGHT = { mm: 1, share: 100, count: 100, kg: 5 } as const;
const scaled = (finding: Finding) => (finding.margin - finding.comfort) * WEIGHT[finding.unit];

/** Findings of several lists in one, worst status first, then least margin for what it is measured in. */
export const worstFirst = (...lists: readonly (readonly Finding[])[]): Finding[] =>
	lists.flat().sort((a, b) => SEVERITY[a.status] - SEVERITY[b.status] || scaled(a) - scaled(b));

/** What was said in each mode, as findings: what comes out with the same status and margin in several modes is one. */
export function mergedOverModes(said: Iterable<{ modeId: string; result: Result }>, tolerances: Tolerances = {}): Finding[] {
	const findings: Finding[] = [];
	const byResult = new Map<string, Finding[]>();
	for (const { modeId, result } of said) {
		const id = toleranceKey(modeId, result);
		const known = tolerances[id];
		const status = result.unknown ? 'unmeasured' : statusOf(result.margin, result.comfort, known?.tolerance ?? 0, known?.guessed ?? 0);
		const others = byResult.get(resultId(result)) ?? [];
		const same = others.find((other) => other.status === status && Math.round(10 * (other.margin - result.margin)) === 0);
		if (same) {
			same.modes.push(modeId);
			continue;
		}
		// Lists on screen go by the id: what a rule should say twice of the same in one mode is told apart by number.
		const twins = others.filter(({ modes: [first] }) => first === modeId).length;
		const finding: Finding = {
			...result,
			id: twins > 0 ? `${id}#${twins + 1}` : id,
			modes: [modeId],
			status,
			tolerance: known?.tolerance ?? null,
			sensitivities: known?.sensitivities ?? [],
			fixes: null
		};
		findings.push(finding);
		byResult.set(resultId(result), [...others, finding]);
	}
	return findings;
}

/**
 * The findings of a plan over all its modes, worst first.
 *
 * @param rules asked alone where they are named: for searches that look at the cheap ones first
 */
export function findingsOf(plan: Plan, tolerances: Tolerances = {}, rules?: ReadonlySet<string>): Finding[] {
	const checks = rules ? ASKED.filter(({ check }) => rules.has(check.rule)) : ASKED;
	const said = Object.keys(plan.modes).flatMap((modeId) =>
		asked(plan, modeId, checks)
			.flat()
			.map((result) => ({ modeId, result }))
	);
	return worstFirst(mergedOverModes(said, tolerances));
}
