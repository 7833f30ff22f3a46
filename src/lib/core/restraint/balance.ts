import type { Highs } from 'highs';
import { vec3, type Vec3 } from '../geometry/vector';
import { GRAVITY } from '../structure';

/** Something rigid that has to stay where it is, with all that holds it. Places in mm, forces in N. */
export interface RigidBody {
	kg: number;
	centre: Vec3;
	/** Places at which it stands on something: they push up, and by friction along. */
	feet: readonly Vec3[];
	/** Places at which something beside it stops it: they push into it along a unit vector, without friction; `by` is the piece that does. */
	stops: readonly { at: Vec3; into: Vec3; by?: string }[];
	/** Places at which it is screwed along a wall: they hold it up and to the wall, and are not reckoned with along the vehicle. */
	hangs: readonly Vec3[];
	/** What is meant to hold it: straps pull towards `to` only, bolts hold whichever way. */
	ties: readonly { id: string; from: Vec3; to: Vec3; holds: number; pullsOnly: boolean }[];
}

/** Ways in which a load is thrown, in g (load-restraint practice, EN 12195-1); a crash is far beyond them. */
export const THROWS = [
	{ way: 'forward', g: vec3(0.8, 0, 0) },
	{ way: 'back', g: vec3(-0.5, 0, 0) },
	{ way: 'left', g: vec3(0, 0.5, 0) },
	{ way: 'right', g: vec3(0, -0.5, 0) }
] as const;
export type Way = (typeof THROWS)[number]['way'];

/** Over a bump a load weighs so much less, g. */
const BUMP = 0.2;
/** Wood on a floor or its lining slides where it is pushed by more than this share of its weight (EN 12195-1, smooth surfaces). */
export const FRICTION = 0.3;

/** What pushes on a body from outside, N. */
export interface Push {
	at: Vec3;
	force: Vec3;
}

/** How a body is held when it is thrown one way. */
export type Held =
	| {
			way: Way;
			ok: true;
			/** The largest share of what any of its ties takes; 0 where friction and stops do by themselves. */
			share: number;
			/** What each tie takes then, N. */
			pulls: { id: string; newtons: number }[];
			/** What it pushes on others that stop it. */
			pushes: (Push & { on: string })[];
	  }
	| { way: Way; ok: false; does: 'slides' | 'tips' };

/** What leaning on something by all its weight counts against the share of a fastening: next to nothing, it only decides between equals. */
const LEANING = 1e-5;

/** Directions all round, no further apart than some 16 degrees: a force is no larger than its largest part along one of them by 4 %. */
const ALL_ROUND: readonly Vec3[] = Array.from({ length: 9 }, (_, i) => (Math.PI * i) / 8).flatMap((tilt, i) =>
	Array.from({ length: i % 8 === 0 ? 1 : 16 }, (_, k) => {
		const turn = (Math.PI * k) / 8;
		return vec3(Math.sin(tilt) * Math.cos(turn), Math.sin(tilt) * Math.sin(turn), Math.cos(tilt));
	})
);

/** A force that can act at a place: its unknowns, each with what one newton of it pushes. */
interface Acting {
	at: Vec3;
	parts: { name: string; towards: Vec3 }[];
}

const AXES = { x: vec3(1, 0, 0), y: vec3(0, 1, 0), z: vec3(0, 0, 1) };

/** The way from one place to another, as a unit vector. */
function towards(from: Vec3, to: Vec3): Vec3 {
	const long = Math.hypot(to.x - from.x, to.y - from.y, to.z - from.z);
	return vec3((to.x - from.x) / long, (to.y - from.y) / long, (to.z - from.z) / long);
}

const term = (factor: number, name: string): string => `${factor < 0 ? '-' : '+'} ${Math.abs(factor).toFixed(12)} ${name}`;

