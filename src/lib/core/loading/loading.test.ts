import { describe, expect, it } from 'vitest';
import { randomFrom } from '../practice/random';
import { filling, Hold, overlap, volumeOf, within, type Cuboid, type Kind, type Size } from '.';

const whole = (random: () => number, from: number, to: number) => from + Math.floor(random() * (to - from + 1));
const apart = (a: Cuboid, b: Cuboid) => [0, 2, 4].some((i) => a[i + 1] <= b[i] + 0.02 || b[i + 1] <= a[i] + 0.02);

/** A hold of whole numbers with some blocks in it. */
function someHold(random: () => number, blocks: number): { hold: Hold; firm: Cuboid[] } {
	const room: Cuboid = [0, whole(random, 300, 900), 0, whole(random, 200, 600), 0, whole(random, 150, 500)];
	const firm = Array.from({ length: blocks }, (): Cuboid => {
		const [x, y, z] = [whole(random, -50, 800), whole(random, -50, 500), random() < 0.6 ? 0 : whole(random, 0, 300)];
		return [x, x + whole(random, 20, 200), y, y + whole(random, 20, 200), z, z + whole(random, 20, 250)];
	});
	return { hold: new Hold(room, firm), firm };
}

describe('free boxes of a hold', () => {
	it('hold whatever is free, nothing that is taken, and none lies in another', () => {
		const random = randomFrom('free boxes');
		for (let n = 0; n < 60; n++) {
			const { hold, firm } = someHold(random, whole(random, 0, 6));
			for (const space of hold.spaces) {
				expect(within(space, hold.room)).toBe(true);
				expect(firm.every((one) => apart(one, space))).toBe(true);
				expect(hold.spaces.filter((other) => within(space, other))).toHaveLength(1);
			}
			const [, w, , d, , h] = hold.room;
			for (let i = 0; i < 200; i++) {
				// A small box anywhere is free exactly when one of them holds it: each is as large as it can be.
				const [x, y, z] = [random() * (w - 12), random() * (d - 12), random() * (h - 12)];
				const small: Cuboid = [x, x + 10, y, y + 10, z, z + 10];
				const free = !firm.some((one) => overlap(one, small));
				expect(hold.spaces.some((space) => within(small, space))).toBe(free);
			}
		}
	});
});

/** Kinds of boxes as they come. */
const someKinds = (random: () => number, n: number): Kind[] =>
	Array.from({ length: n }, (): Kind => {
		const [l, w, h] = [whole(random, 40, 260), whole(random, 40, 200), whole(random, 40, 160)];
		const kg = whole(random, 1, 12);
		const turns: Size[] = [
			[l, w, h],
			[w, l, h]
		];
		return { turns, count: whole(random, 1, 12), kg, bears: random() < 0.3 ? 0 : whole(random, 0, 30) };
	});

