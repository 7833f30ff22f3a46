import { rectangle } from '../../geometry/polygon';
import { vec3 } from '../../geometry/vector';
import { sign } from '../../interior';
import { pieceKind, type PieceState } from '../assembly';
import { lengthMark } from '../../units';
import { assembled, barIn, barOf, boardIn, depthOn, hingeAt, padIn, reachOn, sheetOf, sleepOn, type Range } from '../making';
import { bunkParams } from './params';

/** A guard lower than this above the mattress is not one, mm (EN 747-1 asks 160 mm of upper beds). */
const GUARD = 160;

/** Straps hang no further apart than so much, mm; our own figure, for 12 mm plywood. */
const STRAPS_APART = 900;

/** A bunk near the roof: hinged at the wall, hung on straps, with a guard along its free edge. */
export const bunk = pieceKind({
	kind: 'bunk',
	title: 'Bunk near the roof',
	group: 'beds',
	summary: 'A board hinged to a ledger on the wall and hung on straps. Not for small children; needs a guard and a way out.',
	params: bunkParams,
	heightParam: 'height',
	alongParam: 'rear',
	assemble(params, { interior, stock }) {
		const board = sheetOf(stock, params.boardSheet);
		const bar = barOf(stock, params.frameBar);
		const x: Range = [params.rear, params.rear + params.length];
		const z: Range = [params.height - board.thickness, params.height];
		const pad: Range = [params.height, params.height + params.padThickness];
		const outer = reachOn(interior, params.side, x, [z[0] - bar.width, pad[1] + params.guard], params.gap);
		const y = (from: number, to: number) => depthOn(params.side, outer, from, to);
		const hinge = vec3(x[0], y(bar.thickness, bar.thickness)[0], z[0]);
		const down = Math.PI / 2;
		const guardTop = pad[1] + params.guard;
		const carries = params.folds ? 'board' : 'frame';
		const states: PieceState[] = [
			{ id: 'bed', name: 'Bed', joints: {}, startsFor: ['night' as const, ...(params.folds ? [] : (['drive', 'day'] as const))] },
			...(params.folds
				? [{ id: 'folded', name: 'Bunk folded', joints: { board: down }, startsFor: ['drive' as const, 'day' as const] }]
				: [])
		];
		const at = { role: 'mattress' as const, ...(params.folds ? { link: 'board' } : {}) };
		// Straps hold its side at the aisle: at both ends, and between where a board would bend under somebody who sits there.
		const spans = Math.ceil(params.length / STRAPS_APART);
		const straps = Array.from({ length: spans + 1 }, (_, i) =>
			vec3(x[0] + (i * params.length) / spans, y(params.width, params.width)[0], z[0])
		);
		const cushion = { x, y: y(2 * bar.thickness, params.width - bar.thickness), z: pad };
		return assembled({
			links: [
				{ id: 'frame', joint: { type: 'fixed' } },
				...(params.folds ? [{ id: 'board', joint: hingeAt(hinge, vec3(sign(params.side), 0, 0), down) }] : [])
			],
			parts: [
				barIn('ledger', 'Ledger at the wall', params.frameBar, 'frame', { x, y: y(0, bar.thickness), z: [z[0] - bar.width, z[0]] }, 'x'),
				// What folds hangs on the ledger by its hinge; what stays lies on it.
				boardIn('board', 'Board', params.boardSheet, carries, { x, y: y(params.folds ? bar.thickness : 0, params.width), z }),
				...(params.guard > 0
					? [
							barIn(
								'guard',
								'Guard',
								params.frameBar,
								carries,
								{ x, y: y(params.width - bar.thickness, params.width), z: [guardTop - bar.width, guardTop] },
								'x'
							)
						]
					: []),
				...[x[0], x[1] - bar.width].map((from, i) =>
					barIn(
						`post-${i + 1}`,
						'Post of the guard',
						params.frameBar,
						carries,
						{
							x: [from, from + bar.width],
							y: y(params.width - bar.thickness, params.width),
							z: [z[1], Math.max(z[1] + 40, guardTop - bar.width)]
						},
						'z'
					)
				)
			],
			pads: [padIn('mattress', 'Mattress', params.padFoam, cushion, Object.fromEntries(states.map(({ id }) => [id, at])))],
			states,
			moves: params.folds
				? [
						{
							from: 'bed',
							to: 'folded',
							steps: [
								{
									words: 'Strap the mattress on, unhook the straps and let the bunk down',
									back: 'Swing the bunk up level and hook its straps',
									joints: { board: down },
									seconds: 14,
									hands: 2
								},
								{ words: 'Latch it to the wall on both ends', back: 'Unlatch it on both ends', seconds: 6, hands: 1 }
							]
						}
					]
				: [],
			surfaces: [sleepOn(rectangle(...cushion.x, ...cushion.y), params.height, params, ['bed'])],
			supports: [
				{ part: 'ledger', by: 'wall', kind: 'wall bracket' },
				{ part: 'board', by: 'ledger', kind: 'ledger' },
				{ part: 'board', by: 'straps', kind: 'wall bracket', at: straps }
			],
			hardware: [{ name: 'Strap of a bunk, with its eye in the roof', count: straps.length }],
			innerMargins: [
				{
					id: 'guard',
					title: 'Guard of the bunk',
					margin: params.guard - GUARD,
					comfort: 20,
					why: `A guard has to stand at least ${lengthMark(GUARD)} above the mattress, or sleepers roll over it.`,
					at: vec3((x[0] + x[1]) / 2, y(params.width, params.width)[0], guardTop),
					states: ['bed']
				}
			],
			deck: params.height
		});
	}
});
