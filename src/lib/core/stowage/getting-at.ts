import { overlap, type Cuboid, type Standing } from '../loading';
import { handling, quickest } from '../moves';
import type { Space } from '../pieces';

export type Face = Space['access'][number]['face'];

/** What is taken out of a compartment before something comes out of it, in order, and through which face all of it goes. */
export interface TakenOut {
	face: Face;
	first: number[];
	/** Seconds to take those out, and to put them back afterwards. */
	seconds: number;
	/** False when there was too much to try every order: fewer may do. */
	proven: boolean;
}

/** Things may touch and rub by so much on their way, mm. */
const RUB = 2;
/** More arrangements than this are not tried. */
const MOST = 3000;

/** What a thing sweeps on its straight way out through a face of a room. */
export function wayOut([x0, x1, y0, y1, z0, z1]: Cuboid, room: Cuboid, face: Face): Cuboid {
	const narrow: Cuboid = [x0 + RUB, x1 - RUB, y0 + RUB, y1 - RUB, z0 + RUB, z1 - RUB];
	switch (face) {
		case 'rear':
			return [Math.min(room[0], x0), narrow[1], ...narrow.slice(2)] as unknown as Cuboid;
		case 'front':
			return [narrow[0], Math.max(room[1], x1), ...narrow.slice(2)] as unknown as Cuboid;
		case 'right':
			return [narrow[0], narrow[1], Math.min(room[2], y0), narrow[3], narrow[4], narrow[5]];
		case 'left':
			return [narrow[0], narrow[1], narrow[2], Math.max(room[3], y1), narrow[4], narrow[5]];
		case 'top':
			return [narrow[0], narrow[1], narrow[2], narrow[3], narrow[4], Math.max(room[5], z1)];
	}
}

/** The ways of a thing out through a face: straight, or first up over a lip and then straight; whichever what is built leaves free. */
export function waysPast(box: Cuboid, room: Cuboid, firm: readonly Cuboid[], face: Face): Cuboid[] | undefined {
	const way = wayOut(box, room, face);
	const before = firm.filter((one) => overlap(one, way));
	if (before.length === 0) return [way];
	if (face === 'top') return undefined;
	const lift = Math.max(...before.map((one) => one[5])) - box[4] + RUB;
	const raised: Cuboid = [box[0], box[1], box[2], box[3], box[4] + lift, box[5] + lift];
	if (raised[5] > room[5]) return undefined;
	const ways = [wayOut(raised, room, face), wayOut(box, [...room.slice(0, 5), raised[5]] as unknown as Cuboid, 'top')];
	return firm.some((one) => ways.some((part) => overlap(one, part))) ? undefined : ways;
}

/** For each thing, and each face that what is built leaves free for it: what is in its way, and what stands on it. */
export type Hindrances = readonly (readonly { face: Face; by: readonly number[] }[])[];

/** What hinders each thing of a compartment from coming out through each face. */
export function hindrances(
	room: Cuboid,
	firm: (face: Face) => readonly Cuboid[],
	things: readonly Standing[],
	faces: readonly Face[]
): Hindrances {
	const above = things.map((_, i) => things.flatMap(({ on }, k) => (on.includes(i) ? [k] : [])));
	return things.map(({ box }, i) =>
		faces.flatMap((face) => {
			const ways = waysPast(box, room, firm(face), face);
			if (!ways) return [];
			const by = new Set(above[i]);
			things.forEach((other, k) => {
				if (k !== i && ways.some((way) => overlap(other.box, way))) by.add(k);
			});
			return [{ face, by: [...by] }];
		})
	);
}

/**
 * The quickest way to get a thing out: whatever is in its way comes out first, each straight through a face, and what stands on it
 * before it. Exact as long as no more than 3,000 arrangements have to be looked at; else what one face after another asks for.
 *
 * @returns nothing when it cannot come out at all
 */
export function getOut(things: readonly Standing[], hindered: Hindrances, target: number): TakenOut | undefined {
	const seconds = things.map(({ kg }) => 2 * handling(kg));
	const concerned = concernedBy(hindered, target);
	const freeOf = (one: number, out: ReadonlySet<number>) => hindered[one].find(({ by }) => by.every((other) => out.has(other)));
	const search = quickest<readonly number[], number>(
		[],
		(out) => freeOf(target, new Set(out)) !== undefined,
		(out) => out.toSorted((a, b) => a - b).join(),
		(out) => {
			const gone = new Set(out);
			return concerned
				.filter((one) => !gone.has(one) && freeOf(one, gone))
				.map((one) => ({ to: [...out, one], action: one, cost: seconds[one] }));
		},
		undefined,
		MOST
	);
	if (search.found) return { face: freeOf(target, new Set(search.goal))!.face, first: search.actions, seconds: search.cost, proven: true };
	return search.complete ? undefined : byOneFace(hindered, seconds, target);
}

/** Whatever may have to come out before a thing, through whichever face. */
function concernedBy(hindered: Hindrances, target: number): number[] {
	const all = new Set<number>([target]);
	for (const one of all) for (const { by } of hindered[one]) for (const other of by) all.add(other);
	all.delete(target);
	return [...all];
}

/** A way through one face for all of it, the cheapest: what hinders comes out first, in turn. */
function byOneFace(hindered: Hindrances, seconds: readonly number[], target: number): TakenOut | undefined {
	let best: TakenOut | undefined;
	for (const { face } of hindered[target]) {
		const order: number[] = [];
		const visiting = new Set<number>();
		const done = new Set<number>();
		const visit = (one: number): boolean => {
			if (done.has(one)) return true;
			if (visiting.has(one)) return false;
			visiting.add(one);
			const way = hindered[one].find((other) => other.face === face);
			if (!way || !way.by.every(visit)) return false;
			done.add(one);
			order.push(one);
			return true;
		};
		if (!visit(target)) continue;
		const first = order.slice(0, -1);
		const sum = first.reduce((total, one) => total + seconds[one], 0);
		if (!best || sum < best.seconds) best = { face, first, seconds: sum, proven: false };
	}
	return best;
}
