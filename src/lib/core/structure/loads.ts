import { area, bounds, contains, rectangle, segmentDistance, type Polygon } from '../geometry/polygon';
import { vec2, vec3, type Box, type Vec2 } from '../geometry/vector';
import type { PlacedPiece, Scene } from '../modes';
import { placeSleepers, pointOf } from '../people';
import { padMass, partMass, type Surface } from '../pieces';
import type { Person, Plan, Stock } from '../plan';
import { vehicleBearersAt } from '../scene';
import type { PointLoad } from './elastic';
import type { Frame } from './frame';
import type { Member } from './members';

/** Forces on members, by their number. */
export type Loads = Map<number, PointLoad[]>;

/** How long a load stays: by this wood is as strong as EN 1995-1-1 says. The peak of a sudden one is over at once. */
export type Duration = 'permanent' | 'medium' | 'instant';

/** One thing that is done with a build: who does what where. */
export interface LoadCase {
	/** In words, such as “Ida and Jon lie on it” or “a knee”. */
	name: string;
	duration: Duration;
	/** What a sudden load counts for more than at rest. */
	sudden: number;
	/** What it puts on members: on others than those that give way under it, where a pad can bridge them. */
	on(yielding: ReadonlySet<number>): Loads;
}

/** Standard acceleration of gravity, m/s². */
export const GRAVITY = 9.80665;
/** A short load counts half as much again: somebody drops on a knee instead of lowering it; our own figure. */
const SUDDEN = 1.5;
/** Share of a body on one knee, on a hand that leans on a table, and the side of the patch that it presses on, mm. */
const KNEE = 0.7;
const HAND = 0.3;
const PATCH = 80;
/** Somebody who sits presses on so much along an edge and in from it, mm. */
const SEAT = { along: 300, in: 200 };

/** A patch is so many places each way, by their shares of its size from its middle. */
const PATCH_SHARES = [-0.375, -0.125, 0.125, 0.375];

/** Shares of the body's mass over its length, from the crown (Winter, Biomechanics and Motor Control of Human Movement, segment masses). */
const SEGMENTS: readonly { from: number; to: number; mass: number; half: number }[] = [
	{ from: 0, to: 0.13, mass: 0.081, half: 0.04 },
	{ from: 0.13, to: 0.48, mass: 0.597, half: 0.09 },
	{ from: 0.48, to: 0.72, mass: 0.2, half: 0.06 },
	{ from: 0.72, to: 1, mass: 0.122, half: 0.05 }
];
/** So many places along and across each segment. */
const [ALONG, ACROSS] = [5, 3];

/** A pad spreads what lies on it to boards that are no further beside, mm; and it is no thicker than so much with what is under it. */
const BESIDE = 110;
const THICKEST = 330;
const ABOVE = 30;
/** Boards that lie this little lower bear as well, mm. */
const LOWER = 40;

const NONE: ReadonlySet<number> = new Set();

/** What bears a force at a place from a height down: a member and the place on it; nothing where the vehicle bears it. */
function borneBy(
	members: readonly Member[],
	at: Vec2,
	height: number,
	yielding: ReadonlySet<number> = NONE
): { member: number; at: Vec2 } | undefined {
	let best: { member: number; at: Vec2; away: number; top: number } | undefined;
	let highest = -Infinity;
	const near: NonNullable<typeof best>[] = [];
	members.forEach(({ placed: { box }, outline, holes, top, role }, member) => {
		if (role === 'leg' || top > height + ABOVE || top < height - THICKEST || yielding.has(member)) return;
		const to = vec2(Math.max(box.x[0], Math.min(box.x[1], at.x)), Math.max(box.y[0], Math.min(box.y[1], at.y)));
		const away = Math.hypot(to.x - at.x, to.y - at.y);
		if (away > BESIDE) return;
		const on = away === 0 && contains(outline, at) && !holes.some((hole) => contains(hole, at));
		const beside = on ? 0 : Math.max(1, away);
		near.push({ member, at: on ? at : to, away: beside, top });
		highest = Math.max(highest, top);
	});
	for (const one of near)
		if (one.top >= highest - LOWER && (!best || one.away < best.away || (one.away === best.away && one.top > best.top))) best = one;
	return best;
}

