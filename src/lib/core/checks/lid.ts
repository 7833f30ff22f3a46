import { openingsOf } from '../interior';
import type { PlacedPiece } from '../modes';
import { motionOf, movesOf } from '../moves';
import type { Move } from '../pieces';
import type { Check, Result } from './finding';
import { middleOf, NEAR, openedInVehicle, wordsOf } from './fronts';

/** The moves that turn one hinge from the present state: lids, hatches, bunks. */
function turnsFrom({ assembly, state }: PlacedPiece): Move[] {
	const isHinge = (id: string) => assembly.links.find((link) => link.id === id)?.joint.type === 'hinge';
	return movesOf(assembly).filter(({ from, steps }) => {
		if (from !== state.id) return false;
		const turned = steps.flatMap(({ joints }) => Object.keys(joints ?? {}));
		return turned.length === 1 && isHinge(turned[0]);
	});
}

/** Lids that can be lifted from the present state, the mattress that stays on them included: against walls, ceiling, bars and doors of the vehicle. */
export const lidSwing: Check = {
	rule: 'lid-swing',
	run: ({ plan, scene }) =>
		scene.pieces.flatMap((piece) =>
			turnsFrom(piece).map((move): Result => {
				const open = piece.assembly.states.find(({ id }) => id === move.to)!;
				const { sweep, door } = openedInVehicle(openingsOf(plan.vehicle, scene.interior), scene.interior, motionOf(piece.assembly, move));
				const margin = Math.min(sweep.margin ?? NEAR, NEAR);
				return {
					rule: 'lid-swing',
					key: `${piece.id}+${open.id}`,
					title: `${piece.name}: ${open.name.toLowerCase()}`,
					subjects: [piece.id],
					margin,
					comfort: 10,
					unit: 'mm',
					limit: 0,
					actual: margin,
					why: `${wordsOf(sweep, open.name.toLowerCase())}${door ? ` It comes out through the ${door}.` : ''}`,
					at: sweep.margin === null ? middleOf(piece) : sweep.where
				};
			})
		)
};
