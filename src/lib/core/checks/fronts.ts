import { openingsOf, type Interior, type OpeningSolid } from '../interior';
import { middleOf } from '../geometry/vector';
import { remember } from '../memory';
import { pointedAt, type PlacedPiece } from '../modes';
import { closer, FREE, motionOf, movesOf, sweepNear, sweepsWithin, withBestDoor, type Motion, type Opened, type Sweep } from '../moves';
import type { Front } from '../pieces';
import { lengthMark } from '../units';
import { check, type CheckContext, type Result } from './finding';

/** More room than this beside an opening front nobody needs to hear of, mm. */
const NEAR = 120;
/** Doors sag and slides rack by a few millimetres in use. */
const COMFORT = 5;

const { pastPiece, pastSeat, pastThings } = sweepsWithin(NEAR);

/** Something of a piece that opens in the vehicle itself: with the doors shut, or with the one open through which it comes. */
const openedInVehicle = remember((openings: readonly OpeningSolid[], interior: Interior, motion: Motion): Opened =>
	withBestDoor(openings, (open) => sweepNear(interior, motion, open, NEAR))
);

/** What something that opens comes closest to on its way, in words. */
function wordsOf({ margin, who, whom }: Sweep, name: string): string {
	if (margin === null || margin >= NEAR) return `Nothing comes near the ${name} as it opens.`;
	return margin < 0
		? `${who} hits ${whom} by ${lengthMark(Math.ceil(-margin))} on its way.`
		: `${who} passes ${whom} by ${lengthMark(Math.floor(margin))}.`;
}

const keyOf = (piece: PlacedPiece, front: string): string => `${piece.id}+${front}`;

function judge({ plan, scene }: CheckContext<'openings' | 'lining'>, piece: PlacedPiece, front: Front): Result[] {
	const { assembly } = piece;
	const move = movesOf(assembly).find(({ from, to }) => from === front.from && to === front.to);
	if (!move) return [];
	const motion = motionOf(assembly, move);
	const { sweep: own, door } = openedInVehicle(openingsOf(plan.vehicle, scene.interior), scene.interior, motion);
	const sweep = [
		own,
		...scene.seats.map((seat) => pastSeat(motion, seat)),
		...scene.pieces.filter(({ id }) => id !== piece.id).map((other) => pastPiece(motion, other)),
		pastThings(motion, scene.things)
	].reduce(closer, FREE);
	const margin = Math.min(sweep.margin ?? NEAR, NEAR);
	const through = door ? ` It comes out through the ${door}.` : '';
	const name = front.name.toLowerCase();
	return [
		{
			rule: 'front-opens',
			key: keyOf(piece, front.id),
			title: `${piece.name}: ${name} opens`,
			subjects: [piece.id, ...(sweep.against === undefined || sweep.margin === null ? [] : [sweep.against])],
			margin,
			comfort: COMFORT,
			unit: 'mm',
			limit: 0,
			actual: margin,
			why: `${wordsOf(sweep, name)}${through}`,
			at: sweep.margin === null ? middleOf(pointedAt(piece)) : sweep.where
		}
	];
}

/** Doors, drawers, flaps, leaves and tables that must open in a mode: against the vehicle, its seats, the made bed and all other pieces. */
export const frontOpens = check({
	rule: 'front-opens',
	reads: ['openings', 'lining'],
	run: (context) =>
		context.scene.pieces.flatMap((piece) =>
			piece.assembly.fronts
				.filter(({ from, uses }) => from === piece.state.id && uses.includes(context.scene.mode.use))
				.filter(({ id }) => context.only === undefined || context.only === keyOf(piece, id))
				.flatMap((front) => judge(context, piece, front))
		)
});