/** Adds a force to some loads where something bears it. */
function drop(loads: Loads, members: readonly Member[], at: Vec2, height: number, newtons: number): void {
	const borne = borneBy(members, at, height);
	if (borne) put(loads, borne.member, { at: borne.at, newtons });
}

const put = (loads: Loads, member: number, load: PointLoad) => {
	const own = loads.get(member);
	if (own) own.push(load);
	else loads.set(member, [load]);
};

/** Places spread evenly over an outline. */
function spread(outline: Polygon, n: number): Vec2[] {
	const { x, y } = bounds(outline);
	const at = ([low, high]: [number, number], i: number) => low + ((i + 0.5) * (high - low)) / n;
	const places = Array.from({ length: n * n }, (_, i) => vec2(at(x, i % n), at(y, Math.floor(i / n))));
	const inside = places.filter((p) => contains(outline, p));
	return inside.length > 0 ? inside : [vec2((x[0] + x[1]) / 2, (y[0] + y[1]) / 2)];
}

/** What lies on something stands no further above it, mm. */
const RESTS = 4;

/** What of a scene a face at a height lies on at a place: a member, by its number, or the vehicle; nothing where it hangs free. */
function beneath(scene: Scene, members: readonly Member[], at: Vec2, z: number): number | 'vehicle' | undefined {
	const member = members.findIndex(
		({ role, top, outline, holes, placed: { box } }) =>
			role !== 'leg' && box.z[0] < z && Math.abs(top - z) <= RESTS && contains(outline, at) && !holes.some((hole) => contains(hole, at))
	);
	if (member >= 0) return member;
	return vehicleBearersAt(scene, vec3(at.x, at.y, z)).some(({ top }) => Math.abs(top - z) <= RESTS) ? 'vehicle' : undefined;
}

/** Whether a board lies flat on the vehicle at a place, itself or by boards flat below it: what presses there goes straight through. */
function liesFlat(scene: Scene, members: readonly Member[], member: number, at: Vec2): boolean {
	if (members[member].role !== 'plate') return false;
	const lower = beneath(scene, members, at, members[member].placed.box.z[0]);
	return lower === 'vehicle' || (lower !== undefined && liesFlat(scene, members, lower, at));
}

/** Adds what somebody presses with where something bends under it. */
function press(
	scene: Scene,
	loads: Loads,
	members: readonly Member[],
	at: Vec2,
	height: number,
	newtons: number,
	yielding: ReadonlySet<number>
): void {
	const borne = borneBy(members, at, height, yielding);
	if (borne && !liesFlat(scene, members, borne.member, borne.at)) put(loads, borne.member, { at: borne.at, newtons });
}

/** A thing that lies somewhere of its own, on whatever bears it there: what hangs over lies on the rest of it. */
function layDown(loads: Loads, scene: Scene, members: readonly Member[], { x, y, z }: Box, newtons: number): void {
	const places = spread(rectangle(...x, ...y), 4);
	const bearing = places.flatMap((at) => {
		const lower = beneath(scene, members, at, z[0]);
		return lower === undefined ? [] : [{ at, lower }];
	});
	for (const { at, lower } of bearing) if (lower !== 'vehicle') put(loads, lower, { at, newtons: newtons / bearing.length });
	if (bearing.length > 0) return;
	// What hangs in the air comes down on whatever is next below it.
	for (const at of places) drop(loads, members, at, z[0], newtons / places.length);
}

