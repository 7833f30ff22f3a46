import { intersection, rectangle, type Polygon } from '../geometry/polygon';
import { vec2 } from '../geometry/vector';
import type { SeatSetting } from '../plan/plan';
import { liningOff } from '../plan/fittings';
import type { FrontSeat, RearBench, Seat } from '../plan/seat';
import type { Vehicle } from '../plan/vehicle';

/** What a seat fills in one setting: convex outlines in side view (x, z as x, y), each as wide as the seat. */
export interface SeatSolid {
	id: string;
	name: string;
	/** Low and high y. */
	y: [number, number];
	profiles: Polygon[];
}

/** Thickness assumed for a cushion or backrest, mm: a typical car seat; only the rear and top faces decide anything. */
const CUSHION = 120;

/** The solid of a seat in a setting; nothing is left of a removed seat. Heights are above the finished floor. */
export function seatSolid(id: string, seat: Seat, setting: SeatSetting, floorLining: number): SeatSolid {
	const y: [number, number] = [seat.y - seat.width.mm / 2, seat.y + seat.width.mm / 2];
	if (setting.state === 'removed') return { id, name: seat.name, y, profiles: [] };
	const profiles = seat.type === 'front seat' ? frontSeat(seat, setting) : rearBench(seat, setting);
	return { id, name: seat.name, y, profiles: profiles.map((p) => p.map(({ x, y: z }) => vec2(x, z - floorLining))) };
}

/** A leaning backrest: foot of its rear face at (x, foot), its top at height `top`, lean behind the vertical in degrees. */
function backrest(x: number, foot: number, top: number, lean: number): Polygon {
	const angle = (lean * Math.PI) / 180;
	// Reclining turns the back about its foot, so its length stays what it is upright (no lean).
	const long = Math.max(1, top - foot);
	const tip = vec2(x - long * Math.sin(angle), foot + long * Math.cos(angle));
	const across = vec2(Math.cos(angle) * CUSHION, Math.sin(angle) * CUSHION);
	return [vec2(x, foot), vec2(x + across.x, foot + across.y), vec2(tip.x + across.x, tip.y + across.y), tip];
}

/** Height of the top of a seat: a head rest that is pulled out lowers it. */
const topOf = (seat: Seat, setting: SeatSetting): number => seat.top.mm - (setting.headRest === 'out' ? (seat.headRest?.mm ?? 0) : 0);

function frontSeat(seat: FrontSeat, setting: SeatSetting): Polygon[] {
	const x = seat.back.mm + setting.slide;
	const long = seat.cushionLength.mm + CUSHION;
	if (setting.state === 'folded') return [rectangle(x, x + long, 0, seat.folded?.mm ?? seat.cushionHeight.mm + CUSHION)];
	const cushion = rectangle(x, x + long, 0, seat.cushionHeight.mm);
	return [cushion, backrest(x, seat.foot.mm, topOf(seat, setting), setting.angle)];
}

function rearBench(seat: RearBench, setting: SeatSetting): Polygon[] {
	const x = seat.back.mm + setting.slide;
	switch (setting.state) {
		case 'folded':
			return foldedProfiles(seat).map((profile) => profile.map((p) => vec2(p.x + setting.slide, p.y)));
		case 'tumbled': {
			const { rear, length, height } = seat.tumbled ?? { rear: seat.back, length: seat.cushionLength, height: seat.top };
			return [rectangle(rear.mm, rear.mm + length.mm, 0, height.mm)];
		}
		case 'cushion out':
			return [rectangle(x, x + seat.cushionLength.mm + CUSHION, 0, seat.pan?.mm ?? 0), uprightBack(seat, x, setting)];
		default:
			return [rectangle(x, x + seat.cushionLength.mm + CUSHION, 0, seat.cushionHeight.mm), uprightBack(seat, x, setting)];
	}
}

const uprightBack = (seat: RearBench, x: number, setting: SeatSetting): Polygon =>
	backrest(x, Math.max(0, seat.cushionHeight.mm - CUSHION), topOf(seat, setting), setting.angle);

/**
 * The folded bench in side view, one convex block for each tread between its steps. A tilt across counts with its
 * higher edge, since what lies on the bench lies on that.
 */
function foldedProfiles(seat: RearBench): Polygon[] {
	const [rear, long] = [seat.foldedRear.mm, seat.foldedLength.mm];
	const slope = (seat.foldedHeightFront.mm - seat.foldedHeightRear.mm) / Math.max(1, long);
	const higher = Math.abs(seat.foldedTilt?.mm ?? 0) / 2;
	const steps = Object.values(seat.foldedSteps)
		.map(({ at, rise }) => ({ at: at.mm, rise: rise.mm }))
		.filter(({ at }) => at > 0 && at < long)
		.sort((a, b) => a.at - b.at);
	// The steps are part of the way from the measured rear height to the measured front one; the rest is slope.
	const risen = steps.reduce((sum, step) => sum + step.rise, 0);
	const plain = slope - risen / Math.max(1, long);
	const cuts = [0, ...steps.map(({ at }) => at), long];
	let lift = higher;
	return cuts.slice(1).map((to, i) => {
		if (i > 0) lift += steps[i - 1].rise;
		const height = (at: number) => Math.max(0, seat.foldedHeightRear.mm + plain * at + lift);
		const from = cuts[i];
		return [vec2(rear + from, 0), vec2(rear + to, 0), vec2(rear + to, height(to)), vec2(rear + from, height(from))];
	});
}

/**
 * The highest place of a folded bench over a stretch along the vehicle, above the finished floor, mm: what a foot there stands on.
 * Undefined where the bench is not below.
 */
export function foldedTop(seat: RearBench, [from, to]: readonly [number, number], floorLining: number): number | undefined {
	const strip = rectangle(from, to, -1, 5000);
	const over = foldedProfiles(seat).flatMap((profile) => intersection(profile, strip).flat());
	return over.length > 0 ? Math.max(...over.map(({ y }) => y)) - floorLining : undefined;
}

/** The states a seat can take: a front seat folds, a bench tumbles or gives up its cushion when those sizes have been taken. */
export function seatStates(seat: Seat): SeatSetting['state'][] {
	const out: SeatSetting['state'][] = seat.removable ? ['removed'] : [];
	if (seat.type === 'front seat') return ['upright', ...(seat.folded ? ['folded' as const] : []), ...out];
	return ['upright', 'folded', ...(seat.tumbled ? ['tumbled' as const] : []), ...(seat.pan ? ['cushion out' as const] : []), ...out];
}

/** Floor lining to take off heights that were measured on the bare floor. */
export const floorLining = ({ lining }: Pick<Vehicle, 'lining'>): number => liningOff(lining).floor;

/** A seat as it would stand in some states, its back as upright as it goes, slid to either end. */
export function seatAtItsEnds(id: string, seat: Seat, states: readonly SeatSetting['state'][], floorLining: number): SeatSolid[] {
	const angle = seat.type === 'front seat' ? seat.uprightAngle : seat.angle;
	return states.flatMap((state) => [0, seat.slide?.mm ?? 0].map((slide) => seatSolid(id, seat, { state, slide, angle }, floorLining)));
}
