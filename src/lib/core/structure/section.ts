import type { Section } from '../plan/materials';

/** A cross-section for bending in the vertical, mm, mm², mm³, mm⁴. */
export interface SectionSize {
	area: number;
	/** How high it stands, and whether it is one rectangle of wood or metal through and through. */
	height: number;
	solid: boolean;
	/** Second moment about the level axis through its centroid. */
	inertia: number;
	/** Second moment over the distance of the furthest fibre. */
	modulus: number;
	/** What of it carries shear. */
	web: number;
	/** The lesser of both second moments: about whichever axis a strut bends easiest. */
	least: number;
}

/** Rectangles that make up a section: width, height, and how high the middle of each lies, mm; holes with a negative sign. */
type Strip = { sign: 1 | -1; b: number; h: number; y: number; x: number };

/**
 * Section sizes of a bar from the box round it, by the theorem of parallel axes. Angles stand with their leg at the side and T's with
 * their flange on top; an angle is taken to be kept from turning by the board on it.
 *
 * @param width level, mm
 * @param height upright, mm
 */
export function sectionOf({ shape, wall = 0 }: Section, width: number, height: number): SectionSize {
	const thick = Math.min(wall, width / 2, height / 2);
	const strips = stripsOf(thick > 0 ? shape : 'solid', width, height, thick);
	const area = strips.reduce((sum, { sign, b, h }) => sum + sign * b * h, 0);
	const middle = (of: 'x' | 'y') => strips.reduce((sum, strip) => sum + strip.sign * strip.b * strip.h * strip[of], 0) / area;
	const about = (of: 'x' | 'y') =>
		strips.reduce((sum, strip) => {
			const [across, along] = of === 'y' ? [strip.b, strip.h] : [strip.h, strip.b];
			return sum + strip.sign * ((across * along ** 3) / 12 + across * along * (strip[of] - middle(of)) ** 2);
		}, 0);
	const inertia = about('y');
	const solid = strips.length === 1;
	return {
		area,
		height,
		solid,
		inertia,
		modulus: inertia / Math.max(middle('y'), height - middle('y')),
		// Two thirds of a solid section (the parabola of shear), the upright walls of any other.
		web: solid ? (2 / 3) * area : height * thick * (shape === 'tube' ? 2 : 1),
		least: Math.min(inertia, about('x'))
	};
}

function stripsOf(shape: Section['shape'], b: number, h: number, t: number): Strip[] {
	const whole: Strip = { sign: 1, b, h, x: b / 2, y: h / 2 };
	switch (shape) {
		case 'solid':
			return [whole];
		case 'tube':
			return [whole, { sign: -1, b: b - 2 * t, h: h - 2 * t, x: b / 2, y: h / 2 }];
		case 'angle':
			return [
				{ sign: 1, b: t, h, x: t / 2, y: h / 2 },
				{ sign: 1, b: b - t, h: t, x: t + (b - t) / 2, y: h - t / 2 }
			];
		case 'T':
			return [
				{ sign: 1, b: t, h: h - t, x: b / 2, y: (h - t) / 2 },
				{ sign: 1, b, h: t, x: b / 2, y: h - t / 2 }
			];
	}
}
