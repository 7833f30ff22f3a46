import { vec2, vec3, type Vec3 } from '../geometry/vector';
import type { Scene } from '../modes';
import type { Person, Plan } from '../plan/plan';
import { sign, type Interior } from '../interior';
import { compressed } from './body';
import type { BodyPosture, Placement } from './figure';
import { headroom } from './headroom';
import { LYING_SHARES, pointOf } from './lying';
import { placeSitters, placeSleepers, type Sitter, type Sleeper } from './placing';

/** What somebody can be shown doing in bed. */
export const BED_POSTURES = [
	'lying on the back',
	'curled on the side',
	'propped on an elbow',
	'sitting up',
	'lounging',
	'kneeling',
	'crawling'
] as const satisfies readonly BodyPosture[];
export type BedPosture = (typeof BED_POSTURES)[number];

/** Where on the way from crown to feet the hips of somebody lying are. */
const HIPS = LYING_SHARES.hips;
/** Postures that press the mattress down as sitting does. */
const SITS: readonly BedPosture[] = ['sitting up', 'lounging', 'kneeling', 'crawling'];

/** The share of the way from crown to feet, between two shares, over which the roof is highest. */
export function roomiestShare(interior: Interior, { rest, body }: Sleeper, from: number, to: number): { share: number; free: number } {
	let found = { share: from, free: 0 };
	for (let share = from; share <= to + 1e-9; share += 0.05) {
		const { x, y } = pointOf(rest, share);
		const free = headroom(interior, x, y, body.headBreadth / 2);
		if (free > found.free) found = { share, free };
	}
	return found;
}

/** A posture and where it is taken. */
export interface Pose {
	posture: BodyPosture;
	placement: Placement;
}

/** The pose of somebody in bed, on the compressed mattress; sitting, it is where the roof is highest over the bed. */
export function poseInBed(interior: Interior, sleeper: Sleeper, posture: BedPosture = 'lying on the back'): Pose {
	const { rest, surface } = sleeper;
	const upright = posture === 'sitting up' || posture === 'kneeling' || posture === 'crawling';
	// The back needs bed behind the hips.
	const share = upright ? roomiestShare(interior, sleeper, 0.25, 0.6).share : HIPS;
	const { x, y } = pointOf(rest, share);
	const z = surface.base + compressed(surface.pad, surface.foam, SITS.includes(posture) ? 'sitting' : 'lying');
	return { posture, placement: { at: vec3(x, y, z), facing: vec2(-Math.cos(rest.angle), -Math.sin(rest.angle)) } };
}

/** Somebody slack who leans on a backrest has their hips so much of their stature ahead of it. */
const HIPS_AHEAD = 0.19;

/** Where the hips of somebody on a raked seat bear: on the slope, the cushion compressed. */
export function rakedSeatAt({ body, surface, x: y }: Sitter): Vec3 | undefined {
	if (!surface.raked) return undefined;
	const { backAt, facing, slope } = surface.raked;
	const x = backAt + facing * HIPS_AHEAD * body.stature;
	return vec3(x, y, surface.base + (x - backAt) * slope + compressed(surface.pad, surface.foam, 'sitting'));
}

/** The pose of somebody on a bench, back against the backrest, or on a raked seat; undefined where the seat has no direction. */
export function poseOnBench(sitter: Sitter): Pose | undefined {
	const { body, surface, x } = sitter;
	const raked = rakedSeatAt(sitter);
	if (raked) return { posture: 'sitting up', placement: { at: raked, facing: vec2(surface.raked!.facing, 0) } };
	if (!surface.faces) return undefined;
	const s = sign(surface.faces.direction);
	const seat = surface.base + compressed(surface.pad, surface.foam, 'sitting');
	const y = surface.faces.backAt + s * HIPS_AHEAD * body.stature;
	return { posture: 'sitting on a bench', placement: { at: vec3(x, y, seat), facing: vec2(0, s), floor: 0 } };
}

/** Somebody in a scene and how they are posed. */
export interface Posed {
	id: string;
	person: Person;
	pose: Pose;
	/** What they are doing, in words. */
	title: string;
}

/** Everybody in a scene who has a place in it; whoever is in bed in the posture asked for. */
export const posesIn = (crew: Plan['crew'], scene: Scene, posture?: BedPosture): Posed[] => [
	...placeSleepers(crew, scene)
		.filter(({ longest }) => longest.length > 0)
		.map((sleeper): Posed => {
			const pose = poseInBed(scene.interior, sleeper, posture);
			return { id: sleeper.id, person: sleeper.person, pose, title: pose.posture };
		}),
	...placeSitters(crew, scene).flatMap((sitter): Posed[] => {
		const pose = poseOnBench(sitter);
		return pose ? [{ id: sitter.id, person: sitter.person, pose, title: 'sitting' }] : [];
	})
];
