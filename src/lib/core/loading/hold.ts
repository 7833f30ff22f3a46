import { overlap, ROUNDING, sharedFootprint, sharedWithAll, within, type Cuboid, type Size } from './cuboid';

/** Something that stands in a hold. */
export interface Standing {
	box: Cuboid;
	kg: number;
	/** What may still be put on it, kg. */
	spare: number;
	/** What it stands on, by its number in the hold; nothing where it stands on the floor or on what is built. */
	on: readonly number[];
}

/** Room shallower than this in any direction is given up, mm. */
const USELESS = 1;
/** Tops that differ by less than this are level, mm. */
const LEVEL = 1;

/** A free space and the tops that bear on its floor; none where it begins at the floor of the room. */
interface Ledge {
	space: Cuboid;
	tops: readonly Cuboid[] | undefined;
}

/** The parts of a free space that are left when a box is taken out of it: each as large as it can be, so they overlap. */
function* leftOf(space: Cuboid, box: Cuboid): Generator<Cuboid> {
	const [x0, x1, y0, y1, z0, z1] = space;
	if (box[0] > x0 + USELESS) yield [x0, box[0], y0, y1, z0, z1];
	if (box[1] < x1 - USELESS) yield [box[1], x1, y0, y1, z0, z1];
	if (box[2] > y0 + USELESS) yield [x0, x1, y0, box[2], z0, z1];
	if (box[3] < y1 - USELESS) yield [x0, x1, box[3], y1, z0, z1];
	if (box[4] > z0 + USELESS) yield [x0, x1, y0, y1, z0, box[4]];
	if (box[5] < z1 - USELESS) yield [x0, x1, y0, y1, box[5], z1];
}

/** What of a space lies before, behind and to both sides of a hollow in its floor. */
function* besideIn([x0, x1, y0, y1, z0, z1]: Cuboid, hollow: Cuboid): Generator<Cuboid> {
	yield [x0, Math.min(x1, hollow[0]), y0, y1, z0, z1];
	yield [Math.max(x0, hollow[1]), x1, y0, y1, z0, z1];
	yield [x0, x1, y0, Math.min(y1, hollow[2]), z0, z1];
	yield [x0, x1, Math.max(y0, hollow[3]), y1, z0, z1];
}

/**
 * A room that things are put into, with all largest free boxes in it (the empty maximal spaces of K. K. Lai and J. W. M. Chan,
 * Computers & Industrial Engineering 32, 1997) and what bears what.
 */
export class Hold {
	/** All largest free boxes; each lies in no other. */
	spaces: Cuboid[];
	standing: Standing[] = [];
	/** What takes room in it and bears. */
	readonly firm: readonly Cuboid[];
	/** What has to stay free besides, and bears nothing. */
	readonly barred: readonly Cuboid[];

	/**
	 * @param room the box that everything stays in, mm
	 * @param firm what takes room in it already: walls, arches, legs, bars
	 * @param borne how much of its underside a thing has to stand on, 0 to 1
	 * @param barred what else has to stay free: slopes, doors, where something is at other times; nothing stands on it
	 * @param hollows where its floor bears nothing, such as pits
	 */
	constructor(
		readonly room: Cuboid,
		firm: readonly Cuboid[] = [],
		private readonly borne = 1,
		barred: readonly Cuboid[] = [],
		private readonly hollows: readonly Cuboid[] = []
	) {
		this.firm = firm.filter((one) => overlap(one, room));
		this.spaces = [room];
		this.barred = barred.filter((one) => overlap(one, room));
		for (const one of [...this.firm, ...this.barred]) this.take(one);
	}

	/** The same hold, to go on from in two ways. */
	copy(): Hold {
		const other = Object.create(Hold.prototype) as Hold;
		Object.assign(other, this);
		other.spaces = this.spaces.slice();
		other.standing = this.standing.map((one) => ({ ...one }));
		return other;
	}

	/** A free space with what bears on its floor: nothing where that is the floor of the room itself. */
	ledgeOf(space: Cuboid): Ledge {
		if (space[4] <= this.room[4] + ROUNDING) return { space, tops: undefined };
		const bears = (one: Cuboid) => Math.abs(one[5] - space[4]) < LEVEL && sharedFootprint(one, space) > 0;
		return { space, tops: [...this.firm.filter(bears), ...this.standing.map(({ box }) => box).filter(bears)] };
	}

