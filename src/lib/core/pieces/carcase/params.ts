import type { Use } from '../../plan/use';
import { SLIDE_NAMES } from '../../slides';
import { choice, length, mass, stockOf, yesNo } from '../parameter';

/** What closes a bay of a cabinet, or stands open in it. */
export const FILLS = ['open shelves', 'door', 'two doors', 'flap down', 'flap up', 'sliding doors', 'drawers'] as const;
export type Fill = (typeof FILLS)[number];

/** A drawer with a front, an open tray with a low rim, or a shelf with a lip at both ends. */
export const RUNNERS = ['drawers', 'trays', 'sliding shelves'] as const;
export type Runner = (typeof RUNNERS)[number];

/** When the fronts of a piece must open. */
export const OPENS = ['by day and at night', 'by day', 'at night', 'whenever it can'] as const;

export type Opens = (typeof OPENS)[number];

/** The uses of the vehicle in which the fronts of a piece must open. */
export const usesOf = (opens: Opens): Use[] =>
	(
		({ 'by day and at night': ['day', 'night'], 'by day': ['day'], 'at night': ['night'], 'whenever it can': [] }) satisfies Record<
			string,
			Use[]
		>
	)[opens];

/** What all pieces with drawers and doors are asked. */
export const carcaseParams = (when?: { key: string; is: readonly unknown[] }) => ({
	slide: choice('Drawers run on', SLIDE_NAMES, 'side-mounted', { when }),
	content: mass('Content of each drawer', [0, 200], 6, { more: 'Plan for more in each drawer', less: 'Put less in each drawer', when }),
	rating: mass('A pair of its slides carries', [0, 400], 0, { hint: '0 for what such a pair usually carries; the seller says', when }),
	latch: yesNo('Catches hold what is shut while driving', true),
	opens: choice('Must open', OPENS, 'by day and at night'),
	edging: length('Edge banding on its fronts', [0, 10], 0, { hint: 'thickness; fronts are cut smaller by it all round' }),
	covering: length('Carpet, paint or cloth on its outside', [0, 20], 0, { hint: 'thickness on each face' }),
	boardSheet: stockOf('Boards', 'sheet', 'ply-12'),
	lightSheet: stockOf('Drawers, backs and sliding doors', 'sheet', 'ply-9')
});
