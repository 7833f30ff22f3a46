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
