import { allTolerances, findingsOf, resultId, type Finding } from '../../checks';
import { applyEdits, planSchema, type Plan } from '../../plan';
import { measurementList } from '../../interior';
import { randomFrom } from '../../practice/random';
import { BODY_FAULTS } from './bodies';
import type { FaultKind, Planted, Random } from './fault';
import { pick } from './fault';
import { HARMLESS } from './harmless';
import { LOAD_FAULTS } from './loads';
import { PEOPLE_FAULTS } from './people';
import { USE_FAULTS } from './use';

/** Every sort of fault that is planted. */
export const FAULTS: readonly FaultKind[] = [...PEOPLE_FAULTS, ...BODY_FAULTS, ...LOAD_FAULTS, ...USE_FAULTS];

/** Only guesses need tolerances: the rest is decided by the plan as it is drawn. */
const GUESSES = 'cut by sizes that nobody measured';

/** How a search for planted faults came out. */
export interface TruthReport {
	planted: number;
	missed: { fault: string; words: string; plan: string; mode: string; seed: string }[];
	harmless: number;
	alarms: { words: string; plan: string; title: string; seed: string }[];
	/** Planted and found by sort of fault. */
	bySort: Record<string, { planted: number; found: number }>;
}

/** A plan in a vehicle a few millimetres other, so that no two are the same. */
function shaken(plan: Plan, random: Random): Plan {
	const edits = measurementList(plan.vehicle)
		.filter(({ path }) => path.includes('widths') || path.includes('ceiling'))
		.map(({ path, measurement }) => ({ path: [...path, 'mm'], value: measurement.mm + Math.round(4 * (random() - 0.5)) }));
	return applyEdits(plan, edits);
}

/** What says that something is wrong, or that nobody can know. */
const speaks = ({ status }: Finding) => status === 'clash' || status === 'unmeasured';

/** What a finding says and in which mode, to tell what is new. */
const said = (findings: readonly Finding[]) =>
	new Set(findings.filter(speaks).flatMap((one) => one.modes.map((mode) => `${mode}/${resultId(one)}`)));

/** Whether something new is said of a planted fault, of one of its subjects and in its mode. */
function isFound(before: Plan, { plan, mode, subjects }: Planted, guesses: boolean): boolean {
	const known = said(findingsOf(before));
	return findingsOf(plan, guesses ? allTolerances(plan) : {}).some(
		(finding) =>
			speaks(finding) &&
			finding.modes.includes(mode) &&
			finding.subjects.some((subject) => subjects.includes(subject)) &&
			!known.has(`${mode}/${resultId(finding)}`)
	);
}

/** Plants faults and harmless changes into plans, from a seed, and counts what is said of them. */
export function truth(plans: readonly Plan[], count: { planted: number; harmless: number }, seed: string): TruthReport {
	const report: TruthReport = { planted: 0, missed: [], harmless: 0, alarms: [], bySort: {} };
	for (let i = 0; report.planted < count.planted && i < 40 * count.planted; i++) {
		const own = `${seed}/${i}`;
		const random = randomFrom(own);
		const kind = FAULTS[i % FAULTS.length];
		const plan = shaken(pick(plans, random)!, random);
		const mode = pick(Object.keys(plan.modes), random)!;
		const planted = kind.plant(plan, mode, random);
		if (!planted || !planSchema.safeParse(planted.plan).success) continue;
		report.planted++;
		const sort = (report.bySort[kind.fault] ??= { planted: 0, found: 0 });
		sort.planted++;
		if (isFound(plan, planted, kind.fault === GUESSES)) sort.found++;
		else report.missed.push({ fault: kind.fault, words: planted.words, plan: plan.name, mode, seed: own });
	}
	for (let i = 0; report.harmless < count.harmless && i < 40 * count.harmless; i++) {
		const own = `${seed}/harmless/${i}`;
		const random = randomFrom(own);
		const plan = shaken(pick(plans, random)!, random);
		const mode = pick(Object.keys(plan.modes), random)!;
		const change = HARMLESS[i % HARMLESS.length](plan, mode, random);
		if (!change) continue;
		report.harmless++;
		const known = said(findingsOf(plan));
		const alarm = findingsOf(change.plan).find(
			(finding) => finding.status === 'clash' && finding.modes.some((id) => !known.has(`${id}/${resultId(finding)}`))
		);
		if (alarm) report.alarms.push({ words: change.words, plan: plan.name, title: alarm.title, seed: own });
	}
	return report;
}