/** What is built, with its pads, what is in its drawers and spaces and things that lie on it: it stands loaded for years. */
export function ownWeight(scene: Scene, { members }: Frame, stock: Stock, gear: Plan['gear']): Loads {
	const loads: Loads = new Map();
	const own = new Map(members.map((member, i) => [member.placed, i]));
	for (const piece of scene.pieces) {
		for (const placed of piece.parts) {
			const newtons = partMass(placed.part, stock) * GRAVITY;
			const member = own.get(placed);
			const places = spread(
				placed.footprint && area(placed.footprint) > 0 ? placed.footprint : rectangle(...placed.box.x, ...placed.box.y),
				4
			);
			for (const at of places)
				if (member !== undefined) put(loads, member, { at, newtons: newtons / places.length });
				else drop(loads, members, at, placed.box.z[0], newtons / places.length);
		}
		for (const { pad, footprint, box } of piece.pads) {
			const places = spread(footprint ?? rectangle(...box.x, ...box.y), 5);
			for (const at of places) drop(loads, members, at, box.z[0], (padMass(pad) * GRAVITY) / places.length);
		}
		for (const { box, content } of piece.assembly.drawers) {
			const places = spread(rectangle(...box.x, ...box.y), 4);
			for (const at of places) drop(loads, members, at, box.z[0] + ABOVE, (content * GRAVITY) / places.length);
		}
	}
	for (const { id, solid } of scene.things) layDown(loads, scene, members, solid.box, gear[id].weight * gear[id].count * GRAVITY);
	for (const piece of scene.pieces) {
		const planned = piece.assembly.drawers.reduce((sum, { content }) => sum + content, 0);
		const stowed = Object.values(gear).reduce((sum, { under, weight, count }) => sum + (under === piece.id ? weight * count : 0), 0);
		// What a drawer is built to hold is some of that gear.
		stow(loads, scene, members, piece, Math.max(0, stowed - planned) * GRAVITY);
	}
	return loads;
}

/** Gear that is kept in a piece lies spread over the floors of its spaces, by their areas: which of them it is in is not said. */
function stow(loads: Loads, scene: Scene, members: readonly Member[], { assembly: { spaces } }: PlacedPiece, newtons: number): void {
	const areas = spaces.map(({ box: { x, y } }) => (x[1] - x[0]) * (y[1] - y[0]));
	const whole = areas.reduce((sum, one) => sum + one, 0);
	if (newtons > 0) spaces.forEach(({ box }, i) => layDown(loads, scene, members, box, (newtons * areas[i]) / Math.max(1, whole)));
}

/** Everybody who lies somewhere in a mode, as they lie; none where nobody does. */
function lyingCase(scene: Scene, crew: Plan['crew'], { members }: Frame): LoadCase[] {
	const sleepers = placeSleepers(crew, scene);
	if (sleepers.length === 0) return [];
	const on = (yielding: ReadonlySet<number>): Loads => {
		const loads: Loads = new Map();
		for (const { person, rest, z } of sleepers) {
			const along = Math.atan2(rest.feet.y - rest.crown.y, rest.feet.x - rest.crown.x);
			for (const { from, to, mass, half } of SEGMENTS)
				for (let i = 0; i < ALONG; i++)
					for (let k = 0; k < ACROSS; k++) {
						const centre = pointOf(rest, from + ((i + 0.5) / ALONG) * (to - from));
						const beside = ((2 * (k + 0.5)) / ACROSS - 1) * half * person.stature;
						const at = vec2(centre.x - Math.sin(along) * beside, centre.y + Math.cos(along) * beside);
						press(scene, loads, members, at, z, (person.weight * mass * GRAVITY) / (ALONG * ACROSS), yielding);
					}
		}
		return loads;
	};
	return [{ name: `${sleepers.map(({ person }) => person.name).join(' and ')} lying`, duration: 'medium', sudden: 1, on }];
}

/** Places of a member where a load is felt most: furthest from all that bears it, inside and at its edge; and how far that is, mm. */
function weakPlaces({ role, outline, holes, ends }: Member, borne: readonly Vec2[]): { at: Vec2; away: number }[] {
	if (borne.length === 0) return [];
	const furthest = (places: readonly Vec2[]) =>
		places
			.map((at) => ({ at, away: Math.min(...borne.map((b) => Math.hypot(b.x - at.x, b.y - at.y))) }))
			.reduce((best, one) => (one.away > best.away ? one : best));
	if (role !== 'plate') {
		const [a, b] = ends!;
		return [furthest(Array.from({ length: 41 }, (_, i) => vec2(a.x + (i / 40) * (b.x - a.x), a.y + (i / 40) * (b.y - a.y))))];
	}
	const rimOf = (p: Vec2) => Math.min(...outline.map((b, i) => segmentDistance(p, outline.at(i - 1)!, b)));
	const inside = spread(outline, GRID)
		.filter((p) => !holes.some((hole) => contains(hole, p)))
		.map((at) => ({ at, rim: rimOf(at) }));
	// On a narrow board nobody can keep further from its edges than its middle is.
	const deepest = Math.max(...inside.map(({ rim }) => rim));
	const nearest = Math.min(RIM, deepest);
	const { x, y } = bounds(outline);
	const step = Math.max(x[1] - x[0], y[1] - y[0]) / GRID;
	const within = inside.filter(({ rim }) => rim >= nearest);
	const beside = within.filter(({ rim }) => rim <= nearest + step);
	const [middle, edge] = [within, beside.length > 0 ? beside : within].map((list) => furthest(list.map(({ at }) => at)));
	return Math.hypot(middle.at.x - edge.at.x, middle.at.y - edge.at.y) > PATCH ? [middle, edge] : [middle];
}

