import { vec3, type Vec3 } from '../geometry/vector';
import { bounds } from '../geometry/polygon';
import { archNotch, leastHalfWidth, sign } from '../interior';
import { compressed, headroom, placeSitters, rakedSeatAt, RELAXED, ROOM, seatBoxes, SEGMENT, type Sitter } from '../people';
import type { Check, CheckContext, Result } from './finding';
import { lengthMark } from '../units';

/** Heels stand this share of stature behind the hollow of the knee: nobody sits with their shins quite upright. */
const HEEL_BACK = 0.05;

const sitterCheck = (
	rule: string,
	judge: (sitter: Sitter, context: CheckContext) => Omit<Result, 'rule' | 'key' | 'subjects' | 'unit'>,
	on: (sitter: Sitter) => boolean = ({ surface }) => surface.faces !== undefined
): Check => ({
	rule,
	run: (context) =>
		placeSitters(context.plan.crew, context.scene)
			.filter(on)
			.map((sitter) => ({
				rule,
				key: `${sitter.piece}+${sitter.id}`,
				subjects: [sitter.piece, sitter.id],
				unit: 'mm',
				...judge(sitter, context)
			}))
});

/** y of whatever ends the room in front of a sitter below knee height: the other wall, an arch, a seat or another piece. */
function opposite(sitter: Sitter, { scene }: CheckContext, z: [number, number]): number {
	const faces = sitter.surface.faces!;
	const s = sign(faces.direction);
	const half = sitter.body.hipBreadth / 2;
	const x: [number, number] = [sitter.x - half, sitter.x + half];
	let reach = leastHalfWidth(scene.interior, faces.direction, x, z);
	const meets = (from: number, to: number) => from < x[1] && to > x[0];
	for (const arch of scene.interior.arches) {
		const foot = arch.side === faces.direction && archNotch(arch, z[0], 0);
		if (foot && meets(...bounds(foot).x)) reach = Math.min(reach, arch.inner);
	}
	const others = scene.pieces.filter((p) => p.id !== sitter.piece).flatMap((p) => p.parts.map((part) => part.box));
	for (const box of [...others, ...seatBoxes(scene)])
		if (meets(...box.x) && box.z[0] < z[1] && box.z[1] > z[0]) {
			const near = s > 0 ? box.y[0] : -box.y[1];
			if (near > s * faces.edgeAt) reach = Math.min(reach, near);
		}
	return s * reach;
}

export const benchLegRoom = sitterCheck('bench-leg-room', (sitter, context) => {
	const { body, person, surface } = sitter;
	const faces = surface.faces!;
	const H = body.stature;
	const seat = surface.base + compressed(surface.pad, surface.foam, 'sitting');
	const end = opposite(sitter, context, [0, seat + 100]);
	const room = Math.abs(end - faces.backAt);
	const depth = Math.abs(faces.edgeAt - faces.backAt);
	const toes = Math.max(SEGMENT.seatDepth * H, depth) - HEEL_BACK * H + SEGMENT.footLength * H;
	const limit = Math.max(SEGMENT.buttockToKnee * H, toes);
	const at: Vec3 = vec3(sitter.x, faces.backAt, seat);
	return {
		title: `${person.name}: leg room on the bench`,
		margin: room - limit,
		comfort: 100,
		limit,
		actual: room,
		why: `From the backrest, knees reach ${lengthMark(Math.round(SEGMENT.buttockToKnee * H))} and toes ${lengthMark(Math.round(toes))} on a seat ${lengthMark(Math.round(depth))} deep.`,
		at: vec3(sitter.x, end, seat),
		line: [at, vec3(sitter.x, end, seat)]
	};
});

/** Where the head of a sitter is, seen from above, and the height of the compressed seat under it. */
function headOf(sitter: Sitter): Vec3 {
	const { body, surface, x } = sitter;
	const raked = rakedSeatAt(sitter);
	// The head is about half a head's breadth and a hand in front of the backrest.
	if (raked) return vec3(surface.raked!.backAt + surface.raked!.facing * 0.1 * body.stature, raked.y, raked.z);
	const seat = surface.base + compressed(surface.pad, surface.foam, 'sitting');
	return vec3(x, surface.faces!.backAt + sign(surface.faces!.direction) * 0.1 * body.stature, seat);
}

export const benchHead = sitterCheck(
	'bench-head',
	(sitter, { scene }) => {
		const { body, person } = sitter;
		const { x, y, z: seat } = headOf(sitter);
		const free = headroom(scene.interior, x, y, body.headBreadth / 2);
		const limit = RELAXED * body.sitting + ROOM.overHair;
		return {
			title: `${person.name}: head room on the bench`,
			margin: free - seat - limit,
			comfort: (1 - RELAXED) * body.sitting,
			limit,
			actual: free - seat,
			why: `Sitting relaxed ${person.name} needs ${lengthMark(Math.round(limit))} over the compressed cushion; the leaning wall counts as well as the ceiling.`,
			at: vec3(x, y, seat + limit),
			line: [vec3(x, y, seat), vec3(x, y, free)]
		};
	},
	({ surface }) => surface.faces !== undefined || surface.raked !== undefined
);
