import { vec3, type Box } from '../geometry/vector';
import type { PlacedPiece } from '../modes';
import { partMass, type Drawer } from '../pieces';
import type { Plan, Stock } from '../plan/plan';
import { droop, holdDown } from '../slides';
import { lengthMark, massMark } from '../units';
import { check, type CheckContext, type Result } from './finding';
import type { Rule } from './topics';

/** Own weight of a drawer, kg: every board on its link. */
const ownWeight = ({ assembly }: PlacedPiece, { link }: Drawer, stock: Stock): number =>
	assembly.parts.filter((part) => part.link === link).reduce((sum, part) => sum + partMass(part, stock), 0);

/**
 * What a drawer holds at least, kg, and what makes it more than was planned for: where all room of a piece is in its drawers,
 * one of them has to take the heaviest thing that goes into it, and one at least its even share of all of it.
 */
function contentOf({ content }: Drawer, { id, assembly }: PlacedPiece, gear: Plan['gear']): { kg: number; thing?: string } {
	const drawers = new Set(assembly.drawers.map((drawer) => drawer.id));
	if (!assembly.spaces.every((space) => drawers.has(space.id))) return { kg: content };
	const things = Object.values(gear).filter(({ under }) => under === id);
	const all = things.reduce((sum, { weight, count }) => sum + weight * count, 0);
	return [
		...things.map(({ name, weight }) => ({ kg: weight, thing: name })),
		{ kg: all / assembly.drawers.length, thing: 'its share of all that goes in there' }
	].reduce<{ kg: number; thing?: string }>((most, one) => (one.kg > most.kg ? one : most), { kg: content });
}

/** The middle of a drawer's front edge. */
const frontOf = ({ box, towards }: Drawer) =>
	vec3(
		towards.x === 0 ? (box.x[0] + box.x[1]) / 2 : box.x[towards.x > 0 ? 1 : 0],
		towards.y === 0 ? (box.y[0] + box.y[1]) / 2 : box.y[towards.y > 0 ? 1 : 0],
		(box.z[0] + box.z[1]) / 2
	);

/** A question about every drawer, answered for the one of each piece that answers it worst. */
const drawerCheck = (
	rule: Rule,
	judge: (drawer: Drawer, piece: PlacedPiece, context: CheckContext<'stock' | 'gear'>) => Omit<Result, 'rule' | 'key' | 'subjects' | 'at'>,
	asked: (context: CheckContext) => boolean = () => true
) =>
	check({
		rule,
		reads: ['stock', 'gear'],
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
	const { kg, thing } = contentOf(drawer, piece, plan.gear);
	const load = own + kg;
	return {
		title: `${piece.name}: load on its slides`,
		margin: drawer.rating - load,
		comfort: 0.1 * drawer.rating,
		unit: 'kg',
		limit: drawer.rating,
		actual: load,
		why: `${drawer.name} weighs ${massMark(own)} and holds ${thing ? `${thing}, ` : ''}${massMark(kg)}; a pair of its slides carries ${massMark(drawer.rating)}.`
	};
});

/** From where to where a box reaches along the way that a drawer is pulled, mm. */
function alongPull({ towards }: Drawer, box: Box): [number, number] {
	const axis = towards.x !== 0 ? 'x' : 'y';
	const [low, high] = box[axis];
	return towards[axis] > 0 ? [low, high] : [-high, -low];
}

const middleOf = ([from, to]: [number, number]): number => (from + to) / 2;

/** How heavy a hand would have to hold its back down so that a piece does not tip over its front edge with its worst drawer pulled out. */
export const drawerTips = drawerCheck('drawer-tips', (drawer, piece, { plan }) => {
	const { link, extension } = drawer;
	const standing = piece.parts
		.filter(({ part }) => part.link !== link)
		.map(({ part, box }) => ({ kg: partMass(part, plan.stock), reach: alongPull(drawer, box) }));
	const front = Math.max(...standing.map(({ reach }) => reach[1]));
	const back = Math.min(...standing.map(({ reach }) => reach[0]));
	// Moments about the front lower edge of what stays: distances outside it and inside it.
	const kept = standing.map(({ kg, reach }): [number, number] => [kg, front - middleOf(reach)]);
	const load = ownWeight(piece, drawer, plan.stock) + contentOf(drawer, piece, plan.gear).kg;
	const tips = holdDown([[load, middleOf(alongPull(drawer, drawer.box)) + extension - front]], kept, front - back);
	const held = Object.keys(piece.held ?? {}).length > 0;
	return {
		title: `${piece.name}: stands with a drawer pulled out`,
		margin: held ? Math.max(0, -tips) + 1 : -tips,
		comfort: held ? 0 : 2,
		unit: 'kg',
		limit: 0,
		actual: Math.max(0, tips),
		why:
			tips <= 0
				? `Its own weight holds it with the ${drawer.name.toLowerCase()} pulled out and full.`
				: held
					? `It would tip with the ${drawer.name.toLowerCase()} pulled out and full, by ${massMark(tips)} at its back; what holds it has to take that.`
					: `It tips over its front edge with the ${drawer.name.toLowerCase()} pulled out and full; ${massMark(tips)} would have to hold its back down. Fasten it.`
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