/** The middle of a knee or a seat keeps at least so far from the edge of a board, mm; our own figure. */
const RIM = 60;
/** Places looked at each way. */
const GRID = 24;

const heaviest = (crew: Plan['crew']): Person | undefined =>
	Object.values(crew).reduce<Person | undefined>((best, one) => (!best || one.weight > best.weight ? one : best), undefined);

/** Boards and slats that make a surface, by their numbers. */
function madeOf({ members }: Frame, piece: string, { outline, base }: Surface): number[] {
	return members.flatMap((member, i) => {
		if (member.piece !== piece || member.role === 'leg' || Math.abs(member.top - base) > LOWER) return [];
		const { x, y } = bounds(member.outline);
		return contains(outline, vec2((x[0] + x[1]) / 2, (y[0] + y[1]) / 2)) ? [i] : [];
	});
}

/** What makes a surface where it is weakest: slats of one sort go by the one that is furthest from what bears it. */
function weakest({ members, contacts }: Frame, made: readonly number[]): { member: Member; at: Vec2 }[] {
	const found = new Map<string, { member: Member; at: Vec2; away: number }>();
	for (const i of made) {
		const member = members[i];
		const borne = contacts.filter(({ upper }) => upper === i).map(({ at }) => at);
		for (const [n, { at, away }] of weakPlaces(member, borne).entries()) {
			const { part } = member.placed;
			const sort = member.role === 'beam' ? `${part.stock} ${part.link}` : `${i} ${n}`;
			const known = found.get(sort);
			if (!known || known.away < away) found.set(sort, { member, at, away });
		}
	}
	return [...found.values()];
}

/** A knee, somebody who sits down, a hand that leans: wherever the boards and slats of a surface bear it worst. */
function shortCases(scene: Scene, crew: Plan['crew'], frame: Frame): LoadCase[] {
	const person = heaviest(crew);
	if (!person) return [];
	const weight = person.weight * GRAVITY;
	return scene.pieces.flatMap((piece) =>
		piece.assembly.surfaces
			.filter(({ states, use }) => states.includes(piece.state.id) && use !== 'animal')
			.flatMap((surface) =>
				weakest(frame, madeOf(frame, piece.id, surface)).flatMap(({ member, at }): LoadCase[] => {
					// Through a pad a load spreads by half its thickness to every side.
					const pressed = (name: string, size: { x: number; y: number }, newtons: number): LoadCase => ({
						name: `${person.name} ${name}`,
						duration: 'instant',
						sudden: SUDDEN,
						on(yielding) {
							const loads: Loads = new Map();
							for (const sx of PATCH_SHARES)
								for (const sy of PATCH_SHARES) {
									const place = vec2(at.x + sx * (size.x + surface.pad), at.y + sy * (size.y + surface.pad));
									press(scene, loads, frame.members, place, surface.base, newtons / PATCH_SHARES.length ** 2, yielding);
								}
							return loads;
						}
					});
					const square = { x: PATCH, y: PATCH };
					if (surface.use === 'work') return [pressed('leans on it with a hand', square, HAND * weight)];
					const { x, y } = bounds(member.outline);
					const seat = x[1] - x[0] > y[1] - y[0] ? { x: SEAT.along, y: SEAT.in } : { x: SEAT.in, y: SEAT.along };
					return [pressed('kneels on it', square, KNEE * weight), pressed('sits down on it', seat, weight)];
				})
			)
	);
}

/** Everything that a build is asked to bear in a mode: nobody climbs about while driving. */
export const loadCases = (scene: Scene, crew: Plan['crew'], frame: Frame): LoadCase[] =>
	scene.mode.use === 'drive' ? [] : [...lyingCase(scene, crew, frame), ...shortCases(scene, crew, frame)];
