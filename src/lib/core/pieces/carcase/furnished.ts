import type { Stock } from '../../plan/plan';
import type { Assembly } from '../assembly';
import { sheetOf } from '../making';
import { fitted, reachedAlways } from './bays';
import { SHUT, together, type Bay, type Carcase, type Sheet } from './carcase';
import { usesOf, type Opens } from './params';
import { edgeOf, levelBoard, shell, type Shell } from './shell';

/** What a piece with drawers and doors was asked about them: see `carcaseParams`. */
export interface Choices {
	slide: Carcase['slide'];
	content: number;
	rating: number;
	latch: boolean;
	edging: number;
	opens: Opens;
}

/**
 * The boards that a piece with drawers or doors is made of.
 *
 * @throws RangeError when the plan has no such sheet.
 */
export function sheetsOf(params: { boardSheet: string; lightSheet: string }, stock: Stock): { board: Sheet; light: Sheet } {
	const sheet = (id: string): Sheet => ({ stock: id, thickness: sheetOf(stock, id).thickness });
	return { board: sheet(params.boardSheet), light: sheet(params.lightSheet) };
}

/** Everything of an assembly that a shell with its bays brings; its own link is the caller's. */
export type Furnished = Pick<
	Assembly,
	'links' | 'parts' | 'states' | 'moves' | 'surfaces' | 'supports' | 'spaces' | 'fronts' | 'drawers' | 'braces' | 'hardware'
>;

/** A shell with everything in its bays. */
export function furnished(
	frame: Shell,
	bays: readonly Bay[],
	choices: Choices,
	more: Partial<Pick<Carcase, 'hang' | 'runs' | 'bothEnds'>> = {}
): Furnished {
	const built = shell(frame, bays);
	const { stand, board, light, link } = frame;
	const depth = edgeOf(frame);
	const carcase: Carcase = {
		stand,
		depth,
		inside: built.inside,
		board,
		light,
		hang: 'first',
		slide: choices.slide,
		content: choices.content,
		rating: choices.rating,
		latched: choices.latch,
		edging: choices.edging,
		runs: 'drawers',
		bothEnds: false,
		uses: usesOf(choices.opens),
		link,
		level: (w, z, setback) => levelBoard(frame, w, z, (at) => depth(at) - setback, built.inside),
		...more
	};
	const filled = together(bays.map((bay) => fitted(carcase, bay)));
	const states = [
		{ id: SHUT, name: 'Shut', joints: {}, startsFor: ['drive' as const, 'day' as const, 'night' as const] },
		...filled.states
	];
	return {
		...filled,
		parts: [...built.parts, ...filled.parts],
		states,
		supports: [...built.supports, ...filled.supports],
		spaces: reachedAlways(
			filled.spaces,
			states.map(({ id }) => id),
			stand.facing
		),
		braces: built.braces
	};
}
