import { middleOf, vec3 } from '../geometry/vector';
import { seatStates } from '../interior';
import { pointedAt, type PlacedPiece } from '../modes';
import { seatingIn } from '../people';
import type { SeatSetting } from '../plan/plan';
import type { Seat } from '../plan/seat';
import { lengthMark } from '../units';
import { check, type CheckContext, type Result } from './finding';

/** A seat is driven and ridden in with its back no further behind the upright than this, degrees: belts do not hold who lies; our own judgement. */
const RIDING = { most: 40, comfort: 30 };
/** A setting may be so far beyond what was measured, mm and degrees: stops are where they are found. */
const BEYOND = { mm: 5, degrees: 2 };

const placeOf = (seat: Seat) => vec3(seat.back.mm + seat.cushionLength.mm / 2, seat.y, seat.cushionHeight.mm);

/** What is wrong with a setting of a seat, if anything: by how much, and whether it is only not known. */
type Wrong = Pick<Result, 'key' | 'why' | 'unit' | 'margin' | 'limit' | 'actual'> & { unknown?: true };

/** A state that a seat cannot take: it was not measured, or does not come out. */
function impossibleState(seat: Seat, { state }: SeatSetting): Wrong[] {
	if (seatStates(seat).includes(state)) return [];
	const nothing = { key: 'state', unit: 'count' as const, margin: -1, limit: 1, actual: 0 };
	if (state === 'removed')
		return [{ ...nothing, why: 'This mode takes it out, and it does not come out without cutting, as the plan has it.' }];
	return [
		{
			...nothing,
			margin: 0,
			why: `This mode has it ${state}, and nothing was measured of it so: measure it, or set it otherwise.`,
			unknown: true
		}
	];
}

/** How far a seat slides, mm, and how its back leans, degrees; a bench leans as it was measured. */
export const seatRange = (seat: Seat): { slides: readonly [number, number]; leans: readonly [number, number] } => ({
	slides: [0, seat.slide?.mm ?? 0],
	leans: seat.type === 'front seat' ? [seat.uprightAngle, seat.reclinedAngle] : [seat.angle, seat.angle]
});

/** A slide or lean that a seat does not reach. */
function outOfRange(seat: Seat, { state, slide, angle }: SeatSetting): Wrong[] {
	if (state === 'removed') return [];
	const {
		slides: [, range],
		leans: [low, high]
	} = seatRange(seat);
	const far = slide - range - BEYOND.mm;
	const slid = { key: 'slide', unit: 'mm' as const, margin: -far, limit: range, actual: slide };
	const tooFar = far > 0 ? [{ ...slid, why: `It is set ${lengthMark(slide)} forward; it slides ${lengthMark(range)}.` }] : [];
	if (state !== 'upright') return tooFar;
	const off = Math.max(low - angle, angle - high) - BEYOND.degrees;
	const leans = { key: 'lean', unit: 'count' as const, margin: -off, limit: angle > high ? high : low, actual: angle };
	return [
		...tooFar,
		...(off > 0
			? [{ ...leans, why: `Its back is set to lean ${angle}° and leans ${low === high ? `${low}°` : `from ${low}° to ${high}°`}.` }]
			: [])
	];
}

/** What must not be where somebody rides: a back that lies, a head rest that is out. */
function unfitToRide(seat: Seat, { state, angle, headRest }: SeatSetting): Wrong[] {
	if (state !== 'upright') return [];
	const lies = { key: 'riding', unit: 'count' as const, margin: RIDING.most - angle, limit: RIDING.most, actual: angle };
	return [
		...(angle > RIDING.most ? [{ ...lies, why: `Its back leans ${angle}° while somebody rides there: belts do not hold who lies.` }] : []),
		...(seat.headRest && headRest === 'out'
			? [
					{
						key: 'head-rest',
						unit: 'count' as const,
						margin: -1,
						limit: 1,
						actual: 0,
						why: 'Somebody rides there, and its head rest is out.'
					}
				]
			: [])
	];
}

/** Seats in which somebody rides in a mode for driving, whoever was found a place there. */
const riddenIn = ({ plan, scene }: CheckContext<'crew' | 'seats' | 'lining'>): ReadonlySet<string> =>
	new Set(scene.mode.use === 'drive' ? seatingIn(plan.vehicle, plan.crew, scene).seated.map(({ seat }) => seat) : []);

