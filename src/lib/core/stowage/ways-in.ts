import { interiorOf, pieceIn } from '../derive';
import { convexOf, boxWithin, type Convex } from '../geometry/convex';
import { boxSeparation, vec3, type Box } from '../geometry/vector';
import { halfWidth, openingsOf, type Interior } from '../interior';
import { cuboidOf } from '../loading';
import { ownedSolids } from '../modes';
import { arrangementOf, DOOR_SECONDS, intoState, seatAt, type Action, type Arrangement } from '../moves';
import type { Space } from '../pieces';
import type { Plan } from '../plan/plan';
import type { Face } from './getting-at';
import { archIn, ceilingIn, rearIn, wallIn } from './shell';
import { ARM } from './stow';

/** How one compartment opens in a mode. */
export interface WayIn {
	face: Face;
	/** What is moved first, in order; nothing where it stands open. */
	actions: Action[];
	/** A door of the vehicle that is opened as well, to reach in from outside. */
	door?: string;
	seconds: number;
}

/** What keeps a compartment shut in a mode, through every face. */
export interface NoWayIn {
	by: string;
}

/** A hand with something in it comes in from so far outside of a face, mm. */
const HAND: readonly [number, number] = [25, 250];
/** So much of a face has to be clear. */
const CLEAR = 0.4;
/** A face is looked at in so many stripes each way. */
const STRIPES = 8;
/** A door within this of a face opens it, mm. */
const DOOR_NEAR = 450;

/** A side is open where nothing closes it from so far within, mm: boards stand at the edge of what they enclose. */
const WITHIN = -60;
/** Room to come down to a side is looked for in stretches so deep and so high above it, mm. */
const [DEEP, ABOVE] = [150, 400];
const FACES: readonly Face[] = ['rear', 'front', 'right', 'left', 'top'];

/** The room in front of a face, as wide and high as it, from so far outside of it to so far. */
function before({ x, y, z }: Box, face: Face, from = HAND[0], until = HAND[1]): Box {
	const off = (at: number, way: 1 | -1): [number, number] => {
		const ends = [from, until].map((far) => at + way * far);
		return [Math.min(...ends), Math.max(...ends)];
	};
	switch (face) {
		case 'rear':
			return { x: off(x[0], -1), y, z };
		case 'front':
			return { x: off(x[1], 1), y, z };
		case 'right':
			return { x, y: off(y[0], -1), z };
		case 'left':
			return { x, y: off(y[1], 1), z };
		case 'top':
			return { x, y, z: off(z[1], 1) };
	}
}

/** Whatever stands in an arrangement, but for people, by name. */
const solidsIn = (plan: Plan, { pieces, seats }: Arrangement): { name: string; shapes: readonly Convex[] }[] => [
	...Object.entries(pieces).flatMap(([id, state]) =>
		ownedSolids(pieceIn(plan, id, state)).map(({ name, solid }) => ({ name, shapes: [convexOf(solid.corners)] }))
	),
	...Object.entries(seats).map(([id, setting]) => {
		const { name, profiles, y } = seatAt(plan.vehicle, id, setting);
		return { name, shapes: profiles.map((profile) => convexOf(y.flatMap((at) => profile.map((p) => vec3(p.x, at, p.y))))) };
	})
];

/** The door through which somebody outside reaches into a face, if one is there. */
function doorAt(plan: Plan, { x, y, z }: Box, face: Face): string | undefined {
	if (face === 'top' || face === 'front') return undefined;
	const interior = interiorOf(plan.vehicle);
	const [mx, mz] = [(x[0] + x[1]) / 2, (z[0] + z[1]) / 2];
	return openingsOf(plan.vehicle, interior).find(({ opening, z: high, across, sweeps }) => {
		if (opening.place !== face || sweeps.length === 0) return false;
		if (mz < high[0] - DOOR_NEAR / 3 || mz > high[1]) return false;
		if (face === 'rear') return x[0] < DOOR_NEAR && y[1] > across[0] && y[0] < across[1];
		const wall = halfWidth(interior, face, mx, Math.max(0, mz));
		return mx > across[0] && mx < across[1] && (face === 'left' ? wall - y[1] : y[0] + wall) < DOOR_NEAR;
	})?.opening.name;
}

/** What of the vehicle itself is before a face; a wall with an open door in it is in nobody’s way. */
function shellBefore(interior: Interior, strip: Box, face: Face, outside: boolean): { name: string; box: Box }[] {
	const named = (name: string, boxes: readonly Box[]) => boxes.map((box) => ({ name, box }));
	return [
		...interior.fixtures.filter(({ kind }) => kind !== 'pit'),
		...interior.arches.flatMap((arch) => named('the wheel arch', archIn(arch, strip))),
		...(face === 'top' ? named('the ceiling', ceilingIn(interior, strip)) : []),
		...(!outside && (face === 'left' || face === 'right') ? named('the wall', wallIn(interior, face, strip)) : []),
		...(!outside && face === 'rear' ? named('the rear of the vehicle', rearIn(interior, strip)) : [])
	].filter(({ box }) => boxSeparation(box, strip) < 0);
}

/**
 * How much of a face stays clear, 0 to 1, and what stands before the rest.
 *
 * @param outside whether a door is open there: walls are in nobody’s way
 * @param others what else is in the way
 */
