import { PDFDocument, rgb, StandardFonts, type PDFPage } from 'pdf-lib';
import { bounds, type Polygon } from '../geometry/polygon';
import { printable } from '../export';
import type { Template } from './template';

/** Points of a PDF in a millimetre. */
const PT = 72 / 25.4;
/** Papers, mm: width and height. */
export const PAPERS = { A4: [210, 297], Letter: [215.9, 279.4] } as const;
export type Paper = keyof typeof PAPERS;

/** Strip along the paper's edge that printers leave white, mm, and the overlap by which sheets are glued. */
const WHITE = 12;
const OVERLAP = 10;
/** The square that proves the scale, mm. */
export const CONTROL_SQUARE = 100;

/**
 * A template at full size over as many sheets as it needs: register marks in the corners of what each sheet shows, row and
 * column on each, and a first sheet with the control square and how to put the rest together.
 */
export async function templatePdf(template: Template, paper: Paper): Promise<Uint8Array> {
	const document = await PDFDocument.create();
	document.setTitle(`Template: ${template.name}`);
	const font = await document.embedFont(StandardFonts.Helvetica);
	const [wide, high] = PAPERS[paper];
	const [shownX, shownY] = [wide - 2 * WHITE, high - 2 * WHITE];
	const [stepX, stepY] = [shownX - OVERLAP, shownY - OVERLAP];
	const { x, y } = bounds(template.outline);
	const columns = Math.max(1, Math.ceil((x[1] - x[0] - OVERLAP) / stepX));
	const rows = Math.max(1, Math.ceil((y[1] - y[0] - OVERLAP) / stepY));

	const first = document.addPage([wide * PT, high * PT]);
	const words = [
		`Template: ${template.name}`,
		...template.notes,
		`${columns * rows} sheets: ${rows} ${rows === 1 ? 'row' : 'rows'} of ${columns}. Print at 100 %, never "fit to page".`,
		`First measure the square below: each side must be ${CONTROL_SQUARE} mm.`,
		`Lay sheets over each other by ${OVERLAP} mm so that the crosses meet, and glue them.`
	];
	words.forEach((text, i) =>
		first.drawText(printable(text), { x: WHITE * PT, y: (high - WHITE - 8 - 8 * i) * PT, size: i === 0 ? 16 : 11, font })
	);
	const low = high - WHITE - 8 - 8 * words.length - CONTROL_SQUARE;
	outline(first, [
		{ x: WHITE, y: low },
		{ x: WHITE + CONTROL_SQUARE, y: low },
		{ x: WHITE + CONTROL_SQUARE, y: low + CONTROL_SQUARE },
		{ x: WHITE, y: low + CONTROL_SQUARE }
	]);

	for (let row = 0; row < rows; row++)
		for (let column = 0; column < columns; column++) {
			const page = document.addPage([wide * PT, high * PT]);
			const [left, bottom] = [x[0] + column * stepX, y[0] + row * stepY];
			// Only what lies on this sheet is drawn on it: strokes are cut at the edge of what it shows.
			const rings = [template.outline, ...(template.holes ?? [])];
			for (const [a, b] of rings.flatMap((ring) => strokes(ring, left, bottom, shownX, shownY)))
				line(page, a.x - left + WHITE, a.y - bottom + WHITE, b.x - left + WHITE, b.y - bottom + WHITE, 0.8);
			for (const [mx, my] of [
				[OVERLAP / 2, OVERLAP / 2],
				[shownX - OVERLAP / 2, OVERLAP / 2],
				[OVERLAP / 2, shownY - OVERLAP / 2],
				[shownX - OVERLAP / 2, shownY - OVERLAP / 2]
			]) {
				line(page, WHITE + mx - 4, WHITE + my, WHITE + mx + 4, WHITE + my, 0.3);
				line(page, WHITE + mx, WHITE + my - 4, WHITE + mx, WHITE + my + 4, 0.3);
			}
			const place = `${printable(template.name)}   row ${row + 1} of ${rows}, sheet ${column + 1} of ${columns} from the left`;
			page.drawText(place, { x: WHITE * PT, y: (WHITE - 6) * PT, size: 8, font });
		}
	return document.save();
}

function line(page: PDFPage, x0: number, y0: number, x1: number, y1: number, thickness: number): void {
	page.drawLine({ start: { x: x0 * PT, y: y0 * PT }, end: { x: x1 * PT, y: y1 * PT }, thickness, color: rgb(0, 0, 0) });
}

function outline(page: PDFPage, points: Polygon): void {
	points.forEach((p, i) => {
		const next = points[(i + 1) % points.length];
		line(page, p.x, p.y, next.x, next.y, 0.5);
	});
}

type Stroke = [{ x: number; y: number }, { x: number; y: number }];

/** The edges of an outline as far as they lie in a window (Liang and Barsky's clipping). */
function strokes(points: Polygon, left: number, bottom: number, wide: number, high: number): Stroke[] {
	return points.flatMap((a, i): Stroke[] => {
		const b = points[(i + 1) % points.length];
		const [dx, dy] = [b.x - a.x, b.y - a.y];
		let [from, to] = [0, 1];
		for (const [p, q] of [
			[-dx, a.x - left],
			[dx, left + wide - a.x],
			[-dy, a.y - bottom],
			[dy, bottom + high - a.y]
		]) {
			if (p === 0 && q < 0) return [];
			if (p < 0) from = Math.max(from, q / p);
			if (p > 0) to = Math.min(to, q / p);
		}
		if (from >= to) return [];
		const at = (t: number) => ({ x: a.x + t * dx, y: a.y + t * dy });
		return [[at(from), at(to)]];
	});
}