describe('filling a room', () => {
	it('keeps every rule, whatever the room and the boxes', () => {
		const random = randomFrom('filling');
		for (let n = 0; n < 25; n++) {
			const { hold, firm } = someHold(random, whole(random, 0, 4));
			const kinds = someKinds(random, whole(random, 1, 6));
			const run = filling(hold, kinds, `fill ${n}`);
			for (let round = 0; round < 12; round++) {
				const { filled, volume } = run.next().value;
				expect(volume).toBeCloseTo(
					filled.reduce((sum, { box }) => sum + volumeOf(box), 0),
					3
				);
				kinds.forEach(({ count }, i) => expect(filled.filter(({ kind }) => kind === i).length).toBeLessThanOrEqual(count));
				filled.forEach(({ box, kind }, i) => {
					expect(within(box, hold.room)).toBe(true);
					expect(firm.every((one) => apart(one, box))).toBe(true);
					expect(filled.slice(i + 1).every((other) => apart(other.box, box))).toBe(true);
					const sides = [box[1] - box[0], box[3] - box[2], box[5] - box[4]];
					expect(kinds[kind].turns.some((turn) => turn.every((side, k) => Math.abs(side - sides[k]) < 1e-6))).toBe(true);
					// Everything under it, added up point by point.
					if (box[4] > 0.01) {
						const under = [...firm, ...filled.map((one) => one.box)].filter((one) => Math.abs(one[5] - box[4]) < 1);
						for (let a = 0.05; a < 1; a += 0.1)
							for (let b = 0.05; b < 1; b += 0.1) {
								const [x, y] = [box[0] + a * sides[0], box[2] + b * sides[1]];
								expect(under.some((one) => x >= one[0] - 0.1 && x <= one[1] + 0.1 && y >= one[2] - 0.1 && y <= one[3] + 0.1)).toBe(true);
							}
					}
				});
				// What stands over a box, in whatever storey and however little of it, weighs on it whole.
				const over = new Map(filled.map((one) => [one, new Set<(typeof filled)[number]>()]));
				for (const one of [...filled].sort((a, b) => b.box[4] - a.box[4]))
					for (const other of filled) {
						const touch = Math.abs(other.box[5] - one.box[4]) < 1;
						const above =
							Math.min(one.box[1], other.box[1]) - Math.max(one.box[0], other.box[0]) > 0.01 &&
							Math.min(one.box[3], other.box[3]) - Math.max(one.box[2], other.box[2]) > 0.01;
						if (touch && above) for (const each of [one, ...over.get(one)!]) over.get(other)!.add(each);
					}
				for (const [one, upon] of over)
					expect([...upon].reduce((sum, { kind }) => sum + kinds[kind].kg, 0)).toBeLessThanOrEqual(kinds[one.kind].bears + 1e-6);
			}
		}
	});

	it('comes to the same with the same seed', () => {
		const random = randomFrom('seeds');
		const { hold } = someHold(random, 3);
		const kinds = someKinds(random, 5);
		const after = (seed: string) => {
			const run = filling(hold, kinds, seed);
			for (let i = 0; i < 20; i++) run.next();
			return run.next().value;
		};
		expect(after('one')).toEqual(after('one'));
	});

	it('finds the best of all on small rooms, as trying every place does', () => {
		const random = randomFrom('exact');
		for (let n = 0; n < 40; n++) {
			const room: Cuboid = [0, whole(random, 3, 6), 0, whole(random, 2, 4), 0, 1];
			const sizes = Array.from({ length: whole(random, 3, 5) }, (): [number, number] => [whole(random, 1, 4), whole(random, 1, 3)]);
			const kinds = sizes.map(([l, w]): Kind => ({
				turns: [
					[l * 100, w * 100, 100],
					[w * 100, l * 100, 100]
				],
				count: 1,
				kg: 0,
				bears: Infinity
			}));
			const run = filling(new Hold(room.map((side) => side * 100) as unknown as Cuboid), kinds, 'exact');
			let found = 0;
			for (let i = 0; i < 400; i++) found = run.next().value.volume;
			expect(found / 1e6).toBeCloseTo(mostOf(room[1], room[3], sizes), 6);
		}
	});
});

/** The most area that rectangles of whole numbers cover in another, by trying every place of each. */
function mostOf(w: number, d: number, sizes: readonly [number, number][]): number {
	const cells = new Uint8Array(w * d);
	let best = 0;
	const total = sizes.map(([l, b]) => l * b);
	const rest = total.map((_, i) => total.slice(i).reduce((a, b) => a + b, 0));
	const step = (i: number, area: number): void => {
		best = Math.max(best, area);
		if (i === sizes.length || area + rest[i] <= best) return;
		for (const [l, b] of [sizes[i], [sizes[i][1], sizes[i][0]]])
			for (let x = 0; x + l <= w; x++)
				for (let y = 0; y + b <= d; y++) {
					const over: number[] = [];
					for (let p = x; p < x + l; p++) for (let q = y; q < y + b; q++) over.push(p * d + q);
					if (over.some((cell) => cells[cell])) continue;
					for (const cell of over) cells[cell] = 1;
					step(i + 1, area + l * b);
					for (const cell of over) cells[cell] = 0;
				}
		step(i + 1, area);
	};
	step(0, 0);
	return best;
}
