import type { Vec3 } from '../geometry/vector';
import type { Scene } from '../modes';
import type { Edit } from '../plan/edit';
import type { Plan } from '../plan/plan';
import type { Use } from '../plan/use';
import type { Vehicle, Weights } from '../plan/vehicle';
import type { Rule } from './topics';

/** How a check came out. */
export const STATUSES = ['clash', 'unmeasured', 'tight', 'clear'] as const;
export type Status = (typeof STATUSES)[number];

/** What a check says of one subject in one mode, before tolerances. */
export interface Result {
	rule: Rule;
	/** Tells results of one rule apart: the ids of what is checked. */
	key: string;
	title: string;
	/** Ids of the pieces, people, seats, gear and fixtures concerned. */
	subjects: string[];
	/** Signed room in the rule's unit; negative is a clash. */
	margin: number;
	/** Margins from 0 up to here are tight. */
	comfort: number;
	unit: 'mm' | 'share' | 'count' | 'kg';
	/** What was asked for and what there is. */
	limit: number;
	actual: number;
	/** What is said in place of the margin where that is no number anybody would count. */
	figure?: string;
	/** The reason in one sentence. */
	why: string;
	at: Vec3;
	/** The dimension that decides, for the drawing. */
	line?: [Vec3, Vec3];
	/** True when nothing can be said: a size is beyond reason, and the margin stands for nothing. */
	unknown?: true;
}

/** A change of the plan that settles a finding, with what it costs elsewhere. */
export interface Fix {
	label: string;
	cost: string;
	edits: Edit[];
	/** The margin of the finding once it is applied; 0 when it is not asked any more. */
	margin: number;
	/** How many new clashes it brings elsewhere. */
	newClashes: number;
}

/** How much one measurement moves a margin when it is off by its tolerance. */
export interface Sensitivity {
	path: string[];
	label: string;
	guessed: boolean;
	/** mm (or share) of margin. */
	effect: number;
}

/** A result with its status, its tolerance and its fixes, merged over the modes in which it is the same. */
export interface Finding extends Result {
	/** The same as long as the same is asked of the same in the same mode, whatever comes out. */
	id: string;
	modes: string[];
	status: Status;
	/** Root of the sum of squares of the sensitivities; null while not worked out. */
	tolerance: number | null;
	/** What moves the margin most, largest first. */
	sensitivities: Sensitivity[];
	/** Null while not worked out. */
	fixes: Fix[] | null;
}

/** What a check can look at besides the scene, tables that a plan may leave out as empty ones. */
export type PlanTables = Required<Pick<Plan, 'crew' | 'gear' | 'stock' | 'brief' | 'animals'>> & {
	/** Parts that are cut already. */
	cut: Plan['build']['cut'];
	/** Gear that lies in a place of its own in some mode. */
	lying: readonly string[];
	/** What the plan has modes for. */
	uses: readonly Use[];
};
type VehicleTables = Pick<Vehicle, 'seats' | 'openings' | 'windows' | 'anchors' | 'noDrill' | 'zones' | 'lining'> & {
	/** Nothing in it while nobody has said what the vehicle weighs. */
	weights: Weights;
};
export type Table = keyof PlanTables | keyof VehicleTables;

/** The scene of one mode, and of the plan and its vehicle the tables that a check says it reads. */
export interface CheckContext<T extends Table = never> {
	plan: Pick<PlanTables, Extract<T, keyof PlanTables>> & { vehicle: Pick<VehicleTables, Extract<T, keyof VehicleTables>> };
	scene: Scene;
	/** The key of the one result that is asked for, when only one is: a rule whose results take long may leave out the others. */
	only?: string;
}

/**
 * A rule: looks at one scene, returns a result for every subject it applies to. Its results are remembered by the scene and the
 * tables it reads: what else changes does not ask it again.
 */
export interface Check<T extends Table = Table> {
	rule: string;
	reads: readonly T[];
	run(context: CheckContext<T>): Result[];
}

/** A check that can read no more than what it says. */
export const check = <const T extends Table = never>(it: Check<T>): Check<T> => it;
