import { rectangle } from '../../geometry/polygon';
import { pieceKind } from '../assembly';
import { baysIn, furnished, sheetsOf, type Shell } from '../carcase';
import { assembled, padIn, sleepOn } from '../making';
import type { Facing } from '../facing';
import { standing } from '../stand';
import { drawerUnitParams } from './params';

/** Where the back of a unit stands, and where it begins along its front, for each way it looks. */
const backOf = (
	facing: Facing,
	{ rear, length, width, centre }: Record<'rear' | 'length' | 'width' | 'centre', number>
): [back: number, from: number] =>
	({
		rear: [rear + length, centre - width / 2],
		front: [rear, centre - width / 2],
		left: [centre - width / 2, rear],
		right: [centre + width / 2, rear]
	})[facing] as [number, number];

/** Long drawers, trays or sliding shelves under a bed, pulled out through a door or into the aisle. */
export const drawerUnit = pieceKind({
	kind: 'drawer-unit',
	title: 'Drawer unit',
	group: 'cabinets and drawers',
	summary: 'Long drawers, trays or sliding shelves, reached from the rear, a side door or both ends; a bed may lie on its top.',
	params: drawerUnitParams,
	heightParam: 'height',
	alongParam: 'rear',
	assemble(params, { interior, stock }) {
		const { board, light } = sheetsOf(params, stock);
		const lengthwise = params.facing === 'rear' || params.facing === 'front';
		const [wide, deep] = lengthwise ? [params.width, params.length] : [params.length, params.width];
		const stand = standing(params.facing, ...backOf(params.facing, params));
		const frame: Shell = {
			stand,
			interior,
			width: wide,
			base: 0,
			toe: params.toe,
			top: params.height,
			depths: [deep, deep],
			board,
			light,
			link: 'unit',
			overhang: 0,
			openBack: params.bothEnds,
			cornerPlates: params.cornerPlates
		};
		const wanted = Array.from({ length: params.columns }, () => ({ fill: 'drawers' as const, rows: params.rows, width: 0 }));
		const names = params.columns === 1 ? [''] : params.columns === 2 ? ['First side', 'Second side'] : ['First', 'Middle', 'Last'];
		const bays = baysIn(wide, board.thickness, [params.toe, params.height], board.thickness, wanted).map((bay, i) => ({
			...bay,
			name: lengthwise && params.columns === 2 ? ['Right-hand side', 'Left-hand side'][i] : names[i]
		}));
		const made = furnished(frame, bays, params, { runs: params.runs, bothEnds: params.bothEnds });
		const ids = made.states.map(({ id }) => id);
		const top = stand.box([0, wide], [0, deep], [params.height, params.height + params.mattress]);
		const bed = { padThickness: params.mattress, padFoam: params.mattressFoam };
		return assembled({
			...made,
			links: [{ id: 'unit', module: 'Drawer unit', joint: { type: 'fixed' } }, ...made.links],
			...(params.mattress > 0
				? {
						pads: [
							padIn(
								'mattress',
								'Mattress',
								params.mattressFoam,
								top,
								Object.fromEntries(ids.map((id) => [id, { role: 'mattress' as const, link: 'unit' }]))
							)
						],
						surfaces: [sleepOn(rectangle(...top.x, ...top.y), params.height, bed, ids)]
					}
				: {}),
			deck: params.height
		});
	}
});
