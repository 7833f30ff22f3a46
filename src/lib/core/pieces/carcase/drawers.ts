import { drawerBox, SLIDES } from '../../slides';
import type { Part } from '../assembly';
import { boardIn, type Range } from '../making';
import { OPPOSITE } from '../facing';
import { boardAcross, boardAlong } from '../stand';
import { faceOf, frontOver, FRONT_GAP, opening, together, type Bay, type Carcase, type Fitted } from './carcase';

/**
 * Heights of the rows of a bay: equal fronts, and openings from the middle of one gap to that of the next, the bottom and the
 * top one reaching to the boards.
 */
export const rowsOf = ({ fronts, z, rows }: Bay): { face: Range; clear: Range }[] => {
	const high = (fronts[1] - fronts[0] - (rows - 1) * FRONT_GAP) / rows;
	return Array.from({ length: rows }, (_, i) => {
		const low = fronts[0] + i * (high + FRONT_GAP);
		return {
			face: [low, low + high],
			clear: [i === 0 ? z[0] : low - FRONT_GAP / 2, i === rows - 1 ? z[1] : low + high + FRONT_GAP / 2]
		};
	});
};

/** Height of the rim of a tray and of the lip of a sliding shelf, mm. */
const RIM = 70;
const LIP = 40;

/** The boards that run on the slides: walls on a bottom that is screwed up from below; a sliding shelf has walls at its ends only. */
function runnerParts({ stand, light, runs }: Carcase, id: string, w: Range, d: Range, z: Range): Part[] {
	const t = light.thickness;
	const high = runs === 'drawers' ? z[1] : Math.min(z[1], z[0] + t + (runs === 'trays' ? RIM : LIP));
	const walls: Range = [z[0] + t, high];
	const name = { drawers: 'Drawer', trays: 'Tray', 'sliding shelves': 'Sliding shelf' }[runs];
	const sides = runs !== 'sliding shelves';
	const across: Range = sides ? [w[0] + t, w[1] - t] : w;
	return [
		boardIn(`${id}-bottom`, sides ? `${name} bottom` : name, light.stock, id, stand.box(w, d, [z[0], z[0] + t])),
		...(sides
			? [
					boardAlong(stand, `${id}-side-1`, `${name} side`, light.stock, id, [w[0], w[0] + t], d, walls),
					boardAlong(stand, `${id}-side-2`, `${name} side`, light.stock, id, [w[1] - t, w[1]], d, walls)
				]
			: []),
		boardAcross(stand, `${id}-back`, sides ? `${name} end` : 'Lip', light.stock, id, across, [d[0], d[0] + t], walls),
		boardAcross(stand, `${id}-inner`, sides ? `${name} end` : 'Lip', light.stock, id, across, [d[1] - t, d[1]], walls)
	];
}

/** Pulling it out at its front and, where it comes out at both ends, at its back. */
function pulls(carcase: Carcase, id: string, name: string, extension: number): Pick<Fitted, 'states' | 'moves' | 'fronts'> {
	const { locks } = SLIDES[carcase.slide];
	const held = locks || carcase.latched;
	const words = (way: string) => ({
		words: `${locks ? 'Unlock and pull' : 'Pull'} the ${name.toLowerCase()} out${way}`,
		back: `Push the ${name.toLowerCase()} in${held ? ' until it catches' : ''}`,
		seconds: 3
	});
	if (!carcase.bothEnds) return opening(carcase, id, name, { [id]: extension }, words(''));
	return together([
		opening(carcase, id, name, { [id]: extension }, words(` to the ${carcase.stand.facing}`)),
		opening(
			carcase,
			`${id}-back`,
			`${name} to the ${OPPOSITE[carcase.stand.facing]}`,
			{ [id]: -extension },
			words(` to the ${OPPOSITE[carcase.stand.facing]}`)
		)
	]);
}

