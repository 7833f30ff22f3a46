/** A piecewise linear function by its knots: `at` ascending, one value for each. Constant outside its ends. */
export interface Piecewise {
	at: number[];
	value: number[];
}

/** Builds a piecewise linear function from knots in any order. Of knots at the same place the later wins. */
export function piecewise(knots: Iterable<readonly [number, number]>): Piecewise {
	const byPlace = new Map<number, number>(knots);
	const at = [...byPlace.keys()].sort((a, b) => a - b);
	return { at, value: at.map((place) => byPlace.get(place)!) };
}

/** The value of `f` at `t`: linear between knots, constant beyond the first and the last. */
export function valueAt(f: Piecewise, t: number): number {
	const { at, value } = f;
	const last = at.length - 1;
	if (t <= at[0]) return value[0];
	if (t >= at[last]) return value[last];
	let i = 1;
	while (at[i] < t) i++;
	return value[i - 1] + ((t - at[i - 1]) / (at[i] - at[i - 1])) * (value[i] - value[i - 1]);
}

/** The places where a function that is linear between `knots` can take an extreme on [from, to]: both ends and the knots inside. */
export function breaks(knots: readonly number[], from: number, to: number): number[] {
	const found = [from];
	for (const knot of knots) if (knot > from && knot < to) found.push(knot);
	if (to > from) found.push(to);
	return found;
}
