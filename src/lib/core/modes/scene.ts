import { bounds, rectangle, type Polygon } from '../geometry/polygon';
import { compose, IDENTITY, place, shiftBy, turnAbout, type Pose } from '../geometry/pose';
import { boxAround, vec3, type Box, type Vec3 } from '../geometry/vector';
import { floorLining, seatSolid, type Interior, type SeatSolid } from '../interior';
import type { Assembly, Joint, Link, Pad, Part, PieceState } from '../pieces';
import type { Mode } from '../plan/plan';
import { defaultSetting } from '../plan/seat-setting';
import type { Vehicle } from '../plan/vehicle';

/** A part where it stands in one mode. */
export interface PlacedPart {
	piece: string;
	part: Part;
	/** The corners of its lower and upper outline, in the vehicle. */
	lower: Vec3[];
	upper: Vec3[];
	box: Box;
	/** Its outline from above when its faces are level, else null: a tilted part is checked by its corners. */
	footprint: Polygon | null;
}

/** A pad where it lies in one mode. */
export interface PlacedPad {
	piece: string;
	pad: Pad;
	role: Pad['places'][string]['role'];
	box: Box;
	/** From above. */
	footprint: Polygon;
}

/** A piece as it stands in one mode. */
export interface PlacedPiece {
	id: string;
	name: string;
	assembly: Assembly;
	state: PieceState;
	parts: PlacedPart[];
	pads: PlacedPad[];
}

/** Everything that stands in the vehicle in one mode. */
export interface Scene {
	mode: Mode;
	interior: Interior;
	seats: SeatSolid[];
	pieces: PlacedPiece[];
}

/** Where a joint puts what hangs on it, at a joint value. */
export function jointPose(joint: Joint, value: number): Pose {
	if (joint.type === 'slide') return shiftBy(vec3(joint.axis.x * value, joint.axis.y * value, joint.axis.z * value));
	if (joint.type === 'hinge') return turnAbout(joint.origin, joint.axis, value);
	return IDENTITY;
}

/** Where every link of an assembly is, for given joint values. */
export function linkPoses(links: Link[], joints: Record<string, number>): Map<string, Pose> {
	const poses = new Map<string, Pose>();
	const byId = new Map(links.map((link) => [link.id, link]));
	const find = (id: string): Pose => {
		const known = poses.get(id);
		if (known) return known;
		const link = byId.get(id)!;
		const own = jointPose(link.joint, joints[id] ?? 0);
		const pose = link.parent ? compose(find(link.parent), own) : own;
		poses.set(id, pose);
		return pose;
	};
	for (const link of links) find(link.id);
	return poses;
}

/** A part placed by the pose of its link. */
export function placePart(piece: string, part: Part, link: Pose): PlacedPart {
	const pose = compose(link, part.pose);
	const { lower, upper } = faces(part, pose);
	const box = boxAround([...lower, ...upper]);
	return { piece, part, lower, upper, box, footprint: footprintOf(pose, lower, box, part) };
}

/** The corners of the two faces of a part under a pose. */
export const faces = (part: Part, pose: Pose): { lower: Vec3[]; upper: Vec3[] } => ({
	lower: part.outline.map((p) => place(pose, vec3(p.x, p.y, 0))),
	upper: part.outline.map((p) => place(pose, vec3(p.x, p.y, part.thickness)))
});

function footprintOf(pose: Pose, lower: Vec3[], box: Box, part: Part): Polygon | null {
	if (Math.abs(pose.rotation[2].z) > 1 - 1e-9) return lower.map(({ x, y }) => ({ x, y }));
	// A rectangular part along the axes fills its box, whichever way it stands.
	const { x, y } = bounds(part.outline);
	const volume = (x[1] - x[0]) * (y[1] - y[0]) * part.thickness;
	const size = (['x', 'y', 'z'] as const).map((axis) => box[axis][1] - box[axis][0]);
	const fills = part.outline.length === 4 && Math.abs(size[0] * size[1] * size[2] - volume) < 1e-6 * volume + 1;
	return fills ? rectangle(box.x[0], box.x[1], box.y[0], box.y[1]) : null;
}

/** The state a piece takes in a mode: the one the mode names, else the one that suits its use, else the first. */
export function stateIn(assembly: Assembly, mode: Mode, piece: string): PieceState {
	return (
		assembly.states.find((s) => s.id === mode.pieces[piece]) ??
		assembly.states.find((s) => s.startsFor.includes(mode.use)) ??
		assembly.states[0]
	);
}

/** A piece in one of its states. */
export function placePiece(id: string, name: string, assembly: Assembly, state: PieceState): PlacedPiece {
	const poses = linkPoses(assembly.links, state.joints);
	return {
		id,
		name,
		assembly,
		state,
		parts: assembly.parts.map((part) => placePart(id, part, poses.get(part.link)!)),
		pads: assembly.pads.flatMap((pad) => {
			const at = pad.places[state.id];
			return at ? [{ piece: id, pad, role: at.role, box: at.box, footprint: at.outline ?? rectangle(...at.box.x, ...at.box.y) }] : [];
		})
	};
}

/** The seats of a vehicle as a mode sets them. */
export const seatsIn = (vehicle: Vehicle, mode: Mode): SeatSolid[] =>
	Object.entries(vehicle.seats).map(([id, seat]) =>
		seatSolid(id, seat, mode.seats[id] ?? defaultSetting(seat, mode.use), floorLining(vehicle))
	);