/** What a drawer is called: its bay, and its number from below where there are several. */
function nameIn({ runs }: Carcase, { name, rows }: Bay, i: number): string {
	const one = { drawers: 'drawer', trays: 'tray', 'sliding shelves': 'sliding shelf' }[runs];
	const words = `${name ? `${name}, ` : ''}${one}${rows > 1 ? ` ${i + 1}` : ''}`;
	return words[0].toUpperCase() + words.slice(1);
}

/** A bay filled with drawers, trays or sliding shelves one above the other. */
export function drawerBay(carcase: Carcase, bay: Bay): Fitted {
	const edge = Math.min(carcase.depth(bay.face[0]), carcase.depth(bay.face[1]));
	return together(rowsOf(bay).map((row, i) => runnerIn(carcase, bay, row, edge, `${bay.id}-drawer-${i + 1}`, nameIn(carcase, bay, i))));
}

/** One drawer, tray or sliding shelf in its row. */
function runnerIn(
	carcase: Carcase,
	bay: Bay,
	{ face, clear }: { face: Range; clear: Range },
	edge: number,
	id: string,
	name: string
): Fitted {
	const { stand, light, slide, runs, bothEnds } = carcase;
	const { under, locks } = SLIDES[slide];
	// All boxes of a bay are alike: as high as the lowest opening lets one be.
	const height = Math.min(...rowsOf(bay).map((row) => row.clear[1] - row.clear[0]));
	const room = { width: bay.w[1] - bay.w[0], height, depth: edge - (bothEnds ? 0 : carcase.inside) };
	const box = drawerBox(room, slide);
	const middle = (bay.w[0] + bay.w[1]) / 2;
	const w: Range = [middle - box.width / 2, middle + box.width / 2];
	const d: Range = bothEnds ? [(edge - box.length) / 2, (edge + box.length) / 2] : [edge - box.length, edge];
	const z: Range = [clear[0] + under, clear[0] + under + box.height];
	const t = light.thickness;
	const pulled = pulls(carcase, id, name, box.extension);
	const states = pulled.states.map((state) => state.id);
	return together([
		{
			links: [
				{ id, parent: carcase.link, joint: { type: 'slide', axis: stand.out, range: [bothEnds ? -box.extension : 0, box.extension] } }
			],
			parts: [
				...runnerParts(carcase, id, w, d, z),
				...(runs === 'drawers' && !bothEnds ? [frontOver(carcase, `${id}-front`, 'Drawer front', id, faceOf(bay), face)] : [])
			],
			drawers: [
				{
					id,
					name,
					link: id,
					states,
					slide,
					box: stand.box(w, d, z),
					towards: stand.out,
					extension: box.extension,
					slideLength: box.slideLength,
					content: carcase.content,
					rating: carcase.rating > 0 ? carcase.rating : SLIDES[slide].rating,
					latched: locks || carcase.latched
				}
			],
			supports: [`${id}-side-1`, `${id}-side-2`, `${id}-bottom`].map((part) => ({ part, by: 'upright', kind: 'slide' as const })),
			spaces: [
				{
					id,
					name,
					// Things may stand higher than the walls, as high as the opening is.
					box: stand.box([w[0] + t, w[1] - t], [d[0] + t, d[1] - t], [z[0] + t, Math.max(z[1], clear[1] - 5)]),
					access: [{ face: 'top', states }]
				}
			],
			hardware: [
				{ name: `Pair of ${SLIDE_WORDS[slide]}, ${box.slideLength} mm`, count: 1 },
				...(carcase.latched && !locks ? [{ name: 'Push catch or turn button for a drawer', count: 1 }] : [])
			]
		},
		pulled
	]);
}

const SLIDE_WORDS: Readonly<Record<Carcase['slide'], string>> = {
	'plain runner': 'plain hardwood runners',
	'side-mounted': 'side-mounted slides',
	'full extension': 'full-extension slides',
	locking: 'locking full-extension slides',
	'heavy duty': 'heavy-duty locking slides'
};
