import { vec3, type Vec2, type Vec3 } from '../geometry/vector';
import { RELAXED, SEGMENT, type Body } from './body';

/**
 * A limb of a linked figure: a ball of radius `r` that runs from `from` to `to`, and as far as `spread` to either side of
 * that way (a trunk is broader than it is deep). Millimetres, in the vehicle.
 */
export interface Limb {
	name: 'head' | 'neck' | 'trunk' | 'thigh' | 'shank' | 'foot' | 'upper arm' | 'forearm';
	from: Vec3;
	to: Vec3;
	r: number;
	spread: Vec3;
}

/** A body in some posture, as limbs. */
export interface Figure {
	posture: BodyPosture;
	limbs: Limb[];
}

/** Every posture the figure takes. */
export type BodyPosture =
	| 'lying on the back'
	| 'curled on the side'
	| 'propped on an elbow'
	| 'sitting up'
	| 'sitting on a bench'
	| 'lounging'
	| 'kneeling'
	| 'crawling'
	| 'crouching'
	| 'standing';

/**
 * Lengths from joint to joint, as fractions of stature: differences of the heights of the segment table. The hip joint is
 * above the seat by what is left of the sitting height, 0.520 - (0.288 + 0.052 + 0.130) = 0.050.
 */
export const LINK = {
	shank: SEGMENT.knee - SEGMENT.foot,
	thigh: SEGMENT.hip - SEGMENT.knee,
	trunk: SEGMENT.hipToShoulder,
	neck: SEGMENT.shoulderToChin,
	head: SEGMENT.head,
	upperArm: SEGMENT.upperArm,
	forearm: 0.146,
	hand: 0.108,
	seat: SEGMENT.sitting - SEGMENT.hipToShoulder - SEGMENT.shoulderToChin - SEGMENT.head
} as const;

/** Thickness of limbs as fractions of stature; our own round figures. */
const THICK = { thigh: 0.043, shank: 0.031, arm: 0.024, foot: 0.018 } as const;

/** Angles in degrees above the direction in which the figure looks, from the hip up and from the hip down. */
interface Angles {
	trunk: number;
	neck: number;
	thigh: number;
	shank: number;
	foot: number;
	upperArm: number;
	forearm: number;
}

/** What a posture needs to be placed: where it bears, which way it looks, how far back a backrest leans. */
export interface Placement {
	/** Under the seat, the knees or the feet: where the posture bears; for lying under the small of the back. */
	at: Vec3;
	/** Direction in which the figure looks, or lies with its feet, seen from above: a unit vector. */
	facing: Vec2;
	/** Lean of the trunk behind the vertical for lounging, degrees. */
	lean?: number;
	/** On a bench: height of the floor, mm; shanks hang down as far as there is room. */
	floor?: number;
}

const degrees = (angle: number) => (angle * Math.PI) / 180;
/** A lean of the trunk at which somebody slack is 0.95 of the sitting height, neck and head upright. */
const SLACK = (Math.acos(1 - ((1 - RELAXED) * SEGMENT.sitting) / LINK.trunk) * 180) / Math.PI;

/** The angles of each posture; sitters hang their shanks as deep as the seat is high. */
const ANGLES: Record<Exclude<BodyPosture, 'curled on the side'>, Angles> = {
	'lying on the back': { trunk: 180, neck: 180, thigh: 0, shank: 0, foot: 90, upperArm: 0, forearm: 0 },
	'propped on an elbow': { trunk: 140, neck: 90, thigh: 0, shank: 0, foot: 90, upperArm: -90, forearm: 0 },
	'sitting up': { trunk: 90 + SLACK, neck: 90, thigh: 0, shank: 0, foot: 90, upperArm: -60, forearm: 0 },
	'sitting on a bench': { trunk: 90 + SLACK, neck: 90, thigh: 0, shank: -90, foot: 0, upperArm: -70, forearm: 0 },
	lounging: { trunk: 135, neck: 120, thigh: 0, shank: 0, foot: 90, upperArm: -40, forearm: 10 },
	kneeling: { trunk: 90, neck: 90, thigh: -90, shank: 180, foot: 180, upperArm: -75, forearm: -20 },
	crawling: { trunk: 5, neck: 40, thigh: -90, shank: 180, foot: 180, upperArm: -90, forearm: -90 },
	crouching: { trunk: 55, neck: 75, thigh: 10, shank: -110, foot: 0, upperArm: -60, forearm: 0 },
	standing: { trunk: 90, neck: 90, thigh: -90, shank: -90, foot: 0, upperArm: -90, forearm: -80 }
};

/** Builds a chain of limbs in the upright plane of `facing` through a point. */
class Chain {
	private readonly side: Vec2;
	readonly limbs: Limb[] = [];

