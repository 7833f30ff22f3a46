import type { Polygon } from '../geometry/polygon';
import { vec2, vec3, type Vec2, type Vec3 } from '../geometry/vector';
import { remember } from '../memory';
import type { Scene } from '../modes';
import type { Plan, Stock, Vehicle } from '../plan';
import { Beam, shearIn } from './beam';
import { ContactModel, type Contact } from './contact';
import type { PointLoad } from './elastic';
import { loadCases, ownWeight, type LoadCase, type Loads } from './loads';
import { frameOf, type Frame } from './frame';
import type { Member } from './members';
import { Plate } from './plate';
import { bucklingShare, crackFactor, designShare, K_DEF, SAG_SHARE, shallowFactor } from './verdict';

/** How a member bears one thing that is asked of it. */
export interface Stress {
	/** Share of its design strength that is used; over 1 it is too weak. */
	used: number;
	/** What decides: bending along or across the grain, shear, or a leg that is pressed or buckles. */
	by: 'bending' | 'bending across the grain' | 'shear' | 'pressure' | 'buckling';
	/** Stress and design strength, N/mm²: the characteristic strength, and what of it is left by how long it is loaded and how sure it is. */
	stress: number;
	strength: number;
	characteristic: number;
	share: number;
	at: Vec3;
	/** The load case, in words. */
	under: string;
}

/** How far a member sags between what bears it, mm. */
export interface Sag {
	mm: number;
	/** From the nearest support to the one on its other side, or twice the way where there is none, mm; and what a span like that may sag. */
	span: number;
	limit: number;
	at: Vec3;
	under: string;
}

/** What came out for one part. */
export interface MemberStrength {
	piece: string;
	part: string;
	name: string;
	role: Member['role'];
	material: string;
	source: string;
	stress?: Stress;
	sag?: Sag;
	/** The most that it passes on to what bears it, N. */
	carries: number;
	/** From above. */
	outline: Polygon;
	/** How far down it is where it is worst, at some places from above: the bent shape. */
	bent: { x: number; y: number; z: number; down: number }[];
	/** What it slides off or tips on, in words, when a load makes it. */
	tips?: string;
}

/** What one part passes on to another, or to the vehicle, parts by piece and id. */
export interface Passed {
	from: PartOf;
	to: PartOf | null;
	/** Down; below 0 it is held down, N. */
	newtons: number;
}

/** A part of a piece. */
interface PartOf {
	piece: string;
	part: string;
	name: string;
}

/** How everything that is built bears what a mode asks of it. */
export interface Strength {
	members: MemberStrength[];
	/** Parts whose stock does not say what it is made of. */
	unknown: { piece: string; part: string; name: string; stock: string }[];
	/** Parts that nothing that was worked out bears: they are taken to be held where they are. */
	adrift: { piece: string; part: string; name: string }[];
	/** Names of the load cases. */
	cases: string[];
	/** Where the weight of what is built, and of who lies on it, goes: by load case. */
	paths: Record<string, Passed[]>;
	/** N on the vehicle by the weight of what is built, pads and contents. */
	ground: number;
}

/** What moves further than this moves freely, held by next to nothing: it falls under its own weight, and under a load it tips, mm. */
const FALLS = 1000;

/** A group of members that bear each other, with its contacts, by their numbers in the frame. */
interface Group {
	members: number[];
	contacts: Contact[];
	model: ContactModel;
}

/** Members that bear each other, each group by itself: what is done to one is of no concern to the others. */
function groupsOf({ members, contacts }: Frame): Group[] {
	const root = members.map((_, i) => i);
	const find = (i: number): number => (root[i] === i ? i : (root[i] = find(root[i])));
	for (const { upper, lower } of contacts) if (lower !== null) root[find(upper)] = find(lower);
	const groups = new Map<number, number[]>();
	members.forEach((_, i) => groups.set(find(i), [...(groups.get(find(i)) ?? []), i]));
	return [...groups.values()].map((own) => {
		const number = new Map(own.map((m, i) => [m, i]));
		const inside = contacts
			.filter(({ upper }) => number.has(upper))
			.map((one): Contact => ({ ...one, upper: number.get(one.upper)!, lower: one.lower === null ? null : number.get(one.lower)! }));
		return {
			members: own,
			contacts: inside,
			model: new ContactModel(
				own.map((m) => members[m].elastic),
				inside
			)
		};
	});
}

