import { remember } from '../memory';
import { openingsOf, type Interior, type OpeningSolid } from '../interior';
import { itemsOf, passageOf, COMFORT, type Item, type Passage } from '../passage';
import type { Assembly } from '../pieces';
import { lengthMark } from '../units';
import { check, type Result } from './finding';

/** More room than this is not worth a number, mm: no better way is looked for. */
const MOST = 2 * COMFORT;

/** What of an assembly has the least room on its way in; null when no opening was measured. */
const worstOf = remember(
	(openings: readonly OpeningSolid[], interior: Interior, assembly: Assembly): { item: Item; passage: Passage } | null => {
		let worst: { item: Item; passage: Passage } | null = null;
		for (const item of itemsOf(assembly)) {
			const passage = passageOf(interior, openings, item, MOST);
			if (passage && (!worst || passage.margin < worst.passage.margin)) worst = { item, passage };
		}
		return worst;
	}
);

/** Whether everything that is carried in as one piece passes a door, in whichever way is best. */
export const carriedIn = check({
	rule: 'carried-in',
	reads: ['openings', 'lining'],
	run: ({ plan, scene }) =>
		scene.pieces.flatMap((piece): Result[] => {
			const found = worstOf(openingsOf(plan.vehicle, scene.interior), scene.interior, piece.assembly);
			if (!found) return [];
			const { item, passage } = found;
			const { name } = plan.vehicle.openings[passage.opening];
			const at = openingsOf(plan.vehicle, scene.interior).find(({ id }) => id === passage.opening)!.points[0];
			const size = item.size.map((mm) => lengthMark(Math.round(mm))).join(' × ');
			return [
				{
					rule: 'carried-in',
					key: piece.id,
					title: `${piece.name}: through a door`,
					subjects: [piece.id],
					margin: Math.min(passage.margin, MOST),
					comfort: COMFORT,
					unit: 'mm',
					limit: 0,
					actual: passage.margin,
					why:
						passage.margin < 0
							? `${item.name}, ${size}, passes no door in one piece; the best way is through the ${name.toLowerCase()}, ${passage.way}.`
							: `${item.name}, ${size}, is the tightest: through the ${name.toLowerCase()}, ${passage.way}.`,
					at
				}
			];
		})
});
