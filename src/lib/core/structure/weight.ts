import { balanceOf, middleOf, middleOfAll, vec3, type Box, type Vec3 } from '../geometry/vector';
import type { Scene } from '../modes';
import { aheadOf, placeAnimals, placeSitters, placeSleepers, pointOf, seatingIn } from '../people';
import { padMass, partMass } from '../pieces';
import type { Plan, Vehicle, Weights } from '../plan';
import { outermost, pinnedBoxes } from '../plan/gear';

/** What weighs in the vehicle in one mode, and where. */
export interface Weighed {
	/** What it belongs to: a piece, a person, a dog, gear. */
	of: 'built' | 'pads' | 'gear' | 'people' | 'dogs';
	id: string;
	name: string;
	kg: number;
	at: Vec3;
	/** False where nobody has said where it is: it is counted in the middle of the load floor. */
	placed: boolean;
}

/** Screws, glue, edging and paint weigh about so much of the boards and bars that they go with; our own figure. */
const FINISH = 0.03;

/** What stands on what, kg. */
export interface Standing {
	kg: number;
	/** A limit that the user has typed, and what is left of it. */
	most?: number;
	left?: number;
}

/** The vehicle on its wheels in one mode. */
export interface Load {
	items: Weighed[];
	/** Of everything that is in it, kg, and where its weight acts. */
	inside: number;
	centre: Vec3 | undefined;
	/** On the axles and in all, with the vehicle itself; absent while nobody has said what that weighs. */
	axles?: { front: Standing; rear: Standing; all: Standing };
	/** Share of what is inside that stands on the left wheels; absent without a track. */
	left?: number;
	/** Angle at which it would tip over sideways when standing still, degrees, empty and as it is loaded; absent without heights. */
	tips?: { empty: number; loaded: number };
}

/** Boards and pads of every piece, where they are; what is out of the vehicle weighs nothing in it. */
function built(scene: Scene, stock: Plan['stock']): Weighed[] {
	return scene.pieces.flatMap(({ id, name, parts, pads }): Weighed[] => {
		const whole = (of: Weighed['of'], list: { kg: number; box: Box }[]): Weighed[] => {
			const kg = list.reduce((sum, one) => sum + one.kg, 0);
			if (kg <= 0) return [];
			const items = list.map((one) => ({ of, id, name, kg: one.kg, at: middleOf(one.box), placed: true }));
			return [{ of, id, name, kg, at: balanceOf(items)!, placed: true }];
		};
		return [
			...whole(
				'built',
				parts.map(({ part, box }) => ({ kg: partMass(part, stock) * (part.form === 'board' || part.form === 'bar' ? 1 + FINISH : 1), box }))
			),
			...whole(
				'pads',
				pads.map(({ pad, box }) => ({ kg: padMass(pad), box }))
			)
		];
	});
}

/** Gear where it lies, under its piece, or in the middle of the load floor where nobody has said. */
function carried(scene: Scene, gear: Plan['gear']): Weighed[] {
	const floor = vec3(scene.interior.length / 3, 0, 0);
	return Object.entries(gear).map(([id, { name, weight, count }]): Weighed => {
		const common = { of: 'gear' as const, id, name, kg: weight * count };
		// What is packed into something weighs where that lies.
		const holder = outermost(gear, id);
		const { under, height } = gear[holder];
		const lies = scene.things.find((thing) => thing.id === holder);
		if (lies) return { ...common, at: middleOf(lies.solid.box), placed: true };
		const spaces = scene.pieces.find((piece) => piece.id === under)?.assembly.spaces ?? [];
		const put = middleOfAll(pinnedBoxes(gear[holder], spaces));
		if (put) return { ...common, at: put, placed: true };
		const middle = middleOfAll(spaces.map(({ box }) => box));
		if (!middle) return { ...common, at: vec3(floor.x, floor.y, height / 2), placed: false };
		const lowest = Math.min(...spaces.map(({ box }) => box.z[0]));
		return { ...common, at: vec3(middle.x, middle.y, lowest + height / 2), placed: true };
	});
}

