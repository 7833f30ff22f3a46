import { applyEdits, type Edit } from '../plan/edit';
import type { Plan } from '../plan/plan';
import { smallestTurn, type Knob } from '../turning';
import type { Finding } from './finding';
import { resultId, resultsOfKey } from './run';

/** One number turned so far that a finding comes right. */
export interface SettlingTurn {
	knob: Knob;
	value: number;
	edits: Edit[];
	/** The margin of the finding once it is turned. */
	margin: number;
}

/**
 * For every knob, up and down, the smallest turn after which a finding has at least one of the margins aimed at; the first
 * aim that can be reached counts.
 */
export function settlingTurns(plan: Plan, finding: Finding, knobs: readonly Knob[], aims: readonly number[]): SettlingTurn[] {
	const [mode] = finding.modes;
	const own = resultId(finding);
	return knobs.flatMap((knob) => {
		const editsFor = (value: number): Edit[] => [{ path: knob.path, value }];
		const known = new Map<number, number>();
		const margin = (value: number): number => {
			let found = known.get(value);
			if (found === undefined) {
				const results = resultsOfKey(applyEdits(plan, editsFor(value)), mode, finding.rule, finding.key);
				// What crowds something is told by both; once nothing does, by the one that is crowded alone.
				const result = results.find((r) => resultId(r) === own) ?? results.find((r) => own.startsWith(`${resultId(r)}+`));
				found = result?.margin ?? -Infinity;
				known.set(value, found);
			}
			return found;
		};
		return ([1, -1] as const).flatMap((direction): SettlingTurn[] => {
			for (const aim of aims) {
				const value = smallestTurn(knob, direction, aim, margin);
				if (value !== undefined) return [{ knob, value, edits: editsFor(value), margin: margin(value) }];
			}
			return [];
		});
	});
}
