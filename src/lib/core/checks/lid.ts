import { remember } from '../memory';
import { compose, place } from '../geometry/pose';
import { boxSeparation, cornersOf, middleOf, type Vec3 } from '../geometry/vector';
import {
	archBlock,
	cornerClearance,
	floorLining,
	openingsOf,
	seatSolid,
	seatStates,
	type Clearance,
	type Interior,
	type OpeningSolid
} from '../interior';
import { faces, linkPoses, padsIn, placePiece, type PlacedPiece } from '../modes';
import { FREE, motionOf, sweepNear, sweepsWithin, withBestDoor, type Motion, type Opened, type Sweep } from '../moves';
import type { Move, PieceState } from '../pieces';
import { check, type CheckContext, type Result } from './finding';

/** Further off than this no bar and no other piece matters, mm. */
const NEAR = 30;

/** Positions of the lid that are looked at on its way up. */
const STEPS = 8;

/** The least room that anything on a lid, the mattress that stays on it included, has under the ceiling and beside the walls on its way. */
const swing = remember((interior: Interior, piece: PlacedPiece, open: PieceState): { clearance: Clearance; part: string } | null => {
	let least: { clearance: Clearance; part: string } | null = null;
	const { assembly, state } = piece;
	const hinged = Object.keys(open.joints).filter((id) => open.joints[id] !== (state.joints[id] ?? 0));
	const riding = padsIn(assembly, state.id).filter(({ pad, at }) => at.link && pad.places[open.id]?.link === at.link);
	for (let i = 1; i <= STEPS; i++) {
		const joints = Object.fromEntries(hinged.map((id) => [id, (open.joints[id] * i) / STEPS]));
		const poses = linkPoses(assembly.links, { ...state.joints, ...joints });
		const test = (part: string, corners: Vec3[]) => {
			const clearance = cornerClearance(interior, corners);
			if (!least || clearance.margin < least.clearance.margin) least = { clearance, part };
		};
		for (const part of assembly.parts) {
			const pose = poses.get(part.link)!;
			// Whatever does not turn stays where it is and was checked there.
			if (pose.rotation[2].z === 1) continue;
			const { lower, upper } = faces(part, compose(pose, part.pose));
			test(part.name, [...lower, ...upper]);
		}
		for (const { pad, at } of riding) {
			const pose = poses.get(at.link!)!;
			if (pose.rotation[2].z !== 1)
				test(
					pad.name,
					cornersOf(at.box).map((corner) => place(pose, corner))
				);
		}
	}
	return least;
});

/** The moves that turn one hinge from the present state: lids, hatches, bunks. */
function turnsFrom({ assembly, state }: PlacedPiece): Move[] {
	const isHinge = (id: string) => assembly.links.find((link) => link.id === id)?.joint.type === 'hinge';
	return assembly.moves.filter(({ from, steps }) => {
		const turned = steps.flatMap(({ joints }) => Object.keys(joints ?? {}));
		return from === state.id && turned.length === 1 && isHinge(turned[0]);
	});
}

/** Whether what a lid turns could come near to anything of the vehicle besides its smooth walls and roof: the rear door, an arch, a bar, the bulkhead. */
function comesNear(interior: Interior, motion: Motion): boolean {
	const { arches, fixtures, rearmost, cornerAlong, length } = interior;
	const blocks = [...arches.map(archBlock), ...fixtures.map(({ box }) => box)];
	return motion.stretches
		.flatMap(({ tracks }) => tracks)
		.some(
			({ round: { box } }) =>
				box.x[0] < rearmost + cornerAlong + NEAR || box.x[1] > length - NEAR || blocks.some((block) => boxSeparation(block, box) < NEAR)
		);
}

/** What a lid meets of that on its way; with a door open where one is in its way. */
const openedInVehicle = remember((openings: readonly OpeningSolid[], interior: Interior, motion: Motion): Opened => {
	if (!comesNear(interior, motion)) return { sweep: FREE, door: null };
	const shut = sweepNear(interior, motion, null, NEAR);
	const byDoor = (shut.margin ?? NEAR) < 0 && (shut.whom === 'the rear door' || shut.whom === 'the side wall');
	return byDoor ? withBestDoor(openings, (open) => (open ? sweepNear(interior, motion, open, NEAR) : shut)) : { sweep: shut, door: null };
});

const { pastPiece, pastSeat, pastThings } = sweepsWithin(NEAR);

/** Whether a piece can be brought into a state in which it is out of the way of a move. */
const canGiveWay = remember((motion: Motion, { id, name, assembly, state, held }: PlacedPiece): boolean =>
	assembly.states.some(
		(other) => other.id !== state.id && (pastPiece(motion, placePiece(id, name, assembly, other, held)).margin ?? NEAR) >= 0
	)
);

