import { createCanvas } from '@napi-rs/canvas';
import fc from 'fast-check';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { describe, expect, it } from 'vitest';
import { bounds } from '../geometry/polygon';
import { valueAt } from '../geometry/piecewise';
import { contourCurve } from '../interior';
import type { Contour } from '../plan';
import { exact } from '../testing/plans';
import {
	greatestDifference,
	longestLine,
	PAPERS,
	readDxf,
	readSvg,
	templateDxf,
	templateOf,
	templatePdf,
	templateSvg,
	wallFromTracing,
	type FileRead
} from '.';

/** Offsets of a bellied wall from a batten 500 mm off the centre line, every 100 mm from 300 mm on. */
const belly = (offsets: number[], side: Contour['side'] = 'left'): Contour => ({
	name: 'Wall',
	side,
	z: 300,
	reach: 80,
	clearance: 6,
	line: { type: 'batten', start: exact(300), step: 100, batten: exact(500), offsets: offsets.map(exact) }
});
const OFFSETS = [80, 96, 108, 115, 117, 114, 105, 90, 70];
const wall = belly(OFFSETS);

describe('a scribed wall', () => {
	it('passes through its readings and never swings beyond them', () => {
		const curve = contourCurve(wall);
		OFFSETS.forEach((offset, i) => expect(valueAt(curve, 300 + 100 * i)).toBeCloseTo(500 + offset, 9));
		fc.assert(
			fc.property(fc.array(fc.integer({ min: 20, max: 200 }), { minLength: 3, maxLength: 12 }), (offsets) => {
				const found = contourCurve(belly(offsets));
				for (let i = 0; i < offsets.length - 1; i++)
					for (const t of [0.2, 0.5, 0.8]) {
						const value = valueAt(found, 300 + 100 * (i + t)) - 500;
						expect(value).toBeGreaterThanOrEqual(Math.min(offsets[i], offsets[i + 1]) - 1e-6);
						expect(value).toBeLessThanOrEqual(Math.max(offsets[i], offsets[i + 1]) + 1e-6);
					}
			})
		);
	});
	it('becomes a template with its clearance off, turned over for the other side', () => {
		const { outline } = templateOf(wall);
		const { x, y } = bounds(outline);
		expect(x).toEqual([0, 800]);
		// Narrowest 120 mm behind its curved edge, and the belly on top of that: 117 - 70.
		expect(y[1]).toBeCloseTo(120 + 47, 6);
		const other = templateOf(wall, true).outline;
		expect(bounds(other)).toEqual({ x, y });
		expect(other.some((p) => Math.abs(p.x - 0) < 1e-6 && Math.abs(p.y - 120) < 1e-6)).toBe(true);
		// The same wall on the right-hand side, mirrored, is the left-hand one again.
		expect(templateOf(belly(OFFSETS, 'right'), true).outline.map((p) => p.x)).toEqual(outline.map((p) => p.x));
	});
});

const traced = (read: FileRead, reversed = false) => {
	if (!read.ok) throw new Error(read.error);
	const line = longestLine(read.lines);
	const result = wallFromTracing(line.points, line.closed, { start: 300, batten: 500 - 6 + 70 - 120, reversed });
	if (!result.ok) throw new Error(result.error);
	return result.points;
};
/** The wall less its clearance, as a template has it. */
const expected = (contour: Contour): [number, number][] => {
	const curve = contourCurve(contour);
	return curve.at.map((x, i) => [x, curve.value[i] - 6]);
};

describe('templates round trip within a tenth of a millimetre', () => {
	it.each([
		['SVG', (c: Contour) => readSvg(templateSvg(templateOf(c)))],
		['DXF', (c: Contour) => readDxf(templateDxf(templateOf(c)))]
	])('through %s', (_, trip) => {
		expect(greatestDifference(traced(trip(wall)), expected(wall))).toBeLessThan(0.1);
		fc.assert(
			fc.property(fc.array(fc.integer({ min: 75, max: 160 }), { minLength: 4, maxLength: 14 }), (offsets) => {
				const contour = belly([70, ...offsets, 70]);
				expect(greatestDifference(traced(trip(contour)), expected(contour))).toBeLessThan(0.1);
			}),
			{ numRuns: 20 }
		);
	});
});

