import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { contains, rectangle, type Polygon } from '../geometry/polygon';
import { buildInterior } from '../interior';
import { exact, plainVehicle } from '../testing/plans';
import { times } from '../testing/thorough';
import {
	bodyOf,
	compressed,
	headroom,
	lanes,
	figureOf,
	leastWidths,
	LINK,
	longestAnywhere,
	longestLying,
	longestOver,
	longestSleeper,
	LYING_SHARES,
	pairOn,
	postureHeight,
	proppedHeight,
	roomOver,
	topOf,
	widestPair,
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
	it('has the proportions of a child where that is said', () => {
		// Sitting 0.55 of the height and a head of a sixth, at five and six years.
		const child = bodyOf({ stature: 1120, child: true });
		expect(child.sitting).toBeCloseTo(0.55 * 1120, 6);
		expect(bodyOf({ stature: 1180, child: true }).headBreadth).toBeCloseTo(1180 / 6, 6);
		expect(bodyOf({ stature: 1120 }).sitting).toBeCloseTo(0.52 * 1120, 6);
		// The figure sits as high as the child does.
		const figure = figureOf(child, 'sitting up', { at: { x: 0, y: 0, z: 0 }, facing: { x: 1, y: 0 } });
		expect(topOf(figure)).toBeCloseTo(0.95 * child.sitting, -1);
		expect(bodyOf({ stature: 1750, child: true })).toEqual(bodyOf({ stature: 1750 }));
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
			{ numRuns: times(15) }
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

describe('the linked figure', () => {
	const body = bodyOf({ stature: 1800 });
	const origin = { at: { x: 1000, y: 0, z: 0 }, facing: { x: 1, y: 0 } };
	it('adds up to the published heights', () => {
		// Foot, shank, thigh, trunk, neck and head are the stature; seat, trunk, neck and head the sitting height.
		expect(SEGMENT.foot + LINK.shank + LINK.thigh + LINK.trunk + LINK.neck + LINK.head).toBeCloseTo(1, 2);
		expect(LINK.seat + LINK.trunk + LINK.neck + LINK.head).toBeCloseTo(SEGMENT.sitting, 9);
		expect(postureHeight(body, 'standing')).toBeCloseTo(1800, -1);
		// Slack, 0.95 of the sitting height.
		expect(postureHeight(body, 'sitting up')).toBeCloseTo(0.95 * 0.52 * 1800, 0);
		expect(postureHeight(body, 'propped on an elbow')).toBeCloseTo(proppedHeight(body).comfort, 0);
		expect(postureHeight(body, 'kneeling')).toBeCloseTo(1800 * (LINK.thigh + 0.031 + LINK.trunk + LINK.neck + LINK.head), 0);
	});
	it('lies as long as the person is', () => {
		const { limbs } = figureOf(body, 'lying on the back', origin);
		const x = limbs.flatMap(({ from, to, r }) => [from.x - r, from.x + r, to.x - r, to.x + r]);
		expect(Math.max(...x) - Math.min(...x)).toBeCloseTo(1800, 0);
	});
	it('takes a measured sitting height', () =>
		expect(postureHeight(bodyOf({ stature: 1800, sittingHeight: 990 }), 'sitting up')).toBeGreaterThan(
			postureHeight(body, 'sitting up') + 45
		));
	it('sits under a sloping ceiling as far below it as the ball of the head says', () => {
		// A ceiling that falls from 1500 at x = 0 to 900 at x = 3000: slope 0.2. A ball of radius r whose middle is m below the
		// plane, measured upright, has m - r / cos(atan 0.2) to rise.
		const vehicle = plainVehicle([[0, 900]], 1500, 3000);
		vehicle.stations.front.ceiling.c0.z = exact(900);
		const figure = figureOf(body, 'sitting up', origin);
		const head = figure.limbs.find(({ name }) => name === 'head')!;
		const gap = 1500 - 0.2 * head.to.x - head.to.z - head.r * Math.hypot(1, 0.2);
		const found = roomOver(buildInterior(vehicle), figure);
		expect(found.limb).toBe('head');
		expect(found.margin).toBeGreaterThan(gap - 0.1);
		expect(found.margin).toBeLessThan(gap + 3);
	});
	it('is propped under a wall that leans in as the wall over its shoulder and head allows', () => {
		// The wall leans in by 1 mm a mm above 600: half-width 900 - (z - 600). A ball with its middle at (y, z) may rise by
		// 900 + 600 - z - y - r * sqrt 2.
		const interior = buildInterior(
			plainVehicle(
				[
					[0, 900],
					[600, 900],
					[1400, 100]
				],
				1500
			)
		);
		const figure = figureOf(body, 'propped on an elbow', { ...origin, at: { x: 1500, y: 500, z: 300 } });
		const balls = figure.limbs.flatMap(({ from, to, r, spread }) =>
			[from, to].map((end) => 1500 - end.z - end.y - Math.abs(spread.y) - r * Math.SQRT2)
		);
		const found = roomOver(interior, figure);
		expect(found.margin).toBeGreaterThan(Math.min(...balls) - 0.1);
		expect(found.margin).toBeLessThan(Math.min(...balls) + 8);
	});
	it('grows with the body in every posture', () => {
		const small = bodyOf({ stature: 1200 });
		for (const posture of ['curled on the side', 'crawling', 'crouching', 'lounging'] as const)
			expect(topOf(figureOf(body, posture, origin)) / topOf(figureOf(small, posture, origin))).toBeCloseTo(1.5, 6);
	});
});

describe('longest body at any angle', () => {
	it('agrees with brute force over every second degree and 20 mm of place, within 5 mm', () =>
		fc.assert(
			fc.property(
				fc.array(fc.tuple(fc.integer({ min: 420, max: 700 }), fc.integer({ min: 420, max: 700 })), { minLength: 3, maxLength: 3 }),
				(halves) => {
					const outline: Polygon = [
						...halves.map(([right], i) => ({ x: i * 800, y: -right })),
						...halves.map(([, left], i) => ({ x: i * 800, y: left })).reverse()
					];
					const found = longestAnywhere(outline, slim)!;
					let best = 0;
					for (let degree = 0; degree < 180; degree += 2) {
						const angle = (degree * Math.PI) / 180;
						const [c, s] = [Math.cos(angle), Math.sin(angle)];
						const across = outline.map(({ x, y }) => -x * s + y * c);
						for (let offset = Math.min(...across); offset < Math.max(...across); offset += 20)
							best = Math.max(best, atAngle(outline, angle, offset, best));
					}
					expect(found.length).toBeGreaterThanOrEqual(best - 5);
					// And what was found really lies inside: every corner of its three rectangles.
					for (const corner of cornersOf(found)) expect(contains(outline, corner)).toBe(true);
				}
			),
			{ numRuns: times(1) }
		));
});

/** Corners of the three rectangles of a lying body, a hair inside. */
function cornersOf({ crown, angle, length }: { crown: { x: number; y: number }; angle: number; length: number }) {
	const [c, s] = [Math.cos(angle), Math.sin(angle)];
	const { shoulders, hips } = LYING_SHARES;
	return (
		[
			[0, shoulders, slim.head],
			[shoulders, hips, slim.shoulders],
			[hips, 1, slim.legs]
		] as const
	).flatMap(([a, b, width]) =>
		[a * length + 0.5, b * length - 0.5].flatMap((along) =>
			[-1, 1].map((side) => {
				const across = side * (width / 2 - 0.5);
				return { x: crown.x - c * along - s * across, y: crown.y - s * along + c * across };
			})
		)
	);
}

/** The longest body on one axis, longer than `least`, by trying crowns every 40 mm both ways and asking corners only: convex outlines. */
function atAngle(outline: Polygon, angle: number, offset: number, least: number): number {
	const [c, s] = [Math.cos(angle), Math.sin(angle)];
	const along = outline.map(({ x, y }) => x * c + y * s);
	let best = 0;
	const fits = (crownAt: number, way: 1 | -1, length: number) =>
		cornersOf({
			crown: { x: crownAt * c - offset * s, y: crownAt * s + offset * c },
			angle: way > 0 ? angle : angle + Math.PI,
			length
		}).every((p) => contains(outline, p));
	for (const way of [1, -1] as const)
		for (let crownAt = Math.min(...along); crownAt < Math.max(...along); crownAt += 40)
			for (let length = Math.max(best, least) + 5; fits(crownAt, way, length); length += 5) best = length;
	return best;
}

describe('pairs', () => {
	const needs = (stature: number, shoulders: number) => ({ length: stature, widths: { head: 200, shoulders, legs: shoulders - 100 } });
	it('lie side by side when both widths fit, in closed form', () => {
		const bed = rectangle(0, 1900, -600, 600);
		expect(widestPair(bed, [needs(1800, 500), needs(1600, 500)])!.extra).toBeGreaterThan(99);
		const { extra, pair } = widestPair(rectangle(0, 1850, -600, 600), [needs(1800, 560), needs(1800, 560)])!;
		// Head to foot each pair of stretches needs (560 + 460) / 2 + e between the axes, and each axis half its shoulders from
		// the edge: 1200 = 560 + 510 + 2 e.
		expect(pair.headToFoot).toBe(true);
		expect(extra).toBeGreaterThan(65 - 2);
		expect(extra).toBeLessThan(65 + 2);
	});
	it('come closer head to foot, where shoulders lie beside legs', () => {
		const bed = rectangle(0, 1900, -535, 535);
		const pair = pairOn(bed, [needs(1800, 560), needs(1700, 560)], [0])!;
		expect(pair.headToFoot).toBe(true);
		expect(Math.cos(pair.bodies[0].angle) * Math.cos(pair.bodies[1].angle)).toBeLessThan(0);
	});
	it('do not fit where half the widths are missing', () =>
		expect(pairOn(rectangle(0, 1900, -400, 400), [needs(1800, 560), needs(1700, 560)], [0, Math.PI / 2])).toBeUndefined());
});
