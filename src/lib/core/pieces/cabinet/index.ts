import type { z } from 'zod';
import { vec3 } from '../../geometry/vector';
import { sign } from '../../interior';
import { pieceKind, type Aisle } from '../assembly';
import { baysIn, furnished, sheetsOf, type Shell } from '../carcase';
import { assembled, reachOn, type Range } from '../making';
import { standing } from '../stand';
import { cabinetParams } from './params';

type Params = z.infer<typeof cabinetParams>;

/** What the bays of a cabinet are asked to be, the first at its rear end. */
const wantedBays = (params: Params) =>
	[
		{ fill: params.fill1, rows: params.rows1, width: params.width1 },
		{ fill: params.fill2, rows: params.rows2, width: params.width2 },
		{ fill: params.fill3, rows: params.rows3, width: params.width3 },
		{ fill: params.fill4, rows: params.rows4, width: params.width4 }
	].slice(0, params.bays);

/** A cabinet or a run of them along a wall: shelves, drawers, doors, flaps; its depth may taper for the aisle. */
export const cabinet = pieceKind({
	kind: 'cabinet',
	title: 'Cabinet',
	group: 'cabinets and drawers',
	summary:
		'Bays along a wall with shelves, drawers, doors or flaps; its back upright or scribed to the wall, its depth tapering for the aisle, its fronts above a sleeping pad.',
	params: cabinetParams,
	heightParam: 'height',
	alongParam: 'rear',
	assemble(params, { interior, stock }) {
		const { board, light } = sheetsOf(params, stock);
		const x: Range = [params.rear, params.rear + params.length];
		const keep = params.gap + params.covering;
		// A back that follows the wall lies behind this upright plane, which stands where the wall is closest.
		const back = reachOn(interior, params.side, x, [params.base, params.height], keep);
		const stand = standing(params.side === 'left' ? 'right' : 'left', sign(params.side) * back, params.rear);
		const frame: Shell = {
			stand,
			interior,
			width: params.length,
			base: params.base,
			toe: params.base + params.toe,
			top: params.height,
			depths: [params.depth, params.frontDepth > 0 ? params.frontDepth : params.depth],
			board,
			light,
			...(params.back === 'follows the wall' ? { follows: { side: params.side, gap: keep } } : {}),
			link: 'cabinet',
			overhang: params.overhang
		};
		const bays = baysIn(params.length, board.thickness, [params.base + params.toe, params.height], board.thickness, wantedBays(params));
		const made = furnished(frame, bays, params, { hang: params.hang === 'rear edge' ? 'first' : 'last' });
		const ends = [stand.point(0, frame.depths[0]), stand.point(params.length, frame.depths[1])];
		const aisle: Aisle = {
			id: 'aisle',
			line: [vec3(ends[0].x, ends[0].y, 0), vec3(ends[1].x, ends[1].y, 0)],
			out: stand.out,
			width: params.keepAisle
		};
		return assembled({
			...made,
			links: [{ id: 'cabinet', module: 'Cabinet', joint: { type: 'fixed' } }, ...made.links],
			aisles: params.keepAisle > 0 ? [aisle] : [],
			deck: params.height
		});
	}
});
