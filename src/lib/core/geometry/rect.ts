/** An upright rectangle of a drawing. */
export interface Rect {
	x: [number, number];
	y: [number, number];
}

/** Whether two rectangles lie on each other, or closer than so far apart. */
export const overlaps = (a: Rect, b: Rect, apart = 0): boolean =>
	a.x[0] < b.x[1] + apart && b.x[0] < a.x[1] + apart && a.y[0] < b.y[1] + apart && b.y[0] < a.y[1] + apart;

/** How wide a character is at the most for the height of its type, in any face that ships with the application. */
const CHARACTER = 0.62;

/** How much room words take along their line, in the unit of their height. */
export const widthOf = (words: string, size: number): number => words.length * CHARACTER * size;
