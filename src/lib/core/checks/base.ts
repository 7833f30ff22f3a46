import { OPEN_SHARE, widestGap, zonesIn } from '../air';
import { bounds } from '../geometry/polygon';
import { vec3 } from '../geometry/vector';
import { pointedAt, type PlacedPiece } from '../modes';
import { placeSleepers } from '../people';
import { check, type CheckContext, type Result } from './finding';
import { lengthMark } from '../units';

/** Where a sleep or sit surface of a piece lies in its present state. */
const surfaceOf = (piece: PlacedPiece) => piece.assembly.surfaces.find((s) => s.states.includes(piece.state.id));

const centreOf = (piece: PlacedPiece) => {
	const surface = surfaceOf(piece);
	const { x, y } = surface ? bounds(surface.outline) : pointedAt(piece);
	return vec3((x[0] + x[1]) / 2, (y[0] + y[1]) / 2, piece.assembly.deck);
};

/** Whether a piece is slept on in a mode: it is part of a bed on which somebody lies, or it is night and nobody is said to lie anywhere. */
function isSleptOn({ plan, scene }: CheckContext<'crew'>, { id }: PlacedPiece): boolean {
	const sleepers = placeSleepers(plan.crew, scene);
	return sleepers.length === 0 ? scene.mode.use === 'night' : sleepers.some(({ own }) => own.includes(id));
}

export const slatGaps = check({
	rule: 'slat-gap',
	reads: [],
	run: ({ scene }) =>
		scene.pieces.flatMap((piece): Result[] => {
			const zones = zonesIn(piece.assembly.slats, piece.state.id);
			// Nobody sits or lies on it while driving.
			if (zones.length === 0 || scene.mode.use === 'drive') return [];
			const widest = zones.reduce((a, b) => (b.gap > a.gap ? b : a));
			const pads = piece.pads.filter(({ role }) => role !== 'back').map(({ pad }) => pad.size.z);
			const limit = widestGap(Math.max(surfaceOf(piece)?.pad ?? 0, ...pads));
			return [
				{
					rule: 'slat-gap',
					key: `${piece.id}+${piece.state.id}`,
					title: `${piece.name}: gaps between slats, ${piece.state.name.toLowerCase()}`,
					subjects: [piece.id],
					margin: limit - widest.gap,
					comfort: 0,
					unit: 'mm',
					limit,
					actual: widest.gap,
					why: `The widest gap is ${lengthMark(Math.round(widest.gap))}, ${widest.zone}; a pad ${lengthMark(Math.round(limit))} thick should span no more than its own thickness.`,
					at: centreOf(piece)
				}
			];
		})
});

export const slatAir = check({
	rule: 'slat-air',
	reads: ['crew'],
	run: (context) =>
		context.scene.pieces.flatMap((piece): Result[] => {
			const zones = zonesIn(piece.assembly.slats, piece.state.id);
			if (zones.length === 0 || !isSleptOn(context, piece)) return [];
			const closest = zones.reduce((a, b) => (b.open < a.open ? b : a));
			return [
				{
					rule: 'slat-air',
					key: `${piece.id}+${piece.state.id}`,
					title: `${piece.name}: air under the pad, ${piece.state.name.toLowerCase()}`,
					subjects: [piece.id],
					margin: closest.open - OPEN_SHARE.least,
					comfort: OPEN_SHARE.comfort,
					unit: 'share',
					limit: OPEN_SHARE.least,
					actual: closest.open,
					why: `${Math.round(closest.open * 100)} % of the base is open ${closest.zone}; closed slats keep moisture in the foam.`,
					at: centreOf(piece)
				}
			];
		})
});

/** Past the edge of its base a pad may stand out this far, and this much of the base may stay bare, mm; our own figures. */
const OVERHANG = 20;
const BARE = 60;
/** Boards that lie this little lower still bear the mattress: a pull-out slides under its seat, mm. */
const STEP_DOWN = 16;

export const padCover = check({
	rule: 'pad-cover',
	reads: [],
	run: ({ scene }) =>
		scene.pieces.flatMap((piece): Result[] => {
			const pads = piece.pads.filter((p) => p.role === 'mattress');
			const deck = piece.parts.filter(
				(p) => p.footprint && p.box.z[1] < piece.assembly.deck + 0.5 && p.box.z[1] > piece.assembly.deck - STEP_DOWN
			);
			// Folded away, or up on its lid, it lies on nothing.
			const lie = pads.every(({ box }) => Math.abs(box.z[0] - piece.assembly.deck) < STEP_DOWN);
			if (pads.length === 0 || deck.length === 0 || !lie) return [];
			const range = (of: { box: PlacedPiece['parts'][number]['box'] }[], axis: 'x' | 'y'): [number, number] => [
				Math.min(...of.map((o) => o.box[axis][0])),
				Math.max(...of.map((o) => o.box[axis][1]))
			];
			const sides = (['x', 'y'] as const).flatMap((axis) => {
				const [pad, base] = [range(pads, axis), range(deck, axis)];
				// Positive: the pad stands out past the base.
				return [
					{ axis, end: 0, out: base[0] - pad[0] },
					{ axis, end: 1, out: pad[1] - base[1] }
				];
			});
			const worst = sides.reduce((a, b) => (Math.min(OVERHANG - b.out, BARE + b.out) < Math.min(OVERHANG - a.out, BARE + a.out) ? b : a));
			const out = worst.out > 0;
			const where = { x: ['at the rear end', 'at the front end'], y: ['on the right', 'on the left'] }[worst.axis][worst.end];
			return [
				{
					rule: 'pad-cover',
					key: `${piece.id}+${piece.state.id}`,
					title: `${piece.name}: mattress on its base`,
					subjects: [piece.id],
					margin: Math.min(OVERHANG - worst.out, BARE + worst.out),
					comfort: 0,
					unit: 'mm',
					limit: out ? OVERHANG : BARE,
					actual: Math.abs(worst.out),
					why: out
						? `The mattress stands ${lengthMark(Math.round(worst.out))} past its base ${where}.`
						: `${lengthMark(Math.round(-worst.out))} of the base stay bare ${where}; a mattress slides into such gaps.`,
					at: centreOf(piece)
				}
			];
		})
});

/** Distances inside a piece that its own kind watches, such as the hold of a stop. */
export const innerMargins = check({
	rule: 'inner-margin',
	reads: [],
	run: ({ scene }) =>
		scene.pieces.flatMap((piece) =>
			piece.assembly.innerMargins
				.filter((inner) => inner.states.includes(piece.state.id))
				.map((inner): Result => ({
					rule: 'inner-margin',
					key: `${piece.id}+${inner.id}`,
					title: `${piece.name}: ${inner.title.toLowerCase()}`,
					subjects: [piece.id],
					margin: inner.margin,
					comfort: inner.comfort,
					unit: inner.unit ?? 'mm',
					limit: 0,
					actual: inner.margin,
					why: inner.why,
					at: inner.at
				}))
		)
});
