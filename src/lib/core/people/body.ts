import { piecewise, valueAt } from '../geometry/piecewise';
import { remember } from '../memory';
import type { Foam } from '../pieces/parameter';
import type { Person } from '../plan/plan';

/**
 * Body segments as fractions of stature: Drillis and Contini, as tabulated in D. A. Winter, Biomechanics and Motor
 * Control of Human Movement. `breadth` (over the upper arms) and `chestDepth` are our own round figures.
 */
export const SEGMENT = {
	sitting: 0.52,
	shoulder: 0.818,
	hip: 0.53,
	knee: 0.285,
	foot: 0.039,
	upperArm: 0.186,
	hipToShoulder: 0.288,
	shoulderToChin: 0.052,
	head: 0.13,
	hipBreadth: 0.191,
	footLength: 0.152,
	breadth: 0.285,
	chestDepth: 0.14,
	/** Seated: back of the buttocks to the hollow of the knee, and to the front of the knee. */
	seatDepth: 0.27,
	/** Surveys give 0.34 to 0.36 (the sum of segments, 0.245 and the depth of the buttocks, agrees). */
	buttockToKnee: 0.345,
	seatHeight: 0.25
} as const;

/** Share of a pad's thickness that gives way, lying and sitting (the design's figures; foam differs, so they are assumptions). */
export const SINK: Record<Foam, { lying: number; sitting: number }> = {
	firm: { lying: 0.1, sitting: 0.2 },
	medium: { lying: 0.15, sitting: 0.3 },
	soft: { lying: 0.2, sitting: 0.45 }
};

/** A person's sizes in mm, measured ones where given. */
export interface Body {
	stature: number;
	sitting: number;
	breadth: number;
	headBreadth: number;
	hipBreadth: number;
	chestDepth: number;
	/** Seat to the top of the shoulder. */
	sittingShoulder: number;
}

/**
 * A child's sitting height and head as shares of stature, by stature in mm: sitting about 0.58 at two years, 0.55 at five
 * and an adult's 0.52 at thirteen (A. M. Fredriks et al., Arch. Dis. Child. 90, 2005); the head a fifth, a sixth, a
 * seventh of the height at two, six and twelve years (the usual rule of drawing, after C. H. Stratz).
 */
const CHILD = {
	sitting: piecewise([
		[700, 0.6],
		[870, 0.58],
		[1120, 0.55],
		[1550, SEGMENT.sitting]
	]),
	head: piecewise([
		[870, 1 / 5],
		[1180, 1 / 6],
		[1500, 1 / 7],
		[1700, SEGMENT.head]
	])
};

/**
 * What each kilogram above the weight for which the segment table stands adds, mm: surveys of adults find shoulders 30 mm, hips 25 mm and
 * the depth of the trunk 25 mm broader for 14 kg more (one standard deviation of each, rounded). Thinner people are not taken as narrower.
 */
const HEAVIER = { upTo: 30, breadth: 2, hipBreadth: 1.8, chestDepth: 1.8 } as const;

/** Kilograms above what the segment table stands for: a weight for the height squared of 30 kg/m²; children are not reckoned so. */
const excessOf = ({ stature, weight, child }: Partial<Person> & { stature: number }): number =>
	child || weight === undefined ? 0 : Math.max(0, weight - HEAVIER.upTo * (stature / 1000) ** 2);

/**
 * The sizes of a person from the segment table, measured ones where given, broader where they weigh more; a child's trunk and head from
 * its own shares. Remembered.
 */
export const bodyOf = remember((person: Pick<Person, 'stature' | 'sittingHeight' | 'breadth' | 'child'> & { weight?: number }): Body => {
	const H = person.stature;
	const excess = excessOf(person);
	const share = person.child ? valueAt(CHILD.sitting, H) : SEGMENT.sitting;
	const sitting = person.sittingHeight ?? share * H;
	return {
		stature: H,
		sitting,
		breadth: person.breadth ?? SEGMENT.breadth * H + HEAVIER.breadth * excess,
		// A head is about as broad as it is tall less a fifth; hands beside the hips are as wide as the hips and one forearm.
		headBreadth: (person.child ? valueAt(CHILD.head, H) : SEGMENT.head) * H,
		hipBreadth: SEGMENT.hipBreadth * H + HEAVIER.hipBreadth * excess,
		chestDepth: SEGMENT.chestDepth * H + HEAVIER.chestDepth * excess,
		sittingShoulder: SEGMENT.hipToShoulder * H * (share / SEGMENT.sitting)
	};
});

/**
 * How far people of one height differ from the table of segments, two deviations: the sitting height by 0.014 of the stature each
 * (B. Bogin and M. I. Varela-Silva, Int. J. Environ. Res. Public Health 7, 2010, on relative sitting height), shoulders of a known
 * weight by 18 mm each (surveys of adults, rounded).
 */
const SPREAD = { sittingHeight: 2 * 0.014, breadth: 2 * 18 } as const;

/** A size of a person that nobody measured: what the table says, and how far it may be off, mm. */
export interface TableSize {
	size: keyof typeof SPREAD;
	name: string;
	mm: number;
	plusMinus: number;
}

/** What is not known of somebody's sizes as long as nobody measures them. */
export function spreadOf(person: Person): TableSize[] {
	const { sitting, breadth } = bodyOf(person);
	const sizes: TableSize[] = [
		{ size: 'sittingHeight', name: 'sitting height', mm: sitting, plusMinus: SPREAD.sittingHeight * person.stature },
		{ size: 'breadth', name: 'breadth of shoulders', mm: breadth, plusMinus: SPREAD.breadth }
	];
	return sizes.filter(({ size }) => person[size] === undefined);
}

/** Room to leave round a body, mm (the design's figures). */
export const ROOM = {
	lengthLeast: 25,
	lengthComfort: 75,
	breadthLeast: 20,
	breadthComfort: 100,
	overHair: 30,
	/** Over the chest of somebody lying: our own figures. */
	overChest: 40,
	overChestComfort: 200,
	overShoulder: 60
} as const;

/** Sitting relaxed rather than upright takes this share of the height. */
export const RELAXED = 0.95;

/** Height of the pad under a body, mm above its base. */
export const compressed = (thickness: number, foam: Foam, posture: 'lying' | 'sitting'): number => thickness * (1 - SINK[foam][posture]);

/**
 * Height of the crown above the mattress, propped on an elbow: the upper arm stands upright on its elbow, so the
 * shoulder is one upper arm high, the trunk leans by asin(upper arm / hip to shoulder), and neck and head go on
 * upright (comfortable) or in line with the trunk (least).
 */
export function proppedHeight(body: Body): { comfort: number; least: number } {
	const arm = SEGMENT.upperArm * body.stature;
	const neckAndHead = (SEGMENT.shoulderToChin + SEGMENT.head) * body.stature;
	const lean = SEGMENT.upperArm / SEGMENT.hipToShoulder;
	return { comfort: arm + neckAndHead, least: arm + neckAndHead * lean };
}
