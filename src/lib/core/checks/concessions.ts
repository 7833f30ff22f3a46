import { sceneOf } from '../derive';
import { sendGear } from '../plan/changes';
import type { Edit } from '../plan/edit';
import type { Person, Plan } from '../plan/plan';
import { clearBoxes, stow } from '../storage';
import type { Finding } from './finding';

/** A way to settle a finding by asking for less instead of building differently. */
export interface Concession {
	label: string;
	edits: Edit[];
}

/** Rules that ask for what somebody wants in bed. */
const WANT_OF_RULE: Readonly<Record<string, Person['wants'][number]>> = {
	'sitting-up': 'sit up',
	propped: 'prop up',
	'turning-over': 'turn over',
	'to-the-wheel': 'get to the wheel'
};

/** A want that a rule asks for and that its person could do without, with the edit that gives it up; undefined for other rules. */
export function wantOf(plan: Plan, { rule, subjects }: Pick<Finding, 'rule' | 'subjects'>) {
	const id = subjects.find((one) => Object.hasOwn(plan.crew, one));
	if (!id || !Object.hasOwn(WANT_OF_RULE, rule)) return undefined;
	const { name, wants } = plan.crew[id];
	const want = WANT_OF_RULE[rule];
	return { name, want, edit: { path: ['crew', id, 'wants'], value: wants.filter((one) => one !== want) } satisfies Edit };
}

/** What could be given up to settle a finding: a wish, a place to lie or sit, some of the gear. */
export function concessions(plan: Plan, finding: Finding): Concession[] {
	const person = finding.subjects.find((id) => Object.hasOwn(plan.crew, id));
	if (person) return forPerson(plan, finding, person);
	const gear = finding.subjects.find((id) => Object.hasOwn(plan.gear, id));
	return gear ? forGear(plan, finding, gear) : [];
}

function forPerson(plan: Plan, finding: Finding, id: string): Concession[] {
	const given = wantOf(plan, finding);
	if (given) return [{ label: `${given.name} does without: ${given.want}`, edits: [given.edit] }];
	const { modes } = finding;
	const where = modes.map((mode) => plan.modes[mode].name).join(', ');
	return [
		{
			label: `${plan.crew[id].name} goes elsewhere (${where})`,
			edits: modes.map((mode) => ({ path: ['modes', mode, 'people', id], value: { posture: 'away' } }))
		}
	];
}

function forGear(plan: Plan, { modes, subjects, rule }: Finding, id: string): Concession[] {
	// It was put into the wrong place: nothing has to be given up for that.
	if (rule === 'gear-put') return [];
	const gear = plan.gear[id];
	const scene = sceneOf(plan, modes[0]);
	const piece = scene.pieces.find((p) => subjects.includes(p.id));
	const alternatives = piece?.assembly.spaces.flatMap((space) => clearBoxes(scene.interior, space)) ?? [];
	// Fewer of them, where it is their number and not their height that does not fit.
	const fewer = Array.from({ length: gear.count - 1 }, (_, i) => gear.count - 1 - i).find(
		(count) => stow(alternatives, { ...gear, count }).margin >= 0
	);
	return [
		...(fewer ? [{ label: `Take ${fewer} instead of ${gear.count}`, edits: [{ path: ['gear', id, 'count'], value: fewer }] }] : []),
		{ label: `Stow ${gear.name} elsewhere`, edits: sendGear(id, undefined) }
	];
}
