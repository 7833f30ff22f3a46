import { KINDS, type KindName } from '../pieces';
import { spreadOf } from '../people';
import { applyEdits, starterPlan, type Measurement, type Plan, type Vehicle } from '../plan';

/** A size that is known exactly, so that closed forms hold to the last digit. */
export const exact = (mm: number): Measurement => ({ mm, plusMinus: 0, status: 'measured twice' });

/** Half-widths by height; the same at every station. */
export type Walls = [z: number, half: number][];

/** A vehicle with the same cross-section all along, upright rear door, no arches and no seats. */
export function plainVehicle(walls: Walls, ceiling = 1500, length = 3000): Vehicle {
	const station = (x: number) => ({
		x,
		widths: Object.fromEntries(walls.map(([z, half]) => [`w${z}`, { z, left: exact(half) }])),
		ceiling: { c0: { y: 0, z: exact(ceiling) } }
	});
	return {
		name: 'Plain box',
		bodyStyle: 'small van',
		length: exact(length),
		stations: { rear: station(0), front: station(length) },
		rear: { profile: {}, cornerAlong: exact(0), cornerAcross: exact(0) },
		arches: {},
		seats: {},
		openings: {},
		windows: {},
		fixtures: {},
		zones: {},
		anchors: {},
		noDrill: {},
		contours: {},
		diagonals: {},
		lining: { included: true, floor: {}, wall: {}, roof: {} }
	};
}

/** A plan round a vehicle: modes night and day, nobody and nothing in it. */
export function planIn(vehicle: Vehicle): Plan {
	const plan = starterPlan('Test', 'small van');
	const mode = (name: string, use: 'day' | 'night') => ({ name, use, seats: {}, pieces: {}, doors: {}, people: {} });
	return { ...plan, vehicle, modes: { day: mode('Day', 'day'), night: mode('Night', 'night') } };
}

/** The plan with a piece of a kind, its parameters given where they differ from the start values. */
export function withPiece(plan: Plan, id: string, kind: KindName, params: Record<string, unknown> = {}): Plan {
	const piece = { kind, name: id, params: KINDS[kind].params.parse(params) };
	return { ...plan, pieces: { ...plan.pieces, [id]: piece as Plan['pieces'][string] } };
}

/** The plan with a person of some height who lies on a piece at night and sits on it by day. */
export function withPerson(plan: Plan, id: string, stature: number, piece: string): Plan {
	const modes = Object.fromEntries(
		Object.entries(plan.modes).map(([mode, m]) => [
			mode,
			{ ...m, people: { ...m.people, [id]: { posture: m.use === 'night' ? ('lying' as const) : ('on the bench' as const), piece } } }
		])
	);
	return {
		...plan,
		crew: {
			...plan.crew,
			[id]: { name: id, stature, weight: Math.round(23 * (stature / 1000) ** 2), wants: ['sit up', 'prop up', 'turn over'] }
		},
		modes
	};
}

/** The plan once a size has been measured again as it was taken to be: of the vehicle to such a ±, of a person outright. */
export function measuredAgain(plan: Plan, path: string[], plusMinus: number): Plan {
	const [table, id, size] = path;
	if (table !== 'crew') return applyEdits(plan, [{ path: [...path, 'plusMinus'], value: plusMinus }]);
	return applyEdits(plan, [{ path, value: spreadOf(plan.crew[id]).find((one) => one.size === size)!.mm }]);
}
