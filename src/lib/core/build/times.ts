/**
 * How long things take somebody who has done them before, minutes. Estimates of our own, rounded; as soon as somebody has written down
 * how long steps really took, all are scaled by that (see `pace.ts`).
 */
export const MINUTES = {
	measure: 3,
	trip: 60,
	line: 45,
	seatOut: 20,
	sheet: 10,
	sheetCut: 5,
	lengthCut: 3,
	/** For each metre of a curve, with the template. */
	curve: 12,
	opening: 8,
	clothPiece: 12,
	/** Marking and drilling one hole. */
	hole: 1,
	part: 1,
	fastener: 0.7,
	glue: 3,
	bracket: 4,
	hinge: 10,
	testFit: 15,
	testPart: 1,
	/** A coat, for each square metre of both faces, and for getting brush and rags out. */
	coat: 8,
	brush: 10,
	cushion: 40,
	carry: 4,
	bolt: 8,
	front: 6,
	thing: 1
} as const;
