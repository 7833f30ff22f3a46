import { bounds, union, type Polygon } from '../geometry/polygon';
import type { Box } from '../geometry/vector';
import { chainOf, linkPoses, padsIn, placedPads, placedParts, type PlacedPad, type PlacedPart } from '../pieces/placing';
import type { Assembly, PieceState, SlatZone, Space, Surface } from '../pieces/assembly';
import { reachOn } from '../pieces/making';
import type { Interior } from '../interior';
import { FACES } from './faces';
import { AXES, type DesignNode } from './schema';

type Looks = NonNullable<Extract<DesignNode, { kind: 'pad' }>['looks']>;
/** What the nodes of parts and pads say of their use, by id. */
export interface Said {
	boards: ReadonlyMap<string, 'sleep' | 'work' | 'animal'>;
	looks: ReadonlyMap<string, Looks>;
}

/** Surfaces that are the same in several states are one. */
function merged(found: readonly Surface[]): Surface[] {
	const known = new Map<string, Surface>();
	for (const { id, states, ...rest } of found) {
		const key = JSON.stringify([id.replace(/-\d+$/, ''), rest]);
		const before = known.get(key);
		known.set(key, before ? { ...before, states: [...before.states, ...states] } : { id, states, ...rest });
	}
	return [...known.values()].map((one, i) => ({ ...one, id: `${one.use}-${i + 1}` }));
}

/** Where one looks who sits on a seat, in its outline. */
function seatFacing(looks: Looks, outline: Polygon): Pick<Surface, 'faces' | 'raked'> {
	const { x, y } = bounds(outline);
	switch (looks) {
		case 'left':
			return { faces: { direction: 'left', backAt: y[0], edgeAt: y[1] } };
		case 'right':
			return { faces: { direction: 'right', backAt: y[1], edgeAt: y[0] } };
		case 'rear':
			return { raked: { backAt: x[1], facing: -1, slope: 0 } };
		case 'front':
			return { raked: { backAt: x[0], facing: 1, slope: 0 } };
	}
}

/** Cushions that lie level, by the height and kind of what they make together. */
function byLevel(pads: readonly PlacedPad[]): PlacedPad[][] {
	const levels = new Map<string, PlacedPad[]>();
	for (const pad of pads) {
		const key = [Math.round(pad.box.z[0]), Math.round(pad.box.z[1]), pad.pad.foam].join();
		levels.set(key, [...(levels.get(key) ?? []), pad]);
	}
	return [...levels.values()];
}

/** Surfaces to lie, sit and work on in one state: what mattresses make together, each seat, and boards that are for something. */
function surfacesIn(state: PieceState, parts: readonly PlacedPart[], pads: readonly PlacedPad[], { boards, looks }: Said): Surface[] {
	const level = pads.filter(({ footprint, box, pad }) => footprint !== null && Math.abs(box.z[1] - box.z[0] - pad.size.z) < 1);
	const common = { states: [state.id] };
	const beds = byLevel(level.filter(({ role }) => role === 'mattress')).flatMap((together) =>
		union(together.map(({ footprint }) => footprint!)).map((outline): Surface => {
			const [{ box, pad }] = together;
			return { id: 'sleep', use: 'sleep', outline, base: box.z[0], pad: box.z[1] - box.z[0], foam: pad.foam, ...common };
		})
	);
	const seats = level.flatMap(({ pad, role, box, footprint }): Surface[] => {
		const way = role === 'seat' ? looks.get(pad.id) : undefined;
		if (!way) return [];
		const outline = footprint!;
		return [
			{ id: 'sit', use: 'sit', outline, base: box.z[0], pad: box.z[1] - box.z[0], foam: pad.foam, ...seatFacing(way, outline), ...common }
		];
	});
	const worked = parts.flatMap(({ part, box, footprint }): Surface[] => {
		const use = boards.get(part.id);
		return use && footprint && Math.abs(box.z[1] - box.z[0] - part.thickness) < 1
			? [{ id: use, use, outline: footprint, base: box.z[1], pad: 0, foam: 'firm', ...common }]
			: [];
	});
	return [...beds, ...seats, ...worked];
}

