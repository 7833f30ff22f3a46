import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BEHIND, drawerBox, droop, holdDown, shelfSpacing, SLIDE_NAMES, SLIDES } from '.';
import { FIT_NAMES, FITS, sizeForGap } from '../fits';

describe('boxes for openings, against a table worked by hand', () => {
	// Opening width x height x depth; slide; box width x height x length; extension.
	// 400 x 160 x 520: 400 - 2 x 12.7 = 374.6; 160 - 8 - 16 = 136; 510 to the 50 below; three quarters of 500.
	const TABLE: [[number, number, number], (typeof SLIDE_NAMES)[number], [number, number, number], number][] = [
		[[400, 160, 520], 'side-mounted', [374, 136, 500], 375],
		[[400, 160, 520], 'full extension', [374, 146, 500], 500],
		[[400, 160, 520], 'plain runner', [397, 152, 510], 341],
		[[400, 160, 509], 'locking', [374, 146, 450], 450],
		[[620, 300, 1180], 'heavy duty', [581, 282, 1100], 1100],
		[[288.5, 97.4, 461], 'side-mounted', [263, 73, 450], 337]
	];
	it.each(TABLE)('%j on a %s', ([width, height, depth], slide, [w, h, l], extension) =>
		expect(drawerBox({ width, height, depth }, slide)).toEqual({ width: w, height: h, length: l, slideLength: l, extension })
	);
	it('leaves what each slide needs, whatever the opening', () =>
		fc.assert(
			fc.property(
				fc.constantFrom(...SLIDE_NAMES),
				fc.double({ min: 80, max: 1500, noNaN: true }),
				fc.double({ min: 60, max: 600, noNaN: true }),
				fc.double({ min: 140, max: 1800, noNaN: true }),
				(name, width, height, depth) => {
					const box = drawerBox({ width, height, depth }, name);
					const slide = SLIDES[name];
					const spare = width - box.width - 2 * slide.side;
					expect(spare).toBeGreaterThanOrEqual(-1e-9);
					expect(spare).toBeLessThan(1);
					expect(height - box.height).toBeGreaterThanOrEqual(slide.under + slide.over - 1e-9);
					expect(depth - box.length).toBeGreaterThanOrEqual(BEHIND - 1e-9);
					expect(depth - box.length).toBeLessThan(BEHIND + Math.max(1, slide.step));
					expect(box.extension).toBeLessThanOrEqual(box.length);
				}
			)
		));
});

describe('droop', () => {
	it('is by similar triangles for two members: play 2, 300 out of 400, 100 held: 2 x 400 / 100', () =>
		expect(droop('plain runner', 400, 300)).toBeCloseTo(8, 9));
	it('of a middle member half out adds up over both overlaps: play 0.4, length 500: 0.4 / 250 x (750 + 500)', () =>
		expect(droop('full extension', 500, 500)).toBeCloseTo((0.4 / 250) * 1250, 9));
	it('grows as it is pulled out', () => expect(droop('plain runner', 400, 200)).toBeLessThan(droop('plain runner', 400, 260)));
	it('is the play itself where nothing is pulled out', () =>
		expect(droop('side-mounted', 500, 0)).toBeCloseTo(SLIDES['side-mounted'].play, 9));
});

describe('holding a unit down', () => {
	it('is a balance of moments about the front edge', () => {
		// 40 kg with its middle 500 mm out, against 30 kg of unit 400 mm in: 20 000 - 12 000 over 800 mm.
		expect(holdDown([[40, 500]], [[30, 400]], 800)).toBeCloseTo(10, 9);
		expect(holdDown([[10, 200]], [[30, 400]], 800)).toBeLessThan(0);
	});
});

describe('shelves', () => {
	it('are spaced equally: 3 boards of 12 in 700 leave four rooms of 166', () => expect(shelfSpacing(700, 3, 12)).toBe(166));
	it('and their rooms add up', () =>
		fc.assert(
			fc.property(fc.integer({ min: 200, max: 2000 }), fc.integer({ min: 0, max: 7 }), fc.integer({ min: 6, max: 18 }), (inner, n, t) => {
				expect((n + 1) * shelfSpacing(inner, n, t) + n * t).toBeCloseTo(inner, 6);
			})
		));
});

describe('fits', () => {
	it.each(FIT_NAMES)('nothing %s is as large as its gap', (fit) => {
		expect(sizeForGap(412, fit)).toBe(412 - 2 * FITS[fit].allowance);
		expect(sizeForGap(412.9, fit, 3)).toBe(Math.floor(412.9 - 2 * FITS[fit].allowance - 6));
	});
});
