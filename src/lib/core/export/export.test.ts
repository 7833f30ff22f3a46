import { XMLValidator } from 'fast-xml-parser';
import createHighs from 'highs';
import Papa from 'papaparse';
import { PDFDocument } from 'pdf-lib';
import { beforeAll, describe, expect, it } from 'vitest';
import { area } from '../geometry/polygon';
import { cuttingPlan, lineOfCopy, type CuttingPlan } from '../cutting';
import { applyEdits, starterPlan } from '../plan';
import { withPiece } from '../testing/plans';
import { cuttingPdf, escapeXml, outlineOnSheet, partsCsv, sheetsSvg } from '.';

// Ply shaped round arches and cut corners; a name that a spreadsheet must not run and a PDF font does not have.
const plan = applyEdits(
	withPiece(withPiece(starterPlan('Wędrówka', 'small van'), 'bed', 'fixed-platform', { height: 250 }), 'couch', 'slat-couch'),
	[{ path: ['pieces', 'bed', 'name'], value: '=SUM(1,2) “bed”' }]
);
let cutting: CuttingPlan;
beforeAll(async () => {
	cutting = cuttingPlan(plan, await createHighs());
});

describe('parts as CSV', () => {
	it('read back as the parts list', () => {
		const { data } = Papa.parse<Record<string, string>>(partsCsv(cutting, plan.stock), { header: true });
		expect(data.map((row) => [Number(row.number), Number(row.quantity), Number(row.length_mm)])).toEqual(
			cutting.parts.map((p) => [p.number, p.quantity, p.length])
		);
		expect(data.find((row) => row.piece.includes('SUM'))!.piece.startsWith("'=")).toBe(true);
		expect(data.some((row) => row.shape === 'cut to outline')).toBe(true);
	});
});

describe('sheets as SVG', () => {
	it('draw every part at full size with its true outline, inside its sheet', () => {
		const svg = sheetsSvg(cutting, plan.stock.trim);
		const polygons = [...svg.matchAll(/<polygon points="([^"]+)"/g)].map((m) =>
			m[1]
				.split(' ')
				.map((pair) => pair.split(',').map(Number))
				.map(([x, y]) => ({ x, y }))
		);
		const placed = cutting.sheets.flatMap((job) => job.plan.sheets.flatMap((s) => s.placed));
		expect(polygons).toHaveLength(placed.length);
		placed.forEach((at, i) => {
			const line = lineOfCopy(cutting.parts, at.blank.id);
			expect(Math.abs(area(polygons[i]))).toBeCloseTo(Math.abs(area(line.outline)), -1);
			for (const p of polygons[i]) expect(p.x >= 0 && p.y >= 0 && p.x <= 2440 && p.y <= 1220).toBe(true);
			const onSheet = outlineOnSheet(line, at);
			expect(Math.max(...onSheet.map((p) => p.x)) - at.x).toBeCloseTo(at.turned ? at.blank.width : at.blank.length, 6);
		});
		expect(svg).not.toContain('<script');
	});
	it('show markup in the names of a board as it is written', () => {
		const evil = '</text><script>alert("1")</script>&';
		const [id] = cutting.sheets.map((job) => job.id);
		const named = applyEdits(plan, [{ path: ['stock', 'sheets', id, 'name'], value: evil }]);
		const jobs = cutting.sheets.map((job) => (job.id === id ? { ...job, stock: named.stock.sheets[id] } : job));
		const svg = sheetsSvg({ ...cutting, sheets: jobs }, plan.stock.trim);
		expect(svg).not.toContain('<script');
		expect(XMLValidator.validate(svg)).toBe(true);
		expect(escapeXml(evil)).toBe('&#60;/text&#62;&#60;script&#62;alert(&#34;1&#34;)&#60;/script&#62;&#38;');
	});
});

describe('cut list as PDF', () => {
	it('has a page for parts, one for each sheet and one for bars', async () => {
		const document = await PDFDocument.load(await cuttingPdf(plan, cutting, 'metric'));
		expect(document.getPageCount()).toBeGreaterThanOrEqual(2 + cutting.sheets.reduce((n, job) => n + job.plan.sheets.length, 0));
		expect(document.getTitle()).toContain('Wędrówka');
	});
	it('prints in inches as well', async () => expect((await cuttingPdf(plan, cutting, 'imperial')).length).toBeGreaterThan(1000));
});