/** A state of a piece with its parts as they stand in it. */
export interface InState {
	state: PieceState;
	parts: readonly PlacedPart[];
}

/** The parts of a piece in each of its states. */
export const standingIn = (assembly: Pick<Assembly, 'links' | 'parts' | 'states'>): InState[] =>
	assembly.states.map((state) => ({ state, parts: placedParts('', assembly as Assembly, state.joints, state.out ?? []) }));

/** Surfaces of a piece in all its states but those in which something is only opened. */
export function surfacesOf(
	assembly: Pick<Assembly, 'links' | 'parts' | 'pads' | 'fronts'>,
	standing: readonly InState[],
	said: Said
): Surface[] {
	const whole = assembly as Assembly;
	const opened = new Set(assembly.fronts.map(({ to }) => to));
	return merged(
		standing.flatMap(({ state, parts }) => {
			if (opened.has(state.id) && state.startsFor.length === 0) return surfacesIn(state, parts, [], said);
			const out = state.out ?? [];
			const pads = placedPads('', whole, state.joints, out, padsIn(whole, state.id));
			return surfacesIn(state, parts, pads, said);
		})
	);
}

/** Bars side by side across or along under what one lies on are slats: their gaps as they stand in a state. */
function slatsAcross(across: 'x' | 'y', { state, parts }: InState, { outline, base }: Surface): SlatZone[] {
	const over = bounds(outline);
	const other = across === 'x' ? 'y' : 'x';
	const slats = parts
		.filter(
			({ part, box }) =>
				part.form === 'bar' &&
				Math.abs(box.z[1] - base) < 1 &&
				box[across][1] > over[across][0] &&
				box[across][0] < over[across][1] &&
				box[other][1] - box[other][0] > (over[other][1] - over[other][0]) / 2
		)
		.map(({ box }) => box[across])
		.sort((a, b) => a[0] - b[0]);
	if (slats.length < 3) return [];
	const gap = Math.max(...slats.slice(1).map(([from], i) => from - slats[i][1]));
	const wood = slats.reduce((sum, [from, to]) => sum + to - from, 0);
	const open = Math.max(0, 1 - wood / (slats.at(-1)![1] - slats[0][0]));
	return [{ state: state.id, zone: 'between its slats', slat: slats[0][1] - slats[0][0], gap, open }];
}

/** The slats under what one lies on, in each state in which one does: what slides apart has other gaps then. */
export const slatsOf = (standing: readonly InState[], surfaces: readonly Surface[]): SlatZone[] =>
	standing.flatMap((one) =>
		surfaces
			.filter(({ use, states }) => use === 'sleep' && states.includes(one.state.id))
			.flatMap((surface) => [...slatsAcross('x', one, surface), ...slatsAcross('y', one, surface)])
	);

/** Over so much before a face a thing passes at the most, and an opening so large each way, or the whole face, is a way in, mm. */
const BEFORE = 200;
const OPENING = 200;
/** Somebody who bends down to a compartment stands within this reach before its face, mm. */
const BENDS = [150, 300] as const;
/** Places along each side of a face that are looked at. */
const PLACES = 12;

/** Faces through which something can be got at: nobody reaches from below. */
const REACHED = (['rear', 'front', 'right', 'left', 'top'] as const).map((name) => [name, ...FACES[name]] as const);
type Face = (typeof REACHED)[number];

/** What a thing passes through on its way out through a face: as far as it is long there, or as far as an arm needs. */
function before(box: Box, [, axis, end]: Face): [number, number] {
	const far = Math.min(BEFORE, box[axis][1] - box[axis][0]);
	return end === 1 ? [box[axis][1], box[axis][1] + far] : [box[axis][0] - far, box[axis][0]];
}

const along = (range: readonly [number, number], i: number): number => range[0] + ((i + 0.5) / PLACES) * (range[1] - range[0]);

