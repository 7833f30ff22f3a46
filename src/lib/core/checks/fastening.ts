import { brakingForce, DRILL_CLEAR, fastenedBy, G, mustBeHeld, needed, outOf, travellingMass, WAYS, type Fastened } from '../fastening';
import { pointedAt, type PlacedPiece, type Scene } from '../modes';
import { lengthMark, massMark } from '../units';
import { check, type CheckContext, type Result } from './finding';

const travelling = (scene: Scene) => scene.pieces.filter(mustBeHeld);

const fasteningsOf = ({ plan, scene }: CheckContext<'anchors' | 'lining'>, piece: PlacedPiece): Fastened[] =>
	fastenedBy(plan.vehicle, scene.interior, piece, scene.pieces);

const middleOf = (piece: PlacedPiece) => {
	const { x, y, z } = pointedAt(piece);
	return { x: (x[0] + x[1]) / 2, y: (y[0] + y[1]) / 2, z: z[0] };
};

/** Two bolts closer than this are one, mm: the hole of one is the edge of the other. */
const SAME_PLACE = 25;

/** Whether two fastenings hold on the same ring, or in the same hole. */
function shareAPlace(a: Fastened, b: Fastened): boolean {
	if ('anchor' in a.held && 'anchor' in b.held) return a.held.anchor === b.held.anchor;
	if (!('surface' in a.held) || !('surface' in b.held)) return false;
	return a.held.surface === b.held.surface && Math.hypot(a.to.x - b.to.x, a.to.y - b.to.y, a.to.z - b.to.z) < SAME_PLACE;
}

/** Fastenings with one for each place: two straps on one ring hold no more than the ring. */
const onePerPlace = (fastenings: readonly Fastened[]): Fastened[] =>
	fastenings.filter((one, i) => !fastenings.slice(0, i).some((before) => shareAPlace(before, one)));

/** What holds a piece at braking: what reaches, suits its anchor and pulls back; `pulling` counts several in one place severally. */
function holdingOf(
	context: CheckContext<'anchors' | 'lining'>,
	piece: PlacedPiece
): { planned: Fastened[]; pulling: Fastened[]; holding: Fastened[] } {
	const planned = fasteningsOf(context, piece);
	const pulling = planned.filter(({ held, away, suits, pulls }) => suits && pulls && away <= WAYS[held.way].reach + 0.5);
	return { planned, pulling, holding: onePerPlace(pulling) };
}

/** Whether enough holds each piece while driving: by its mass, and never fewer than two. */
export const heldDown = check({
	rule: 'held',
	reads: ['anchors', 'lining', 'stock', 'gear'],
	run: (context) =>
		context.scene.mode.use !== 'drive'
			? []
			: travelling(context.scene).map((piece): Result => {
					const { plan } = context;
					const kg = travellingMass(piece, plan.stock, plan.gear);
					const { planned, pulling, holding } = holdingOf(context, piece);
					const count = needed(kg, Math.min(...holding.map(({ holds }) => holds), ...(holding.length === 0 ? [WAYS.strap.holds] : [])));
					const common = {
						rule: 'held' as const,
						key: piece.id,
						subjects: [piece.id],
						unit: 'count' as const,
						limit: count,
						actual: holding.length,
						at: middleOf(piece)
					};
					const title = `${piece.name}: held down for driving`;
					if (Object.keys(piece.held ?? {}).length === 0)
						return {
							...common,
							title,
							margin: 0,
							comfort: 1,
							why: `Nothing is planned yet that holds it; ${massMark(kg)} slide forward at the first braking. It needs ${count} fastenings.`
						};
					return {
						...common,
						title,
						margin: holding.length - count,
						comfort: 0,
						why: `${massMark(kg)} with what is in it; ${holding.length === 0 ? 'nothing that reaches holds it' : `${holding.map(({ words }) => words).join(', ')}`}.${planned.some(({ pulls }) => !pulls) ? ' A strap or turnbuckle from ahead goes slack at braking and does not count.' : ''}${holding.length < pulling.length ? ' Several in one place count as one.' : ''} For braking only: a crash is far beyond it, and a qualified person judges the anchors.`
					};
				})
});

