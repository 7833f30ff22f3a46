import type { Vec2 } from '../geometry/vector';
import type { Elastic, PointLoad } from './elastic';
import { DenseFactors } from './dense';

/** A place at which something rests on something else, or hangs on it. */
export interface Contact {
	at: Vec2;
	/** The member above, by its number; and the one that bears it, or none for the vehicle. */
	upper: number;
	lower: number | null;
	/** Screwed, glued or hinged: it pulls as well as pushes. Otherwise it only pushes, or as a strap only pulls. */
	holds: boolean;
	pulls?: true;
	/** What gives between the two, mm for each newton. */
	give: number;
	/** How far apart the two are before anything is loaded, mm. */
	gap?: number;
}

/** What a load does: the force in every contact, N, and how far every member sinks and tilts besides its bending. */
export interface Balance {
	forces: number[];
	/** For each member one value for each of its free movements, mm. */
	free: number[][];
	/** False when no set of pushing contacts was found that balances it. */
	settled: boolean;
}

/** Something very soft under everything, N/mm: what nothing bears sinks visibly instead of spoiling the sum. */
const SOFT = 1e-6;
/** Sets of contacts tried at the most. */
const MOST_ROUNDS = 60;
/** So many systems are kept taken apart. */
const KEPT = 6;
/** A contact that pulls by less than this share of the load only just touches. */
const JUST = 1e-7;

/**
 * Elastic members that bear each other, by the forces between them: for each contact the two sides go down together as long as they
 * push on each other; those that would pull let go, and straps the other way round. The bending of members is worked out once; every load case is a small dense
 * system (a force method, with the free movements of members as further unknowns).
 */
export class ContactModel {
	private readonly offsets: number[] = [];
	private readonly unknowns: number;
	/** How far the sides of contact c come apart under a unit force in contact d. */
	private readonly together: Float64Array[];
	private readonly freeAt: Float64Array[];
	/** Which contacts bore something in the load case before: a good guess for the next. */
	private pushing: boolean[];
	private readonly factors = new Map<string, DenseFactors>();

	constructor(
		readonly members: readonly Elastic[],
		readonly contacts: readonly Contact[]
	) {
		const count = contacts.length;
		let next = count;
		for (const member of members) {
			this.offsets.push(next);
			next += member.free({ x: 0, y: 0 }).length;
		}
		this.unknowns = next;
		this.together = contacts.map(() => new Float64Array(count));
		this.freeAt = contacts.map(() => new Float64Array(next - count));
		members.forEach((member, m) => {
			const own = contacts.flatMap(({ upper, lower }, c) => (upper === m ? [{ c, sign: -1 }] : lower === m ? [{ c, sign: 1 }] : []));
			for (const { c, sign } of own) {
				const bent = member.bend([{ at: contacts[c].at, newtons: 1 }]);
				for (const other of own) this.together[other.c][c] += sign * other.sign * bent.at(contacts[other.c].at);
				member.free(contacts[c].at).forEach((value, i) => (this.freeAt[c][this.offsets[m] - count + i] = sign * value));
			}
		});
		contacts.forEach(({ give }, c) => (this.together[c][c] += give));
		this.pushing = contacts.map(() => true);
	}

	/**
	 * The forces between members under loads on each of them.
	 *
	 * @param loads for each member, by its number
	 */
	balance(loads: ReadonlyMap<number, readonly PointLoad[]>): Balance {
		const { contacts, members } = this;
		const count = contacts.length;
		const apart = Float64Array.from(contacts, ({ gap = 0 }) => -gap);
		const carried = new Float64Array(this.unknowns - count);
		let whole = 0;
		for (const [m, own] of loads) {
			if (own.length === 0) continue;
			const bent = members[m].bend(own);
			contacts.forEach(({ at, upper, lower }, c) => {
				if (upper === m) apart[c] += bent.at(at);
				else if (lower === m) apart[c] -= bent.at(at);
			});
			for (const { at, newtons } of own) {
				whole += Math.abs(newtons);
				members[m].free(at).forEach((value, i) => (carried[this.offsets[m] - count + i] -= newtons * value));
			}
		}
		const least = -JUST * whole;
		let pushing = this.pushing.map((one, c) => one || contacts[c].holds);
		const tried = new Set<string>();
		for (let round = 0; round < MOST_ROUNDS; round++) {
			const { forces, free } = this.solve(pushing, apart, carried);
			const gapOf = (c: number) => -this.apartness(c, forces, free, apart[c]);
			const wrong = contacts.flatMap(({ holds, pulls }, c) => {
				if (holds) return [];
				const way = pulls ? -1 : 1;
				const by = pushing[c] ? least - way * forces[c] : -way * gapOf(c) - 1e-9;
				return by > 0 ? [{ c, by }] : [];
			});
			if (wrong.length === 0) {
				this.pushing = pushing;
				return { forces, free: this.perMember(free), settled: true };
			}
			// All at once as long as that leads to something new; then one at a time, the last one first (Murty's rule), which ends.
			const key = pushing.map(Number).join('');
			const change = tried.has(key) ? [wrong[wrong.length - 1].c] : wrong.map(({ c }) => c);
			tried.add(key);
			pushing = pushing.map((one, c) => (change.includes(c) ? !one : one));
		}
		const { forces, free } = this.solve(pushing, apart, carried);
		return { forces, free: this.perMember(free), settled: false };
	}

	/** How far the upper side of a contact is pressed into the lower one, mm; negative where a gap is open. */
	private apartness(c: number, forces: readonly number[], free: Float64Array, loaded: number): number {
		let sum = loaded;
		for (let d = 0; d < forces.length; d++) sum -= this.together[c][d] * forces[d];
		for (let i = 0; i < free.length; i++) sum -= this.freeAt[c][i] * free[i];
		return sum;
	}

	private perMember(free: Float64Array): number[][] {
		const count = this.contacts.length;
		return this.members.map((_, m) => [...free.subarray(this.offsets[m] - count, (this.offsets[m + 1] ?? this.unknowns) - count)]);
	}

	/** Forces and free movements with some contacts closed and the others open. */
	private solve(closed: readonly boolean[], apart: Float64Array, carried: Float64Array): { forces: number[]; free: Float64Array } {
		const active = closed.flatMap((one, c) => (one ? [c] : []));
		const n = active.length;
		const b = new Float64Array(n + carried.length);
		active.forEach((c, i) => (b[i] = apart[c]));
		b.set(carried, n);
		const x = this.factorsOf(active).solve(b);
		const forces = closed.map(() => 0);
		active.forEach((c, i) => (forces[c] = x[i]));
		return { forces, free: x.subarray(n) };
	}

	/** The system of some closed contacts, taken apart: most load cases leave the same ones closed. */
	private factorsOf(active: readonly number[]): DenseFactors {
		const key = active.join();
		const known = this.factors.get(key);
		if (known) return known;
		const [n, m] = [active.length, this.unknowns - this.contacts.length];
		const size = n + m;
		const a = new Float64Array(size * size);
		active.forEach((c, i) => {
			active.forEach((d, k) => (a[i * size + k] = this.together[c][d]));
			for (let k = 0; k < m; k++) a[i * size + n + k] = a[(n + k) * size + i] = this.freeAt[c][k];
		});
		for (let k = 0; k < m; k++) a[(n + k) * size + n + k] = -SOFT;
		const made = new DenseFactors(a, size);
		if (this.factors.size >= KEPT) this.factors.delete(this.factors.keys().next().value!);
		this.factors.set(key, made);
		return made;
	}
}
