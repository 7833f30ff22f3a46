import { remember } from '../memory';
import { compose, place } from '../geometry/pose';
import { boxAround, boxRound, boxSeparation, cornersOf, vec3, type Box, type Vec3 } from '../geometry/vector';
import {
	cornerClearance,
	floorLining,
	openingsOf,
	rearFaceAt,
	seatAtItsEnds,
	seatStates,
	type Clearance,
	type Interior
} from '../interior';
import { faces, linkPoses, padsIn, placePiece, type PlacedPiece } from '../modes';
import { FREE, motionOf, sweepPastFixtures, sweepPastOwn, sweepsWithin, type Motion, type Sweep } from '../moves';
import type { Move, PieceState } from '../pieces';
import { check, type CheckContext, type Result } from './finding';

/** Further off than this no bar and no other piece matters, mm. */
const NEAR = 30;

/** What goes no further up or down from where it lay turns in its own corner, mm. */
const CORNER = 30;

/** Positions of the lid that are looked at on its way up. */
const STEPS = 8;

/** What a lid comes closest to in the vehicle: walls and ceiling, and the shut rear door. */
interface Swing {
	smooth: { clearance: Clearance; part: string };
	rear: { clearance: Clearance; part: string } | null;
	/** Places of its corners beyond that door. */
	beyond: Vec3[];
	/** Something of the piece that stays reaches to where it goes, above or below where it lay. */
	meetsOwn: boolean;
}

/** Whether parts of a piece that stay reach into the box in which others turn, above or below where those lay: a quick look before the exact one. */
function meets({ parts }: PlacedPiece, turning: ReadonlySet<string>, swept: Box): boolean {
	const lay = boxRound(parts.filter(({ part }) => turning.has(part.id)));
	const [low, high] = [lay.z[0] - CORNER, lay.z[1] + CORNER];
	return parts.some(
		({ part, box }) =>
			!turning.has(part.id) &&
			boxSeparation(box, swept) < 0 &&
			((swept.z[1] > high && box.z[1] > high) || (swept.z[0] < low && box.z[0] < low))
	);
}

/** The least room that anything on a lid, the mattress that stays on it included, has under the ceiling and beside the walls on its way. */
const swing = remember((interior: Interior, piece: PlacedPiece, open: PieceState): Swing | null => {
	let least: Swing['smooth'] | null = null;
	let rear: Swing['rear'] = null;
	const beyond: Vec3[] = [];
	const turning = new Set<string>();
	const swept: Vec3[] = [];
	const { assembly, state } = piece;
	const hinged = Object.keys(open.joints).filter((id) => open.joints[id] !== (state.joints[id] ?? 0));
	const riding = padsIn(assembly, state.id).filter(({ pad, at }) => at.link && pad.places[open.id]?.link === at.link);
	for (let i = 1; i <= STEPS; i++) {
		const joints = Object.fromEntries(hinged.map((id) => [id, (open.joints[id] * i) / STEPS]));
		const poses = linkPoses(assembly.links, { ...state.joints, ...joints });
		const test = (part: string, corners: Vec3[]) => {
			const clearance = cornerClearance(interior, corners);
			if (!least || clearance.margin < least.clearance.margin) least = { clearance, part };
			for (const at of corners) {
				const face = rearFaceAt(interior, at.y, at.z);
				if (at.x < face) beyond.push(at);
				if (!rear || at.x - face < rear.clearance.margin)
					rear = { clearance: { margin: at.x - face, at, against: vec3(face, at.y, at.z) }, part };
			}
		};
		for (const part of assembly.parts) {
			const pose = poses.get(part.link)!;
			// Whatever does not turn stays where it is and was checked there.
			if (pose.rotation[2].z === 1) continue;
			const { lower, upper } = faces(part, compose(pose, part.pose));
			test(part.name, [...lower, ...upper]);
			turning.add(part.id);
			swept.push(...lower, ...upper);
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
	return least && { smooth: least, rear, beyond, meetsOwn: swept.length > 0 && meets(piece, turning, boxAround(swept)) };
});

/** The moves that turn one hinge from the present state: lids, hatches, bunks. */
function turnsFrom({ assembly, state }: PlacedPiece): Move[] {
	const isHinge = (id: string) => assembly.links.find((link) => link.id === id)?.joint.type === 'hinge';
	return assembly.moves.filter(({ from, steps }) => {
		const turned = steps.flatMap(({ joints }) => Object.keys(joints ?? {}));
		return from === state.id && turned.length === 1 && isHinge(turned[0]);
	});
}

/** Bars, pillars and steps that what a lid turns could reach: the rest of the vehicle is smooth, and a few positions tell. */
const pastBars = remember((interior: Interior, piece: PlacedPiece, move: Move): Sweep => {
	const long = ({ box: { x, y, z } }: { box: Box }) => Math.hypot(x[1] - x[0], y[1] - y[0], z[1] - z[0]);
	// No part goes further than the whole piece is long.
	const round = boxRound(piece.parts);
	const near = interior.fixtures.some(({ box }) => boxSeparation(box, round) < long({ box: round }));
	return near ? sweepPastFixtures(interior, motionOf(piece.assembly, move), NEAR) : FREE;
});

const { pastPiece, pastSeat, pastThings } = sweepsWithin(NEAR);
/** Whether something is gone through: by how much does not matter there. */
const through = sweepsWithin(0);

/** Whether a piece can be brought into a state in which it is out of the way of a move. */
const canGiveWay = remember((motion: Motion, { id, name, assembly, state, held }: PlacedPiece): boolean =>
	assembly.states.some(
		(other) => other.id !== state.id && (through.pastPiece(motion, placePiece(id, name, assembly, other, { held })).margin ?? 0) >= 0
	)
);

/** Whether a seat can be set so that it is out of the way of a move: folded, out, or upright and slid to either end. */
function seatCanGiveWay({ plan }: Context, motion: Motion, id: string): boolean {
	const seat = plan.vehicle.seats[id];
	return seatAtItsEnds(id, seat, seatStates(seat), floorLining(plan.vehicle)).some(
		(solid) => (through.pastSeat(motion, solid).margin ?? 0) >= 0
	);
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

/** The rear door; a lid that comes out through it is lifted once it stands open, and passes within its opening. */
function pastRearDoor({ plan, scene }: Context, { rear, beyond }: Swing): Met[] {
	if (!rear) return [];
	const { clearance, part } = rear;
	const met: Met = { ...clearance, why: `${part} comes closest to the rear door on its way.` };
	if (clearance.margin >= 0) return [met];
	const door = openingsOf(plan.vehicle, scene.interior).find(
		({ opening, across, z: high }) =>
			opening.place === 'rear' && beyond.every(({ y, z }) => y >= across[0] && y <= across[1] && z >= high[0] && z <= high[1])
	);
	if (!door) return [met];
	if (scene.mode.doors[door.id] === 'open' || door.opening.door === 'none') return [];
	return [{ ...met, margin: 0, why: `It opens only with the ${door.opening.name.toLowerCase()} open.` }];
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
				const vehicle: Met = { ...found.smooth.clearance, why: `${found.smooth.part} comes closest to wall or ceiling on its way.` };
				const least = [
					...closest(pastBars(scene.interior, piece, move)),
					...(found.meetsOwn ? closest(sweepPastOwn(motionOf(piece.assembly, move), NEAR)) : []),
					...pastRearDoor(context, found),
					...others(context, piece, move)
				].reduce((best, met) => (met.margin < best.margin ? met : best), vehicle);
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