/** Anchors to which several pieces are fastened: what all of them pull together. */
export const anchorLoad = check({
	rule: 'anchor-load',
	reads: ['anchors', 'lining', 'stock', 'gear'],
	run: (context) => {
		if (context.scene.mode.use !== 'drive') return [];
		const { plan, scene } = context;
		const pulls = new Map<string, { piece: PlacedPiece; newtons: number; holds: number }[]>();
		for (const piece of travelling(scene)) {
			const { holding } = holdingOf(context, piece);
			const share = brakingForce(travellingMass(piece, plan.stock, plan.gear)) / Math.max(1, holding.length);
			for (const { held, holds } of holding)
				if ('anchor' in held) pulls.set(held.anchor, [...(pulls.get(held.anchor) ?? []), { piece, newtons: share, holds }]);
		}
		return [...pulls]
			.filter(([, users]) => users.length > 1)
			.map(([id, users]): Result => {
				const anchor = plan.vehicle.anchors[id];
				const [load, holds] = [users.reduce((sum, { newtons }) => sum + newtons, 0), Math.min(...users.map((one) => one.holds))];
				return {
					rule: 'anchor-load' as const,
					key: id,
					title: `${anchor.name}: several pieces on it`,
					subjects: users.map(({ piece }) => piece.id),
					margin: (holds - load) / G,
					comfort: 0,
					unit: 'kg',
					limit: holds / G,
					actual: load / G,
					why: `${users.map(({ piece }) => piece.name).join(' and ')} pull on it together at braking.`,
					at: { x: anchor.x.mm, y: anchor.y.mm, z: anchor.z.mm }
				};
			});
	}
});

/** Whether each fastening gets from the piece to what it goes to, and whether that is something it can hold on. */
export const fasteningReach = check({
	rule: 'fastening-reach',
	reads: ['anchors', 'lining'],
	// Parked, turnbuckles hang loose and sofas are beds: what counts is how it stands while driving.
	run: (context) =>
		(context.scene.mode.use === 'drive' ? travelling(context.scene) : []).flatMap((piece) =>
			fasteningsOf(context, piece).map(({ id, held, words, away, from, to, suits }): Result => {
				const { reach } = WAYS[held.way];
				return {
					rule: 'fastening-reach' as const,
					key: `${piece.id}+${id}`,
					title: `${piece.name}: ${words}`,
					subjects: [piece.id, ...('neighbour' in held ? [held.neighbour] : [])],
					margin: suits ? reach - away : -reach,
					comfort: 0,
					unit: 'mm',
					limit: reach,
					actual: away,
					why: suits
						? `From the piece to it are ${lengthMark(Math.round(away))}; such a one goes up to ${lengthMark(reach)}.`
						: 'An anchor of that kind cannot be used this way.',
					at: to,
					line: [from, to]
				};
			})
		)
});

/** New holes where none may be: near what must not be drilled, or at all when no new holes are wanted. */
export const newHoles = check({
	rule: 'new-holes',
	reads: ['anchors', 'lining', 'noDrill', 'brief'],
	run: (context) => {
		const { plan, scene } = context;
		const wanted = plan.brief.drill ?? true;
		return travelling(scene).flatMap((piece) =>
			fasteningsOf(context, piece).flatMap(({ id, held, to }): Result[] => {
				if (held.way !== 'new bolt through') return [];
				const common = { rule: 'new-holes' as const, key: `${piece.id}+${id}`, subjects: [piece.id], at: to };
				if (!wanted)
					return [
						{
							...common,
							title: `${piece.name}: a new hole in the ${held.surface}`,
							margin: -1,
							comfort: 0,
							unit: 'count',
							limit: 0,
							actual: 1,
							why: 'No new holes are wanted in this vehicle: use a ring, a thread, a strap or a neighbour instead.'
						}
					];
				return Object.values(plan.vehicle.noDrill)
					.filter(({ surface }) => surface === held.surface)
					.map((area): Result => {
						const out = outOf(area, { along: held.x, across: held.at });
						return {
							...common,
							key: `${common.key}+${area.name}`,
							title: `${piece.name}: hole beside ${area.name.toLowerCase()}`,
							margin: out - DRILL_CLEAR,
							comfort: DRILL_CLEAR,
							unit: 'mm',
							limit: DRILL_CLEAR,
							actual: out,
							why: `${area.name} (${area.hazard}) is ${out < 0 ? 'right behind it' : `${lengthMark(Math.round(out))} away`}; keep ${lengthMark(DRILL_CLEAR)}, and look behind the panel yourself before drilling.`
						};
					});
			})
		);
	}
});
