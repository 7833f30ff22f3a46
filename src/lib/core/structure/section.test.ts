import { describe, expect, it } from 'vitest';
import { bucklingShare, crackFactor, designShare, shallowFactor } from './verdict';
import { sectionOf } from './section';
import { shearIn } from './beam';

describe('sections against the handbook', () => {
	it('a rectangle: b h³ / 12, b h² / 6', () => {
		const { area, inertia, modulus, web, least } = sectionOf({ shape: 'solid' }, 45, 70);
		expect([area, inertia, modulus]).toEqual([45 * 70, (45 * 70 ** 3) / 12, (45 * 70 ** 2) / 6]);
		expect(web).toBeCloseTo((2 / 3) * 45 * 70, 9);
		expect(least).toBeCloseTo((70 * 45 ** 3) / 12, 6);
	});
	it('a square tube: (a⁴ − i⁴) / 12', () => {
		const { area, inertia, web } = sectionOf({ shape: 'tube', wall: 2 }, 25, 25);
		expect(area).toBeCloseTo(25 ** 2 - 21 ** 2, 9);
		expect(inertia).toBeCloseTo((25 ** 4 - 21 ** 4) / 12, 6);
		expect(web).toBe(100);
	});
	it('an angle 40 × 40 × 4: 4.47 cm⁴ with sharp corners, centroid 11.6 mm from its back (EN 10056-1 rounds: 4.48, 11.2)', () => {
		const { area, inertia, modulus } = sectionOf({ shape: 'angle', wall: 4 }, 40, 40);
		const [leg, flange] = [4 * 40, 36 * 4];
		const middle = (leg * 20 + flange * 38) / (leg + flange);
		const about = (4 * 40 ** 3) / 12 + leg * (20 - middle) ** 2 + (36 * 4 ** 3) / 12 + flange * (38 - middle) ** 2;
		expect(area).toBe(304);
		expect(inertia).toBeCloseTo(about, 6);
		expect(inertia / 1e4).toBeGreaterThan(4.4);
		expect(inertia / 1e4).toBeLessThan(4.8);
		expect(modulus).toBeCloseTo(about / Math.max(middle, 40 - middle), 6);
	});
	it('walls thicker than half of it make it solid', () =>
		expect(sectionOf({ shape: 'tube', wall: 30 }, 40, 40).area).toBeCloseTo(40 * 40, 9));
});

describe('verdicts of EN 1995-1-1', () => {
	it('time and moisture over certainty', () => {
		expect(designShare('solid wood', 'medium')).toBeCloseTo(0.8 / 1.3, 9);
		expect(designShare('plywood', 'permanent')).toBeCloseTo(0.6 / 1.2, 9);
		expect(designShare('metal', 'permanent')).toBeCloseTo(1 / 1.5, 9);
	});
	it('thin bars of wood are stronger in bending, up to 1.3; tubes and plywood are not', () => {
		expect(shallowFactor('solid wood', { solid: true, height: 150 })).toBe(1);
		expect(shallowFactor('solid wood', { solid: true, height: 45 })).toBeCloseTo((150 / 45) ** 0.2, 9);
		expect(shallowFactor('solid wood', { solid: true, height: 18 })).toBe(1.3);
		expect(shallowFactor('plywood', { solid: true, height: 18 })).toBe(1);
		expect([crackFactor('solid wood'), crackFactor('metal')]).toEqual([0.67, 1]);
	});
	it('a slender strut comes near Euler, a stout one keeps all its strength', () => {
		const c24 = { compression: 21, leastStiffness: 7400 };
		expect(bucklingShare(c24, 10)).toBe(1);
		for (const slenderness of [150, 250]) {
			const euler = (Math.PI ** 2 * 7400) / slenderness ** 2 / 21;
			const share = bucklingShare(c24, slenderness);
			expect(share).toBeLessThan(euler);
			expect(share).toBeGreaterThan(0.85 * euler);
		}
	});
});

describe('shear of a beam', () => {
	const simply = (at: number) => [
		{ along: 0, newtons: -100 * (1 - at / 1000) },
		{ along: at, newtons: 100 },
		{ along: 1000, newtons: -100 * (at / 1000) }
	];
	it('of a load in the middle is half of it, nearer to a support what that bears', () => {
		expect(shearIn(simply(500), 45)).toBeCloseTo(50, 9);
		expect(shearIn(simply(250), 45)).toBeCloseTo(75, 9);
	});
	it('of a load beside a support goes straight down: only what the other one bears is left', () =>
		expect(shearIn(simply(40), 45)).toBeCloseTo(4, 9));
	it('of an overhang is what hangs there', () =>
		expect(
			shearIn(
				[
					{ along: 0, newtons: 50 },
					{ along: 500, newtons: -150 },
					{ along: 600, newtons: -0 },
					{ along: 1000, newtons: 100 }
				],
				45
			)
		).toBeCloseTo(100, 9));
});
