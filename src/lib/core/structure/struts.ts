import type { GasStruts } from '../plan/lid';

/** A lid in the plane across its hinge line: what closes it at each angle, and how far from the hinge it is held by hand. */
export interface Swinging {
	/** Angles from shut to open, radians, rising from 0. */
	angles: readonly number[];
	/** Moment by weight that closes it, by angle; below 0 it falls open, N·mm. */
	closing: readonly number[];
	/** Where a hand takes it, from the hinge line, mm. */
	grip: number;
}

/** A strut between the lid and what stands: its lengths, and how it turns the lid. */
export interface StrutWay {
	/** Between its ends, by angle, mm. */
	lengths: number[];
	/** How far its line passes from the hinge, by angle; above 0 it opens the lid, mm. */
	arms: number[];
	open: number;
	shut: number;
	stroke: number;
	/** What is sold with such a stroke is short enough when it is pushed in. */
	sold: boolean;
}

/** A gas strut pushes so many times as hard pushed in as drawn out: 1.2 to 1.4 for usual ones; typical. */
const PROGRESSION = 1.3;
/** Ends and piston of a strut that are left when it is pushed in over its whole stroke, mm; typical. */
const DEAD = 70;
/** Temperatures of the strut: at which its force is named, of a frosty morning, and of a shut vehicle in the sun, K. */
export const STRUT_AT = { named: 293, frost: 263, heat: 333 } as const;

/** How a strut lies at each angle, by plane geometry. */
export function strutWay(angles: readonly number[], { onLid, along, behind }: Pick<GasStruts, 'onLid' | 'along' | 'behind'>): StrutWay {
	const ends = angles.map((angle) => ({ x: onLid * Math.cos(angle), y: onLid * Math.sin(angle) }));
	const lengths = ends.map(({ x, y }) => Math.hypot(x - along, y + behind));
	const arms = ends.map(({ x, y }, i) => (lengths[i] > 0 ? (x * (y + behind) - y * (x - along)) / lengths[i] : 0));
	const [open, shut] = [Math.max(...lengths), Math.min(...lengths)];
	const stroke = open - shut;
	return { lengths, arms, open, shut, stroke, sold: shut >= stroke + DEAD };
}

/**
 * What struts lift at the edge of a lid for each newton that is printed on one, by angle and at 20 °C: their force rises evenly as they
 * are pushed in.
 */
function liftsOf({ angles, grip }: Pick<Swinging, 'angles' | 'grip'>, count: number, { lengths, arms, open, stroke }: StrutWay): number[] {
	return angles.map((_, i) => {
		const pushedIn = stroke > 0 ? (open - lengths[i]) / stroke : 0;
		return (count * (1 + (PROGRESSION - 1) * pushedIn) * arms[i]) / grip;
	});
}

/**
 * Force of a hand at the edge of a lid, square to it, by angle, N: above 0 it lifts or holds, below 0 it pulls shut. The gas of a strut
 * follows the absolute temperature (ideal gas at constant volume).
 */
export function handForces(lid: Swinging, struts?: GasStruts, kelvin: number = STRUT_AT.named): number[] {
	const bare = lid.closing.map((moment) => moment / lid.grip);
	if (!struts) return bare;
	const lifts = liftsOf(lid, struts.count, strutWay(lid.angles, struts));
	return bare.map((newtons, i) => newtons - struts.force * (kelvin / STRUT_AT.named) * lifts[i]);
}

/** Forces in which struts are sold, N; typical. */
const SOLD = [15, 25, 40, 60, 80, 100, 125, 150, 200, 250, 300, 350, 400, 500, 600, 700, 800, 1000, 1200];
/** Shorter strokes are not worth a strut, mm. */
const LEAST_STROKE = 20;
/** Whatever happens a hand still closes it with no more than this, N; our own figure. */
const CLOSES = 120;

/** Shares of a lid's length and of the room behind it at which ends of struts are tried. */
const ON_LID = [0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8];
const PLACES = ON_LID.flatMap((on) =>
	[0, ...ON_LID].flatMap((along) => [0.1, 0.25, 0.4, 0.6, 0.8, 1].map((behind) => ({ on, along, behind })))
);
/** One strut less is worth so much to the hand, N. */
const SPARED = 10;

/**
 * The struts that leave least to the hand through the whole swing, frost and heat included, and hold the lid open in frost; they do not
 * open it by themselves in heat, or a catch is planned with them. None where no strut that is sold does.
 *
 * @param room how far along the lid and behind it there is room for them, mm.
 * @param holds whether there is something to fix their lower ends to
 */
export function strutsFor(
	lid: Swinging,
	room: { along: number; behind: number },
	holds: (struts: GasStruts) => boolean
): GasStruts | undefined {
	const bare = handForces(lid);
	const [frost, heat] = [STRUT_AT.frost, STRUT_AT.heat].map((kelvin) => kelvin / STRUT_AT.named);
	/** The best that shut themselves, and the best of those that need a catch. */
	const best: Record<'shut' | 'caught', { struts: GasStruts; most: number } | undefined> = { shut: undefined, caught: undefined };
	for (const { on, along, behind } of PLACES) {
		const at = { onLid: Math.round(on * lid.grip), along: Math.round(along * room.along), behind: Math.round(behind * room.behind) };
		const way = strutWay(lid.angles, at);
		if (!way.sold || way.stroke < LEAST_STROKE || way.lengths.at(-1)! < way.open - 1) continue;
		if (!holds({ by: 'gas struts', count: 1, force: SOLD[0], ...at })) continue;
		for (const count of [1, 2]) {
			const lifts = liftsOf(lid, count, way);
			for (const force of SOLD) {
				if (bare.at(-1)! - force * frost * lifts.at(-1)! > 0) continue;
				const caught = bare[0] - force * heat * lifts[0] < 0;
				const most = Math.max(...bare.map((newtons, i) => Math.max(newtons - force * frost * lifts[i], force * heat * lifts[i] - newtons)));
				const kind = caught ? 'caught' : 'shut';
				const known = best[kind];
				if (most > CLOSES || (known && most >= known.most - (count > known.struts.count ? SPARED : 0))) continue;
				best[kind] = { struts: { by: 'gas struts', count, force, ...at, ...(caught ? { catch: true } : {}) }, most };
			}
		}
	}
	return (best.shut ?? best.caught)?.struts;
}