	/**
	 * Where a thing may stand in a free space: in a corner of its floor, or at a corner of what bears there. Only places at
	 * which it is free, is borne, and overloads nothing.
	 */
	*placesOn({ space, tops }: Ledge, [dx, dy, dz]: Size, kg: number): Generator<Cuboid> {
		if (dx > space[1] - space[0] + ROUNDING || dy > space[3] - space[2] + ROUNDING || dz > space[5] - space[4] + ROUNDING) return;
		const z = space[4];
		const tried: number[] = [];
		for (const one of [space, ...(tops ?? this.hollows.flatMap((hollow) => [...besideIn(space, hollow)]))]) {
			const [x0, y0] = [Math.max(space[0], one[0]), Math.max(space[2], one[2])];
			const [x1, y1] = [Math.min(space[1], one[1]) - dx, Math.min(space[3], one[3]) - dy];
			for (const x of [x0, x1])
				for (const y of [y0, y1]) {
					if (x < space[0] - ROUNDING || y < space[2] - ROUNDING || x + dx > space[1] + ROUNDING || y + dy > space[3] + ROUNDING) continue;
					const box: Cuboid = [x, x + dx, y, y + dy, z, z + dz];
					if (!this.isBorne(box, tops)) continue;
					const key = Math.round(x * 10) * 1e6 + Math.round(y * 10);
					if (tried.includes(key)) continue;
					tried.push(key);
					if (this.bearsMore(box, kg)) yield box;
				}
		}
	}

	/** Whether a thing can be where it is put: inside, free of everything, borne, nothing overloaded. */
	takes(box: Cuboid, kg: number): boolean {
		return within(box, this.room) && this.isFree(box) && this.stands(box) && this.bearsMore(box, kg);
	}

	/** Puts a thing where {@link placesOn} or {@link takes} said that it may stand. */
	put(box: Cuboid, kg: number, bears: number): void {
		this.load(box, kg, bears);
		this.take(box);
	}

	/** Puts equal boxes that together fill one box, from the lowest up, where {@link placesOn} said that they may stand. */
	putAll(boxes: readonly Cuboid[], around: Cuboid, kg: number, bears: number): void {
		for (const box of boxes) this.load(box, kg, bears);
		this.take(around);
	}

	private load(box: Cuboid, kg: number, bears: number): void {
		const on = this.under(box);
		if (kg > 0) for (const below of this.allUnder(on)) this.standing[below].spare -= kg;
		this.standing.push({ box, kg, spare: bears, on });
	}

	private isFree(box: Cuboid): boolean {
		const taken = (one: Cuboid) => overlap(one, box);
		return !this.firm.some(taken) && !this.barred.some(taken) && !this.standing.some((one) => overlap(one.box, box));
	}

	/** Takes a box out of the free spaces. */
	private take(box: Cuboid): void {
		const kept: Cuboid[] = [];
		const cut: Cuboid[] = [];
		for (const space of this.spaces)
			if (overlap(space, box)) cut.push(...leftOf(space, box));
			else kept.push(space);
		// A part may lie in a space that stayed whole, or in another part; of equal ones the first stays.
		cut.forEach((part, i) => {
			if (kept.some((one) => within(part, one))) return;
			if (cut.some((one, k) => k !== i && within(part, one) && (k < i || !within(one, part)))) return;
			kept.push(part);
		});
		this.spaces = kept;
	}

	private stands(box: Cuboid): boolean {
		return this.isBorne(box, this.ledgeOf(box).tops);
	}

	/** Whether enough of the underside of a box lies on some tops at its height, or on the floor beside its hollows. */
	private isBorne(box: Cuboid, tops: readonly Cuboid[] | undefined): boolean {
		if (!tops && this.hollows.length === 0) return true;
		const area = (box[1] - box[0]) * (box[3] - box[2]);
		const held = tops ? sharedWithAll(box, tops) : area - sharedWithAll(box, this.hollows);
		return held >= this.borne * area - 1;
	}

	/** What a box stands on, of what was put in. */
	private under(box: Cuboid): number[] {
		if (box[4] <= this.room[4] + ROUNDING) return [];
		const found: number[] = [];
		this.standing.forEach(({ box: one }, i) => {
			if (Math.abs(one[5] - box[4]) < LEVEL && sharedFootprint(one, box) > 1) found.push(i);
		});
		return found;
	}

	/** Those, and whatever they stand on in turn: all of it bears the weight, each as though it bore the whole. */
	private allUnder(on: readonly number[]): Set<number> {
		const all = new Set<number>(on);
		for (const one of all) for (const below of this.standing[one].on) all.add(below);
		return all;
	}

	private bearsMore(box: Cuboid, kg: number): boolean {
		if (kg === 0) return true;
		for (const one of this.allUnder(this.under(box))) if (this.standing[one].spare < kg - 1e-9) return false;
		return true;
	}
}
