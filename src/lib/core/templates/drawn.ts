import type { Polygon } from '../geometry/polygon';

/** A line out of a drawing file: its corners in millimetres, y upwards. */
export interface Drawn {
	points: Polygon;
	closed: boolean;
}

/** The lines of a file, or a sentence that says what is wrong with it. */
export type FileRead = { ok: true; lines: Drawn[] } | { ok: false; error: string };

/** The longest of some lines, which is taken as the one that was traced. */
export const longestLine = (lines: Drawn[]): Drawn => lines.reduce((best, line) => (lengthOf(line) > lengthOf(best) ? line : best));

const lengthOf = ({ points, closed }: Drawn): number =>
	points.reduce((sum, p, i) => {
		const next = points[i + 1] ?? (closed ? points[0] : p);
		return sum + Math.hypot(next.x - p.x, next.y - p.y);
	}, 0);

/** A tracing has some hundred points, a finely digitised one some thousand. */
export const MOST_POINTS = 50_000;
/** Nothing that is traced in a vehicle is longer, mm. */
const LARGEST = 50_000;
/** Text of a drawing file that is read, in characters. */
export const LARGEST_DRAWING = 8_000_000;

/** Thrown by a reader as soon as a file holds more points than are read. */
export class TooManyPointsError extends Error {
	constructor() {
		super(`The file holds more than ${MOST_POINTS} points; a tracing has some thousand. Simplify the line in the program that drew it.`);
	}
}

/** Collects the lines of a file and gives up when there are too many points. */
export class Lines {
	readonly all: Drawn[] = [];
	private count = 0;

	add(line: Drawn): void {
		this.count += line.points.length;
		if (this.count > MOST_POINTS) throw new TooManyPointsError();
		this.all.push(line);
	}
}

/** Lines in millimetres as a reader gives them, unless they cannot be a tracing: not numbers, farther out than any vehicle, of no length. */
export function asTracing(lines: readonly Drawn[]): FileRead {
	for (const { points } of lines)
		for (const { x, y } of points) {
			if (!Number.isFinite(x) || !Number.isFinite(y))
				return { ok: false, error: 'A point of the file has a coordinate that is not a number.' };
			if (Math.abs(x) > 20 * LARGEST || Math.abs(y) > 20 * LARGEST)
				return { ok: false, error: `A point of the file lies more than a kilometre away. Is the file in true scale?` };
		}
	const drawn = lines.filter((line) => lengthOf(line) > 0.1);
	if (drawn.length === 0) return { ok: false, error: 'The file holds no line that can be traced.' };
	const long = lengthOf(longestLine(drawn));
	return long > LARGEST
		? { ok: false, error: `The longest line of the file is ${Math.round(long / 1000)} m long. Is the file in true scale?` }
		: { ok: true, lines: drawn };
}
