import type { z } from 'zod';
import { vec3 } from '../../geometry/vector';
import { leastHalfWidth, sign } from '../../interior';
import { pieceKind, type Aisle } from '../assembly';
import { baysIn, fitted, levelBoard, reachedAlways, shell, SHUT, together, usesOf, type Carcase, type Shell } from '../carcase';
import { assembled, reachOn, sheetOf, type Range } from '../making';
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
		const board = { stock: params.boardSheet, thickness: sheetOf(stock, params.boardSheet).thickness };
		const light = { stock: params.lightSheet, thickness: sheetOf(stock, params.lightSheet).thickness };
		const x: Range = [params.rear, params.rear + params.length];
		const keep = params.gap + params.covering;
		const plumb = reachOn(interior, params.side, x, [params.base, params.height], keep);
		// A back that follows the wall may lie behind the upright plane; it stands where the wall is closest.
		const back =
			params.back === 'follows the wall'
				? Math.min(plumb, Math.floor(leastHalfWidth(interior, params.side, x, [params.base, params.height]) - keep))
				: plumb;
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
		const built = shell(frame, bays);
		const depth = (w: number) => frame.depths[0] + (w / params.length) * (frame.depths[1] - frame.depths[0]) - board.thickness;
		const carcase: Carcase = {
			stand,
			depth,
			inside: built.inside,
			board,
			light,
			hang: params.hang === 'rear edge' ? 'first' : 'last',
			slide: params.slide,
			content: params.content,
			rating: params.rating,
			latched: params.latch,
			runs: 'drawers',
			bothEnds: false,
			uses: usesOf(params.opens),
			link: 'cabinet',
			level: (w, z, setback) => levelBoard(frame, w, z, (at) => depth(at) - setback, built.inside)
		};
		const filled = together(bays.map((bay) => fitted(carcase, bay)));
		const states = [
			{ id: SHUT, name: 'Shut', joints: {}, startsFor: ['drive' as const, 'day' as const, 'night' as const] },
			...filled.states
		];
		const ends = [stand.point(0, frame.depths[0]), stand.point(params.length, frame.depths[1])];
		const aisle: Aisle = {
			id: 'aisle',
			line: [vec3(ends[0].x, ends[0].y, 0), vec3(ends[1].x, ends[1].y, 0)],
			out: stand.out,
			width: params.keepAisle
		};
		return assembled({
			links: [{ id: 'cabinet', module: 'Cabinet', joint: { type: 'fixed' } }, ...filled.links],
			parts: [...built.parts, ...filled.parts],
			states,
			moves: filled.moves,
			surfaces: filled.surfaces,
			supports: [...built.supports, ...filled.supports],
			spaces: reachedAlways(
				filled.spaces,
				states.map(({ id }) => id),
				stand.facing
			),
			fronts: filled.fronts,
			drawers: filled.drawers,
			braces: built.braces,
			hardware: filled.hardware,
			aisles: params.keepAisle > 0 ? [aisle] : [],
			deck: params.height
		});
	}
});