/** What one load case does to one group, by the members of the group. */
interface Solved {
	/** All forces on each member: loads and what bears it. */
	forces: PointLoad[][];
	bent: ReturnType<Plate['bend'] | Beam['bend']>[];
	/** How far down each member is at its places. */
	sunk: Float64Array[];
	/** How far down a member is anywhere. */
	down(member: number, at: Vec2): number;
	contact: number[];
}

function solve(frame: Frame, group: Group, loads: Loads): Solved {
	const own = new Map(group.members.flatMap((m, i) => (loads.has(m) ? [[i, loads.get(m)!] as const] : [])));
	const { forces, free } = group.model.balance(own);
	const all = group.members.map((_, i) => [...(own.get(i) ?? [])]);
	group.contacts.forEach(({ at, upper, lower }, c) => {
		if (forces[c] === 0) return;
		all[upper].push({ at, newtons: -forces[c] });
		if (lower !== null) all[lower].push({ at, newtons: forces[c] });
	});
	const members = group.members.map((m) => frame.members[m]);
	const bent = members.map(({ elastic }, i) => elastic.bend(all[i])) as Solved['bent'];
	const asWhole = (i: number, at: Vec2) => members[i].elastic.free(at).reduce((sum, value, k) => sum + value * free[i][k], 0);
	return {
		forces: all,
		bent,
		contact: forces,
		down: (i, at) => bent[i].at(at) + asWhole(i, at),
		sunk: members.map((member, i) => {
			const own = bent[i];
			const nodes = 'nodes' in own ? own.nodes() : undefined;
			return Float64Array.from(placesOf(member), (at, k) => (nodes ? nodes[k] : own.at(at)) + asWhole(i, at));
		})
	};
}

/** Places at which a member is looked at: the nodes of a plate, places along a beam, the middle of a leg. */
function placesOf({ elastic, ends, placed: { box } }: Member): readonly Vec2[] {
	if (elastic instanceof Plate) return elastic.mesh.nodes;
	if (!ends) return [vec2((box.x[0] + box.x[1]) / 2, (box.y[0] + box.y[1]) / 2)];
	return Array.from({ length: 25 }, (_, i) =>
		vec2(ends[0].x + (i / 24) * (ends[1].x - ends[0].x), ends[0].y + (i / 24) * (ends[1].y - ends[0].y))
	);
}

/** What the sag of a member is measured by: how much each of its supports counts at each of its places, and the span there, mm. */
interface Gauge {
	borne: readonly Vec2[];
	shares: Float64Array[];
	spans: Float64Array;
}

/** What bears a place on its other side lies at least so far round from what bears it nearest: the cosine of 120°. */
const ACROSS = -0.5;

/**
 * The nearest supports count most, by the fourth power of the way to them: on a support it counts alone, half way both do. The span at a
 * place goes from the nearest support to the nearest one on the other side; where there is none it overhangs, and counts twice.
 */
function gaugeOf(member: Member, borne: readonly Vec2[]): Gauge | undefined {
	if (member.role === 'leg' || borne.length === 0) return undefined;
	const places = placesOf(member);
	const spans = new Float64Array(places.length);
	const shares = places.map((at, k) => {
		const away = Float64Array.from(borne, (b) => Math.hypot(b.x - at.x, b.y - at.y));
		const nearest = away.reduce((best, one, b) => (one < away[best] ? b : best), 0);
		const [dx, dy] = [borne[nearest].x - at.x, borne[nearest].y - at.y];
		const opposite = away.filter(
			(one, b) => (borne[b].x - at.x) * dx + (borne[b].y - at.y) * dy < ACROSS * one * away[nearest] || away[nearest] < 1
		);
		spans[k] = opposite.length > 0 ? away[nearest] + Math.min(...opposite) : 2 * away[nearest];
		const weights = away.map((one) => 1 / Math.max(1, one) ** 4);
		const whole = weights.reduce((sum, one) => sum + one, 0);
		return weights.map((one) => one / whole);
	});
	return { borne, shares, spans };
}

