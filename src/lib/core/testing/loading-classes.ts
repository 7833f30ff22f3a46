import type { Cuboid, Kind, Size } from '../loading';
import { randomFrom } from '../practice/random';

/** Inside of the container of the published loading problems, cm. */
export const CONTAINER: Cuboid = [0, 587, 0, 233, 0, 220];
/** How many different boxes there are in a problem of each of the fifteen classes. */
const DIFFERENT = [3, 5, 8, 10, 12, 15, 20, 30, 40, 50, 60, 70, 80, 90, 100];
/** Least and most of each side of a box, cm. */
const LEAST = [30, 25, 20];
const MOST = [120, 100, 80];
/** A box may stand on a side when it is less than so many times as high as the shorter of its other two sides. */
const STABLE = 2;

/** The volume of a box or room. */
const volume = ([x, y, z]: readonly number[]): number => x * y * z;

/**
 * Best mean volume use, per cent, that we know to have been published for the fifteen classes when every box stands on its whole
 * underside: J. F. Gonçalves and M. G. C. Resende, Computers & Operations Research 39 (2012), from memory; there was no network
 * to look it up again. Their problems were drawn with other random numbers.
 */
export const PUBLISHED = [94.34, 94.88, 95.05, 94.75, 94.58, 94.39, 93.74, 92.65, 91.9, 91.28, 90.39, 89.81, 89.27, 88.57, 87.96];

/**
 * One problem of a class, drawn by the procedure of E. E. Bischoff and M. S. W. Ratcliff (Omega 23, 1995): sides drawn evenly between
 * limits, the sides that a box may stand on by their stability limit, one of each box, then boxes drawn evenly as long as the next
 * fits into the volume of the container. Theirs are the seeds, 2502505 + 100 (problem − 1). Chosen by us: the stream of random numbers
 * itself, since their routine was not at hand.
 *
 * @param kind which of the fifteen classes, from 1
 * @param problem from 1; a hundred were published of each
 */
export function loadingProblem(kind: number, problem: number): Kind[] {
	const random = randomFrom(`${2502505 + 100 * (problem - 1)} of class ${kind}`);
	const boxes = Array.from({ length: DIFFERENT[kind - 1] }, () => {
		const sides = LEAST.map((least, i) => least + Math.floor(random() * (MOST[i] - least + 1)));
		return { sides, count: 1 };
	});
	let room = volume([CONTAINER[1], CONTAINER[3], CONTAINER[5]]) - boxes.reduce((sum, { sides }) => sum + volume(sides), 0);
	for (;;) {
		const box = boxes[Math.floor(random() * boxes.length)];
		if (room < volume(box.sides)) break;
		box.count++;
		room -= volume(box.sides);
	}
	return boxes.map(({ sides, count }): Kind => {
		const turns = sides.flatMap((high, i): Size[] => {
			const [a, b] = sides.filter((_, k) => k !== i);
			return high / Math.min(a, b) < STABLE
				? [
						[a, b, high],
						[b, a, high]
					]
				: [];
		});
		return { turns, count, kg: 0, bears: Infinity };
	});
}
