import { bounds } from '../geometry/polygon';
import { vec3, type Vec3 } from '../geometry/vector';
import { sign } from '../interior';
import type { Scene } from '../modes';
import { compressed, placeSitters, SEGMENT, type Sitter } from '../people';
import type { Surface } from '../pieces';
import { lengthMark } from '../units';
import type { Check, Result } from './finding';

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

/** A table top before a sitter, with the piece it belongs to. */
interface Desk {
	piece: string;
	name: string;
	surface: Surface;
	/** Distance from the backrest to its near edge, the way one looks, mm. */
	near: number;
}

/** Which way a sitter looks, along which axis, and where their back is on it. */
function sight({ surface }: Sitter): { axis: 'x' | 'y'; s: 1 | -1; back: number } | undefined {
	if (surface.faces) return { axis: 'y', s: sign(surface.faces.direction), back: surface.faces.backAt };
	if (surface.raked) return { axis: 'x', s: surface.raked.facing, back: surface.raked.backAt };
	return undefined;
}

/** The nearest table top that one can sit at: before the sitter, over some of their breadth, no further than an arm. */
function deskBefore(sitter: Sitter, scene: Scene): Desk | undefined {
	const seen = sight(sitter);
	if (!seen) return undefined;
	const { axis, s, back } = seen;
	const half = sitter.body.hipBreadth / 2;
	const desks = scene.pieces.flatMap((piece) =>
		piece.assembly.surfaces
			.filter(({ use, states }) => use === 'work' && states.includes(piece.state.id))
			.flatMap((surface): Desk[] => {
				const over = bounds(surface.outline);
				const across = axis === 'y' ? over.x : over.y;
				if (across[1] < sitter.x - half / 2 || across[0] > sitter.x + half / 2) return [];
				const ends = over[axis].map((at) => s * (at - back));
				const [near, far] = [Math.min(...ends), Math.max(...ends)];
				return far > 0 && near < 0.6 * sitter.body.stature ? [{ piece: piece.id, name: piece.name, surface, near }] : [];
			})
	);
	return desks.sort((a, b) => a.near - b.near)[0];
}

/** Lowest underside of anything over the thighs that is higher than the seat, and what it is. */
function overThighs(sitter: Sitter, scene: Scene, seat: number): { z: number; name: string } | undefined {
	const { axis, s, back } = sight(sitter)!;
	const H = sitter.body.stature;
	const half = sitter.body.hipBreadth / 2;
	const along = [back + s * 0.12 * H, back + s * SEGMENT.buttockToKnee * H].sort((a, b) => a - b);
	const meets = (range: [number, number], from: number, to: number) => range[0] < to && range[1] > from;
	const low = scene.pieces
		.flatMap(({ parts }) => parts)
		.filter(
			({ box }) =>
				meets(box[axis], along[0], along[1]) &&
				meets(box[axis === 'x' ? 'y' : 'x'], sitter.x - half, sitter.x + half) &&
				box.z[0] >= seat &&
				box.z[0] < seat + sitter.body.sittingShoulder
		)
		.sort((a, b) => a.box.z[0] - b.box.z[0])[0];
	return low && { z: low.box.z[0], name: low.part.name };
}

/** Knees, elbows and reach of everyone who sits at a table: three results for each. */
export const desk: Check = {
	rule: 'desk',
	run: ({ plan, scene }) =>
		placeSitters(plan.crew, scene).flatMap((sitter): Result[] => {
			const found = deskBefore(sitter, scene);
			if (!found) return [];
			const { body, person, surface } = sitter;
			const H = body.stature;
			const { axis, s, back } = sight(sitter)!;
			const seat = surface.base + compressed(surface.pad, surface.foam, 'sitting');
			const point = (ahead: number, z: number): Vec3 =>
				axis === 'y' ? vec3(sitter.x, back + s * ahead, z) : vec3(back + s * ahead, sitter.x, z);
			const common = { rule: 'desk', subjects: [...new Set([found.piece, sitter.piece, sitter.id])], unit: 'mm' as const };
			const above = overThighs(sitter, scene, seat);
			const thigh = THIGH * H;
			// From the crown down: head and neck as when standing, then the upper arm.
			const elbow = seat + body.sitting - (1 - SEGMENT.shoulder + SEGMENT.upperArm) * H;
			const off = found.surface.base - elbow - ABOVE_ELBOW;
			const reach = (ELBOW_AHEAD + FOREARM) * H;
			const knees: Result[] = above
				? [
						{
							...common,
							key: `knees+${sitter.piece}+${sitter.id}`,
							title: `${person.name}: thighs under ${found.name}`,
							margin: above.z - seat - thigh,
							comfort: 25,
							limit: thigh,
							actual: above.z - seat,
							why: `${above.name} is ${lengthMark(Math.floor(above.z - seat))} above the compressed seat; thighs are about ${lengthMark(Math.round(thigh))} thick.`,
							at: point(0.25 * H, above.z)
						}
					]
				: [];
			return [
				...knees,
				{
					...common,
					key: `elbows+${sitter.piece}+${sitter.id}`,
					title: `${person.name}: height of ${found.name}`,
					margin: HEIGHT_OFF - Math.abs(off),
					comfort: HEIGHT_COMFORT,
					limit: Math.round(elbow + ABOVE_ELBOW),
					actual: found.surface.base,
					why: `Elbows hang ${lengthMark(Math.round(elbow))} above the floor; the top is ${lengthMark(Math.round(Math.abs(off)))} ${off < 0 ? 'lower' : 'higher'} than a little above them.`,
					at: point(Math.max(0, found.near), found.surface.base)
				},
				{
					...common,
					key: `reach+${sitter.piece}+${sitter.id}`,
					title: `${person.name}: reach to ${found.name}`,
					margin: reach - found.near,
					comfort: 60,
					limit: reach,
					actual: found.near,
					why: `Sitting back, hands come ${lengthMark(Math.round(reach))} forward of the backrest; the near edge is at ${lengthMark(Math.round(found.near))}.`,
					at: point(Math.max(0, found.near), found.surface.base)
				}
			];
		})
};
