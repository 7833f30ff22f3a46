import { area, bounds, rectangle, type Polygon } from '../geometry/polygon';
import { compose, IDENTITY, place, shiftBy, turnAbout, type Pose } from '../geometry/pose';
import { boxAround, vec3, type Box, type Vec3 } from '../geometry/vector';
import type { Assembly, Joint, Link, Pad, PadPlace, Part, Stop } from './assembly';

/** A part where it stands in one mode. */
export interface PlacedPart {
	piece: string;
	part: Part;
	/** The corners of its lower and upper outline, in the vehicle. */
	lower: Vec3[];
	upper: Vec3[];
	/** The same for the openings in it, if it has any. */
	holes?: { lower: Vec3[]; upper: Vec3[] }[];
	box: Box;
	/** Its outline from above when its faces are level, else null: a tilted part is checked by its corners. */
	footprint: Polygon | null;
}

/** A pad where it lies in one mode. */
export interface PlacedPad {
	piece: string;
	pad: Pad;
	role: PadPlace['role'];
	/** Its outline from above as built, and the corners of its lower and upper face where it lies. */
	outline: Polygon;
	lower: Vec3[];
	upper: Vec3[];
	box: Box;
	/** From above when it lies level or stands upright, else null. */
	footprint: Polygon | null;
}

/** Where a joint puts what hangs on it, at a joint value. */
export function jointPose(joint: Joint, value: number): Pose {
	switch (joint.type) {
		case 'fixed':
			return IDENTITY;
		case 'slide':
			return shiftBy(vec3(joint.axis.x * value, joint.axis.y * value, joint.axis.z * value));
		case 'hinge':
		case 'swing':
			return turnAbout(joint.origin, joint.axis, value);
		case 'track': {
			const { pin, far } = joint;
			const long = Math.hypot(far.x - pin.x, far.y - pin.y);
			const axis = vec3((far.y - pin.y) / long, -(far.x - pin.x) / long, 0);
			return turnAbout(pin, axis, Math.asin(Math.max(-1, Math.min(1, value / long))));
		}
		default: {
			const { shift, angle } = stopAt(joint.way, value);
			return compose(shiftBy(shift), turnAbout(joint.about.origin, joint.about.axis, angle));
		}
	}
}

/** Between two stops of a way everything changes in proportion. */
function stopAt(way: readonly Stop[], value: number): Stop {
	const stops = [{ shift: vec3(0, 0, 0), angle: 0 }, ...way];
	const at = Math.max(0, Math.min(stops.length - 1, value));
	const [a, b] = [stops[Math.floor(at)], stops[Math.ceil(at)]];
	const share = at - Math.floor(at);
	const mix = (from: number, to: number) => from + share * (to - from);
	return {
		shift: vec3(mix(a.shift.x, b.shift.x), mix(a.shift.y, b.shift.y), mix(a.shift.z, b.shift.z)),
		angle: mix(a.angle, b.angle)
	};
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
	const holes = part.cutOuts?.map(({ outline }) => faces({ outline, thickness: part.thickness }, pose));
	return { piece, part, lower, upper, ...(holes ? { holes } : {}), box, footprint: footprintOf(pose, lower, box, part) };
}

/** A pad placed by the pose of the link that carries it. */
export function placePad(piece: string, pad: Pad, at: PadPlace, link: Pose): PlacedPad {
	const outline = at.outline ?? rectangle(...at.box.x, ...at.box.y);
	const face = (z: number) => outline.map((p) => place(link, vec3(p.x, p.y, z)));
	const [lower, upper] = [face(at.box.z[0]), face(at.box.z[1])];
	const box = boxAround([...lower, ...upper]);
	const footprint = footprintOf(link, lower, box, { outline, thickness: at.box.z[1] - at.box.z[0] });
	return { piece, pad, role: at.role, outline, lower, upper, box, footprint };
}

/** What is bought and no larger than this is a fitting, which joins what it touches, mm. */
const FITTING = 120;
export const isFitting = (box: Box): boolean => Object.values(box).every(([low, high]: [number, number]) => high - low <= FITTING);

/** The corners of the two faces of a part under a pose. */
export const faces = (part: Pick<Part, 'outline' | 'thickness'>, pose: Pose): { lower: Vec3[]; upper: Vec3[] } => ({
	lower: part.outline.map((p) => place(pose, vec3(p.x, p.y, 0))),
	upper: part.outline.map((p) => place(pose, vec3(p.x, p.y, part.thickness)))
});