/** Every seat as a mode sets it: in a state and place that it has, and fit to ride in where somebody does. */
export const seatSetting = check({
	rule: 'seat-setting',
	reads: ['crew', 'seats', 'lining'],
	run: (context) => {
		const { plan, scene } = context;
		const ridden = riddenIn(context);
		return Object.entries(plan.vehicle.seats).flatMap(([id, seat]): Result[] => {
			const setting = scene.mode.seats[id];
			if (!setting) return [];
			const wrong = [
				...impossibleState(seat, setting),
				...outOfRange(seat, setting),
				...(ridden.has(id) ? unfitToRide(seat, setting) : [])
			];
			return wrong.map(({ key, ...rest }) => ({
				rule: 'seat-setting' as const,
				key: `${id}+${key}`,
				title: `${seat.name}: as it is set`,
				subjects: [id],
				comfort: 0,
				at: placeOf(seat),
				...rest
			}));
		});
	}
});

/** The seat of whoever drives can be set as they need it. */
export const drivingSetting = check({
	rule: 'driving-setting',
	reads: ['crew', 'seats'],
	run: ({ plan, scene }) =>
		scene.mode.use !== 'drive'
			? []
			: Object.entries(plan.crew).flatMap(([id, { name, driving }]): Result[] => {
					const seat = driving && plan.vehicle.seats[driving.seat];
					if (!seat) return [];
					return outOfRange(seat, { state: 'upright', slide: driving.slide, angle: driving.angle }).map(({ key, ...rest }) => ({
						rule: 'driving-setting' as const,
						key: `${id}+${key}`,
						title: `${name}: the seat as needed for driving`,
						subjects: [id, driving.seat],
						comfort: 0,
						at: placeOf(seat),
						...rest
					}));
				})
});

/** States that are passed through to open or reach something, by a joint that is moved, and what a front leads to: nothing of this is so while driving. */
export const isOpenIn = (fronts: PlacedPiece['assembly']['fronts'], state: PlacedPiece['state']): boolean =>
	fronts.some(({ to, from }) => to === state.id && from !== state.id) ||
	(state.startsFor.length === 0 && Object.keys(state.joints).length > 0 && (state.out ?? []).length === 0);

/** Every piece is in a state that it has, and nothing stands open while driving. */
export const pieceStates = check({
	rule: 'piece-state',
	reads: [],
	run: ({ scene }) =>
		scene.pieces.flatMap((piece): Result[] => {
			const { id, name, state, assembly } = piece;
			const said = scene.mode.pieces[id];
			const common = {
				rule: 'piece-state' as const,
				key: id,
				title: `${name}: as it stands in this mode`,
				subjects: [id],
				comfort: 0,
				unit: 'count' as const,
				limit: 1,
				actual: 0,
				at: middleOf(pointedAt(piece))
			};
			if (said !== undefined && !assembly.states.some((one) => one.id === said))
				return [
					{
						...common,
						margin: 0,
						why: `This mode has it “${said}”, which it does not do as it is built now; it is taken as ${state.name.toLowerCase()}. Say how it stands.`,
						unknown: true
					}
				];
			if (scene.mode.use === 'drive' && isOpenIn(piece.assembly.fronts, state))
				return [{ ...common, margin: -1, why: `${state.name}, while driving: everything is shut and stowed before it moves.` }];
			return [];
		})
});

/** Doors are shut while driving. */
export const doorsShut = check({
	rule: 'doors-shut',
	reads: ['openings'],
	run: ({ plan, scene }) =>
		scene.mode.use !== 'drive'
			? []
			: Object.entries(scene.mode.doors).flatMap(([id, state]): Result[] => {
					const opening = plan.vehicle.openings[id];
					if (!opening || state === 'shut') return [];
					return [
						{
							rule: 'doors-shut' as const,
							key: id,
							title: `${opening.name}: shut while driving`,
							subjects: [id],
							margin: -1,
							comfort: 0,
							unit: 'count',
							limit: 1,
							actual: 0,
							why: 'It stands open in a mode for driving: exhaust comes in, and things and people fall out.',
							at: vec3(0, 0, opening.sill.mm)
						}
					];
				})
});
