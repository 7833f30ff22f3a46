import type { Scene } from '../modes';
import { aheadOf, deskBefore, placeSitters, seatUnder, SEGMENT, type Sitter } from '../people';
import { lengthMark } from '../units';
import { check, type Result } from './finding';

/** Thickness of a seated thigh as a share of stature: about 145 mm at 1.70 m; tables of seated adults run from 130 to 175 mm. */
const THIGH = 0.085;
/** Forearm and hand of the segment table: what reaches over a table's edge from an elbow at the waist. */
const FOREARM = 0.146 + 0.108;
/** The elbow of somebody who sits back hangs this share of stature before the backrest. */
const ELBOW_AHEAD = 0.08;
/** A table is right a little above the elbow; so far off either way one still writes and eats at it, mm: our own judgement. */
const ABOVE_ELBOW = 20;
const HEIGHT_OFF = 130;
const HEIGHT_COMFORT = 80;
/** Soles add to the height of the hollow of the knee, mm; feet that hang a little stand on their toes: our own judgement. */
const SHOES = 25;
const FEET_OFF = 100;
const FEET_COMFORT = 60;

/** Lowest underside of anything over the thighs that is higher than the seat, and what it is. */
function overThighs({ body, sight }: Sitter, scene: Scene, seat: number): { z: number; name: string } | undefined {
	const { axis, s, back, middle } = sight;
	const H = body.stature;
	const half = body.hipBreadth / 2;
	const along = [back + s * 0.12 * H, back + s * SEGMENT.buttockToKnee * H].sort((a, b) => a - b);
	const meets = (range: [number, number], from: number, to: number) => range[0] < to && range[1] > from;
	const low = scene.pieces
		.flatMap(({ parts }) => parts)
		.filter(
			({ box }) =>
				meets(box[axis], along[0], along[1]) &&
				meets(box[axis === 'x' ? 'y' : 'x'], middle - half, middle + half) &&
				box.z[0] >= seat &&
				box.z[0] < seat + body.sittingShoulder
		)
		.sort((a, b) => a.box.z[0] - b.box.z[0])[0];
	return low && { z: low.box.z[0], name: low.part.name };
}

/** Thighs, feet, elbows and reach of everyone who sits at a table, as far as each is asked. */
export const desk = check({
	rule: 'desk',
	reads: ['crew'],
	run: ({ plan, scene }) =>
		placeSitters(plan.crew, scene).flatMap((sitter): Result[] => {
			const { body, person, sight, on } = sitter;
			const found = deskBefore(sight, body.hipBreadth / 2, body.stature, scene);
			if (!found) return [];
			const H = body.stature;
			const seat = seatUnder(sitter, 0);
			const result = (what: string, rest: Omit<Result, 'rule' | 'key' | 'subjects' | 'unit'>): Result => ({
				rule: 'desk',
				key: `${what}+${sitter.piece}+${sitter.id}`,
				subjects: [...new Set([found.piece, sitter.piece, sitter.id])],
				unit: 'mm',
				...rest
			});
			const above = overThighs(sitter, scene, seat);
			const thigh = THIGH * H;
			// From the crown down: head and neck as when standing, then the upper arm.
			const elbow = seat + body.sitting - (1 - SEGMENT.shoulder + SEGMENT.upperArm) * H;
			const off = found.surface.base - elbow - ABOVE_ELBOW;
			const reach = (ELBOW_AHEAD + FOREARM) * H;
			const shank = SEGMENT.seatHeight * H + SHOES;
			const edge = aheadOf(sight, Math.max(0, found.near), found.surface.base);
			const knees = above
				? [
						result('knees', {
							title: `${person.name}: thighs under ${found.name}`,
							margin: above.z - seat - thigh,
							comfort: 25,
							limit: thigh,
							actual: above.z - seat,
							why: `${above.name} is ${lengthMark(Math.floor(above.z - seat))} above the compressed seat; thighs are about ${lengthMark(Math.round(thigh))} thick.`,
							at: aheadOf(sight, 0.25 * H, above.z)
						})
					]
				: [];
			// Legs lie along a seat that slopes.
			const feet =
				on === 'slope'
					? []
					: [
							result('feet', {
								title: `${person.name}: feet down at ${found.name}`,
								margin: FEET_OFF - (seat - shank),
								comfort: FEET_COMFORT,
								limit: Math.round(shank),
								actual: Math.round(seat),
								why:
									seat > shank
										? `The compressed seat is ${lengthMark(Math.round(seat))} high; feet in shoes stand flat from ${lengthMark(Math.round(shank))} down and hang ${lengthMark(Math.ceil(seat - shank))} short of the floor.`
										: `Feet stand flat: the compressed seat is ${lengthMark(Math.round(seat))} high, the hollow of the knee ${lengthMark(Math.round(shank))}.`,
								at: aheadOf(sight, Math.abs(sight.edge - sight.back), 0)
							})
						];
			return [
				...knees,
				...feet,
				result('elbows', {
					title: `${person.name}: height of ${found.name}`,
					margin: HEIGHT_OFF - Math.abs(off),
					comfort: HEIGHT_COMFORT,
					limit: Math.round(elbow + ABOVE_ELBOW),
					actual: found.surface.base,
					why: `Elbows hang ${lengthMark(Math.round(elbow))} above the floor; the top is ${lengthMark(Math.round(Math.abs(off)))} ${off < 0 ? 'lower' : 'higher'} than a little above them.`,
					at: edge
				}),
				result('reach', {
					title: `${person.name}: reach to ${found.name}`,
					margin: reach - found.near,
					comfort: 60,
					limit: reach,
					actual: found.near,
					why:
						on === 'edge'
							? `Upright on the edge of the bed, hands come ${lengthMark(Math.round(reach))} forward of the back; the near edge is at ${lengthMark(Math.round(found.near))}.`
							: `Sitting back, hands come ${lengthMark(Math.round(reach))} forward of the backrest; the near edge is at ${lengthMark(Math.round(found.near))}.`,
					at: edge
				})
			];
		})
});
