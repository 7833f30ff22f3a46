import { vec3 } from '../geometry/vector';
import type { PlacedPiece } from '../modes';
import { partMass, type Drawer } from '../pieces';
import type { Stock } from '../plan/plan';
import { droop } from '../slides';
import { lengthMark, massMark } from '../units';
import type { Check, CheckContext, Result } from './finding';

/** Own weight of a drawer, kg: every board on its link. */
const ownWeight = ({ assembly }: PlacedPiece, { link }: Drawer, stock: Stock): number =>
	assembly.parts.filter((part) => part.link === link).reduce((sum, part) => sum + partMass(part, stock), 0);

/** The middle of a drawer's front edge. */
const frontOf = ({ box, towards }: Drawer) =>
	vec3(
		towards.x === 0 ? (box.x[0] + box.x[1]) / 2 : box.x[towards.x > 0 ? 1 : 0],
		towards.y === 0 ? (box.y[0] + box.y[1]) / 2 : box.y[towards.y > 0 ? 1 : 0],
		(box.z[0] + box.z[1]) / 2
	);

/** A question about every drawer, answered for the one of each piece that answers it worst. */
const drawerCheck = (
	rule: string,
	judge: (drawer: Drawer, piece: PlacedPiece, context: CheckContext) => Omit<Result, 'rule' | 'key' | 'subjects' | 'at'>,
	asked: (context: CheckContext) => boolean = () => true
): Check => ({
	rule,
	run: (context) =>
		!asked(context)
			? []
			: context.scene.pieces.flatMap((piece): Result[] => {
					const worst = piece.assembly.drawers
						.map((drawer) => ({ drawer, found: judge(drawer, piece, context) }))
						.sort((a, b) => a.found.margin - a.found.comfort - (b.found.margin - b.found.comfort))[0];
					return worst ? [{ ...worst.found, rule, key: piece.id, subjects: [piece.id], at: frontOf(worst.drawer) }] : [];
				})
});

/** A pair of slides must carry the drawer and what is in it, with a tenth to spare for whoever leans on it. */
export const slideLoad = drawerCheck('slide-load', (drawer, piece, { plan }) => {
	const own = ownWeight(piece, drawer, plan.stock);
	const load = own + drawer.content;
	return {
		title: `${piece.name}: load on its slides`,
		margin: drawer.rating - load,
		comfort: 0.1 * drawer.rating,
		unit: 'kg',
		limit: drawer.rating,
		actual: load,
		why: `${drawer.name} weighs ${massMark(own)} and holds ${massMark(drawer.content)}; a pair of its slides carries ${massMark(drawer.rating)}.`
	};
});

/** What a front may drop and still be pushed home without lifting it, mm: our own judgement. */
const MOST_DROOP = 10;

/** How far the front of a pulled-out drawer hangs down by the play of its slides. */
export const drawerDroop = drawerCheck('drawer-droop', (drawer, piece) => {
	const down = droop(drawer.slide, drawer.slideLength, drawer.extension);
	return {
		title: `${piece.name}: droop of its drawers`,
		margin: MOST_DROOP - down,
		comfort: 2,
		unit: 'mm',
		limit: MOST_DROOP,
		actual: down,
		why: `${drawer.name}: pulled out by ${lengthMark(drawer.extension)} its front drops about ${lengthMark(Math.round(down))} by the play of the slides alone; more than ${lengthMark(MOST_DROOP)} has to be lifted to shut it.`
	};
});

/** What is not held flies open at the first bend, and its load with it. */
export const drawerLatch = drawerCheck(
	'drawer-latch',
	({ name, latched }, piece) => ({
		title: `${piece.name}: drawers are held shut`,
		margin: latched ? 0 : -1,
		comfort: 0,
		unit: 'count',
		limit: 1,
		actual: latched ? 1 : 0,
		why: latched
			? 'Catches or locking slides hold them while driving.'
			: `Neither slides nor a catch hold the ${name.toLowerCase()}: on the first bend it comes open, and a heavy one breaks out.`
	}),
	({ scene }) => scene.mode.use === 'drive'
);
