import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { contains, rectangle, type Polygon } from '../geometry/polygon';
import { buildInterior } from '../interior';
import { plainVehicle } from '../testing/plans';
import {
	bodyOf,
	compressed,
	headroom,
	lanes,
	leastWidths,
	longestLying,
	longestOver,
	longestSleeper,
	LYING_SHARES,
	proppedHeight,
	restOf,
	SEGMENT,
	type LyingWidths
} from '.';

describe('body', () => {
	it('follows the published fractions of stature', () => {
		const body = bodyOf({ stature: 1800 });
		expect(body.sitting).toBeCloseTo(936);
		expect(body.hipBreadth).toBeCloseTo(343.8);
		expect(body.sittingShoulder).toBeCloseTo(518.4);
		// Fractions of the table must be consistent with each other.
		expect(SEGMENT.hip + SEGMENT.hipToShoulder).toBeCloseTo(SEGMENT.shoulder, 3);
		expect(SEGMENT.shoulder + SEGMENT.shoulderToChin + SEGMENT.head).toBeCloseTo(1, 2);
	});
	it('prefers what was measured', () =>
		expect(bodyOf({ stature: 1800, sittingHeight: 900, breadth: 480 })).toMatchObject({ sitting: 900, breadth: 480 }));
	it('props up as high as a triangle of upper arm and trunk', () => {
		const { comfort, least } = proppedHeight(bodyOf({ stature: 1000 }));
		expect(comfort).toBeCloseTo(186 + 52 + 130);
		expect(least).toBeCloseTo(186 + (182 * 186) / 288);
	});
	it('sinks into foam', () => {
		expect(compressed(100, 'medium', 'lying')).toBeCloseTo(85);
		expect(compressed(100, 'soft', 'sitting')).toBeCloseTo(55);
	});
});

describe('headroom', () => {
	it('is limited by the ceiling in the middle and by the leaning wall at the side', () => {
		const interior = buildInterior(
			plainVehicle(
				[
					[0, 700],
					[600, 700],
					[1200, 400]
				],
				1300
			)
		);
		expect(headroom(interior, 1000, 0, 60)).toBe(1300);
		// At y = 500 + 60 the wall leans in by 2 mm per mm of ... 700 - (z - 600) / 2 = 560 at z = 880.
		expect(headroom(interior, 1000, 500, 60)).toBeCloseTo(880, 6);
		expect(headroom(interior, 1000, 690, 60)).toBe(0);
	});
});

const slim: LyingWidths = { head: 300, shoulders: 500, legs: 400 };