/** People and dogs where they sit and lie; whoever is away weighs nothing. */
function aboard(scene: Scene, vehicle: Seats, crew: Plan['crew'], animals: NonNullable<Plan['animals']>): Weighed[] {
	const person = (id: string, name: string, kg: number, at: Vec3): Weighed => ({ of: 'people', id, name, kg, at, placed: true });
	const seated = seatingIn(vehicle, crew, scene).seated.map((one, i) => {
		const { from, to } = one.figure.limbs.find(({ name }) => name === 'trunk')!;
		const at = vec3((from.x + to.x) / 2, (from.y + to.y) / 2, Math.min(from.z, to.z));
		return person(one.person ?? `${one.seat}-${i}`, one.name, one.person ? crew[one.person].weight : PASSENGER, at);
	});
	const lying = placeSleepers(crew, scene).map(({ id, person: one, rest, z }) => {
		const { x, y } = pointOf(rest, MIDDLE);
		return person(id, one.name, one.weight, vec3(x, y, z));
	});
	const sitting = placeSitters(crew, scene).map(({ id, person: one, sight, surface }) =>
		person(id, one.name, one.weight, aheadOf(sight, LAP, surface.base))
	);
	const dogs = placeAnimals(animals, vehicle, crew, scene).map(({ id, animal, at }): Weighed => ({
		of: 'dogs',
		id,
		name: animal.name,
		kg: animal.weight,
		at,
		placed: true
	}));
	const known = new Set([...seated, ...lying, ...sitting].map(({ id }) => id));
	// Whoever is aboard but found no place is counted all the same, where the middle of the vehicle is.
	const lost = Object.entries(crew).flatMap(([id, one]) =>
		known.has(id) || (scene.mode.people[id]?.posture ?? 'away') === 'away'
			? []
			: [{ ...person(id, one.name, one.weight, vec3(scene.interior.length / 2, 0, 400)), placed: false }]
	);
	return [...seated, ...lying, ...sitting, ...lost, ...dogs];
}

/** Somebody who sits has their weight about so far ahead of their back, mm. */
const LAP = 200;
/** The middle of a lying body's weight, from its crown (Winter, segment masses). */
const MIDDLE = 0.43;
/** Whoever is counted and not named, kg; and the driver that papers count in. */
const PASSENGER = 75;

/** Of a plan, what weighs. */
type Weighing = Pick<Plan, 'crew' | 'gear' | 'stock' | 'animals'> & { vehicle: Seats & { weights?: Weights } };
type Seats = Pick<Vehicle, 'seats' | 'lining'>;

const NO_DOGS: NonNullable<Plan['animals']> = {};

/** What is in the vehicle in a mode, where its weight acts, and what that leaves on the axles. */
export function loadIn(scene: Scene, { vehicle, crew, gear, stock, animals = NO_DOGS }: Weighing): Load {
	const items = [...built(scene, stock), ...carried(scene, gear), ...aboard(scene, vehicle, crew, animals)];
	const inside = items.reduce((sum, { kg }) => sum + kg, 0);
	const centre = balanceOf(items);
	const { weights } = vehicle;
	return { items, inside, centre, ...(isSaid(weights) ? onItsWheels(weights, items, inside, centre, driverAt(scene)) : {}) };
}

/** What has to be known of a vehicle before anything can be said of its axles, in words. */
const NEEDED = {
	front: 'what its front axle carries empty',
	rear: 'what its rear axle carries empty',
	rearAxle: 'where its rear wheels are',
	wheelbase: 'its wheelbase'
} as const;
type Known = Weights & Required<Pick<Weights, keyof typeof NEEDED>>;

/** What is still to be said of a vehicle before its axle loads are known, in words. */
export const missingWeights = (weights: Weights = {}): string[] =>
	(Object.keys(NEEDED) as (keyof typeof NEEDED)[]).flatMap((key) => (weights[key] === undefined ? [NEEDED[key]] : []));