/** Which of the places along a range lie within another one: the first, and the one after the last. */
function placesIn(range: readonly [number, number], [low, high]: readonly [number, number]): [number, number] {
	const at = (end: number) => ((end - range[0]) / (range[1] - range[0])) * PLACES - 0.5;
	return [Math.max(0, Math.ceil(at(low))), Math.min(PLACES, Math.floor(at(high)) + 1)];
}

/** Whether there is an opening in a face of a box before which no part stands, large enough for things, or as large as the face. */
function isOpen(box: Box, face: Face, parts: readonly PlacedPart[]): boolean {
	const [, axis] = face;
	const [u, v] = AXES.filter((one) => one !== axis);
	const out = before(box, face);
	// Each row of places across the face is the bits of a number: 1 where something stands.
	const shut = new Array<number>(PLACES).fill(0);
	for (const { box: b } of parts) {
		if (b[axis][0] >= out[1] - 0.5 || b[axis][1] <= out[0] + 0.5) continue;
		const [[i, iEnd], [k, kEnd]] = [placesIn(box[u], b[u]), placesIn(box[v], b[v])];
		if (kEnd > k) for (let row = i; row < iEnd; row++) shut[row] |= ((1 << (kEnd - k)) - 1) << k;
	}
	const [wide, high] = [u, v].map((one) => Math.min(PLACES, Math.ceil((OPENING / (box[one][1] - box[one][0])) * PLACES)));
	const opening = (1 << high) - 1;
	for (let i = 0; i + wide <= PLACES; i++) {
		const rows = shut.slice(i, i + wide).reduce((all, row) => all | row, 0);
		for (let k = 0; k + high <= PLACES; k++) if ((rows & (opening << k)) === 0) return true;
	}
	return false;
}

/** Whether somebody can bend down to a face at the side of a box: nothing of the piece lies over half of the places where they stand. */
function isBentTo(box: Box, [name, axis, end]: Face, parts: readonly PlacedPart[]): boolean {
	if (name === 'top') return true;
	const u = axis === 'x' ? 'y' : 'x';
	const [from, to] = BENDS.map((far) => (end === 1 ? box[axis][1] + far : box[axis][0] - far));
	const over = parts.filter(({ box: b }) => b[axis][0] < Math.max(from, to) && b[axis][1] > Math.min(from, to) && b.z[1] > box.z[1]);
	const free = Array.from({ length: PLACES }, (_, i) => along(box[u], i)).filter(
		(at) => !over.some(({ box: b }) => at > b[u][0] && at < b[u][1])
	);
	return free.length > PLACES / 2;
}

/** Whether the vehicle leaves room before a face: the rear is where its door is. */
function vehicleLeaves(interior: Interior, box: Box, face: Face): boolean {
	const [name] = face;
	const [low, high] = before(box, face);
	if (name === 'front') return high <= interior.length;
	if (name === 'left') return high <= reachOn(interior, 'left', box.x, box.z, 0);
	return name !== 'right' || low >= -reachOn(interior, 'right', box.x, box.z, 0);
}

/**
 * Where compartments are got at: the faces before which nothing of the piece or of the vehicle's walls stands, in each state. What
 * slides out with a drawer is got at where it is then; what has turned over is not.
 */
export function accessOf(
	interior: Interior,
	box: Box,
	links: Assembly['links'],
	standing: readonly InState[],
	link: string
): Space['access'] {
	const open = new Map<Face[0], string[]>();
	for (const { state, parts } of standing) {
		if (chainOf(links, link).some((one) => (state.out ?? []).includes(one))) continue;
		const { rotation, shift } = linkPoses(links, state.joints).get(link)!;
		if (rotation[0].x < 1 - 1e-9 || rotation[1].y < 1 - 1e-9) continue;
		const moved = Object.fromEntries(AXES.map((axis) => [axis, box[axis].map((at) => at + shift[axis])])) as unknown as Box;
		for (const face of REACHED)
			if (vehicleLeaves(interior, moved, face) && isOpen(moved, face, parts) && isBentTo(moved, face, parts))
				open.set(face[0], [...(open.get(face[0]) ?? []), state.id]);
	}
	return [...open].map(([face, ids]) => ({ face, states: ids }));
}
