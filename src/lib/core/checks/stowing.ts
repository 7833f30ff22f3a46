import { vec3 } from '../geometry/vector';
import { clearBoxes, stow } from '../storage';
import type { Check, Result } from './finding';
import { lengthMark } from '../units';

/** Gear that has to go under or into a piece: standing upright, between legs, walls and arches, turned whichever way is better. */
export const gearUnder: Check = {
	rule: 'gear-under',
	run: ({ plan, scene }) =>
		Object.entries(plan.gear).flatMap(([id, gear]): Result[] => {
			const piece = scene.pieces.find((p) => p.id === gear.under);
			if (!piece || piece.assembly.spaces.length === 0) return [];
			// Things may be shared out over all spaces of the piece, each taken in its better alternative.
			const perSpace = piece.assembly.spaces.map((space) => clearBoxes(scene.interior, space));
			const combined = perSpace.reduce<(typeof perSpace)[number]>((all, next) => all.flatMap((a) => next.map((b) => [...a, ...b])), [[]]);
			const found = stow(combined, gear);
			const { x, y, z } = found.box;
			const [mx, my] = [(x[0] + x[1]) / 2, (y[0] + y[1]) / 2];
			const several = gear.count > 1 ? `${gear.count} × ` : '';
			return [
				{
					rule: 'gear-under',
					key: `${piece.id}+${id}`,
					title: `${several}${gear.name} ${piece.assembly.fronts.length > 0 ? 'in' : 'under'} ${piece.name}`,
					subjects: [piece.id, id],
					margin: found.margin,
					comfort: 10,
					unit: 'mm',
					limit: gear.height,
					actual: z[1] - z[0],
					why:
						found.axis === 'height'
							? `${gear.name} stands ${lengthMark(Math.round(gear.height))} tall; ${lengthMark(Math.floor(z[1] - z[0]))} are free there.`
							: `${found.fits} of ${gear.count} fit between legs, uprights, walls and arches.`,
					at: vec3(mx, my, z[1]),
					line: [vec3(mx, my, z[0]), vec3(mx, my, z[1])]
				}
			];
		})
};