const isSaid = (weights: Weights | undefined): weights is Known => missingWeights(weights).length === 0;

/** Where a driver sits along the vehicle: on the foremost seat, or where one would be, mm. */
const driverAt = ({ seats, interior }: Scene): number =>
	Math.max(
		...seats.map(({ profiles }) => {
			const xs = profiles.flat().map(({ x }) => x);
			return xs.reduce((sum, x) => sum + x, 0) / xs.length;
		}),
		seats.length > 0 ? -Infinity : interior.length - CAB
	);
/** The driver's seat is about so far behind the dashboard, mm. */
const CAB = 700;

/** Levers: each weight is shared by the axles by its way to the other one, and beyond an axle it lifts the other. */
function onItsWheels(
	weights: Known,
	items: readonly Weighed[],
	inside: number,
	centre: Vec3 | undefined,
	wheelAt: number
): Pick<Load, 'axles' | 'left' | 'tips'> {
	const { rearAxle, wheelbase, track } = weights;
	const frontShare = (x: number) => (x - rearAxle) / wheelbase;
	// A driver that the papers count in is somebody of the plan, wherever they are in this mode: not counted twice.
	const papers = weights.driverIn ? PASSENGER : 0;
	const added = items.reduce((sum, one) => sum + one.kg * frontShare(one.at.x), 0) - papers * frontShare(wheelAt);
	const all = inside - papers;
	const standing = (kg: number, most: number | undefined): Standing => ({ kg, ...(most === undefined ? {} : { most, left: most - kg }) });
	const axles = {
		front: standing(weights.front + added, weights.mostFront),
		rear: standing(weights.rear + all - added, weights.mostRear),
		all: standing(weights.front + weights.rear + all, weights.mostInAll)
	};
	return {
		axles,
		...(track !== undefined && centre ? { left: 0.5 + centre.y / track } : {}),
		...tippingOf(weights, all, centre)
	};
}

/** The angle of tan⁻¹ (half the track over the height of the centre of gravity), as for a rigid vehicle: springs and tyres take some of it. */
function tippingOf({ front, rear, track, floorHeight, centreHeight }: Known, inside: number, centre: Vec3 | undefined): Pick<Load, 'tips'> {
	if (track === undefined || floorHeight === undefined || centreHeight === undefined) return {};
	const empty = front + rear;
	const angle = (height: number, aside: number) => (Math.atan((track / 2 - Math.abs(aside)) / height) * 180) / Math.PI;
	const whole = empty + inside;
	const height = (empty * centreHeight + inside * (floorHeight + (centre?.z ?? 0))) / whole;
	const aside = (inside * (centre?.y ?? 0)) / whole;
	return { tips: { empty: angle(centreHeight, 0), loaded: angle(height, aside) } };
}

/** Something that can lie elsewhere, and how far it has to go until an axle carries no more than it may. */
export interface Shift {
	id: string;
	name: string;
	kg: number;
	/** mm, forward counted positive. */
	by: number;
}

/**
 * What could be moved, and how far, until an axle carries no more than it may: by its lever, whatever it weighs goes over to the other
 * axle by its way over the wheelbase. Of gear only, the shortest way first; nothing where the other axle or the whole has no room for it.
 */
export function shiftsFor({ items, axles }: Load, { wheelbase }: Weights, which: 'front' | 'rear'): Shift[] {
	const [own, other] = axles ? [axles[which], axles[which === 'front' ? 'rear' : 'front']] : [];
	if (!own || !other || wheelbase === undefined || (own.left ?? 0) >= 0) return [];
	const over = -own.left!;
	if (other.left !== undefined && other.left < over) return [];
	return items
		.filter(({ of, placed }) => of === 'gear' && placed)
		.map(({ id, name, kg }) => ({ id, name, kg, by: ((which === 'rear' ? 1 : -1) * over * wheelbase) / kg }))
		.filter(({ by }) => Math.abs(by) < wheelbase)
		.sort((a, b) => Math.abs(a.by) - Math.abs(b.by));
}
