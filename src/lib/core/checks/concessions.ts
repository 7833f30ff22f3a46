import { sceneOf } from '../derive';
import type { Edit } from '../plan/edit';
import type { Plan } from '../plan/plan';
import { clearBoxes, stow } from '../storage';
import type { Finding } from './finding';

/** A way to settle a finding by asking for less instead of building differently. */
export interface Concession {
	label: string;
	edits: Edit[];
}

/** Rules that ask for what somebody wants in bed. */
const WANT_OF_RULE = { 'sitting-up': 'sit up', propped: 'prop up', 'turning-over': 'turn over' } as const;

/** What could be given up to settle a finding: a wish, a place to lie or sit, some of the gear. */
export function concessions(plan: Plan, finding: Finding): Concession[] {
	const person = finding.subjects.find((id) => Object.hasOwn(plan.crew, id));
	if (person) return forPerson(plan, finding, person);
	const gear = finding.subjects.find((id) => Object.hasOwn(plan.gear, id));
	return gear ? forGear(plan, finding, gear) : [];
}

function forPerson(plan: Plan, { rule, modes }: Finding, id: string): Concession[] {
	const { name, wants } = plan.crew[id];
	if (Object.hasOwn(WANT_OF_RULE, rule)) {
		const given = WANT_OF_RULE[rule as keyof typeof WANT_OF_RULE];
		return [
			{ label: `${name} does without: ${given}`, edits: [{ path: ['crew', id, 'wants'], value: wants.filter((want) => want !== given) }] }
		];
	}
	const where = modes.map((mode) => plan.modes[mode].name).join(', ');
	return [
		{
			label: `${name} goes elsewhere (${where})`,
			edits: modes.map((mode) => ({ path: ['modes', mode, 'people', id], value: { posture: 'away' } }))
		}
	];
}

function forGear(plan: Plan, { modes, subjects }: Finding, id: string): Concession[] {
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
		{ label: `Stow ${gear.name} elsewhere`, edits: [{ path: ['gear', id, 'under'], value: undefined }] }
	];
}
