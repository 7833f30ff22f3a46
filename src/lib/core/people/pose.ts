import { vec2, vec3, type Vec3 } from '../geometry/vector';
import type { Scene } from '../modes';
import type { Person, Plan } from '../plan/plan';
import { compressed } from './body';
import type { BodyPosture, Placement } from './figure';
import { overheadIn, type Overhead } from './headroom';
import { LYING_SHARES, pointOf } from './lying';
import { placeSitters, placeSleepers, type Sitter, type Sleeper } from './placing';
import { aheadOf } from './sitting';

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

/** The share of the way from crown to feet, between two shares, over which most is free, and how much that is. */
export function roomiestShare(scene: Scene, { rest, body, z }: Sleeper, from: number, to: number): { share: number } & Overhead {
	let found: { share: number } & Overhead = { share: from, high: 0 };
	for (let share = from; share <= to + 1e-9; share += 0.05) {
		const { x, y } = pointOf(rest, share);
		const over = overheadIn(scene, x, y, body.headBreadth / 2, z);
		if (over.high > found.high) found = { share, ...over };
	}
	return found;
}

/** A posture and where it is taken. */
export interface Pose {
	posture: BodyPosture;
	placement: Placement;
}

/** The pose of somebody in bed, on the compressed mattress; sitting, it is where most is free over the bed. */
export function poseInBed(scene: Scene, sleeper: Sleeper, posture: BedPosture = 'lying on the back'): Pose {
	const { rest, surface } = sleeper;
	const upright = posture === 'sitting up' || posture === 'kneeling' || posture === 'crawling';
	// The back needs bed behind the hips.
	const share = upright ? roomiestShare(scene, sleeper, 0.25, 0.6).share : HIPS;
	const { x, y } = pointOf(rest, share);
	const z = surface.base + compressed(surface.pad, surface.foam, SITS.includes(posture) ? 'sitting' : 'lying');
	return { posture, placement: { at: vec3(x, y, z), facing: vec2(-Math.cos(rest.angle), -Math.sin(rest.angle)) } };
}

/** Somebody slack who leans on a backrest has their hips so much of their stature ahead of it. */
const HIPS_AHEAD = 0.19;

/** On the edge of a bed one sits upright: buttocks reach so much of a stature behind the hip joint. */
const HIPS_UPRIGHT = 0.07;

/** Height of the compressed seat so far ahead of the back of a sitter: on a seat that slopes it changes. */
export function seatUnder({ surface, sight: { back, s } }: Sitter, ahead: number): number {
	const level = surface.base + compressed(surface.pad, surface.foam, 'sitting');
	const { raked } = surface;
	return raked ? level + (back + s * ahead - raked.backAt) * raked.slope : level;
}

/** Where the hips of somebody who sits bear, the cushion compressed. */
export function hipsOf(sitter: Sitter): Vec3 {
	const ahead = (sitter.on === 'edge' ? HIPS_UPRIGHT : HIPS_AHEAD) * sitter.body.stature;
	return aheadOf(sitter.sight, ahead, seatUnder(sitter, ahead));
}

/** The pose of somebody who sits: against a backrest, on a seat that slopes with their legs on it, or on the edge of a bed. */
function poseSitting(sitter: Sitter): Pose {
	const { axis, s } = sitter.sight;
	const placement = { at: hipsOf(sitter), facing: axis === 'x' ? vec2(s, 0) : vec2(0, s) };
	return sitter.on === 'slope'
		? { posture: 'sitting up', placement }
		: { posture: 'sitting on a bench', placement: { ...placement, floor: 0 } };
}

/** Somebody in a scene and how they are posed. */
export interface Posed {
	id: string;
	person: Person;
	pose: Pose;
	/** What they are doing, in words. */
	title: string;
	/** The pieces that they are on, or the floor. */
	on: readonly string[];
}

/** Everybody in a scene who has a place in it; whoever is in bed in the posture asked for. */
export const posesIn = (crew: Plan['crew'], scene: Scene, posture?: BedPosture): Posed[] => [
	...placeSleepers(crew, scene)
		.filter(({ longest }) => longest.length > 0)
		.map((sleeper): Posed => {
			const pose = poseInBed(scene, sleeper, posture);
			return {
				id: sleeper.id,
				person: sleeper.person,
				pose,
				title: pose.posture,
				on: sleeper.own.length > 0 ? sleeper.own : [sleeper.piece]
			};
		}),
	...placeSitters(crew, scene).map((sitter): Posed => ({
		id: sitter.id,
		person: sitter.person,
		pose: poseSitting(sitter),
		title: 'sitting',
		on: sitter.own
	}))
];
