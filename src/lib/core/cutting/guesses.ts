import { assemblyOf } from '../derive';
import { bounds, greatestStray, type Polygon } from '../geometry/polygon';
import { measurementList } from '../interior';
import { remember } from '../memory';
import type { Part, Piece } from '../pieces';
import { applyEdits } from '../plan/edit';
import type { Plan, Stock } from '../plan/plan';
import type { Vehicle } from '../plan/vehicle';
import { lengthMark } from '../units';

/** A size of the vehicle that nobody measured yet and that a part follows. */
export interface Guess {
	path: string[];
	label: string;
	/** How far the part's own size may be off by it, mm. */
	effect: number;
}

/** Nobody saws finer than this, mm: a part that changes by less does not follow a size. */
export const FINEST = 0.5;

/**
 * The guessed sizes that the parts of a piece are cut by, by part, what moves a part most first: each guess is moved up and
 * down by its ±, and parts that come out another shape hang on it. A part that comes or goes with a guess hangs on it by all
 * of its ±. Remembered.
 */
export const guessesOf = remember(
	(piece: Piece, vehicle: Vehicle, stock: Stock, pieces: Plan['pieces']): ReadonlyMap<string, readonly Guess[]> => {
		const found = new Map<string, Guess[]>();
		const { parts } = assemblyOf(piece, { vehicle, stock, pieces });
		for (const { path, label, measurement } of measurementList(vehicle)) {
			if (measurement.status !== 'guessed' || measurement.plusMinus === 0) continue;
			const moved = [1, -1].map((side) => {
				const value = measurement.mm + side * measurement.plusMinus;
				return new Map(
					assemblyOf(piece, { vehicle: applyEdits(vehicle, [{ path: [...path.slice(1), 'mm'], value }]), stock, pieces }).parts.map(
						(part) => [part.id, part]
					)
				);
			});
			for (const part of parts) {
				const effect = Math.max(...moved.map((other) => changeOf(part, other.get(part.id)) ?? measurement.plusMinus));
				if (effect > FINEST) found.set(part.id, [...(found.get(part.id) ?? []), { path, label, effect }]);
			}
		}
		for (const guesses of found.values()) guesses.sort((a, b) => b.effect - a.effect);
		return found;
	}
);

/** An outline as it is cut, its low corner at nothing. */
function cutOf({ cut, outline }: Part): Polygon {
	const ring = cut ?? outline;
	const { x, y } = bounds(ring);
	return ring.map((p) => ({ x: p.x - x[0], y: p.y - y[0] }));
}

/** How far a part differs from another one in size, mm; undefined where the other is not there or has other openings. */
function changeOf(part: Part, other: Part | undefined): number | undefined {
	if (!other) return undefined;
	const rings = (one: Part): Polygon[] => [cutOf(one), ...(one.cutOuts ?? []).map(({ outline }) => outline)];
	const [a, b] = [rings(part), rings(other)];
	if (a.length !== b.length) return undefined;
	return Math.max(Math.abs(part.thickness - other.thickness), ...a.map((ring, i) => greatestStray(ring, b[i])));
}

/** That a part hangs on guesses, the first few by name and the rest counted, in one sentence; labels still hold length marks. */
export function guessWords(guesses: readonly Guess[], named: number): string {
	const first = guesses.slice(0, named).map(({ label, effect }) => `${label} (by up to ${lengthMark(Math.round(effect))})`);
	const more = guesses.length - first.length;
	return `Only guessed: ${first.join('; ')}${more > 0 ? `; and ${more} more` : ''}.`;
}

/** The guesses of several parts together, each once, by how many parts follow it and how far. */
export function guessesOfAll(parts: readonly { guesses: readonly Guess[] }[]): Guess[] {
	const all = new Map<string, Guess & { weight: number }>();
	for (const { guesses } of parts)
		for (const guess of guesses) {
			const key = guess.path.join('.');
			const known = all.get(key);
			if (known) {
				known.weight += guess.effect;
				known.effect = Math.max(known.effect, guess.effect);
			} else all.set(key, { ...guess, weight: guess.effect });
		}
	return [...all.values()].sort((a, b) => b.weight - a.weight).map(({ weight: _, ...guess }) => guess);
}