const on = ({ top }: Pick<Member, 'top'>, { x, y }: Vec2): Vec3 => vec3(x, y, top);

/** The worst stress of a member under its forces. */
function stressOf(
	member: Member,
	bent: Solved['bent'][number],
	forces: readonly PointLoad[],
	{ duration, sudden, name }: Pick<LoadCase, 'duration' | 'sudden' | 'name'>
): Stress {
	const { grade, section, placed, long, role } = member;
	const share = designShare(grade.sort, duration);
	const found: Stress[] = [];
	const add = (by: Stress['by'], stress: number, strength: number, at: Vec2) =>
		found.push({
			by,
			stress: sudden * Math.abs(stress),
			strength: strength * share,
			characteristic: strength,
			share,
			used: (sudden * Math.abs(stress)) / (strength * share),
			at: on(member, at),
			under: name
		});
	if (role === 'leg') {
		const [at] = placesOf(member);
		const pressed = forces.reduce((sum, { newtons }) => sum + Math.max(0, newtons), 0) / section!.area;
		const left = bucklingShare(grade, long / Math.sqrt(section!.least / section!.area));
		add(left < 1 ? 'buckling' : 'pressure', pressed, grade.compression * left, at);
	} else if (role === 'plate') {
		const { mesh } = member.elastic as Plate;
		const modulus = placed.part.thickness ** 2 / 6;
		(bent as ReturnType<Plate['bend']>).moments().forEach(({ along, across }, i) => {
			const at = mesh.triangles[i].map((n) => mesh.nodes[n]).reduce((sum, p) => vec2(sum.x + p.x / 3, sum.y + p.y / 3), vec2(0, 0));
			add('bending', along / modulus, grade.bending.along, at);
			add('bending across the grain', across / modulus, grade.bending.across, at);
		});
	} else {
		const beam = member.elastic as Beam;
		const worst = (bent as ReturnType<Beam['bend']>).moments().reduce((a, b) => (Math.abs(b.moment) > Math.abs(a.moment) ? b : a));
		const [a, b] = member.ends!;
		const at = vec2(a.x + (worst.along / long) * (b.x - a.x), a.y + (worst.along / long) * (b.y - a.y));
		const { modulus, web, height } = section!;
		// A board on edge that is taller than long is no beam: what is on it goes straight down through it.
		if (role === 'beam' || placed.box.z[1] - placed.box.z[0] < long)
			add('bending', worst.moment / modulus, grade.bending.along * shallowFactor(grade.sort, section!), at);
		const along = forces.map((one) => ({ along: beam.along(one.at), newtons: one.newtons }));
		add('shear', shearIn(along, height) / (web * crackFactor(grade.sort)), grade.shear, at);
	}
	return found.reduce((worst, one) => (one.used > worst.used ? one : worst));
}

/** How far a member sags between what bears it, where it does most: beside a support any slope looks steep. */
function sagOf(member: Member, gauge: Gauge, sunk: Float64Array, supports: readonly number[], { duration, name }: LoadCase): Sag {
	let [worst, mm] = [0, -Infinity];
	for (let k = 0; k < sunk.length; k++) {
		const shares = gauge.shares[k];
		let own = sunk[k];
		for (let b = 0; b < supports.length; b++) own -= shares[b] * supports[b];
		if (own > mm) [worst, mm] = [k, own];
	}
	const span = gauge.spans[worst];
	return { mm, span, limit: Math.max(SHORT_SPAN, span) * SAG_SHARE[duration], at: on(member, placesOf(member)[worst]), under: name };
}