describe('drawing files', () => {
	it('keep their true scale, whatever their unit and transforms', () => {
		const inInches = readSvg(
			'<svg width="10in" height="2in" viewBox="0 0 100 20"><g transform="translate(5 0) scale(2)"><line x1="0" y1="1" x2="40" y2="1"/></g></svg>'
		);
		if (!inInches.ok) throw new Error(inInches.error);
		expect(bounds(inInches.lines[0].points).x.map((v) => Math.round(v * 100) / 100)).toEqual([12.7, 215.9]);
		// A quarter circle of 100 mm radius: as long as a quarter circle is.
		const round = readSvg('<svg width="200mm" viewBox="0 0 200 200"><path d="M100 0A100 100 0 0 1 200 100"/></svg>');
		if (!round.ok) throw new Error(round.error);
		const [{ points }] = round.lines;
		const long = points.slice(1).reduce((sum, p, i) => sum + Math.hypot(p.x - points[i].x, p.y - points[i].y), 0);
		expect(long).toBeCloseTo(50 * Math.PI, 1);
	});
	it('in DXF: bulges are arcs, loose lines are joined, other units are read', () => {
		const pairs = (...values: (string | number)[]) => values.join('\n');
		const head = (unit: number) => pairs(0, 'SECTION', 2, 'HEADER', 9, '$INSUNITS', 70, unit, 0, 'ENDSEC', 0, 'SECTION', 2, 'ENTITIES');
		const foot = pairs(0, 'ENDSEC', 0, 'EOF', '');
		// A half circle over 10 cm: bulge 1 from (0,0) to (10,0), in centimetres.
		const bulged = readDxf(pairs(head(5), 0, 'LWPOLYLINE', 90, 2, 70, 0, 10, 0, 20, 0, 42, 1, 10, 10, 20, 0, foot));
		if (!bulged.ok) throw new Error(bulged.error);
		const low = bounds(bulged.lines[0].points);
		expect(low.x[1] - low.x[0]).toBeCloseTo(100, 6);
		expect(low.y[0]).toBeCloseTo(-50, 1);
		const line = (...v: number[]) => pairs(0, 'LINE', 10, v[0], 20, v[1], 11, v[2], 21, v[3]);
		const loose = readDxf(pairs(head(4), line(0, 0, 100, 0), line(200, 40, 100, 0), foot));
		if (!loose.ok) throw new Error(loose.error);
		expect(loose.lines).toHaveLength(1);
		expect(loose.lines[0].points).toHaveLength(3);
	});
	it.each([
		['no picture at all', () => readSvg('hello'), /no <svg>/],
		['no scale', () => readSvg('<svg viewBox="0 0 10 10"><path d="M0 0L10 10"/></svg>'), /scale is unknown/],
		['per cent', () => readSvg('<svg width="100%"><path d="M0 0L1 1"/></svg>'), /scale is unknown/],
		['no line', () => readSvg('<svg width="10mm"><text>hi</text></svg>'), /no line/],
		['not DXF', () => readDxf('not a drawing'), /DXF/],
		['no line in DXF', () => readDxf('0\nSECTION\n2\nENTITIES\n0\nENDSEC\n0\nEOF\n'), /no line/]
	])('are refused with a reason: %s', (_, read, words) => {
		const result = read();
		expect(result.ok).toBe(false);
		if (!result.ok) expect(result.error).toMatch(words);
	});
	it('a line that turns back, or that is no length, is no wall', () => {
		const at = { start: 0, batten: 500, reversed: false };
		const back = wallFromTracing(
			[
				{ x: 0, y: 0 },
				{ x: 300, y: 10 },
				{ x: 200, y: 40 },
				{ x: 500, y: 40 }
			],
			false,
			at
		);
		expect(back).toEqual({ ok: false, error: expect.stringMatching(/turns back/) });
		expect(
			wallFromTracing(
				[
					{ x: 0, y: 0 },
					{ x: 3, y: 10 }
				],
				false,
				at
			)
		).toEqual({ ok: false, error: expect.stringMatching(/true scale/) });
	});
});

