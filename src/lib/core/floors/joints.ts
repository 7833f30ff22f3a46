/** A stretch along the floor, from and to, mm. */
type Stretch = readonly [from: number, to: number];

/** How far a joint keeps from a foot, mm: half a leg's breadth of wood beside its screws. */
export const BESIDE_FOOT = 25;

/** How far a joint is from some feet along the vehicle; negative within one, mm. */
export const fromFeet = (joint: number, feet: readonly Stretch[]): number =>
	feet.reduce((least, [from, to]) => Math.min(least, Math.max(from - joint, joint - to)), Infinity);

/**
 * Joints across a floor that keep clear of every foot, as near to equal boards as can be: each place that is free is tried in
 * steps of a millimetre outwards from the equal one.
 *
 * @param most longest board that a sheet gives, mm
 * @returns null where no such joints are found.
 */
export function chooseJoints([from, to]: Stretch, boards: number, feet: readonly Stretch[], most: number): number[] | null {
	const step = (to - from) / boards;
	const joints: number[] = [];
	for (let i = 1; i < boards; i++) {
		const equal = from + i * step;
		const last = joints[joints.length - 1] ?? from;
		// What is left must still be spanned by the boards that follow.
		const fits = (at: number) => at - last > 0 && at - last <= most && to - at <= (boards - i) * most && fromFeet(at, feet) >= BESIDE_FOOT;
		const place = nearestFree(equal, Math.max(equal - last, to - equal), fits);
		if (place === null) return null;
		joints.push(place);
	}
	return to - (joints[joints.length - 1] ?? from) <= most ? joints : null;
}

function nearestFree(around: number, furthest: number, fits: (at: number) => boolean): number | null {
	for (let away = 0; away < furthest; away++) for (const at of [around - away, around + away]) if (fits(at)) return at;
	return null;
}
