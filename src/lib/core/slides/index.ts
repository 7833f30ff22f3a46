/** How a drawer runs. Sizes are those that the trade sells under these words; whoever has a pair in hand can type its rating. */
export interface Slide {
	/** Room that one runner or slide takes beside the box, and that the box needs under and over it, mm. */
	side: number;
	under: number;
	over: number;
	/** Share of its length by which it pulls out. */
	extends: number;
	/** Load of a pair as it is usually sold, kg. */
	rating: number;
	/** Lengths are sold in steps of so many mm; 0 for runners that are sawn to length. */
	step: number;
	/** Play between the two members where they hold each other, mm: what lets the front end droop. */
	play: number;
	/** Holds the drawer shut, and out, by itself. */
	locks: boolean;
}

export const SLIDE_NAMES = ['plain runner', 'side-mounted', 'full extension', 'locking', 'heavy duty'] as const;
export type SlideName = (typeof SLIDE_NAMES)[number];

/**
 * The kinds of runners and slides. Half an inch (12.7 mm) beside the box for ball-bearing slides and three quarters
 * (19.1 mm) for heavy ones are the sizes that cabinet makers reckon with; plain runners are two battens and wax.
 */
export const SLIDES: Readonly<Record<SlideName, Slide>> = {
	'plain runner': { side: 1.5, under: 2, over: 6, extends: 0.67, rating: 10, step: 0, play: 2, locks: false },
	'side-mounted': { side: 12.7, under: 8, over: 16, extends: 0.75, rating: 25, step: 50, play: 0.6, locks: false },
	'full extension': { side: 12.7, under: 6, over: 8, extends: 1, rating: 45, step: 50, play: 0.4, locks: false },
	locking: { side: 12.7, under: 6, over: 8, extends: 1, rating: 60, step: 50, play: 0.4, locks: true },
	'heavy duty': { side: 19.1, under: 8, over: 10, extends: 1, rating: 150, step: 100, play: 0.3, locks: true }
};

/** A hole in a carcase that a drawer has to fill: clear width and height, and depth from the carcase's front edge to its back, mm. */
export interface DrawerOpening {
	width: number;
	height: number;
	depth: number;
}

/** Outer size of a drawer's box without its front, the slide it runs on, and how far it comes out, mm. */
export interface DrawerBox {
	width: number;
	height: number;
	length: number;
	slideLength: number;
	extension: number;
}

/** Room left behind a drawer, so that it never strikes the back before its front lies on, mm. */
export const BEHIND = 10;

/** Thinnest box that is still a drawer, mm: numbers that leave less are turned into this, so that the clash can be seen. */
const LEAST = 20;

/**
 * The box for an opening: narrower by the slides, lower by what they need above and below, as long as the longest slide
 * that is sold for the depth. Rounded down to whole millimetres, as one saws.
 */
export function drawerBox(opening: DrawerOpening, name: SlideName): DrawerBox {
	const slide = SLIDES[name];
	const room = opening.depth - BEHIND;
	const sold = slide.step > 0 ? Math.floor(room / slide.step) * slide.step : Math.floor(room);
	const length = Math.max(LEAST, sold);
	return {
		width: Math.max(LEAST, Math.floor(opening.width - 2 * slide.side)),
		height: Math.max(LEAST, Math.floor(opening.height - slide.under - slide.over)),
		length,
		slideLength: length,
		extension: Math.floor(length * slide.extends)
	};
}

/**
 * How far the front of a pulled-out drawer drops by the play of its slide: the inner member leans on its far end below and
 * its near end above, which lie the overlap apart; by similar triangles the front, the extension further out, drops by
 * play x (overlap + extension) / overlap. A full-extension slide has a middle member, half out: two overlaps of half the
 * length, each carrying on the lean of the one before it.
 *
 * @returns mm
 */
export function droop(name: SlideName, length: number, extension: number): number {
	const { play, extends: share } = SLIDES[name];
	if (share < 1) {
		const overlap = Math.max(LEAST, length - extension);
		return (play * (overlap + extension)) / overlap;
	}
	const overlap = Math.max(LEAST, length - extension / 2);
	const lean = play / overlap;
	return lean * (length + extension / 2) + lean * length;
}

/**
 * What must hold the far end of a carcase down, or be stowed in it, so that it does not tip when a drawer is pulled out, kg:
 * moments about the carcase's front lower edge. Negative when its own weight is more than enough.
 *
 * @param pulled masses (kg) on the drawer with the distance of their middle outside the edge, mm
 * @param kept masses that stay, with the distance of their middle inside it, mm
 * @param lever distance of the fastening from the edge, mm
 */
export function holdDown(pulled: [kg: number, mm: number][], kept: [kg: number, mm: number][], lever: number): number {
	const moment = (masses: [number, number][]) => masses.reduce((sum, [kg, mm]) => sum + kg * mm, 0);
	return (moment(pulled) - moment(kept)) / Math.max(1, lever);
}

/** Clear heights between equal shelves: what `shelves` boards of a thickness leave of an inner height, shared out evenly, mm. */
export const shelfSpacing = (inner: number, shelves: number, thickness: number): number => (inner - shelves * thickness) / (shelves + 1);
