import { drawerBox, SLIDES } from '../../slides';
import type { Part } from '../assembly';
import { boardIn, type Range } from '../making';
import { boardAcross, boardAlong, boardOnLine } from '../stand';
import { FRONT_GAP, opening, together, type Bay, type Carcase, type Fitted } from './carcase';

/** Heights at which the rows of a bay meet: equal fronts, the bottom and the top row reaching to the boards. */
export const rowsOf = ({ fronts, z, rows }: Bay): { face: Range; clear: Range }[] => {
	const step = (fronts[1] - fronts[0]) / rows;
	return Array.from({ length: rows }, (_, i) => {
		const [low, high] = [fronts[0] + i * step, fronts[0] + (i + 1) * step];
		return {
			face: [low + (i > 0 ? FRONT_GAP / 2 : 0), high - (i < rows - 1 ? FRONT_GAP / 2 : 0)],
			clear: [i === 0 ? z[0] : low, i === rows - 1 ? z[1] : high]
		};
	});
};

/** The five boards of a drawer's box: sides and ends on a bottom that is screwed up from below. */
function boxParts(carcase: Carcase, id: string, w: Range, d: Range, z: Range): Part[] {
	const { stand, light } = carcase;
	const t = light.thickness;
	const walls: Range = [z[0] + t, z[1]];
	return [
		boardIn(`${id}-bottom`, 'Drawer bottom', light.stock, id, stand.box(w, d, [z[0], z[0] + t])),
		boardAlong(stand, `${id}-side-1`, 'Drawer side', light.stock, id, [w[0], w[0] + t], d, walls),
		boardAlong(stand, `${id}-side-2`, 'Drawer side', light.stock, id, [w[1] - t, w[1]], d, walls),
		boardAcross(stand, `${id}-back`, 'Drawer end', light.stock, id, [w[0] + t, w[1] - t], [d[0], d[0] + t], walls),
		boardAcross(stand, `${id}-inner`, 'Drawer end', light.stock, id, [w[0] + t, w[1] - t], [d[1] - t, d[1]], walls)
	];
}

/** A bay filled with drawers one above the other, every one with a front that lies over the carcase's edges. */
export function drawerBay(carcase: Carcase, bay: Bay): Fitted {
	const { stand, light, board, slide } = carcase;
	const edge = Math.min(carcase.depth(bay.face[0]), carcase.depth(bay.face[1]));
	const { under, locks } = SLIDES[slide];
	return together(
		rowsOf(bay).map(({ face, clear }, i): Partial<Fitted> => {
			const id = `${bay.id}-drawer-${i + 1}`;
			const name = bay.rows === 1 ? `${bay.name} drawer` : `${bay.name} drawer ${i + 1}`;
			const box = drawerBox({ width: bay.w[1] - bay.w[0], height: clear[1] - clear[0], depth: edge - carcase.inside }, slide);
			const middle = (bay.w[0] + bay.w[1]) / 2;
			const w: Range = [middle - box.width / 2, middle + box.width / 2];
			const d: Range = [edge - box.length, edge];
			const z: Range = [clear[0] + under, clear[0] + under + box.height];
			const t = light.thickness;
			const line: Parameters<typeof boardOnLine>[5] = [
				[bay.face[0] + FRONT_GAP / 2, carcase.depth(bay.face[0] + FRONT_GAP / 2)],
				[bay.face[1] - FRONT_GAP / 2, carcase.depth(bay.face[1] - FRONT_GAP / 2)]
			];
			const to = `open-${id}`;
			return {
				links: [{ id, parent: carcase.link, joint: { type: 'slide', axis: stand.out, range: [0, box.extension] } }],
				parts: [
					...boxParts(carcase, id, w, d, z),
					boardOnLine(stand, `${id}-front`, 'Drawer front', board.stock, id, line, face, board.thickness)
				],
				...opening(
					carcase,
					id,
					name,
					{ [id]: box.extension },
					{
						words: `${locks ? 'Unlock and pull' : 'Pull'} out the ${name.toLowerCase()}`,
						back: `Push the ${name.toLowerCase()} in${locks || carcase.latched ? ' until it catches' : ''}`,
						seconds: 3
					}
				),
				drawers: [
					{
						id,
						name,
						link: id,
						states: [to],
						slide,
						box: stand.box(w, d, z),
						towards: stand.out,
						extension: box.extension,
						slideLength: box.slideLength,
						content: carcase.content,
						rating: carcase.rating > 0 ? carcase.rating : SLIDES[slide].rating,
						latched: locks || carcase.latched,
						under: i === 0 ? Math.max(FRONT_GAP, face[0]) : FRONT_GAP
					}
				],
				supports: [
					{ part: `${id}-side-1`, by: 'upright', kind: 'slide' },
					{ part: `${id}-side-2`, by: 'upright', kind: 'slide' }
				],
				spaces: [
					{
						id,
						name,
						box: stand.box([w[0] + t, w[1] - t], [d[0] + t, d[1] - t], [z[0] + t, z[1]]),
						access: [{ face: 'top', states: [to] }]
					}
				],
				hardware: [
					{ name: `Pair of ${slideWords(slide)}, ${box.slideLength} mm`, count: 1 },
					...(carcase.latched && !locks ? [{ name: 'Push catch or turn button for a drawer', count: 1 }] : [])
				]
			};
		})
	);
}

const slideWords = (slide: Carcase['slide']) =>
	({
		'plain runner': 'plain hardwood runners',
		'side-mounted': 'side-mounted slides',
		'full extension': 'full-extension slides',
		locking: 'locking full-extension slides',
		'heavy duty': 'heavy-duty locking slides'
	})[slide];
