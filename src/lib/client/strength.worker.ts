import { expose } from 'comlink';
import createHighs, { type Highs } from 'highs';
import highsWasm from 'highs/runtime?url';
import { joinedFindings, restraintFindings, strengthsOf, type Finding, type Fix } from '../core/checks';
import { sceneOf } from '../core/derive';
import { shareStructure } from '../core/plan/share';
import type { Plan } from '../core/plan';
import { restraintsIn, type Restraint } from '../core/restraint';
import { remadeOf, strengthening, type Remade } from '../core/search';
import type { Scene } from '../core/modes';
import { loadIn, strengthIn, type Load, type Strength } from '../core/structure';
import type { UnitSystem } from '../core/units';
import { breathe, stepping } from './breathe';

/** What is known so far of how a plan bears what is asked of it. */
export interface Borne {
	/** Of each mode. */
	modes: Record<string, Strength>;
	loads: Record<string, Load>;
	/** Of the modes in which one drives. */
	restraints: Record<string, Restraint[]>;
	findings: Finding[];
}

let plan: Plan | undefined;
/** Each rises with every new question of its sort: work for an older one stops. */
const turns = { borne: 0, remade: 0 };
let solver: Promise<Highs> | undefined;

/** Takes a plan up; what is asked of it is stale once the same is asked again, and other stock once the plan is another. */
function adopt(next: Plan, sort: keyof typeof turns): { present: Plan; stale: () => boolean } {
	const present = (plan = shareStructure(plan, next));
	const mine = ++turns[sort];
	return { present, stale: () => mine !== turns[sort] || (sort === 'remade' && plan !== present) };
}

const strength = {
	/** Works a plan out mode by mode, saying how far it is; nothing when something newer is asked meanwhile. */
	async borne(next: Plan, report: (progress: number) => void): Promise<Borne | undefined> {
		const { present, stale } = adopt(next, 'borne');
		const run = strengthsOf(present);
		const modes = Object.keys(present.modes);
		for (;;) {
			const step = run.next();
			if (step.done) {
				const inEach = <T>(of: (scene: Scene) => T) => Object.fromEntries(modes.map((id) => [id, of(sceneOf(present, id))]));
				const highs = await (solver ??= createHighs({ locateFile: () => highsWasm }));
				if (stale()) return undefined;
				return {
					modes: inEach((scene) => strengthIn(scene, present)),
					loads: inEach((scene) => loadIn(scene, present)),
					restraints: inEach((scene) => (scene.mode.use === 'drive' ? restraintsIn(scene, present, highs) : [])),
					findings: [...step.value, ...joinedFindings(present), ...restraintFindings(present, highs)]
				};
			}
			report(step.value / modes.length);
			await breathe();
			if (stale()) return undefined;
		}
	},

	/** Findings of the plan last worked out with what settles those of them that clash; nothing when something newer is asked meanwhile. */
	async stronger(findings: Finding[], system: UnitSystem): Promise<Finding[] | undefined> {
		if (!plan) return undefined;
		const [mine, present] = [turns.borne, plan];
		const settled = new Map<string, Fix[]>();
		for (const piece of new Set(findings.flatMap(({ fixes, subjects }) => (fixes === null ? subjects : [])))) {
			const fix = await stepping(strengthening(present, piece, system), () => mine !== turns.borne);
			if (mine !== turns.borne) return undefined;
			settled.set(piece, fix ? [fix] : []);
		}
		return findings.map((finding) =>
			finding.fixes === null ? { ...finding, fixes: finding.subjects.flatMap((piece) => settled.get(piece) ?? []) } : finding
		);
	},

	/** A piece cut from other stock, reporting as it is tried; ends early when something newer is asked. */
	async remade(next: Plan, piece: string, report: (progress: number, found: Remade[]) => void): Promise<Remade[] | undefined> {
		const { present, stale } = adopt(next, 'remade');
		const run = remadeOf(present, piece);
		for (;;) {
			const step = run.next();
			if (step.done) return step.value;
			report(step.value.done / step.value.of, step.value.found);
			await breathe();
			if (stale()) return undefined;
		}
	}
};

export type StrengthWorker = typeof strength;

expose(strength);
