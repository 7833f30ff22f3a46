import { remember } from '../memory';
import { compose } from '../geometry/pose';
import { cornerClearance, type Clearance, type Interior } from '../interior';
import { faces, linkPoses, type PlacedPiece } from '../modes';
import type { PieceState } from '../pieces';
import type { Check, Result } from './finding';

/** Positions of the lid that are looked at on its way up. */
const STEPS = 8;

/** The least room that anything on a lid has under the ceiling and beside the walls along its whole way. */
const swing = remember((interior: Interior, piece: PlacedPiece, open: PieceState): { clearance: Clearance; part: string } | null => {
	let least: { clearance: Clearance; part: string } | null = null;
	const hinged = Object.keys(open.joints).filter((id) => open.joints[id] !== 0);
	for (let i = 1; i <= STEPS; i++) {
		const poses = linkPoses(piece.assembly.links, Object.fromEntries(hinged.map((id) => [id, (open.joints[id] * i) / STEPS])));
		for (const part of piece.assembly.parts) {
			const pose = poses.get(part.link)!;
			// Whatever does not turn stays where it is and was checked there.
			if (pose.rotation[2].z === 1) continue;
			const { lower, upper } = faces(part, compose(pose, part.pose));
			for (const clearance of [cornerClearance(interior, lower), cornerClearance(interior, upper)])
				if (!least || clearance.margin < least.clearance.margin) least = { clearance, part: part.name };
		}
	}
	return least;
});

/** Lids that can be lifted from the present state. */
export const lidSwing: Check = {
	rule: 'lid-swing',
	run: ({ scene }) =>
		scene.pieces.flatMap((piece): Result[] => {
			const { moves, states, links } = piece.assembly;
			const open = moves
				.filter((move) => move.from === piece.state.id)
				.map((move) => states.find((state) => state.id === move.to)!)
				.find((state) => links.some((link) => link.joint.type === 'hinge' && state.joints[link.id]));
			const found = open && swing(scene.interior, piece, open);
			if (!found) return [];
			const { clearance, part } = found;
			return [
				{
					rule: 'lid-swing',
					key: piece.id,
					title: `${piece.name}: lifting the lid`,
					subjects: [piece.id],
					margin: clearance.margin,
					comfort: 10,
					unit: 'mm',
					limit: 0,
					actual: clearance.margin,
					why: `${part} comes closest to wall or ceiling while the lid goes up; cushions are off by then.`,
					at: clearance.at,
					line: [clearance.at, clearance.against]
				}
			];
		})
};
