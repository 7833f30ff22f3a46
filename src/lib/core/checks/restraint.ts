import type { Highs } from 'highs';
import { sceneOf } from '../derive';
import { middleOf } from '../geometry/vector';
import { pointedAt } from '../modes';
import type { Plan } from '../plan/plan';
import { restraintsIn, type Held, type Restraint } from '../restraint';
import { GRAVITY } from '../structure';
import { massMark } from '../units';
import type { Finding, Result } from './finding';
import { mergedOverModes, sound } from './run';

/** A fastening that is used to more than this has no room for a worn strap; our own figure. */
const NEARLY = 0.2;

const WHEN = {
	forward: 'braking hard',
	back: 'pulling away or bumped from ahead',
	left: 'in a bend to the right',
	right: 'in a bend to the left'
} as const;

/** What loosens, or how full the fullest fastening is: the larger the worse. */
const badness = (held: Held): number => (held.ok ? held.share : Infinity);

function resultOf(
	{ piece, kg, ways }: Restraint,
	all: readonly Restraint[],
	name: string,
	held: Readonly<Record<string, unknown>>,
	at: Result['at']
): Result {
	const worst = ways.reduce((a, b) => (badness(b) > badness(a) ? b : a));
	const common = {
		rule: 'restraint' as const,
		key: piece,
		subjects: [piece],
		title: `${name}: stays where it is while driving`,
		comfort: NEARLY,
		at
	};
	const loose = ways.filter((one): one is Held & { ok: false } => !one.ok);
	if (loose.length > 0)
		return {
			...common,
			margin: -1,
			unit: 'count',
			limit: 0,
			actual: loose.length,
			why: `${massMark(kg)} with what is in it. ${loose.map(({ way, does }) => `It ${does} ${does === 'tips' ? 'over ' : ''}${way === 'forward' || way === 'back' ? way : `to the ${way}`} ${WHEN[way]}`).join('; ')}: nothing that holds it can pull that way. A bolt through the floor or a wall holds every way, a strap only towards its anchor.`
		};
	const share = badness(worst);
	const leaning = all
		.flatMap((one) => one.ways)
		.flatMap((one) => (one.ok && one.way === worst.way ? one.pushes : []))
		.filter(({ on }) => on === piece)
		.reduce((sum, { force }) => sum + Math.hypot(force.x, force.y, force.z), 0);
	const [fullest] = worst.ok ? [...worst.pulls].sort((a, b) => b.newtons - a.newtons) : [];
	return {
		...common,
		margin: 1 - share,
		unit: 'share',
		limit: 1,
		actual: share,
		why: `${massMark(kg)} with what is in it${leaning >= GRAVITY ? `, and others lean on it with ${massMark(leaning / GRAVITY)}` : ''}. Worst ${WHEN[worst.way]}: the fullest of ${Object.keys(held).length} fastenings takes ${massMark((fullest?.newtons ?? 0) / GRAVITY)} of pull. Reckoned with 0.8 g forward, 0.5 g otherwise, and 0.3 of friction; a crash is far beyond it, and a qualified person judges the anchors.`
	};
}

/** Whether everything that is held stays where it is, in each mode in which one drives. */
export function restraintFindings(plan: Plan, solver: Highs): Finding[] {
	const said = Object.entries(plan.modes).flatMap(([modeId, { use }]) => {
		if (use !== 'drive') return [];
		const scene = sceneOf(plan, modeId);
		const held = restraintsIn(scene, plan, solver).filter(({ ways }) => ways.length > 0);
		return held.map((restraint) => {
			const piece = scene.pieces.find(({ id }) => id === restraint.piece)!;
			return { modeId, result: sound(resultOf(restraint, held, piece.name, piece.held ?? {}, middleOf(pointedAt(piece)))) };
		});
	});
	return mergedOverModes(said).map((finding) => ({ ...finding, tolerance: 0, fixes: [] }));
}
