/**
 * Countersunk wood screws as they are sold: lengths in mm by diameter (ISO 1478 and usual ranges of wood screws; typical).
 */
const SOLD: readonly (readonly [number, readonly number[]])[] = [
	[3, [12, 16, 20, 25, 30, 35, 40]],
	[3.5, [16, 20, 25, 30, 35, 40, 45, 50]],
	[4, [16, 20, 25, 30, 35, 40, 45, 50, 60, 70]],
	[4.5, [25, 30, 35, 40, 45, 50, 60, 70, 80]],
	[5, [30, 40, 50, 60, 70, 80, 90, 100]],
	[6, [40, 50, 60, 70, 80, 90, 100, 120]]
];

/** Drills as they are sold, mm. */
const DRILLS = [1.5, 2, 2.5, 3, 3.5, 4, 4.5, 5, 5.5, 6, 6.5, 7, 8, 10] as const;

/** The drill that comes nearest to a diameter and is not thicker, mm. */
export const drillOf = (diameter: number): number => DRILLS.findLast((one) => one <= diameter + 1e-9) ?? DRILLS[0];

/** What a screw goes through and into, mm. */
export interface Bite {
	/** Thickness under its head. */
	through: number;
	/** How much lies behind that, straight on. */
	into: number;
	/** How wide the wood is across the screw there, twice the way to its nearest edge: in the middle of an edge its thickness. */
	wide: number;
	/** What of it the screw goes into: a face or the side of a bar, the edge of a board, the end of a bar. */
	kind: 'face' | 'edge' | 'end';
}

export interface Screw {
	diameter: number;
	length: number;
	/** How much of it is in what it goes into, mm. */
	holds: number;
	/** That is as much as it should be. */
	enough: boolean;
}

/** A screw is no thicker than suits the board under its head: up to such a thickness such a diameter, mm; usual practice. */
const BY_THICKNESS: readonly (readonly [number, number])[] = [
	[6, 3],
	[9, 3.5],
	[15, 4],
	[22, 4.5],
	[38, 5],
	[Infinity, 6]
];

/**
 * It goes in by so many diameters where it can (EN 1995-1-1, 8.7.2: six; more where it goes between layers or along the grain, by
 * practice), and by so many at the least: what is pressed together and pushed sideways only is held by less.
 */
const HOLDS = { face: 6, edge: 8, end: 10 } as const;
const LEAST = { face: 4, edge: 6, end: 10 } as const;
/** From its middle to the edge of what it goes into: two diameters between the layers of a board (ours), three elsewhere, drilled (EN 1995-1-1, table 8.2). */
export const EDGE = { face: 3, edge: 2, end: 3 } as const;
/** A point stays so far short of coming out, mm; so does a head that is sunk. */
const SHORT = 2;

/**
 * The screw that suits best: as thick as the wood and the board under its head allow, as short as holds. Where none holds as it should
 * the one that holds best; nothing where not even a thin one goes in.
 */
export function screwFor({ through, into, wide, kind }: Bite): Screw | undefined {
	const thickest = BY_THICKNESS.find(([up]) => through <= up)![1];
	let best: Screw | undefined;
	for (const [diameter, lengths] of [...SOLD].reverse()) {
		if (diameter > thickest || 2 * EDGE[kind] * diameter > wide + 1e-9) continue;
		const possible = lengths.filter((length) => length > through && length <= through + into - SHORT);
		const need = HOLDS[kind] * diameter;
		const length = possible.find((one) => one - through >= need) ?? possible.at(-1);
		if (length === undefined) continue;
		const holds = length - through;
		if (holds >= need) return { diameter, length, holds, enough: true };
		const enough = holds >= LEAST[kind] * diameter;
		if (!best || holds / diameter > best.holds / best.diameter) best = { diameter, length, holds, enough };
	}
	return best;
}

/** Holes for a screw: as thick as its shank where it goes through, seven tenths of it where it holds (EN 1995-1-1, 10.4.5), mm. */
export const holesOf = ({ diameter }: Pick<Screw, 'diameter'>): { through: number; pilot: number } => ({
	through: drillOf(diameter + 0.5),
	pilot: drillOf(0.7 * diameter)
});

/** Hexagon bolts as they are sold: lengths by diameter, mm. */
const BOLTS: readonly (readonly [number, readonly number[]])[] = [
	[5, [16, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80]],
	[6, [16, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 100, 110, 120]],
	[8, [25, 30, 40, 50, 60, 70, 80, 90, 100, 110, 120, 130, 140, 150, 160]]
];

/** Besides what it goes through a bolt passes two washers and its nut, by its diameter (ISO 4032, ISO 7089: 0.9 d and 2 x 1.6 mm). */
const beyond = (diameter: number): number => 0.9 * diameter + 3.2;

/** The bolt through so much, as thick as the narrower part allows; nothing where none is long enough. */
export function boltFor(through: number, wide: number): { diameter: number; length: number } | undefined {
	for (const [diameter, lengths] of [BOLTS[1], BOLTS[0]]) {
		if (2.4 * diameter > wide) continue;
		const length = lengths.find((one) => one >= through + beyond(diameter));
		if (length !== undefined) return { diameter, length };
	}
	return undefined;
}

/** Dowels by the thinner wood: diameter and length, mm, and how deep they go into the edge; usual practice. */
export function dowelFor(thin: number, into: number): { diameter: number; length: number; inFace: number } | undefined {
	const [diameter, length] = thin >= 22 ? [10, 40] : thin >= 15 ? [8, 30] : thin >= 10 ? [6, 30] : [0, 0];
	if (diameter === 0) return undefined;
	// In the face it stops short of coming out, by 4 mm and the 2 mm of glue before its end.
	const inFace = Math.min(length / 2, thin - 6);
	return inFace >= diameter && into >= length - inFace + 2 ? { diameter, length, inFace } : undefined;
}

/** Pins for thin edges that are glued: lengths as they are sold, mm; they go twice as far in as through, and hold until the glue does. */
const PINS = [15, 20, 25, 30, 35, 40] as const;
const PIN = 1.4;
/** Thinner edges split, mm. */
const LEAST_PINNED = 5;

/** The pin through so much into an edge; nothing where the edge is too thin. */
export function pinFor({ through, into, wide }: Bite): { diameter: number; length: number } | undefined {
	const possible = PINS.filter((length) => length >= through + 8 && length <= through + into - SHORT);
	const length = possible.find((one) => one >= 3 * through) ?? possible.at(-1);
	return wide >= LEAST_PINNED && length !== undefined ? { diameter: PIN, length } : undefined;
}

/** Screws for pocket holes by the thickness of what is drilled, with coarse thread; usual practice, mm. */
export const pocketFor = (thick: number): { diameter: number; length: number } | undefined =>
	thick >= 12 ? { diameter: 4, length: thick < 15 ? 25 : thick < 18 ? 30 : thick < 22 ? 32 : thick < 30 ? 38 : 64 } : undefined;
