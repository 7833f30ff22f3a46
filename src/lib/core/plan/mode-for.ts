import type { Mode, Plan } from './plan';
import type { Use } from './use';

/** The first mode of a plan for a use, where it has one. */
export const modeFor = (plan: Plan, use: Use): { id: string; mode: Mode } | undefined => {
	const found = Object.entries(plan.modes).find(([, mode]) => mode.use === use);
	return found && { id: found[0], mode: found[1] };
};

/** The mode in which one travels and arrives; the first where nobody drives. Nothing where there are no modes. */
export const travelMode = ({ modes }: Pick<Plan, 'modes'>): string | undefined =>
	Object.keys(modes).find((id) => modes[id].use === 'drive') ?? Object.keys(modes)[0];
