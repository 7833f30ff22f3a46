import { bounds } from '../geometry/polygon';
import { vec3, type Box, type Vec3 } from '../geometry/vector';
import { leastHalfWidth } from '../interior';
import { remember } from '../memory';
import type { Scene } from '../modes';
import type { Animal, Plan } from '../plan/plan';
import type { Vehicle } from '../plan/vehicle';
import { compressed } from './body';
import { headroom } from './headroom';
import { placeSleepers } from './placing';
import type { Limb } from './figure';
import { FLOOR } from './region';
import { seatingIn } from './seated';
import { standingIn } from './standing';

/**
 * What a dog takes up, as shares of its own sizes; our own round figures. Lying stretched it is as long as from chest to
 * tail and half of that broad; lying it is about 0.6 of its shoulder high, and to stand up it wants its shoulder and a hand.
 */
export const ANIMAL = { breadth: 0.5, lying: 0.6, overShoulder: 60 } as const;

/** Where a dog lies, and how much room it has there. */
export interface AnimalPlace {
	id: string;
	animal: Animal;
	/** Middle of the place, on what bears it. */
	at: Vec3;
	/** Half of its length along the vehicle and across it, mm. */
	half: { x: number; y: number };
	/** Free height over it, mm. */
	free: number;
	/** Share of the dog's length and breadth that there is room for; 1 where it fits. */
	share: number;
	/** The piece that it lies on; absent for the floor. */
	piece: string | undefined;
}

/** Distance between the places on the floor that are tried, mm, and shares of a dog that are asked when it does not fit. */
const STEP = 100;
const SHARES = [1, 0.9, 0.8, 0.7, 0.6, 0.5];

/** The box round a limb. */
function limbBox({ from, to, r, spread }: Limb): Box {
	const span = (axis: 'x' | 'y' | 'z'): [number, number] => {
		const wide = Math.abs(spread[axis]) + r;
		return [Math.min(from[axis], to[axis]) - wide, Math.max(from[axis], to[axis]) + wide];
	};
	return { x: span('x'), y: span('y'), z: span('z') };
}

type Animals = NonNullable<Plan['animals']>;

/** Everything that a dog cannot lie in: parts and seats, things, whoever lies on the floor or rides with their feet on it. */
function obstacles(vehicle: Pick<Vehicle, 'seats' | 'lining'>, crew: Plan['crew'], scene: Scene): Box[] {
	const lying = placeSleepers(crew, scene)
		.filter(({ piece }) => piece === FLOOR)
		.map(({ rest, body, z }): Box => {
			const half = body.breadth / 2;
			const along = [rest.crown.x, rest.feet.x].sort((a, b) => a - b);
			const across = [rest.crown.y, rest.feet.y].sort((a, b) => a - b);
			return { x: [along[0], along[1]], y: [across[0] - half, across[1] + half], z: [0, z + body.chestDepth] };
		});
	return [
		...standingIn(scene),
		...scene.things.map(({ solid }) => solid.box),
		...scene.interior.arches.map((arch): Box => {
			const y = [arch.inner, 2000];
			const s = arch.side === 'left' ? y : [-y[1], -y[0]];
			return { x: [arch.middle - arch.halfFloor, arch.middle + arch.halfFloor], y: [s[0], s[1]], z: [0, arch.height] };
		}),
		...lying,
		...seatingIn(vehicle, crew, scene).seated.flatMap(({ figure }) => figure.limbs.map(limbBox))
	];
}

/** Free height over a rectangle on something that bears at `z`; nothing where something stands in it. */
function freeOver(scene: Scene, boxes: readonly Box[], [cx, cy]: [number, number], half: { x: number; y: number }, z: number): number {
	let high = Infinity;
	for (const box of boxes) {
		if (box.x[0] >= cx + half.x || box.x[1] <= cx - half.x || box.y[0] >= cy + half.y || box.y[1] <= cy - half.y) continue;
		if (box.z[1] <= z + 1) continue;
		high = Math.min(high, box.z[0]);
		if (high <= z) return 0;
	}
	return Math.min(high, headroomOver(scene, cx, cy, half)) - z;
}

