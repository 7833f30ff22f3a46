import { middleOf } from '../geometry/vector';
import { pointedAt, type PlacedPiece } from '../modes';
import { GRAVITY, heldUp, lidsOf, type HeldUp, type Lid } from '../structure';
import { massMark } from '../units';
import { check, type Result } from './finding';

/**
 * What anybody lifts at arm's length: 25 kg close to the body (EN 1005-2), less by 250 mm over the distance from it, here 500 mm. Only
 * what is a good deal less is light; that is our own figure. kg.
 */
const MOST = 25 * (250 / 500);
const LIGHT = 7.5;

const felt = (newtons: number): string => massMark(newtons / GRAVITY);

interface Judged {
	lid: Lid;
	held: HeldUp;
}

/** The worst first: what goes wrong, then what nobody has said. */
const ORDER: readonly HeldUp['does'][] = [
	'never lifts',
	'springs open',
	'cannot be had',
	'ends in nothing',
	'unsaid',
	'by hand',
	'balances',
	'stays'
];

const WHY: Readonly<Record<HeldUp['does'], (it: Judged, others: string) => string>> = {
	'never lifts': ({ lid, held }) =>
		`Its gas struts do not hold the ${lid.name.toLowerCase()} up on a frosty morning: ${felt(held.top)} are left at its edge. Stronger ones, or further out on the lid.`,
	'springs open': ({ lid }) =>
		`In the heat its gas struts push the shut ${lid.name.toLowerCase()} open by themselves, and no catch is planned: one that holds it while driving, or weaker struts.`,
	'cannot be had': ({ lid }) =>
		`No gas strut that reaches the open ${lid.name.toLowerCase()} from there is short enough to go in when it is shut. Nearer to the hinge.`,
	'ends in nothing': ({ lid }) =>
		`The lower ends of the gas struts of the ${lid.name.toLowerCase()} would lie below everything of the piece that stays: nothing is there to fix them to. Less far behind it.`,
	unsaid: ({ lid, held }, others) =>
		`Nobody has said what holds the ${lid.name.toLowerCase()}${others} up: open, ${felt(held.top)} at its edge still pull it shut. A prop, gas struts or a hand? Say it in Strength.`,
	'by hand': ({ lid, held }) =>
		`One hand holds the ${lid.name.toLowerCase()} up with ${felt(held.top)} as long as the other reaches in, as you say.`,
	balances: ({ lid }) =>
		`Open, the ${lid.name.toLowerCase()} stands on the balance: a hook or a strap keeps it from coming down on a hand.`,
	stays: () => 'What is lifted stays up and what is shut stays shut.'
};

/** Lids of a piece with what becomes of them, the worst first. */
const judged = (piece: PlacedPiece, lids: readonly Lid[]): Judged[] =>
	lids
		.map((lid) => ({ lid, held: heldUp(lid, piece.lids?.[lid.link]) }))
		.sort((a, b) => ORDER.indexOf(a.held.does) - ORDER.indexOf(b.held.does));

/** Lids, flaps and leaves stay up while somebody reaches in, and shut while driving. */
export const lidHeld = check({
	rule: 'lid-held',
	reads: ['stock'],
	run: ({ plan, scene }) =>
		scene.pieces.flatMap((piece): Result[] => {
			const all = judged(piece, lidsOf(piece.assembly, plan.stock));
			const [worst] = all;
			if (!worst) return [];
			const { does } = worst.held;
			const alike = all.filter(({ held }) => held.does === does).length - 1;
			const margin = ORDER.indexOf(does) < ORDER.indexOf('unsaid') ? -1 : does === 'stays' ? 1 : 0;
			return [
				{
					rule: 'lid-held',
					key: piece.id,
					title: `${piece.name}: what is lifted stays up`,
					subjects: [piece.id],
					margin,
					comfort: 1,
					unit: 'count',
					limit: 1,
					actual: margin,
					why: WHY[does](worst, alike > 0 ? ` and ${alike} more` : ''),
					at: worst.lid.at,
					...(does === 'unsaid' ? { unknown: true as const } : {})
				}
			];
		})
});

/** What a hand lifts at the edge of a lid, with the cushions that turn with it, and pulls it shut with against its struts. */
export const lidLift = check({
	rule: 'lid-lift',
	reads: ['stock'],
	run: ({ plan, scene }) =>
		scene.pieces.flatMap((piece): Result[] => {
			const all = judged(piece, lidsOf(piece.assembly, plan.stock));
			const handOf = ({ held }: Judged) => Math.max(held.lifts, held.pulls) / GRAVITY;
			const worst = all.reduce<Judged | undefined>((most, one) => (!most || handOf(one) > handOf(most) ? one : most), undefined);
			if (!worst) return [];
			const { lid, held } = worst;
			const laden = Math.max(...lid.laden) / lid.grip;
			const more = lid.lying > 0 ? ` With the cushion left on it is ${felt(laden)}.` : '';
			return [
				{
					rule: 'lid-lift',
					key: piece.id,
					title: `${piece.name}: can be lifted`,
					subjects: [piece.id],
					margin: MOST - handOf(worst),
					comfort: MOST - LIGHT,
					unit: 'kg',
					limit: MOST,
					actual: handOf(worst),
					why:
						held.pulls > held.lifts
							? `${lid.name} is pulled shut against its gas struts with up to ${felt(held.pulls)} at its edge.`
							: `${lid.name} weighs ${massMark(lid.kg + lid.riding)}${lid.riding > 0 ? ' with its cushion' : ''}; a hand at its edge lifts up to ${felt(held.lifts)}.${more}`,
					at: middleOf(pointedAt(piece))
				}
			];
		})
});