	constructor(
		private readonly facing: Vec2,
		private readonly hip: Vec3
	) {
		this.side = { x: -facing.y, y: facing.x };
	}

	/** A point so far ahead, up and aside of the hip. */
	point(ahead: number, up: number, aside = 0): Vec3 {
		const { facing, side, hip } = this;
		return vec3(hip.x + facing.x * ahead + side.x * aside, hip.y + facing.y * ahead + side.y * aside, hip.z + up);
	}

	add(name: Limb['name'], from: Vec2, to: Vec2, r: number, half: number, aside = 0): void {
		const { side } = this;
		this.limbs.push({
			name,
			from: this.point(from.x, from.y, aside),
			to: this.point(to.x, to.y, aside),
			r,
			spread: vec3(side.x * half, side.y * half, 0)
		});
	}
}

/** From a point so far along a direction, in the upright plane. */
const go = (from: Vec2, angle: number, length: number): Vec2 => ({
	x: from.x + length * Math.cos(degrees(angle)),
	y: from.y + length * Math.sin(degrees(angle))
});

/** Sizes of a body's links in mm; a measured sitting height stretches trunk, neck and head alike. */
function links(body: Body) {
	const H = body.stature;
	const upper = (body.sitting - LINK.seat * H) / ((LINK.trunk + LINK.neck + LINK.head) * H);
	return {
		trunk: LINK.trunk * H * upper,
		neck: LINK.neck * H * upper,
		head: LINK.head * H * upper,
		thigh: LINK.thigh * H,
		shank: LINK.shank * H,
		foot: SEGMENT.footLength * H,
		upperArm: LINK.upperArm * H,
		forearm: (LINK.forearm + LINK.hand * 0.6) * H,
		seat: LINK.seat * H
	};
}

/** How high the hip joint is above what bears the posture. */
function hipHeight(posture: BodyPosture, body: Body, angles: Angles): number {
	const l = links(body);
	const H = body.stature;
	const drop = (angle: number, length: number) => -length * Math.sin(degrees(angle));
	switch (posture) {
		case 'lying on the back':
			return body.chestDepth / 2;
		case 'kneeling':
			return l.thigh + THICK.shank * H;
		case 'crawling':
			return l.upperArm + l.forearm - l.trunk * Math.sin(degrees(angles.trunk));
		case 'crouching':
		case 'standing':
			return drop(angles.thigh, l.thigh) + drop(angles.shank, l.shank) + SEGMENT.foot * H;
		default:
			return l.seat;
	}
}

/**
 * A body posed as a linked figure from the segment table: where each limb runs, for silhouettes, meshes and clearances.
 * The crown of an upright sitter comes out at the sitting height, that of somebody standing at the stature.
 */
export function figureOf(body: Body, posture: BodyPosture, placement: Placement): Figure {
	return posture === 'curled on the side' ? curled(body, placement) : posed(body, posture, placement);
}

function posed(body: Body, posture: Exclude<BodyPosture, 'curled on the side'>, { at, facing, lean, floor }: Placement): Figure {
	const H = body.stature;
	const l = links(body);
	const angles = { ...ANGLES[posture] };
	if (posture === 'lounging' && lean !== undefined) [angles.trunk, angles.neck] = [90 + lean, 90 + Math.max(0, lean - 15)];
	// The arm that carries stands upright on its elbow: the trunk leans as the triangle of both asks.
	if (posture === 'propped on an elbow')
		angles.trunk = 180 - (Math.asin(Math.max(0, Math.min(1, (l.upperArm - l.seat) / l.trunk))) * 180) / Math.PI;
	const chain = new Chain(facing, vec3(at.x, at.y, at.z + hipHeight(posture, body, angles)));
	const hip = { x: 0, y: 0 };
	const depth = body.chestDepth / 2;
	const shoulder = go(hip, angles.trunk, l.trunk);
	const chin = go(shoulder, angles.neck, l.neck);
	const headRadius = l.head / 2;
	// The ball of the head ends at the crown; its lower end is the chin.
	const head = go(chin, angles.neck, headRadius);
	const crownwards = go(chin, angles.neck, l.head - headRadius * 0.8);
	const waist = go(hip, angles.trunk, l.trunk * 0.08);
	chain.add('trunk', waist, go(hip, angles.trunk, l.trunk * 0.92), depth * 0.86, Math.max(0, body.breadth / 2 - depth));
	chain.add('neck', shoulder, chin, headRadius * 0.45, 0);
	chain.add('head', head, crownwards, headRadius * 0.8, 0);
	const knee = go(hip, angles.thigh, l.thigh);
	const hanging = posture === 'sitting on a bench' && floor !== undefined;
	const ankle = hanging ? seatedAnkle(chain, knee, l.shank, floor + SEGMENT.foot * H) : go(knee, angles.shank, l.shank);
	// The sole lies as far beyond the ankle as the table says, along the shank.
	const along = (Math.atan2(ankle.y - knee.y, ankle.x - knee.x) * 180) / Math.PI;
	const heel = go(ankle, along, (SEGMENT.foot - THICK.foot) * H);
	const toes = go(heel, angles.foot, l.foot * 0.72);
	const apart = body.hipBreadth * 0.25;
	for (const aside of [-apart, apart]) {
		chain.add('thigh', hip, knee, THICK.thigh * H, 0, aside);
		chain.add('shank', knee, ankle, THICK.shank * H, 0, aside);
		chain.add('foot', heel, toes, THICK.foot * H, 0, aside);
	}
	const arms = posture === 'propped on an elbow' ? [1] : [-1, 1];
	for (const side of arms) {
		const aside = side * (body.breadth / 2 - THICK.arm * H);
		const elbow = go(shoulder, angles.upperArm, l.upperArm);
		chain.add('upper arm', shoulder, elbow, THICK.arm * H, 0, aside);
		chain.add('forearm', elbow, go(elbow, angles.forearm, l.forearm), THICK.arm * H * 0.85, 0, aside);
	}
	return { posture, limbs: chain.limbs };
}

