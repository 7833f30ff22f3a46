import { vec3 } from '../geometry/vector';
import { ceilingClearance, wallClearance } from '../interior';
import { placePiece } from '../modes';
import type { Check, Result } from './finding';

/** Lids that can be lifted from the present state: along their whole way the corners stay under the ceiling and off the walls. */
export const lidSwing: Check = {
	rule: 'lid-swing',
	run: ({ scene }) =>
		scene.pieces.flatMap((piece): Result[] => {
			const open = piece.assembly.moves
				.filter((move) => move.from === piece.state.id)
				.map((move) => piece.assembly.states.find((s) => s.id === move.to)!)
				.find((state) => piece.assembly.links.some((link) => link.joint.type === 'hinge' && state.joints[link.id]));
			if (!open) return [];
			const steps = 12;
			let least: { margin: number; part: string; at: Result['at']; against: Result['at'] } | null = null;
			for (let i = 1; i <= steps; i++) {
				const joints = Object.fromEntries(Object.entries(open.joints).map(([link, value]) => [link, (value * i) / steps]));
				for (const placed of placePiece(piece.id, piece.name, piece.assembly, { ...open, joints }).parts) {
					// Whatever stays where it is was checked already.
					if (placed.footprint) continue;
					const solid = { box: placed.box, footprint: null, corners: [...placed.lower, ...placed.upper] };
					for (const c of [ceilingClearance(scene.interior, solid), wallClearance(scene.interior, solid)])
						if (!least || c.margin < least.margin) least = { margin: c.margin, part: placed.part.name, at: c.at, against: c.against };
				}
			}
			if (!least) return [];
			return [
				{
					rule: 'lid-swing',
					key: piece.id,
					title: `${piece.name}: lifting the lid`,
					subjects: [piece.id],
					margin: least.margin,
					comfort: 10,
					unit: 'mm',
					limit: 0,
					actual: least.margin,
					why: `${least.part} comes closest to wall or ceiling while the lid goes up; cushions are off by then.`,
					at: vec3(least.at.x, least.at.y, least.at.z),
					line: [least.at, least.against]
				}
			];
		})
};