/** Dots to the inch at which pages are rendered, and what that makes of a millimetre. */
const DPI = 254;
const DOTS = DPI / 25.4;

/** The pages of a PDF as grey pictures. */
async function rendered(pdf: Uint8Array): Promise<{ width: number; height: number; dark: (x: number, y: number) => boolean }[]> {
	const document = await getDocument({ data: pdf, useSystemFonts: false, disableFontFace: true, verbosity: 0 }).promise;
	const pages = [];
	for (let i = 1; i <= document.numPages; i++) {
		const page = await document.getPage(i);
		const viewport = page.getViewport({ scale: DPI / 72 });
		const canvas = createCanvas(Math.round(viewport.width), Math.round(viewport.height));
		await page.render({ canvas: canvas as never, canvasContext: canvas.getContext('2d') as never, viewport }).promise;
		const { data, width, height } = canvas.getContext('2d').getImageData(0, 0, canvas.width, canvas.height);
		pages.push({
			width,
			height,
			dark: (x: number, y: number) =>
				data[(Math.round(y) * width + Math.round(x)) * 4] < 140 && data[(Math.round(y) * width + Math.round(x)) * 4 + 3] > 100
		});
	}
	return pages;
}

describe('the tiled PDF, printed', () => {
	it.each(['A4', 'Letter'] as const)('on %s measures true: control square, crosses and the wall over several sheets', async (paper) => {
		const long = belly(Array.from({ length: 16 }, (_, i) => 80 + 40 * Math.sin((i / 15) * Math.PI)));
		const template = templateOf(long);
		const pages = await rendered(await templatePdf(template, paper));
		const [wide, high] = PAPERS[paper];
		// 1500 mm over sheets that show 176 (A4) or 182 mm of new width each.
		expect(pages).toHaveLength(1 + Math.ceil((1500 - 10) / (wide - 34)));
		const [first, ...sheets] = pages;
		expect(first.width / DOTS).toBeCloseTo(wide, 0);

		// The control square: its left and right side along a line through it, its lower and upper side along another.
		const inside: number[] = [];
		for (let x = 0; x < first.width; x++) if (first.dark(x, first.height - (high - 12 - 8 - 8 * 7 - 50) * DOTS)) inside.push(x / DOTS);
		expect(inside.at(-1)! - inside[0]).toBeGreaterThan(99.5);
		expect(inside.at(-1)! - inside[0]).toBeLessThan(100.5);
		const upright: number[] = [];
		for (let y = first.height / 4; y < first.height - 2; y++) if (first.dark(62 * DOTS, y)) upright.push(y / DOTS);
		expect(upright.at(-1)! - upright[0]).toBeGreaterThan(99.5);
		expect(upright.at(-1)! - upright[0]).toBeLessThan(100.5);

		// On every sheet the curved edge stands where the contour says.
		const curve = contourCurve(long);
		const edge = Math.min(...curve.value) - 6 - 120;
		const step = wide - 24 - 10;
		for (const [column, sheet] of sheets.entries())
			for (const along of [30, 90, 140]) {
				const x = column * step + along;
				if (x > 1490) continue;
				const truth = valueAt(curve, 300 + x) - 6 - edge;
				let top = 0;
				for (let y = 0; y < sheet.height && !top; y++) if (sheet.dark((12 + along) * DOTS, y)) top = (sheet.height - y) / DOTS - 12;
				expect(Math.abs(top - truth)).toBeLessThan(0.4);
			}
	});
});
