import type { z } from 'zod';
import { rectangle } from '../../geometry/polygon';
import { shiftBy } from '../../geometry/pose';
import { vec3 } from '../../geometry/vector';
import { massMark } from '../../units';
import { pieceKind, type Hardware, type Part } from '../assembly';
import { assembled, barIn, barOf, boardIn, boughtIn, clothOf, sheetOf, spanOf, type Range } from '../making';
import { overheadNetParams } from './params';

type Params = z.infer<typeof overheadNetParams>;

/** What one hook or screw in sheet metal or thin ply carries, kg, shaken: our own cautious figure. */
const ONE_HOOK = 3;
/** Seam of a net, and the lip of a shelf, mm. */
const SEAM = 30;
const LIP = 40;

/** What hangs between or on the rails: as cloth that gives way, and the belly of it, full, that does not. */
function hanging(params: Params, x: Range, y: Range, z: Range, thick: number): Part[] {
	const netted = params.make === 'a net between rails';
	const body = (id: string, name: string, across: Range): Part =>
		boughtIn(id, name, 'hung', { x, y: across, z: [z[0] - params.sag, z[0]] }, params.content / (netted ? 1 : 2));
	if (!netted)
		return [
			body('hung-right', 'What hangs on the hooks', [y[0], y[0] + params.sag]),
			body('hung-left', 'What hangs on the hooks', [y[1] - params.sag, y[1]])
		];
	const outline = rectangle(0, x[1] - x[0], 0, y[1] - y[0]);
	const net: Part = {
		id: 'net',
		name: 'Net',
		form: 'cloth',
		stock: params.netCloth,
		outline,
		thickness: thick,
		pose: shiftBy(vec3(x[0], y[0], z[0] - thick)),
		link: 'rails',
		cut: rectangle(0, x[1] - x[0] + 2 * SEAM, 0, y[1] - y[0] + 2 * SEAM),
		yields: true
	};
	// A full net is as deep as it sags over the middle three fifths of its width.
	const side = (y[1] - y[0]) / 5;
	return [net, body('belly', 'Full net', [y[0] + side, y[1] - side])];
}

/** Stowage under the roof: a net between two rails, rails with hooks, or a light shelf. */
export const overheadNet = pieceKind({
	kind: 'overhead-net',
	title: 'Net, hooks or shelf under the roof',
	group: 'cabinets and drawers',
	summary:
		'Light stowage overhead: a net between two rails, rails with hooks, or a shelf with a lip, with what hangs from it in the way of heads.',
	caution:
		'Only soft and light things overhead: anything hard there comes down on heads at the first bump. Look for airbags and wiring in the roof line before a screw goes in.',
	params: overheadNetParams,
	heightParam: 'height',
	alongParam: 'rear',
	assemble(params, { interior, stock }) {
		const rail = barOf(stock, params.railBar);
		const x: Range = [params.rear, params.rear + params.length];
		const z: Range = [params.height - rail.width, params.height];
		const shelf = params.make === 'a shelf with a lip';
		const sheet = sheetOf(stock, params.shelfSheet).thickness;
		const y = spanOf(interior, x, [z[0], z[1] + (shelf ? sheet + LIP : 0)], params.gap);
		const inner: Range = [y[0] + rail.thickness, y[1] - rail.thickness];
		const board: Range = [z[1], z[1] + sheet];
		const carries = 2 * params.hooks * ONE_HOOK;
		const hung = shelf ? [] : hanging(params, x, inner, z, clothOf(stock, params.netCloth).thickness);
		const hardware: Hardware[] = [{ name: shelf ? 'Screw for a rail' : 'Hook for a rail', count: 2 * params.hooks }];
		return assembled({
			links: [
				{ id: 'rails', joint: { type: 'fixed' } },
				...(hung.length > 0 ? [{ id: 'hung', parent: 'rails', joint: { type: 'fixed' as const } }] : [])
			],
			parts: [
				barIn('rail-right', 'Rail', params.railBar, 'rails', { x, y: [y[0], inner[0]], z }, 'x'),
				barIn('rail-left', 'Rail', params.railBar, 'rails', { x, y: [inner[1], y[1]], z }, 'x'),
				...(shelf
					? [
							boardIn('shelf', 'Shelf', params.shelfSheet, 'rails', { x, y, z: board }),
							...[x[0], x[1] - sheet].map((from, i) =>
								boardIn(
									`lip-${i + 1}`,
									'Lip',
									params.shelfSheet,
									'rails',
									{ x: [from, from + sheet], y, z: [board[1], board[1] + LIP] },
									'x'
								)
							)
						]
					: hung)
			],
			states: [{ id: 'up', name: 'Up', joints: {}, startsFor: ['drive', 'day', 'night'] }],
			supports: [
				{ part: 'rail-right', by: 'wall', kind: 'wall bracket' },
				{ part: 'rail-left', by: 'wall', kind: 'wall bracket' },
				...hung.map(({ id }) => ({ part: id, by: 'rail-left', kind: 'slide' as const })),
				...(shelf ? [{ part: 'shelf', by: 'rail-left', kind: 'rail' as const }] : [])
			],
			spaces: shelf
				? [
						{
							id: 'shelf',
							name: 'On the shelf',
							box: { x: [x[0] + sheet, x[1] - sheet], y, z: [board[1], board[1] + LIP * 3] },
							access: [{ face: 'front', states: ['up'] }]
						}
					]
				: [],
			innerMargins: [
				{
					id: 'hooks-carry',
					title: 'hooks carry what is in it',
					margin: carries - params.content,
					unit: 'kg',
					comfort: carries / 4,
					why: `${2 * params.hooks} of them carry about ${massMark(carries)}, shaken by the road; it is to hold ${massMark(params.content)}.`,
					at: vec3((x[0] + x[1]) / 2, 0, z[0]),
					states: ['up']
				}
			],
			hardware,
			deck: params.height
		});
	}
});
