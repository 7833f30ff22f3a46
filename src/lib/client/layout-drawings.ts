import { sceneOf } from '../core/derive';
import { remember } from '../core/memory';
import { modeFor, type Plan } from '../core/plan';
import { longSection, viewFromAbove, type View } from '../core/views';

/** A layout at a glance: from above as it is at night, and along the vehicle in every mode. */
export interface LayoutDrawings {
	above: View;
	modes: Record<string, View>;
}

/** Draws a layout; remembered. */
export const drawingsOf = remember((plan: Plan): LayoutDrawings => {
	const ids = Object.keys(plan.modes);
	const night = modeFor(plan, 'night')?.id ?? ids[0];
	return {
		above: viewFromAbove({ plan, scene: sceneOf(plan, night) }),
		modes: Object.fromEntries(ids.map((id) => [id, longSection({ plan, scene: sceneOf(plan, id) })]))
	};
});
