import { boxWithin } from '../geometry/convex';
import { middleOf, type Box } from '../geometry/vector';
import { leastHalfWidth, rearFaceAt, sign, type Interior } from '../interior';
import type { PlacedPiece } from '../modes';
import { boxOf } from '../loading';
import { lengthMark } from '../units';
import { BODY_TABLES, bodiesNear, type BodyTable } from './bodies';
import { check, type CheckContext, type Result } from './finding';
import { several, stowedIn, words } from './stowing';

/** So far out of its room a thing may slide before something stops it: our own judgement, mm. */
const SLIDES = 150;
/** What stops a thing from sliding reaches so far up its side, or a third of its height where that is less: our own judgement, mm. */
const LIP = 40;
/** Beside this much of an edge a thing slips past, mm. */
const EDGE = 20;

const WAYS = [
	{ axis: 'x', towards: 1, when: 'forward at braking' },
	{ axis: 'y', towards: 1, when: 'to the left in a bend' },
	{ axis: 'y', towards: -1, when: 'to the right in a bend' },
	{ axis: 'x', towards: -1, when: 'to the rear when pulling away' }
] as const;
type Way = (typeof WAYS)[number];

/** How far the vehicle itself lets something of these heights go in a direction, as a coordinate; none forward, where the cab is open. */
function wallAt(interior: Interior, { axis, towards }: Way, { x, y, z }: Box): number {
	if (axis === 'x') return towards > 0 ? Infinity : rearFaceAt(interior, (y[0] + y[1]) / 2, (z[0] + z[1]) / 2);
	const side = towards > 0 ? 'left' : 'right';
	return sign(side) * leastHalfWidth(interior, side, x, z);
}

/** How far past the end of its room something slides in a direction before anything firm stops it, mm. */
function slide(context: CheckContext<BodyTable>, own: PlacedPiece, room: Box, item: Box, way: Way): number {
	const { axis, towards } = way;
	// What stands in a well is stopped by its sides.
	if (item.z[0] < -LIP) return 0;
	const across = axis === 'x' ? 'y' : 'x';
	const end = room[axis][towards > 0 ? 1 : 0];
	const { interior } = context.scene;
	const far = towards * (wallAt(interior, way, { ...item, [axis]: [end, end] }) - end);
	// A board may close the room from within, where the room is drawn up to its outer face.
	const from = end - towards * LIP;
	const until = towards > 0 ? Math.min(end + far, interior.length) : end - far;
	const corridor: Box = {
		...item,
		[axis]: [Math.min(from, until), Math.max(from, until)],
		[across]: [item[across][0] + EDGE, item[across][1] - EDGE]
	};
	if (corridor[axis][1] - corridor[axis][0] < 1) return 0;
	const lip = Math.min(LIP, (item.z[1] - item.z[0]) / 3);
	const nets = own.parts.filter(({ part }) => part.form === 'cloth' && !part.yields).map(({ box }) => box);
	const firm = bodiesNear(context)(corridor, 0).filter(({ of }) => of.kind !== 'pad' && of.kind !== 'animal' && of.kind !== 'person');
	const stops = [
		...firm.flatMap(({ shapes }) => shapes.flatMap((shape) => boxWithin(shape, corridor) ?? [])),
		...nets.filter((net) => (['x', 'y', 'z'] as const).every((one) => net[one][0] < corridor[one][1] && net[one][1] > corridor[one][0]))
	].filter(({ z }) => z[1] >= item.z[0] + lip);
	const nearest = stops.map((stop) => towards * (stop[axis][towards > 0 ? 0 : 1] - end));
	return Math.max(0, Math.min(far, ...nearest));
}

/** Gear under or in a piece is stopped by something on every side while driving; what nothing stops slides out, forward most of all. */
export const gearHeld = check({
	rule: 'gear-held',
	reads: [...BODY_TABLES, 'gear'],
	run: (context) => {
		const { plan, scene } = context;
		if (scene.mode.use !== 'drive') return [];
		return scene.pieces.flatMap((piece): Result[] => {
			const packed = (stowedIn(context, piece)?.stowed ?? []).map(({ item, box }) => ({ gear: item.gear, box: boxOf(box) }));
			const rooms = piece.assembly.spaces.map(({ box }) => box);
			// The room that something stands in, as the piece gives it: what walls and arches take of it stops things as well.
			const roomOf = ({ box }: { box: Box }) => rooms.find((room) => middleIn(room, box));
			return [...new Set(packed.map(({ gear }) => gear))].map((id): Result => {
				const { held } = plan.gear[id];
				const loose = packed
					.filter(({ gear }) => gear === id && !held)
					.flatMap((one) => {
						const room = roomOf(one);
						return room ? WAYS.map((way) => ({ way, far: slide(context, piece, room, one.box, way), box: one.box })) : [];
					})
					.filter(({ far }) => far > SLIDES)
					.sort((a, b) => b.far - a.far);
				const [worst] = loose;
				const [first] = packed.filter(({ gear }) => gear === id);
				return {
					rule: 'gear-held',
					key: `${piece.id}+${id}`,
					title: `${several(plan.gear[id])} ${words(piece)} ${piece.name}: held while driving`,
					subjects: [piece.id, id],
					// Nobody is hurt by what does not fit as planned: it can be tied down, so this is no clash.
					margin: worst ? 0 : 1,
					comfort: 1,
					unit: 'count',
					limit: 1,
					actual: worst ? 0 : 1,
					why: worst
						? `Nothing stops it from sliding ${worst.way.when}: ${Number.isFinite(worst.far) ? `it goes ${lengthMark(Math.round(worst.far))} out of its room` : 'it goes out of its room and on into the cab'}. A lip, a net or a strap holds it.`
						: held
							? 'Straps, a net or a lip hold it, as you say.'
							: 'Something firm stops it on every side.',
					at: middleOf((worst ?? first).box)
				};
			});
		});
	}
});

const middleIn = (room: Box, box: Box): boolean => {
	const { x, y, z } = middleOf(box);
	return x >= room.x[0] && x <= room.x[1] && y >= room.y[0] && y <= room.y[1] && z >= room.z[0] && z <= room.z[1];
};
