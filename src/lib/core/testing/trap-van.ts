import type { KindName } from '../pieces';
import { applyEdits, type Animal, type Plan, type Vehicle, type Zone } from '../plan';
import { exact, plainVehicle, planIn, withPerson, withPiece } from './plans';
import { frontSeat, rearBench } from './seats';

/** A box 1600 wide, 1600 high and 3200 long, with modes to drive in, for the day and for the night. */
export const VAN = plainVehicle([[0, 800]], 1600, 3200);
export const drive = { name: 'Drive', use: 'drive' as const, seats: {}, pieces: {}, doors: {}, people: {} };
export const van = (more: Partial<Vehicle> = {}): Plan => {
	const plan = planIn({ ...VAN, ...more });
	return { ...plan, modes: { drive, ...plan.modes } };
};
export type Params = Record<string, unknown>;
export const piece =
	(kind: KindName, params: Params = {}, id: string = kind) =>
	(plan: Plan) =>
		withPiece(plan, id, kind, params);
export const bed = (params: Params = {}) =>
	piece(
		'fixed-platform',
		{ height: 400, rear: 100, length: 2000, reachRear: false, fullWidth: false, width: 1200, panels: 1, ...params },
		'bed'
	);
export const lying =
	(stature = 1700) =>
	(plan: Plan) =>
		withPerson(plan, 'mara', stature, 'bed');
export const set = (path: string, value: unknown) => (plan: Plan) => applyEdits(plan, [{ path: path.split('.'), value }]);
export const made = (start: Plan, ...steps: ((plan: Plan) => Plan)[]): Plan => steps.reduce((plan, step) => step(plan), start);

export const arch = {
	side: 'both' as const,
	start: exact(600),
	floorLength: exact(700),
	topLength: exact(400),
	height: exact(300),
	inner: exact(550),
	edge: exact(30)
};
export const block = (x: [number, number], y: [number, number], z: [number, number]) => ({
	start: exact(x[0]),
	length: exact(x[1] - x[0]),
	right: exact(y[0]),
	left: exact(y[1]),
	low: exact(z[0]),
	high: exact(z[1])
});
export const zone = (rule: Zone['rule']): Zone => ({
	name: 'Fuse box',
	reason: 'fuse box',
	...block([1000, 1200], [-100, 100], [0, 60]),
	from: 'above',
	rule
});
export const bench = rearBench({
	width: exact(1200),
	back: exact(1500),
	top: exact(1050),
	cushionHeight: exact(400),
	foldedRear: exact(1450)
});
export const rearDoor = (half: number, head = 1400) => ({
	rear: {
		name: 'Rear door',
		place: 'rear' as const,
		door: 'double' as const,
		hinge: 'first' as const,
		thickness: exact(50),
		sill: exact(0),
		head: exact(head),
		edges: { low: { z: 0, first: exact(-half), second: exact(half) } }
	}
});
export const sloping = { ...VAN.rear, profile: { p: { z: 900, x: exact(350) } } };
export const wheel = frontSeat({ name: 'Driver’s seat', y: 400, back: exact(2200) });
export const driving = (slide: number) => (plan: Plan) =>
	made(
		plan,
		set('crew', {
			mara: { name: 'Mara', stature: 1700, weight: 60, wants: [], driving: { seat: 'wheel', slide, angle: 20 } }
		}),
		set('modes.drive.people', { mara: { posture: 'in a seat' } })
	);
export const pulledOut = (plan: Plan) =>
	made(plan, set('modes.day.pieces', { 'drawer-unit': 'open-bay-1-drawer-1' }), set('modes.day.doors', { rear: 'open' }));
export const dog: Animal = { name: 'Brindle', shoulder: 600, length: 700, weight: 28 };
export const glass = (opens: boolean) => ({
	side: {
		name: 'Side window',
		place: 'left' as const,
		frame: 'trim' as const,
		opens,
		sill: exact(700),
		head: exact(1000),
		edges: { low: { z: 700, first: exact(900), second: exact(1500) } }
	}
});
export const crate = (height: number, length = 400) => ({
	crate: { name: 'Crate', length, width: 300, height, weight: 4, count: 1, under: 'bed' }
});

/** Three people who sit on one thing by day. */
export const three = (plan: Plan) => made(plan, ...['a', 'b', 'c'].map((id) => (one: Plan) => withPerson(one, id, 1700, 'bed')));
/** A case that lies in a place of its own in a mode. */
export const lyingCase =
	(id: string, at: { x: number; y: number; z: number }, mode = 'night') =>
	(plan: Plan) =>
		made(
			plan,
			set(`gear.${id}`, { name: 'Case', length: 300, width: 250, height: 250, weight: 5, count: 1 }),
			set(`modes.${mode}.lies`, { ...plan.modes[mode].lies, [id]: at })
		);
/** Whoever lies in bed at night is away for the rest. */
export const elsewhere = (plan: Plan) =>
	made(plan, set('modes.day.people', { mara: { posture: 'away' } }), set('modes.drive.people', { mara: { posture: 'away' } }));
/** A pole right across the van at a height. */
export const pole = (z: number) => ({ name: 'Pole', kind: 'roof bar' as const, ...block([700, 730], [-800, 800], [z, z + 30]) });
export const ring = (x: number, y: number) => ({
	name: 'Ring',
	kind: 'ring' as const,
	x: exact(x),
	y: exact(y),
	z: exact(20),
	direction: 'up' as const
});
export const rings = { shared: { ...ring(150, 0), rated: 60 }, r1: ring(150, 500), r2: ring(150, -500) };
export const twoBoxes = (plan: Plan) =>
	made(plan, piece('bench-box', { side: 'left', rear: 200 }, 'a'), piece('bench-box', { side: 'right', rear: 200 }, 'b'));
export const heldBy = (id: string, anchors: string[]) =>
	set(`pieces.${id}.held`, Object.fromEntries(anchors.map((anchor) => [anchor, { way: 'strap', anchor }])));
export const trunk = (length: number, width: number) => ({ name: 'Trunk', length, width, height: 250, weight: 9, count: 1, under: 'bed' });
/** A seat as one drives on it, and another one beside that of whoever drives. */
export const upright = { state: 'upright', slide: 0, angle: 20 };
export const other = frontSeat({ name: 'Other seat', y: -400, back: exact(2200) });
/** Drawers that fill the room under a bed. */
export const under = piece('drawer-unit', { rear: 150, length: 1900, width: 1100, height: 300 }, 'drawers');
/** A new bolt through the floor, at a place along the van. */
export const bolt = (x: number) => ({ way: 'new bolt through', surface: 'floor', x, at: 560 });
/** Somebody who is away wherever nothing else is said. */
export const crewOfOne = (plan: Plan) =>
	made(
		plan,
		set('crew', { mara: { name: 'Mara', stature: 1700, weight: 60, wants: [] } }),
		...Object.keys(plan.modes).map((id) => set(`modes.${id}.people`, { mara: { posture: 'away' } }))
	);

/** A plan with something wrong that one rule finds, and the same plan without it. */
export interface Trap {
	rule: string;
	/** What goes wrong, in a few words. */
	trap: string;
	bad: Plan;
	/** The same without it: no clash of this rule. */
	good: Plan;
	/** One of the turns that are offered settles it. */
	fixed?: true;
}