/** Spans shorter than this may sag as far as one of this length: 2 mm are nobody's concern, mm. */
const SHORT_SPAN = 400;

/** Holds what nothing bears where it is, so that the rest can be worked out. */
function withAdriftHeld(frame: Frame, own: Loads): { frame: Frame; groups: Group[]; adrift: number[] } {
	let held = frame;
	const adrift = new Set<number>();
	for (let round = 0; ; round++) {
		const groups = groupsOf(held);
		const falling = groups.flatMap((group) => {
			const solved = solve(held, group, own);
			return group.members.filter((_, i) => solved.sunk[i].some((mm) => Math.abs(mm) > FALLS));
		});
		if (falling.length === 0 || round === 3) return { frame: held, groups, adrift: [...adrift] };
		for (const m of falling) adrift.add(m);
		const stays = falling.flatMap((upper) => {
			const places = placesOf(frame.members[upper]);
			const far = [places[0], places[places.length - 1], places[Math.floor(places.length / 2)]];
			return far.map((at): Contact => ({ at, upper, lower: null, holds: true, give: 1e-4 }));
		});
		held = { ...held, contacts: [...held.contacts, ...stays] };
	}
}

/** How everything that is built bears what a mode asks of it: own weight, sleepers, knees, somebody who sits down. Remembered. */
export const strengthIn = (scene: Scene, plan: Pick<Plan, 'vehicle' | 'crew' | 'stock' | 'gear'>): Strength =>
	strengthOf(scene, plan.vehicle.anchors, plan.vehicle.lining, plan.crew, plan.stock, plan.gear);

const strengthOf = remember(
	(
		scene: Scene,
		anchors: Vehicle['anchors'],
		lining: Vehicle['lining'],
		crew: Plan['crew'],
		stock: Stock,
		gear: Plan['gear']
	): Strength => {
		const first = frameOf(scene, { anchors, lining }, stock);
		const own = ownWeight(scene, first, stock, gear);
		const { frame, groups, adrift } = withAdriftHeld(first, own);
		const cases = loadCases(scene, crew, frame);
		const results = frame.members.map(({ piece, placed, name, role, grade, outline }): MemberStrength => ({
			piece,
			part: placed.part.id,
			name,
			role,
			material: grade.material,
			source: grade.source,
			carries: 0,
			outline,
			bent: []
		}));
		const loaded = new Map(cases.map((one) => [one, one.on(NONE)]));
		let ground = 0;
		const paths: Strength['paths'] = {};
		for (const group of groups) {
			const permanent = solve(frame, group, own);
			ground += group.contacts.reduce((sum, { lower }, c) => sum + (lower === null ? permanent.contact[c] : 0), 0);
			const gauges = group.members.map((m, i) =>
				gaugeOf(
					frame.members[m],
					group.contacts.filter(({ upper }) => upper === i).map(({ at }) => at)
				)
			);
			const always: LoadCase = { name: 'its own weight and what lies on it', duration: 'permanent', sudden: 1, on: () => new Map() };
			for (const one of [always, ...cases]) {
				const pressed = one === always ? undefined : loaded.get(one)!;
				const touched = pressed && group.members.some((m) => pressed.has(m));
				const { solved, tipping } = touched ? underLoad(frame, group, own, one, pressed) : { solved: permanent, tipping: NONE };
				if (one.duration !== 'instant') (paths[one.name] ??= []).push(...passedIn(frame, group, solved));
				if (pressed && !touched) continue;
				group.members.forEach((m, i) => {
					const member = frame.members[m];
					const result = results[m];
					if (member.role === 'splice') return;
					if (tipping.has(m)) {
						result.tips ??= one.name;
						return;
					}
					if (solved.sunk[i].some((mm) => Math.abs(mm) > FALLS)) return;
					const stress = stressOf(member, solved.bent[i], solved.forces[i], one);
					if (!result.stress || stress.used > result.stress.used) result.stress = stress;
					const passed = group.contacts.reduce((sum, { upper }, c) => sum + (upper === i ? Math.max(0, solved.contact[c]) : 0), 0);
					result.carries = Math.max(result.carries, passed);
					const gauge = gauges[i];
					if (!gauge) return;
					// What has lain for years has crept.
					const creep = K_DEF[member.grade.sort];
					const sunk = solved.sunk[i].map((mm, k) => mm + creep * permanent.sunk[i][k]);
					const supports = gauge.borne.map((at) => solved.down(i, at) + creep * permanent.down(i, at));
					const sag = sagOf(member, gauge, sunk, supports, one);
					if (result.sag && sag.mm / sag.limit <= result.sag.mm / result.sag.limit) return;
					result.sag = sag;
					result.bent = placesOf(member).map((at, k) => ({ ...on(member, at), down: sunk[k] }));
				});
			}
		}
		return {
			members: results.filter(({ role }) => role !== 'splice'),
			unknown: frame.unknown.map(({ piece, part }) => ({ piece, part: part.id, name: part.name, stock: part.stock })),
			// Nobody asks what holds a door or a backrest: this is about what is loaded.
			adrift: adrift
				.filter((m) => frame.members[m].role !== 'splice' && [...loaded.values()].some((loads) => loads.has(m)))
				.map((m) => partOf(frame.members[m])),
			cases: [...new Set(cases.map(({ name }) => name))],
			paths,
			ground
		};
	}
);

