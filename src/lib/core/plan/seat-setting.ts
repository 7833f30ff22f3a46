import type { SeatSetting } from './plan';
import type { Seat } from './seat';
import type { Use } from './use';

/** A sensible setting to start from: driving position for driving, slid forward and upright for the rest. */
export function defaultSetting(seat: Seat, use: Use): SeatSetting {
	if (seat.type === 'rear bench') return { state: use === 'night' ? 'folded' : 'upright', slide: 0, angle: seat.angle };
	if (use === 'drive') return { state: 'upright', slide: seat.drivingSlide.mm, angle: seat.drivingAngle };
	return { state: 'upright', slide: use === 'night' ? seat.slide.mm : seat.drivingSlide.mm, angle: seat.uprightAngle };
}
