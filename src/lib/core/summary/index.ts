import { findingsOf, toldOf, type Status } from '../checks';
import { sceneOf } from '../derive';
import { starterPlan, type BodyStyle, type Plan, type Vehicle } from '../plan';
import { withVehicle } from '../shelf';
import { longSection, viewFromAbove, type View } from '../views';

/** What a list of plans shows of one. */
export interface PlanSummary {
	bodyStyle: BodyStyle;
	/** Names of what is built in. */
	pieces: string[];
	modes: number;
	/** Findings by status; a status that there is none of is left out. */
	findings: Partial<Record<Status, number>>;
	/** The worst finding, if there is any. */
	worst?: { status: Status; title: string };
	/** The long section of a night, or of the first mode. */
	view?: View;
}

/** What a list of vehicles shows of one. */
export interface VehicleSummary {
	bodyStyle: BodyStyle;
	/** The empty room from above. */
	view: View;
}

/** Drawings of a list are a few centimetres wide: tenths of a millimetre only make them heavy. */
const rounded = <T>(view: T): T =>
	JSON.parse(JSON.stringify(view, (_, value) => (typeof value === 'number' ? Math.round(value) : value))) as T;

/** What the list shows of a plan; takes as long as a check of it. */
export function summaryOfPlan(plan: Plan): PlanSummary {
	const modes = Object.keys(plan.modes);
	const shown = modes.find((id) => plan.modes[id].use === 'night') ?? modes[0];
	const findings = toldOf(plan, findingsOf(plan));
	const counts: PlanSummary['findings'] = {};
	for (const { status } of findings) counts[status] = (counts[status] ?? 0) + 1;
	const [worst] = findings;
	return {
		bodyStyle: plan.vehicle.bodyStyle,
		pieces: Object.values(plan.pieces).map(({ name }) => name),
		modes: modes.length,
		findings: counts,
		...(worst ? { worst: { status: worst.status, title: worst.title } } : {}),
		...(shown ? { view: rounded(longSection({ plan, scene: sceneOf(plan, shown) })) } : {})
	};
}

/** What the list shows of a vehicle of the shelf. */
export function summaryOfVehicle(vehicle: Vehicle): VehicleSummary {
	const plan = withVehicle(starterPlan(vehicle.name, vehicle.bodyStyle), vehicle);
	return { bodyStyle: vehicle.bodyStyle, view: rounded(viewFromAbove({ plan, scene: sceneOf(plan, 'drive') })) };
}