/** The linear program of a body that is thrown: the least share of its ties for which forces and, where asked, moments are in balance. */
function programOf(body: RigidBody, thrown: Vec3, pushed: readonly Push[], moments: boolean): string {
	const rows: string[] = [];
	const free: string[] = [];
	const acting: Acting[] = [];
	body.feet.forEach((at, i) => {
		acting.push({ at, parts: (['x', 'y', 'z'] as const).map((axis) => ({ name: `f${i}${axis}`, towards: AXES[axis] })) });
		free.push(`f${i}x`, `f${i}y`);
		// Friction within a square that lies in the circle of what it can be.
		for (const sx of ['+', '-']) for (const sy of ['+', '-']) rows.push(`${sx} f${i}x ${sy} f${i}y - ${FRICTION} f${i}z <= 0`);
	});
	body.stops.forEach(({ at, into }, i) => acting.push({ at, parts: [{ name: `s${i}`, towards: into }] }));
	body.hangs.forEach((at, i) => {
		acting.push({ at, parts: (['y', 'z'] as const).map((axis) => ({ name: `h${i}${axis}`, towards: AXES[axis] })) });
		// It holds up and to the wall, and never presses down: that would be friction out of nothing.
		free.push(`h${i}y`);
	});
	// All forces are in shares of its weight.
	const weight = body.kg * GRAVITY;
	body.ties.forEach(({ from, to, holds, pullsOnly }, i) => {
		const most = (holds / weight).toFixed(12);
		if (pullsOnly) {
			acting.push({ at: from, parts: [{ name: `t${i}`, towards: towards(from, to) }] });
			rows.push(`t${i} - ${most} share <= 0`);
			return;
		}
		acting.push({ at: from, parts: (['x', 'y', 'z'] as const).map((axis) => ({ name: `t${i}${axis}`, towards: AXES[axis] })) });
		free.push(`t${i}x`, `t${i}y`, `t${i}z`);
		for (const way of ALL_ROUND)
			rows.push(`${term(way.x, `t${i}x`)} ${term(way.y, `t${i}y`)} ${term(way.z, `t${i}z`)} - ${most} share <= 0`);
	});
	const sum = (of: (at: Vec3, force: Vec3) => number) =>
		acting.flatMap(({ at, parts }) =>
			parts.flatMap((part) => {
				const factor = of(at, part.towards);
				return Math.abs(factor) > 1e-12 ? [term(factor, part.name)] : [];
			})
		);
	// At the centre what throws it, and what is left of its weight over a bump; where others push on it what they push.
	const outer: Push[] = [
		{ at: body.centre, force: vec3(thrown.x, thrown.y, thrown.z - (1 - BUMP)) },
		...pushed.map(({ at, force }) => ({ at, force: vec3(force.x / weight, force.y / weight, force.z / weight) }))
	];
	const given = (of: (at: Vec3, force: Vec3) => number) => outer.reduce((whole, { at, force }) => whole + of(at, force), 0);
	const balance = (of: (at: Vec3, force: Vec3) => number) => {
		const terms = sum(of);
		rows.push(`${terms.length > 0 ? terms.join(' ') : '0 share'} = ${(-given(of)).toFixed(12)}`);
	};
	for (const axis of ['x', 'y', 'z'] as const) balance((_, force) => force[axis]);
	if (moments)
		for (const [a, b] of [
			['y', 'z'],
			['z', 'x'],
			['x', 'y']
		] as const)
			balance((at, force) => ((at[a] - body.centre[a]) * force[b] - (at[b] - body.centre[b]) * force[a]) / 1000);
	const named = rows.map((row, i) => ` r${i}: ${row}`);
	const bounds = free.map((name) => ` ${name} free`);
	// Of all that leave the fastenings the least, the one that leans least on what stands beside it.
	const leaning = body.stops.map((_, i) => ` + ${LEANING} s${i}`).join('');
	return `Minimize\n obj: share${leaning}\nSubject To\n${named.join('\n')}\nBounds\n${bounds.join('\n')}\nEnd`;
}

/**
 * Whether a body stays where it is when it is thrown one way, over a bump at the same time: the least share of the worst tie by which
 * forces and moments on it are in balance, by a linear program. What cannot be balanced at all slides where forces alone cannot, else tips.
 *
 * @param pushed by others that it stops
 */
export function heldOneWay(body: RigidBody, { way, g }: (typeof THROWS)[number], solver: Highs, pushed: readonly Push[] = []): Held {
	const found = solver.solve(programOf(body, g, pushed, true));
	if (found.Status !== 'Optimal') {
		const forces = solver.solve(programOf(body, g, pushed, false));
		return { way, ok: false, does: forces.Status === 'Optimal' ? 'tips' : 'slides' };
	}
	const newtons = (name: string) => body.kg * GRAVITY * (found.Columns[name]?.Primal ?? 0);
	const pulls = body.ties.map(({ id, pullsOnly }, i) => ({
		id,
		newtons: pullsOnly ? newtons(`t${i}`) : Math.hypot(newtons(`t${i}x`), newtons(`t${i}y`), newtons(`t${i}z`))
	}));
	const pushes = body.stops.flatMap(({ at, into, by }, i) => {
		const leaning = newtons(`s${i}`);
		return by && leaning > 0 ? [{ on: by, at, force: vec3(-into.x * leaning, -into.y * leaning, -into.z * leaning) }] : [];
	});
	return { way, ok: true, share: Math.max(0, ...pulls.map((one, i) => one.newtons / body.ties[i].holds)), pulls, pushes };
}

/** How bodies, by name, are held each way: what one leans on others they have to hold as well, from behind to ahead. */
export function heldEachWay(bodies: ReadonlyMap<string, RigidBody>, solver: Highs): Map<string, Held[]> {
	const found = new Map([...bodies.keys()].map((id): [string, Held[]] => [id, []]));
	for (const thrown of THROWS) {
		const along = ({ centre }: RigidBody) => centre.x * thrown.g.x + centre.y * thrown.g.y;
		const pushed = new Map<string, Push[]>();
		for (const [id, body] of [...bodies].sort(([, a], [, b]) => along(a) - along(b))) {
			const held = heldOneWay(body, thrown, solver, pushed.get(id));
			found.get(id)!.push(held);
			if (held.ok) for (const push of held.pushes) pushed.set(push.on, [...(pushed.get(push.on) ?? []), push]);
		}
	}
	return found;
}
