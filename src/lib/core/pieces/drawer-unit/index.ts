import { rectangle } from '../../geometry/polygon';
import { pieceKind } from '../assembly';
import { baysIn, fitted, levelBoard, shell, SHUT, together, usesOf, type Carcase, type Shell } from '../carcase';
import { assembled, padIn, sheetOf, sleepOn } from '../making';
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
		const board = { stock: params.boardSheet, thickness: sheetOf(stock, params.boardSheet).thickness };
		const light = { stock: params.lightSheet, thickness: sheetOf(stock, params.lightSheet).thickness };
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
		const built = shell(frame, bays);
		const edge = deep - board.thickness;
		const carcase: Carcase = {
			stand,
			depth: () => edge,
			inside: built.inside,
			board,
			light,
			hang: 'first',
			slide: params.slide,
			content: params.content,
			rating: params.rating,
			latched: params.latch,
			runs: params.runs,
			bothEnds: params.bothEnds,
			uses: usesOf(params.opens),
			link: 'unit',
			level: (w, z, setback) => levelBoard(frame, w, z, () => edge - setback, built.inside)
		};
		const filled = together(bays.map((bay) => fitted(carcase, bay)));
		const states = [
			{ id: SHUT, name: 'Shut', joints: {}, startsFor: ['drive' as const, 'day' as const, 'night' as const] },
			...filled.states
		];
		const ids = states.map(({ id }) => id);
		const top = stand.box([0, wide], [0, deep], [params.height, params.height + params.mattress]);
		const bed = { padThickness: params.mattress, padFoam: params.mattressFoam };
		return assembled({
			links: [{ id: 'unit', module: 'Drawer unit', joint: { type: 'fixed' } }, ...filled.links],
			parts: [...built.parts, ...filled.parts],
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
			states,
			moves: filled.moves,
			supports: [...built.supports, ...filled.supports],
			spaces: filled.spaces,
			fronts: filled.fronts,
			drawers: filled.drawers,
			braces: built.braces,
			hardware: filled.hardware,
			deck: params.height
		});
	}
});