/** Roof and walls over the corners of a rectangle, a millimetre inside it: it may touch a wall. */
const headroomOver = ({ interior }: Scene, cx: number, cy: number, half: { x: number; y: number }): number =>
	Math.min(...[-1, 1].flatMap((a) => [-1, 1].map((b) => headroom(interior, cx + a * (half.x - 1), cy + b * (half.y - 1), 0))));

/** From one place to another in steps, the last included. */
function* steps(from: number, to: number): Generator<number> {
	for (let at = from; at < to; at += STEP) yield at;
	if (to >= from) yield to;
}

/** Both ways round that a dog may lie. */
const ways = ({ length }: Animal, share: number) => {
	const [long, broad] = [(length * share) / 2, (length * share * ANIMAL.breadth) / 2];
	return [
		{ x: long, y: broad },
		{ x: broad, y: long }
	];
};

/** A place of some size that is high enough to stand up in, or else the roomiest, on a deck for dogs or on the floor; undefined where there is none high enough to lie in. */
function placeOf(
	animal: Animal,
	scene: Scene,
	boxes: readonly Box[],
	share: number
): Omit<AnimalPlace, 'id' | 'animal' | 'share'> | undefined {
	const least = ANIMAL.lying * animal.shoulder;
	const found: Omit<AnimalPlace, 'id' | 'animal' | 'share'>[] = [];
	/** Tries a place; whether it is high enough to stand up in: more is of no use to a dog. */
	const attempt = (x: number, y: number, z: number, half: { x: number; y: number }, piece?: string): boolean => {
		const free = freeOver(scene, boxes, [x, y], half, z);
		if (free >= least) found.push({ at: vec3(x, y, z), half, free, piece });
		return free >= animal.shoulder + ANIMAL.overShoulder;
	};
	const roomiest = () => found.reduce((best, place) => (place.free > best.free + 1 ? place : best));
	for (const half of ways(animal, share)) {
		for (const { id, assembly, state } of scene.pieces)
			for (const surface of assembly.surfaces) {
				if (surface.use !== 'animal' || !surface.states.includes(state.id)) continue;
				const { x, y } = bounds(surface.outline);
				if (x[1] - x[0] < 2 * half.x || y[1] - y[0] < 2 * half.y) continue;
				attempt((x[0] + x[1]) / 2, (y[0] + y[1]) / 2, surface.base + compressed(surface.pad, surface.foam, 'lying'), half, id);
			}
	}
	if (found.length > 0) return roomiest();
	const { interior } = scene;
	for (const half of ways(animal, share))
		for (const x of steps(half.x, interior.length - half.x)) {
			const stretch: [number, number] = [x - half.x, x + half.x];
			const right = -leastHalfWidth(interior, 'right', stretch, [0, least]) + half.y;
			const left = leastHalfWidth(interior, 'left', stretch, [0, least]) - half.y;
			for (const y of steps(right, left)) if (attempt(x, y, 0, half)) return found.at(-1);
		}
	return found.length > 0 ? roomiest() : undefined;
}

/**
 * Where every dog lies in a scene: on a deck made for it where there is one, else where it can stand up on the floor, or
 * where that is roomiest. Where it
 * does not fit, the place for as much of it as there is room for. Remembered.
 */
export const placeAnimals = (
	animals: Animals,
	{ seats, lining }: Pick<Vehicle, 'seats' | 'lining'>,
	crew: Plan['crew'],
	scene: Scene
): AnimalPlace[] => animalsPlaced(animals, seats, lining, crew, scene);

const animalsPlaced = remember(
	(animals: Animals, seats: Vehicle['seats'], lining: Vehicle['lining'], crew: Plan['crew'], scene: Scene): AnimalPlace[] => {
		const boxes = obstacles({ seats, lining }, crew, scene);
		return Object.entries(animals).map(([id, animal]): AnimalPlace => {
			for (const share of SHARES) {
				const place = placeOf(animal, scene, boxes, share);
				if (!place) continue;
				// Two dogs do not lie in one another.
				const { at, half } = place;
				boxes.push({ x: [at.x - half.x, at.x + half.x], y: [at.y - half.y, at.y + half.y], z: [at.z, at.z + animal.shoulder] });
				return { id, animal, share, ...place };
			}
			return { id, animal, share: 0, at: vec3(0, 0, 0), half: ways(animal, 0.5)[0], free: 0, piece: undefined };
		});
	}
);
