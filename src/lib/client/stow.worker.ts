import { expose } from 'comlink';
import { findingsOnStowing, stowedOf, type Finding } from '../core/checks';
import { sceneOf } from '../core/derive';
import type { Box } from '../core/geometry/vector';
import type { Edit, Plan } from '../core/plan';
import { travelMode } from '../core/plan/mode-for';
import { putAt, stowingOf, type Place, type Seen, type Stowing } from '../core/stowage';
import { longSection, viewFromAbove, type View } from '../core/views';
import { breathe, stepping } from './breathe';

/** Where everything lies, as far as it was tried, and the vehicle that it is drawn in. */
export interface Stowed {
	stowing: Stowing;
	views: { above: View; long: View } | undefined;
	/** What has to be known of it, once no better is looked for. */
	findings?: Finding[];
	/** 0 to 1: how much of the time for trying is over. */
	progress: number;
}

/** Nothing better for so long, or so long in all, and it rests, ms. */
const PATIENCE = 4000;
const LONGEST = 20_000;
/** It is said how far it is so often, ms. */
const SAID = 250;

/** Rises with every new plan: work for an older one stops. */
let turn = 0;

/** The vehicle as it is while driving, without people and without gear of its own drawing. */
function drawingsOf(plan: Plan): Stowed['views'] {
	const travels = travelMode(plan);
	if (travels === undefined) return undefined;
	const drawn = {
		plan: { ...plan, crew: {}, gear: {} },
		scene: sceneOf(plan, travels),
		selected: undefined,
		posture: 'lying on the back' as const
	};
	return { above: viewFromAbove(drawn), long: longSection(drawn) };
}

const stow = {
	/** What has to be known of how everything lies, from a packing that is soon found; nothing when a newer plan is asked for meanwhile. */
	async findings(plan: Plan): Promise<Finding[] | undefined> {
		const mine = ++turn;
		return stepping(stowedOf(plan), () => mine !== turn);
	},

	/** Stows everything, reporting what is better as it comes; ends when nothing better came for a while, or when a newer plan is asked for. */
	async stow(plan: Plan, report: (sofar: Stowed) => void): Promise<void> {
		const mine = ++turn;
		const views = drawingsOf(plan);
		const start = performance.now();
		let [bettered, said] = [start, start];
		let stowing: Stowing | undefined;
		const run = stowingOf(plan);
		for (;;) {
			const step = run.next();
			const now = performance.now();
			if (step.value) [stowing, bettered] = [step.value, now];
			const over = step.done || (stowing && (now - bettered > PATIENCE || now - start > LONGEST));
			if (stowing && (step.value || over || now - said > SAID)) {
				said = now;
				const progress = over ? 1 : Math.min(0.99, Math.max((now - bettered) / PATIENCE, (now - start) / LONGEST));
				report({ stowing, views, progress, ...(over ? { findings: findingsOnStowing(plan, stowing) } : {}) });
			}
			if (over) return;
			await breathe();
			if (mine !== turn) return;
		}
	},

	/** Edits that put one thing where somebody drew it, or near it; nothing where it goes nowhere near. */
	put(plan: Plan, place: Pick<Place, 'gear' | 'copy'>, drawn: Box, seen: Seen): Edit[] | undefined {
		return putAt(plan, place, drawn, seen);
	}
};

export type StowWorker = typeof stow;

expose(stow);
