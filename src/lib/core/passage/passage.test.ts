import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { interiorOf } from '../derive';
import { contains, rectangle, type Polygon } from '../geometry/polygon';
import { vec2 } from '../geometry/vector';
import { openingsOf } from '../interior';
import { exact, plainVehicle, planIn, withPiece } from '../testing/plans';
import { bestTilt, growthAt, installing, longestTurnedIn, passageOf } from '.';

const side = fc.integer({ min: 50, max: 1500 });

/** Whether a rectangle p × q (p ≥ q) fits into one of a × b (a ≥ b) in any direction (Carver 1957). */
function carver(p: number, q: number, a: number, b: number): boolean {
	if (p <= a && q <= b) return true;
	return p > a && q <= b && b >= (2 * p * q * a + (p * p - q * q) * Math.sqrt(Math.max(0, p * p + q * q - a * a))) / (p * p + q * q);
}

describe('a rectangle in an opening', () => {
	it('grows straight to the sides of a rectangular one', () =>
		fc.assert(
			fc.property(side, side, side, side, (a, b, p, q) => {
				expect(growthAt(rectangle(0, a, 0, b), p, q, 0)).toBeCloseTo(Math.min(a - p, b - q), 1);
			})
		));
	it('fits tilted where the closed form says so', () =>
		fc.assert(
			fc.property(side, side, side, side, (a0, b0, p0, q0) => {
				const [a, b] = [Math.max(a0, b0), Math.min(a0, b0)];
				const [p, q] = [Math.max(p0, q0), Math.min(p0, q0)];
				const found = Math.max(bestTilt(rectangle(0, a, 0, b), p, q).growth, bestTilt(rectangle(0, a, 0, b), q, p).growth);
				// Angles are three degrees apart: on a few millimetres either side both answers are right.
				if (found >= 0) expect(carver(p - 1, q - 1, a, b) || carver(p, q, a + 1, b + 1)).toBe(true);
				else if (found < -0.06 * p - 2) expect(carver(p, q, a, b)).toBe(false);
			})
		));
	it('lies inside a slanted opening with all its corners when it is said to fit', () =>
		fc.assert(
			fc.property(fc.integer({ min: 0, max: 300 }), side, side, (slant, p, q) => {
				const outline: Polygon = [vec2(-600, 0), vec2(600, 0), vec2(600 - slant, 900), vec2(-600 + slant, 900)];
				const { growth, degrees } = bestTilt(outline, p, q);
				if (growth < 1) return;
				const angle = (degrees * Math.PI) / 180;
				const fits = (cx: number, cy: number) =>
					[-1, 1].every((i) =>
						[-1, 1].every((k) => {
							const [u, v] = [(i * p) / 2, (k * q) / 2];
							return contains(
								outline,
								vec2(cx + u * Math.cos(angle) - v * Math.sin(angle), cy + u * Math.sin(angle) + v * Math.cos(angle))
							);
						})
					);
				// A place for it is found by trying a grid as fine as the room that is left.
				const step = Math.max(0.45, growth / 3);
				let found = false;
				for (let cx = -600; cx <= 600 && !found; cx += step) for (let cy = 0; cy <= 900 && !found; cy += step) found = fits(cx, cy);
				expect(found).toBe(true);
			}),
			{ numRuns: 25 }
		));
});

describe('turning in through a side door', () => {
	it('takes a thin board as long as the slant behind a wide door', () => {
		// At 45° a door of 700 mm still offers 495 mm; behind it 1400 mm of width are 1980 mm of slant.
		expect(longestTurnedIn(700, 490, 1400, 3000)).toBeGreaterThanOrEqual(1400 / Math.sin(Math.asin(490 / 700)) - 40);
		expect(longestTurnedIn(700, 690, 1400, 3000)).toBeLessThan(1500);
		expect(longestTurnedIn(700, 710, 1400, 3000)).toBe(0);
	});
});

describe('modules of a plan', () => {
	const opening = {
		name: 'Tailgate',
		place: 'rear' as const,
		door: 'lifting' as const,
		hinge: 'first' as const,
		thickness: exact(60),
		sill: exact(50),
		head: exact(900),
		edges: { low: { z: 50, first: exact(-500), second: exact(500) } }
	};
	const plan = withPiece(
		planIn({ ...plainVehicle([[0, 800]], 1200, 3000), openings: { rear: opening as never } }),
		'bed',
		'fixed-platform',
		{ panels: 1, length: 1900, height: 500 }
	);
	it('a board wider than the opening passes on its edge, and a box too big does not', () => {
		const interior = interiorOf(plan.vehicle);
		const openings = openingsOf(plan.vehicle, interior);
		const board = passageOf(interior, openings, { name: 'Board', size: [1900, 840, 12] })!;
		expect(board.margin).toBeGreaterThan(0);
		const wide = passageOf(interior, openings, { name: 'Wide', size: [1900, 1250, 12] })!;
		// The diagonal of the opening, 1312 mm, takes it only tilted.
		expect(wide.margin).toBeGreaterThan(0);
		expect(wide.way).toMatch(/tilted/);
		expect(passageOf(interior, openings, { name: 'Box', size: [1100, 1050, 900] })!.margin).toBeLessThan(0);
	});
	it('go in from what is bolted to what lies on top, and come out the other way round', () => {
		const { steps, removal, stays, minutes } = installing(plan);
		const at = (words: RegExp) => steps.findIndex((step) => words.test(step.words));
		expect(at(/leg/)).toBeLessThan(at(/cross-bar/));
		expect(at(/cross-bar/)).toBeLessThan(at(/board 1/));
		expect(removal.findIndex(({ words }) => /board 1/.test(words))).toBeLessThan(removal.findIndex(({ words }) => /leg/.test(words)));
		expect(minutes).toBe(steps.reduce((sum, step) => sum + step.minutes, 0));
		// What is screwed to the wall stays there.
		expect(stays.map(({ name }) => name)).toEqual(['ledger left', 'ledger right']);
		const couch = installing(withPiece(plan, 'couch', 'slat-couch', { rear: 200 }));
		expect(couch.stays).toContainEqual({ piece: 'couch', name: 'ledger at the wall' });
	});
});