const partOf = ({ piece, placed: { part } }: Member): PartOf => ({ piece, part: part.id, name: part.name });

/** Less is not worth telling, N. */
const FELT = 1;

/** What the members of a group pass on to each other and to the vehicle. */
function passedIn(frame: Frame, { members, contacts }: Group, { contact }: Solved): Passed[] {
	const sums = new Map<string, Passed>();
	contacts.forEach(({ upper, lower }, c) => {
		const [from, to] = [frame.members[members[upper]], lower === null ? null : frame.members[members[lower]]];
		const key = `${members[upper]} ${lower === null ? '' : members[lower]}`;
		const known = sums.get(key);
		if (known) known.newtons += contact[c];
		else sums.set(key, { from: partOf(from), to: to && partOf(to), newtons: contact[c] });
	});
	// What joins the two halves of a board is part of one of them.
	return [...sums.values()].filter(
		({ from, to, newtons }) => Math.abs(newtons) >= FELT && (from.part !== to?.part || from.piece !== to.piece)
	);
}

const NONE: ReadonlySet<number> = new Set();

/**
 * A load on top of what is always there. What tips or falls under it passes it on to its neighbours, through the pad, as long as it has
 * some; what has none tips indeed.
 */
function underLoad(
	frame: Frame,
	group: Group,
	own: Loads,
	one: LoadCase,
	pressed: Loads
): { solved: Solved; tipping: ReadonlySet<number> } {
	const yielding = new Set<number>();
	let loads = pressed;
	for (;;) {
		const solved = solve(frame, group, together(own, loads));
		const tips = group.members.filter((m, i) => loads.has(m) && solved.sunk[i].some((mm) => Math.abs(mm) > FALLS));
		if (tips.length === 0) return { solved, tipping: NONE };
		for (const m of tips) yielding.add(m);
		const next = one.on(yielding);
		if (newtonsOf(next) < 0.99 * newtonsOf(pressed)) return { solved, tipping: new Set(tips) };
		loads = next;
	}
}

const newtonsOf = (loads: Loads): number => [...loads.values()].flat().reduce((sum, { newtons }) => sum + newtons, 0);

/** Two sets of loads at once. */
function together(a: Loads, b: Loads): Loads {
	const both: Loads = new Map(a);
	for (const [m, loads] of b) both.set(m, [...(both.get(m) ?? []), ...loads]);
	return both;
}