describe('longest body', () => {
	it('is as long as a rectangle that is wide enough, and centred in it', () => {
		const lying = longestLying(rectangle(0, 1900, -400, 400), slim, [0]);
		expect(lying.length).toBeCloseTo(1900, 1);
		expect(restOf(rectangle(0, 1900, -400, 400), lying, 1700).breadth).toBeCloseTo(800, 1);
		expect(lying.crown.y).toBeCloseTo(0, 1);
	});
	it('does not fit where shoulders are too broad', () => expect(longestLying(rectangle(0, 1900, -240, 240), slim, [0]).length).toBe(0));
	it('lies with shoulders ahead of a notch and legs beside it', () => {
		// A notch on both sides leaves 420 mm from x = 0 to 700: legs go there, shoulders do not.
		const outline: Polygon = [
			{ x: 0, y: -210 },
			{ x: 700, y: -210 },
			{ x: 700, y: -400 },
			{ x: 1900, y: -400 },
			{ x: 1900, y: 400 },
			{ x: 700, y: 400 },
			{ x: 700, y: 210 },
			{ x: 0, y: 210 }
		];
		const lying = longestLying(outline, slim, [0]);
		expect(lying.length).toBeCloseTo(1900, 1);
		expect(lying.crown.x).toBeGreaterThan(1800);
	});
	it('gains by lying askew what a diagonal gives', () => {
		// Turned by t, head (300 wide) and feet (400 wide) touch the ends: L cos t + (150 + 200) sin t = 1600.
		const t = (35 * Math.PI) / 180;
		const box = rectangle(0, 1600, -700, 700);
		expect(longestLying(box, slim, [0]).length).toBeCloseTo(1600, 1);
		expect(longestLying(box, slim, [0, t]).length).toBeCloseTo((1600 - 350 * Math.sin(t)) / Math.cos(t), 0);
	});
	it('has a closed form over one strip', () => {
		expect(longestOver(0, [0, 2000], 2000)).toEqual({ length: 2000, crown: 0 });
		// Shoulders only between 500 and 1000: 0.34 L <= 500.
		expect(longestOver(0, [500, 1000], 5000).length).toBeCloseTo(Math.min(1000 / 0.47, 500 / 0.34));
		expect(longestOver(0, [500, 400], 5000).length).toBe(0);
	});
	it('agrees with brute force on random outlines, within 5 mm', () =>
		fc.assert(
			fc.property(
				fc.array(fc.tuple(fc.integer({ min: 260, max: 520 }), fc.integer({ min: 260, max: 520 })), { minLength: 5, maxLength: 5 }),
				(halves) => {
					const step = 450;
					const outline: Polygon = [
						...halves.map(([right], i) => ({ x: i * step, y: -right })),
						...halves.map(([, left], i) => ({ x: i * step, y: left })).reverse()
					];
					const found = longestLying(outline, slim, [0]).length;
					let best = 0;
					for (let offset = -250; offset <= 250; offset += 10) best = Math.max(best, bruteForce(outline, offset, slim));
					// Coarse steps of the brute force may miss a little; they must never find more.
					expect(found).toBeGreaterThanOrEqual(best - 5);
					expect(found).toBeLessThanOrEqual(best + 45);
				}
			),
			{ numRuns: 15 }
		));
});

/** Longest body along one strip, crown either way, by trying crown places and lengths and asking points of its outline. */
function bruteForce(outline: Polygon, offset: number, widths: LyingWidths): number {
	const inside = (from: number, to: number, width: number) => {
		for (let x = from; x <= to; x += 30)
			for (const y of [offset - width / 2 + 0.01, offset + width / 2 - 0.01]) if (!contains(outline, { x, y })) return false;
		return [offset - width / 2 + 0.01, offset + width / 2 - 0.01].every((y) => contains(outline, { x: to, y }));
	};
	let best = 0;
	for (const way of [1, -1])
		for (let crown = 0.5; crown < 1800; crown += 20)
			for (let length = best + 5; length < 1800; length += 5) {
				const at = (share: number) => crown + way * share * length;
				const stretch = (a: number, b: number, width: number) => inside(Math.min(at(a), at(b)), Math.max(at(a), at(b)), width);
				if (at(1) < 0 || at(1) > 1800) break;
				const { shoulders, hips } = LYING_SHARES;
				if (!stretch(0, shoulders, widths.head) || !stretch(shoulders, hips, widths.shoulders) || !stretch(hips, 1, widths.legs)) break;
				best = length;
			}
	return best;
}

describe('lanes and longest sleeper', () => {
	it('share the width by breadth', () => {
		const [a, b] = lanes(rectangle(0, 1900, -600, 600), [500, 700]);
		expect(Math.max(...a.map((p) => p.y)) - Math.min(...a.map((p) => p.y))).toBeCloseTo(500, 1);
		expect(Math.max(...b.map((p) => p.y))).toBeCloseTo(100, 1);
	});
	it('is the stature whose length and comfort just fill the bed', () => {
		const { stature } = longestSleeper(rectangle(0, 1900, -300, 300), false);
		expect(stature).toBe(1825);
		// A bed too narrow for the shoulders of someone that tall limits by breadth: 0.285 H + 20 = 480.
		expect(longestSleeper(rectangle(0, 2400, -240, 240), false).stature).toBeCloseTo(460 / 0.285, -1);
		expect(leastWidths(bodyOf({ stature: 1000 })).shoulders).toBeCloseTo(305);
	});
});