function footprintOf(pose: Pose, lower: Vec3[], box: Box, part: Pick<Part, 'outline' | 'thickness'>): Polygon | null {
	if (Math.abs(pose.rotation[2].z) > 1 - 1e-9) return lower.map(({ x, y }) => ({ x, y }));
	const upright = uprightFootprint(pose, part);
	if (upright) return upright;
	// A rectangular part along the axes fills its box, whichever way it stands.
	const { x, y } = bounds(part.outline);
	const volume = (x[1] - x[0]) * (y[1] - y[0]) * part.thickness;
	const size = (['x', 'y', 'z'] as const).map((axis) => box[axis][1] - box[axis][0]);
	const square = part.outline.length === 4 && Math.abs(Math.abs(area(part.outline)) * part.thickness - volume) < 1e-6 * volume + 1;
	const fills = square && Math.abs(size[0] * size[1] * size[2] - volume) < 1e-6 * volume + 1;
	return fills ? rectangle(box.x[0], box.x[1], box.y[0], box.y[1]) : null;
}

/** From above: a rectangular part that stands upright but askew to the axes, as a door that is ajar. */
function uprightFootprint(pose: Pose, { outline, thickness }: Pick<Part, 'outline' | 'thickness'>): Polygon | null {
	const { x, y } = bounds(outline);
	const level = (direction: Vec3) => Math.abs(direction.z) < 1e-9;
	const own = (axis: 'x' | 'y' | 'z') => vec3(pose.rotation[0][axis], pose.rotation[1][axis], pose.rotation[2][axis]);
	const askew = Math.abs(pose.rotation[0].z) > 1e-9 && Math.abs(pose.rotation[1].z) > 1e-9;
	if (!askew || !level(own('z')) || outline.length !== 4 || Math.abs(Math.abs(area(outline)) - (x[1] - x[0]) * (y[1] - y[0])) > 1e-6)
		return null;
	const lies = level(own('x')) ? 'x' : level(own('y')) ? 'y' : null;
	if (!lies) return null;
	const along: [number, number] = lies === 'x' ? x : y;
	const corner = (t: number, n: number) => {
		const { x: px, y: py } = place(pose, lies === 'x' ? vec3(t, y[0], n) : vec3(x[0], t, n));
		return { x: px, y: py };
	};
	const points = [corner(along[0], 0), corner(along[1], 0), corner(along[1], thickness), corner(along[0], thickness)];
	return area(points) > 0 ? points : points.reverse();
}

/** A pad with one of its places. */
export type PadAt = { pad: Pad; at: PadPlace };

/** The pads of an assembly that lie somewhere in a state. */
export const padsIn = (assembly: Assembly, state: string): PadAt[] =>
	assembly.pads.flatMap((pad) => (pad.places[state] ? [{ pad, at: pad.places[state] }] : []));

/** The chain of links from one up to the vehicle. */
export function chainOf(links: readonly Link[], id: string): string[] {
	const parent = links.find((link) => link.id === id)?.parent;
	return parent ? [id, ...chainOf(links, parent)] : [id];
}

/** The link that a link is fixed to for good, with which it moves as one; itself where it moves, or stands on the vehicle. */
export function rootOf(links: readonly Link[], id: string): string {
	const link = links.find((one) => one.id === id);
	return link?.parent !== undefined && link.joint.type === 'fixed' ? rootOf(links, link.parent) : id;
}

/** Whether a link is another one or hangs on it, so that it moves along. */
export const movesAlong = (links: readonly Link[], link: string, on: string): boolean => chainOf(links, link).includes(on);

/** Whether a link is in the vehicle when some are out of it: what hangs on those is out as well. */
const stays = (links: Link[], out: readonly string[]) => (link: string) =>
	out.length === 0 || !chainOf(links, link).some((one) => out.includes(one));

/** The parts of an assembly with its joints at any values, those on links that are out of the vehicle left out. */
export function placedParts(id: string, { links, parts }: Assembly, joints: Record<string, number>, out: readonly string[]): PlacedPart[] {
	const poses = linkPoses(links, joints);
	const isIn = stays(links, out);
	return parts.filter((part) => isIn(part.link)).map((part) => placePart(id, part, poses.get(part.link)!));
}

/** Some pads of an assembly where they lie, with its joints at any values; those on links that are out of the vehicle left out. */
export function placedPads(
	id: string,
	{ links }: Assembly,
	joints: Record<string, number>,
	out: readonly string[],
	pads: readonly PadAt[]
): PlacedPad[] {
	const poses = linkPoses(links, joints);
	const isIn = stays(links, out);
	return pads
		.filter(({ at }) => !at.link || isIn(at.link))
		.map(({ pad, at }) => placePad(id, pad, at, at.link ? poses.get(at.link)! : IDENTITY));
}