/** Where the ankle of somebody on a seat is: straight down as far as the shank goes, or on the floor and forward where it is nearer. */
function seatedAnkle(chain: Chain, knee: Vec2, shank: number, floor: number): Vec2 {
	const drop = Math.min(shank, Math.max(0, chain.point(knee.x, knee.y).z - floor));
	return { x: knee.x + Math.sqrt(shank ** 2 - drop ** 2), y: knee.y - drop };
}

/** On the side with hips and knees at right angles: the sagittal plane lies level, half a shoulder breadth above the bed. */
function curled(body: Body, { at, facing }: Placement): Figure {
	const H = body.stature;
	const l = links(body);
	const z = at.z + body.breadth / 2;
	const side = { x: -facing.y, y: facing.x };
	// The head lies against the direction of the feet; knees come forward, to the left of it.
	const point = (along: number, forward: number, height: number = z): Vec3 =>
		vec3(at.x - facing.x * along + side.x * forward, at.y - facing.y * along + side.y * forward, height);
	const limb = (name: Limb['name'], from: Vec3, to: Vec3, r: number, half = 0): Limb => ({
		name,
		from,
		to,
		r,
		spread: vec3(0, 0, half)
	});
	const depth = body.chestDepth / 2;
	const low = at.z + THICK.thigh * H;
	const headZ = at.z + body.headBreadth / 2 + 0.02 * H;
	const limbs = [
		limb('trunk', point(0.02 * H, 0), point(l.trunk * 0.92, 0), depth * 0.86, Math.max(0, body.breadth / 2 - depth)),
		limb(
			'head',
			point(l.trunk + l.neck + l.head * 0.4, 0.02 * H, headZ),
			point(l.trunk + l.neck + l.head * 0.6, 0.02 * H, headZ),
			l.head * 0.4
		)
	];
	for (const height of [low, low + 2 * THICK.thigh * H]) {
		limbs.push(
			limb('thigh', point(0, 0, height), point(-l.thigh * 0.35, l.thigh * 0.94, height), THICK.thigh * H),
			limb(
				'shank',
				point(-l.thigh * 0.35, l.thigh * 0.94, height),
				point(-l.thigh * 0.35 - l.shank * 0.94, l.thigh * 0.94 - l.shank * 0.35, height),
				THICK.shank * H
			)
		);
	}
	const shoulder = point(l.trunk * 0.92, depth, z);
	const elbow = point(l.trunk * 0.92 - l.upperArm * 0.6, depth + l.upperArm * 0.7, low);
	limbs.push(
		limb('upper arm', shoulder, elbow, THICK.arm * H),
		limb('forearm', elbow, point(l.trunk * 0.92 + l.forearm * 0.3, depth + l.upperArm, low), THICK.arm * H * 0.85)
	);
	return { posture: 'curled on the side', limbs };
}

/** The highest point of a figure, mm. */
export const topOf = ({ limbs }: Figure): number =>
	Math.max(...limbs.map(({ from, to, r, spread }) => Math.max(from.z, to.z) + Math.abs(spread.z) + r));

/** How high a body is in a posture above what bears it, mm: the crown of an upright head, or the highest part of the body. */
export const postureHeight = (body: Body, posture: BodyPosture): number =>
	topOf(figureOf(body, posture, { at: vec3(0, 0, 0), facing: { x: 1, y: 0 } }));