function clearBefore(
	plan: Plan,
	strip: Box,
	face: Face,
	now: Arrangement,
	outside: boolean,
	others: readonly { name: string; box: Box }[] = []
): { share: number; by: string } {
	const interior = interiorOf(plan.vehicle);
	const [u, v] =
		face === 'rear' || face === 'front' ? (['y', 'z'] as const) : face === 'top' ? (['x', 'y'] as const) : (['x', 'z'] as const);
	const covers: { name: string; box: Box }[] = solidsIn(plan, now).flatMap(({ name, shapes }) =>
		shapes.flatMap((shape) => boxWithin(shape, strip) ?? []).map((box) => ({ name, box }))
	);
	covers.push(...others.filter(({ box }) => boxSeparation(box, strip) < 0));
	covers.push(...shellBefore(interior, strip, face, outside));
	const step = (axis: 'x' | 'y' | 'z', i: number) => strip[axis][0] + ((strip[axis][1] - strip[axis][0]) * (i + 0.5)) / STRIPES;
	const taken = new Map<string, number>();
	let clear = 0;
	for (let i = 0; i < STRIPES; i++)
		for (let k = 0; k < STRIPES; k++) {
			const [a, b] = [step(u, i), step(v, k)];
			const by = covers.find(({ box }) => a > box[u][0] && a < box[u][1] && b > box[v][0] && b < box[v][1]);
			if (by) taken.set(by.name, (taken.get(by.name) ?? 0) + 1);
			else clear++;
		}
	const [worst] = [...taken].sort((a, b) => b[1] - a[1]);
	return { share: clear / STRIPES ** 2, by: worst?.[0] ?? '' };
}

/** A way in, with the door of the vehicle that is opened for it, if any. */
const wayIn = (face: Face, actions: Action[], seconds: number, door: string | undefined): WayIn =>
	door === undefined ? { face, actions, seconds } : { face, actions, door, seconds: seconds + DOOR_SECONDS };

/** The way into a compartment through one face, in one of some states; or what is in the way. */
function wayThrough(plan: Plan, modeId: string, piece: string, space: Space, face: Face, states: readonly string[]): WayIn | NoWayIn {
	const { box } = space;
	const opened = intoState(plan, modeId, piece, states);
	if ('by' in opened) return { by: opened.by || 'nothing that is done opens it' };
	const { actions, seconds, then } = opened;
	const door = doorAt(plan, box, face);
	// A drawer comes out to be reached from above.
	if (face === 'top' && actions.length > 0) return { face, actions, seconds };
	const { share, by } = clearBefore(plan, before(box, face), face, then, door !== undefined);
	if (share >= CLEAR) return wayIn(face, actions, seconds, door);
	// What opens it as it stands may be in the way itself, as a leaf that is half folded is: another state may be better.
	const others = states.filter((state) => state !== then.pieces[piece]);
	const other = others.length > 0 ? wayThrough(plan, modeId, piece, space, face, others) : undefined;
	return other && !('by' in other) ? other : { by: `${by} is before it` };
}

/**
 * Whether somebody gets a hand to the outside of a side: no further out than an arm is long there is room up from it, and nothing is in
 * between. What is closed all round and from above is no way in, however empty.
 */
function isGotAt(plan: Plan, box: Box, face: Face, now: Arrangement, others: readonly { name: string; box: Box }[]): boolean {
	for (let from = HAND[0]; from < ARM.mm; from += DEEP) {
		const outside = before(box, face, from, from + DEEP);
		if (clearBefore(plan, outside, face, now, false, others).share < CLEAR) return false;
		const above: Box = { ...outside, z: [box.z[1], box.z[1] + ABOVE] };
		if (clearBefore(plan, above, 'top', now, false, others).share >= CLEAR) return true;
	}
	return false;
}

/** Sides of a compartment that stand open as everything is in a mode, whether its piece names them or not: nothing closes them. */
function openSides(plan: Plan, modeId: string, piece: string, { id, box, access }: Space): WayIn[] {
	const now = arrangementOf(plan, modeId);
	const spaces = Object.entries(now.pieces).flatMap(([other, state]) =>
		pieceIn(plan, other, state).assembly.spaces.map((space) => ({
			own: other === piece && space.id === id,
			name: space.name,
			box: space.box
		}))
	);
	const same = spaces.find(({ own }) => own);
	// Where it is elsewhere in this mode, or gone, its sides are elsewhere too; what lies in a well is lifted out.
	if (!same || box.z[0] < -1 || cuboidOf(same.box).some((at, i) => Math.abs(at - cuboidOf(box)[i]) > 1)) return [];
	// Through a neighbouring compartment nothing is got at: that is full.
	const others = spaces.filter(({ own }) => !own);
	return FACES.filter((face) => !access.some((one) => one.face === face)).flatMap((face): WayIn[] => {
		const door = doorAt(plan, box, face);
		if (clearBefore(plan, before(box, face, WITHIN), face, now, door !== undefined, others).share < CLEAR) return [];
		if (door === undefined && face !== 'top' && !isGotAt(plan, box, face, now, others)) return [];
		return [wayIn(face, [], 0, door)];
	});
}

/**
 * How a compartment opens in a mode: each face through which a hand gets at what is in it, with the moves, the door and the seconds
 * that it takes, the quickest first; or what keeps it shut.
 *
 * @throws RangeError when the plan has no such mode.
 */
export function waysInto(plan: Plan, modeId: string, piece: string, space: Space): WayIn[] | NoWayIn {
	const tried = space.access.map(({ face, states }) => wayThrough(plan, modeId, piece, space, face, states));
	const ways = [...tried.filter((one): one is WayIn => !('by' in one)), ...openSides(plan, modeId, piece, space)];
	if (ways.length > 0) return ways.sort((a, b) => a.seconds - b.seconds);
	return tried.find((one): one is NoWayIn => 'by' in one) ?? { by: 'it opens nowhere' };
}
