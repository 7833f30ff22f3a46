import { describe, expect, it } from 'vitest';
import { Hold, overlap, type Cuboid, type Standing } from '../loading';
import { randomFrom } from '../practice/random';
import { handling } from '../moves';
import { getOut, hindrances, wayOut, type Face } from './getting-at';

const ROOM: Cuboid = [0, 900, 0, 600, 0, 400];

/** Things dropped into a room one after the other, each onto whatever is highest beneath it. */
function heap(random: () => number, n: number): Standing[] {
	const hold = new Hold(ROOM, [], 0);
	for (let i = 0; i < n; i++) {
		const [l, w, h] = [150 + 200 * random(), 150 + 150 * random(), 80 + 80 * random()];
		const [x, y] = [random() * (900 - l), random() * (600 - w)];
		const under = hold.standing.filter(({ box }) => box[0] < x + l && box[1] > x && box[2] < y + w && box[3] > y);
		const z = Math.max(0, ...under.map(({ box }) => box[5]));
		const box: Cuboid = [x, x + l, y, y + w, z, z + h];
		if (hold.takes(box, 1)) hold.put(box, 1 + Math.floor(10 * random()), Infinity);
	}
	return hold.standing;
}

const none = () => [];

/** The fewest seconds by trying every order of removal. */
function byEveryOrder(things: readonly Standing[], faces: readonly Face[], target: number): number | undefined {
	let best: number | undefined;
	const free = (one: number, gone: readonly number[]) =>
		!things.some(({ on }, k) => !gone.includes(k) && k !== one && on.includes(one)) &&
		faces.some((face) => !things.some(({ box }, k) => k !== one && !gone.includes(k) && overlap(box, wayOut(things[one].box, ROOM, face))));
	const step = (gone: readonly number[], seconds: number): void => {
		if (best !== undefined && seconds >= best) return;
		if (free(target, gone)) {
			best = seconds;
			return;
		}
		things.forEach(({ kg }, one) => {
			if (one !== target && !gone.includes(one) && free(one, gone)) step([...gone, one], seconds + 2 * handling(kg));
		});
	};
	step([], 0);
	return best;
}

describe('getting something out', () => {
	it('takes no longer than the best of all orders of removal', () => {
		const random = randomFrom('orders');
		const ALL: Face[] = ['rear', 'front', 'left', 'right', 'top'];
		let [asked, hidden] = [0, 0];
		for (let n = 0; n < 120; n++) {
			const things = heap(random, 7);
			const faces = ALL.filter(() => random() < 0.4);
			const hindered = hindrances(ROOM, none, things, faces);
			things.forEach((_, target) => {
				const out = getOut(things, hindered, target);
				const best = byEveryOrder(things, faces, target);
				expect(out?.seconds).toEqual(best === undefined ? undefined : expect.closeTo(best, 6));
				asked++;
				if (out && out.first.length > 1) hidden++;
			});
		}
		expect(asked).toBeGreaterThan(500);
		expect(hidden).toBeGreaterThan(50);
	});

	it('names what comes out in an order that goes', () => {
		const random = randomFrom('goes');
		for (let n = 0; n < 60; n++) {
			const things = heap(random, 9);
			const hindered = hindrances(ROOM, none, things, ['rear', 'top']);
			things.forEach((_, target) => {
				const out = getOut(things, hindered, target);
				if (!out) return;
				const gone = new Set<number>();
				for (const one of [...out.first, target]) {
					expect(hindered[one].some(({ by }) => by.every((other) => gone.has(other)))).toBe(true);
					gone.add(one);
				}
			});
		}
	});

	it('goes over a lip where there is room above it, and not where there is none', () => {
		const lip: Cuboid = [0, 10, 0, 600, 0, 60];
		const thing = (high: number): Standing[] => [{ box: [20, 320, 0, 300, 0, high], kg: 2, spare: 0, on: [] }];
		const ways = (high: number, face: Face) => hindrances(ROOM, () => [lip], thing(high), [face])[0];
		expect(ways(300, 'rear')).toEqual([{ face: 'rear', by: [] }]);
		expect(ways(350, 'rear')).toEqual([]);
		expect(ways(350, 'front')).toEqual([{ face: 'front', by: [] }]);
	});

	it('asks for what stands over a thing that is lifted over a lip', () => {
		const lip: Cuboid = [0, 10, 0, 600, 0, 60];
		const things: Standing[] = [
			{ box: [20, 320, 0, 300, 0, 200], kg: 2, spare: 9, on: [] },
			{ box: [20, 320, 0, 300, 220, 300], kg: 2, spare: 9, on: [] }
		];
		// Hung above it, not upon it: in the way all the same when it is lifted.
		expect(hindrances(ROOM, () => [lip], things, ['rear'])[0]).toEqual([{ face: 'rear', by: [1] }]);
		expect(hindrances(ROOM, none, things, ['rear'])[0]).toEqual([{ face: 'rear', by: [] }]);
	});
});
