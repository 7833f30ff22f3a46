import { findingsOf, type Finding } from '../checks';
import { measurementList } from '../interior';
import { valueAtPath } from '../plan/edit';
import type { Measurement } from '../plan/measurement';
import type { Mode, Plan } from '../plan/plan';
import { defaultSetting } from '../plan/seat-setting';
import type { Vehicle } from '../plan/vehicle';

/** Entries of a table whose keys are still there. */
const kept = <T>(table: Record<string, T>, known: object): Record<string, T> =>
	Object.fromEntries(Object.entries(table).filter(([id]) => Object.hasOwn(known, id)));

/**
 * The plan in another vehicle: what it says of seats and doors that the vehicle has not is left out, seats that are new
 * get their usual setting.
 */
export function withVehicle(plan: Plan, vehicle: Vehicle): Plan {
	const modes = Object.fromEntries(
		Object.entries(plan.modes).map(([id, mode]): [string, Mode] => {
			const seats = Object.fromEntries(
				Object.entries(vehicle.seats).map(([seat, is]) => [
					seat,
					Object.hasOwn(mode.seats, seat) && plan.vehicle.seats[seat]?.type === is.type ? mode.seats[seat] : defaultSetting(is, mode.use)
				])
			);
			return [id, { ...mode, seats, doors: kept(mode.doors, vehicle.openings) }];
		})
	);
	const crew = Object.fromEntries(
		Object.entries(plan.crew).map(([id, person]) => {
			if (!person.driving || Object.hasOwn(vehicle.seats, person.driving.seat)) return [id, person];
			const standing = { ...person };
			delete standing.driving;
			return [id, standing];
		})
	);
	return { ...plan, vehicle, modes, crew };
}

/** One thing that two versions of a vehicle do not share. */
export interface Difference {
	label: string;
	/** mm as the tape shows it; undefined where one of them has not got it. */
	before: number | undefined;
	after: number | undefined;
}

/** What differs between two versions of a vehicle: sizes that changed, came or went. */
export function vehicleDifferences(before: Vehicle, after: Vehicle): Difference[] {
	const shown = new Map<string, Difference>();
	for (const entry of measurementList(before)) {
		const other = valueAtPath(after, entry.path.slice(1)) as Measurement | undefined;
		if (other?.mm !== entry.measurement.mm)
			shown.set(entry.path.join('.'), {
				label: entry.label,
				before: entry.measurement.mm * entry.factor,
				after: other && other.mm * entry.factor
			});
	}
	for (const entry of measurementList(after))
		if (valueAtPath(before, entry.path.slice(1)) === undefined)
			shown.set(entry.path.join('.'), { label: entry.label, before: undefined, after: entry.measurement.mm * entry.factor });
	return [...shown.values()];
}

/** What a change of the vehicle does to one plan. */
export interface Effect {
	/** How many clashes the plan has before and after. */
	before: number;
	after: number;
	/** Clashes that come with it, as they are after, and those that go, as they were before. */
	comes: Pick<Finding, 'title' | 'margin' | 'unit' | 'limit' | 'actual'>[];
	goes: Pick<Finding, 'title' | 'margin' | 'unit' | 'limit' | 'actual'>[];
}

/** What putting a plan into another version of its vehicle would do to its findings. */
export function effectOf(plan: Plan, vehicle: Vehicle): Effect {
	const clashes = (of: Plan) =>
		new Map(
			findingsOf(of)
				.filter((f) => f.status === 'clash')
				.map((f) => [`${f.rule}:${f.key}`, f])
		);
	const [before, after] = [clashes(plan), clashes(withVehicle(plan, vehicle))];
	const plain = ({ title, margin, unit, limit, actual }: Finding) => ({ title, margin, unit, limit, actual });
	const only = (a: Map<string, Finding>, b: Map<string, Finding>) =>
		[...a].filter(([key]) => !b.has(key)).map(([, finding]) => plain(finding));
	return { before: before.size, after: after.size, comes: only(after, before), goes: only(before, after) };
}
