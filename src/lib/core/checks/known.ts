import { middleOf, vec3, type Vec3 } from '../geometry/vector';
import { ceilingAt, halfWidth, openingsOf, type Interior } from '../interior';
import { roomBetween } from '../scene';
import { lengthMark } from '../units';
import { BODY_TABLES, bodiesOf } from './bodies';
import { check, type Result } from './finding';

/** Walls are measured every so often, and seats are soft: what reaches out further than this was measured wrongly, mm; our own judgement. */
const OUTSIDE = 60;
/** Cushions press each other by so much before two seats are in one place, mm. */
const PRESSED = 25;

/** How far a point lies outside of the room, mm; less than nothing inside. */
function outsideBy(interior: Interior, { x, y, z }: Vec3): number {
	const along = Math.max(-x, x - interior.length);
	const across = Math.abs(y) - halfWidth(interior, y >= 0 ? 'left' : 'right', Math.max(0, Math.min(interior.length, x)), Math.max(0, z));
	return Math.max(along, across, z - ceilingAt(interior, Math.max(0, Math.min(interior.length, x)), 0));
}

/** A question about something that cannot be where it was measured. */
const doubtful = (id: string, name: string, out: number, at: Vec3): Result => ({
	rule: 'measured-inside',
	key: id,
	title: `${name}: where it was measured`,
	subjects: [id],
	margin: 0,
	comfort: 0,
	unit: 'mm',
	limit: 0,
	actual: out,
	why: `By its measurements it reaches ${lengthMark(Math.round(out))} out of the vehicle. Measure it again, or the walls there.`,
	at,
	unknown: true
});

/** Seats, doors and fixing points lie inside the walls that were measured: where they do not, nothing that is said about them holds. */
export const measuredInside = check({
	rule: 'measured-inside',
	reads: ['seats', 'openings', 'anchors', 'lining'],
	run: ({ plan, scene }) => {
		const { interior } = scene;
		const seats = Object.entries(plan.vehicle.seats).map(([id, seat]) => {
			const x = seat.back.mm + seat.cushionLength.mm / 2;
			const ends = [-1, 1].map((s) => vec3(x, seat.y + (s * seat.width.mm) / 2, seat.cushionHeight.mm));
			return { id, name: seat.name, points: ends };
		});
		const anchors = Object.entries(plan.vehicle.anchors).map(([id, { name, x, y, z }]) => ({ id, name, points: [vec3(x.mm, y.mm, z.mm)] }));
		const openings = openingsOf(plan.vehicle, interior).map(({ id, opening, across, z }) => ({
			id,
			name: opening.name,
			points: across.map((at) => (opening.place === 'rear' ? vec3(0, at, (z[0] + z[1]) / 2) : vec3(at, 0, (z[0] + z[1]) / 2)))
		}));
		return [...seats, ...anchors, ...openings].flatMap(({ id, name, points }): Result[] => {
			const [worst] = points.map((at) => ({ at, out: outsideBy(interior, at) })).sort((a, b) => b.out - a.out);
			return worst.out > OUTSIDE ? [doubtful(id, name, worst.out, worst.at)] : [];
		});
	}
});

/** Two seats are never in one place, as they are set in a mode. */
export const seatsApart = check({
	rule: 'seats-apart',
	reads: BODY_TABLES,
	run: (context) => {
		const seats = bodiesOf(context).filter(({ of }) => of.kind === 'seat');
		return seats.flatMap((a, i) =>
			seats.slice(i + 1).flatMap((b): Result[] => {
				const margin = roomBetween(a, b, PRESSED) + PRESSED;
				if (margin >= 0) return [];
				return [
					{
						rule: 'seats-apart',
						key: `${a.of.owner}+${b.of.owner}`,
						title: `${a.name} and ${b.name}`,
						subjects: [a.of.owner, b.of.owner],
						margin,
						comfort: 0,
						unit: 'mm',
						limit: -PRESSED,
						actual: margin - PRESSED,
						why: `As they are set, one is where the other is, by ${lengthMark(Math.ceil(PRESSED - margin))}.`,
						at: middleOf(a.box)
					}
				];
			})
		);
	}
});

/** What a plan has to say before its findings are worth anything: who is there, how heavy things are, how it is driven. */
export const planKnown = check({
	rule: 'plan-known',
	reads: ['crew', 'gear', 'uses'],
	run: ({ plan, scene }) => {
		const at = vec3(scene.interior.length / 2, 0, 0);
		const question = (key: string, title: string, subjects: string[], why: string): Result => ({
			rule: 'plan-known',
			key,
			title,
			subjects,
			margin: 0,
			comfort: 0,
			unit: 'count',
			limit: 1,
			actual: 0,
			why,
			at,
			unknown: true
		});
		const weightless = Object.entries(plan.gear).filter(([, { weight }]) => weight === 0);
		return [
			...(scene.pieces.length > 0 && Object.keys(plan.crew).length === 0
				? [
						question(
							'crew',
							'Who is in it',
							[],
							'Nobody is in this plan: nothing is asked of lying, sitting, riding or getting in. Add whoever uses it.'
						)
					]
				: []),
			...(scene.pieces.length === 0 || plan.uses.includes('drive')
				? []
				: [
						question(
							'drive',
							'How it is driven',
							[],
							'No mode is for driving: nothing is asked of belts, of what holds pieces and gear, or of the view.'
						)
					]),
			...weightless.map(([id, { name }]) =>
				question(
					`weight+${id}`,
					`${name}: its weight`,
					[id],
					'Nobody has said what it weighs: what carries it and what holds it cannot be known.'
				)
			)
		];
	}
});
