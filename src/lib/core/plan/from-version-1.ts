type Raw = Record<string, unknown>;

const isTable = (value: unknown): value is Raw => typeof value === 'object' && value !== null && !Array.isArray(value);

/** Every entry of a table changed; anything else is left for the schema to refuse. */
const each = (table: unknown, change: (entry: Raw) => Raw): unknown =>
	isTable(table) ? Object.fromEntries(Object.entries(table).map(([id, entry]) => [id, isTable(entry) ? change(entry) : entry])) : table;

/** Version 1 knew one thickness of lining for each area. */
function lining(old: unknown): unknown {
	if (!isTable(old)) return old;
	const layers = (thickness: unknown) =>
		typeof thickness === 'number' && thickness > 0 ? { lining: { material: 'Lining', thickness } } : {};
	return { ...old, floor: layers(old.floor), wall: layers(old.wall), roof: layers(old.roof) };
}

/** A raw vehicle of version 1 as version 2 has it: openings, fixtures, zones, anchors, contours and lining by layers came then. */
export function vehicleFromVersion1(vehicle: unknown): unknown {
	if (!isTable(vehicle)) return vehicle;
	const tables = { openings: {}, fixtures: {}, zones: {}, anchors: {}, noDrill: {}, contours: {}, diagonals: {} };
	const seat = (old: Raw): Raw =>
		old.type === 'rear bench' ? { ...old, foldedSteps: {}, belts: 2 } : { ...old, removable: false, belts: 1 };
	return { ...vehicle, ...tables, seats: each(vehicle.seats, seat), lining: lining(vehicle.lining) };
}

/** A raw plan of version 1 as version 2 has it. */
export function fromVersion1(plan: unknown): unknown {
	if (!isTable(plan)) return plan;
	return { ...plan, vehicle: vehicleFromVersion1(plan.vehicle), modes: each(plan.modes, (mode) => ({ ...mode, doors: {} })) };
}