/** Whether a seat can be set so that it is out of the way of a move: folded, out, or upright and slid to either end. */
function seatCanGiveWay({ plan }: Context, motion: Motion, id: string): boolean {
	const seat = plan.vehicle.seats[id];
	const angle = seat.type === 'front seat' ? seat.uprightAngle : seat.angle;
	const settings = seatStates(seat).flatMap((state) => [0, seat.slide?.mm ?? 0].map((slide) => ({ state, slide, angle })));
	const floor = floorLining(plan.vehicle);
	return settings.some((setting) => (pastSeat(motion, seatSolid(id, seat, setting, floor)).margin ?? NEAR) >= 0);
}

type Context = CheckContext<'seats' | 'openings' | 'lining'>;

/** What a lid meets on its way, and how close. */
interface Met {
	margin: number;
	why: string;
	at: Vec3;
	against: Vec3;
	/** The piece, seat or thing that it belongs to. */
	owner?: string;
}

const closest = ({ margin, who, whom, where }: Sweep): Met[] =>
	margin === null ? [] : [{ margin, why: `${who} comes closest to ${whom} on its way.`, at: where, against: where }];

/** The vehicle itself; a lid that comes out through a door is lifted once that door stands open. */
function vehicleOf({ plan, scene }: Context, piece: PlacedPiece, move: Move): Met[] {
	const { sweep, door } = openedInVehicle(openingsOf(plan.vehicle, scene.interior), scene.interior, motionOf(piece.assembly, move));
	const met = closest(sweep);
	const open = Object.entries(plan.vehicle.openings).some(
		([id, { name }]) => name.toLowerCase() === door && scene.mode.doors[id] === 'open'
	);
	if (!door || open || met.some(({ margin }) => margin < 0)) return met;
	const at = middleOf(piece.parts[0].box);
	return [{ margin: 0, why: `It opens only with the ${door} open.`, at, against: at }];
}

/** What has to be moved before a lid is lifted is no clash, but somebody has to move it each time. */
const movedFirst = (met: Met, owner: string, words: string): Met => ({ ...met, margin: 0, why: words, owner });

/** The other pieces, seats and things that a lid meets; while driving no lid is opened. */
function others(context: Context, piece: PlacedPiece, move: Move): Met[] {
	const { pieces, seats, things, mode } = context.scene;
	if (mode.use === 'drive') return [];
	const motion = motionOf(piece.assembly, move);
	return [
		...pieces
			.filter((other) => other.id !== piece.id)
			.flatMap((other) =>
				closest(pastPiece(motion, other)).map((met) =>
					met.margin < 0 && canGiveWay(motion, other)
						? movedFirst(met, other.id, `${other.name} stands in its way and has to be moved first.`)
						: { ...met, owner: other.id }
				)
			),
		...seats.flatMap((seat) =>
			closest(pastSeat(motion, seat)).map((met) =>
				met.margin < 0 && seatCanGiveWay(context, motion, seat.id)
					? movedFirst(met, seat.id, `${seat.name} is in its way and has to be set otherwise first.`)
					: { ...met, owner: seat.id }
			)
		),
		...things.flatMap((thing) =>
			closest(pastThings(motion, [thing])).map((met) =>
				met.margin < 0
					? movedFirst(met, thing.id, `${thing.name} lies on it or in its way and has to be moved first.`)
					: { ...met, owner: thing.id }
			)
		)
	];
}

/** Lids that can be lifted from the present state. */
export const lidSwing = check({
	rule: 'lid-swing',
	reads: ['seats', 'openings', 'lining'],
	run: (context) =>
		context.scene.pieces.flatMap((piece) =>
			turnsFrom(piece).flatMap((move): Result[] => {
				const key = `${piece.id}+${move.to}`;
				const { scene, only } = context;
				if (only !== undefined && only !== key) return [];
				const open = piece.assembly.states.find(({ id }) => id === move.to)!;
				const found = swing(scene.interior, piece, open);
				if (!found) return [];
				const vehicle: Met = { ...found.clearance, why: `${found.part} comes closest to wall or ceiling on its way.` };
				const least = [...vehicleOf(context, piece, move), ...others(context, piece, move)].reduce(
					(best, met) => (met.margin < best.margin ? met : best),
					vehicle
				);
				return [
					{
						rule: 'lid-swing',
						key,
						title: `${piece.name}: ${open.name.toLowerCase()}`,
						subjects: least.owner ? [piece.id, least.owner] : [piece.id],
						margin: least.margin,
						comfort: 10,
						unit: 'mm',
						limit: 0,
						actual: least.margin,
						why: least.why,
						at: least.at,
						line: [least.at, least.against]
					}
				];
			})
		)
});
