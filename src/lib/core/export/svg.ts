import { lineOfCopy, type CuttingPlan, type PartLine, type PlacedBlank, type SheetJob } from '../cutting';
import { rectangle } from '../geometry/polygon';
import type { Vec2 } from '../geometry/vector';
import { escapeXml } from './letters';

/** The true outline of a part where it lies on its sheet, the sheet's trimmed corner at (0, 0). */
export function outlineOnSheet(line: PartLine, { x, y, turned, blank }: PlacedBlank): Vec2[] {
	// A strip of something that is joined is a rectangle of its own.
	if (blank.width < Math.min(line.length, line.width) - 1) {
		const [w, h] = turned ? [blank.width, blank.length] : [blank.length, blank.width];
		return rectangle(x, x + w, y, y + h);
	}
	return onSheet(line, { x, y, turned }, line.outline);
}

/** The openings of a part where it lies on its sheet. */
export const cutOutsOnSheet = (line: PartLine, at: PlacedBlank): Vec2[][] => line.cutOuts.map(({ outline }) => onSheet(line, at, outline));

function onSheet(line: PartLine, { x, y, turned }: Pick<PlacedBlank, 'x' | 'y' | 'turned'>, outline: readonly Vec2[]): Vec2[] {
	// A blank lies with its longer side along the sheet unless it is turned; an outline may be wider than long.
	const across = line.length < line.width !== turned;
	return outline.map((p) => (across ? { x: x + p.y, y: y + p.x } : { x: x + p.x, y: y + p.y }));
}

/** All sheet layouts as one SVG at full size (1 unit = 1 mm), sheets one below the other. */
export function sheetsSvg(plan: CuttingPlan, trim: number): string {
	const gap = 120;
	let top = 0;
	let width = 100;
	const groups: string[] = [];
	for (const job of plan.sheets)
		job.plan.sheets.forEach((layout, i) => {
			groups.push(`<g transform="translate(0 ${top + 60})">${sheetSvg(plan, job, i, layout.placed, trim)}</g>`);
			top += job.stock.width + gap;
			width = Math.max(width, job.stock.length);
		});
	const size = `width="${width}mm" height="${top}mm" viewBox="0 0 ${width} ${top}"`;
	return `<?xml version="1.0" encoding="UTF-8"?>\n<svg xmlns="http://www.w3.org/2000/svg" ${size} font-family="sans-serif" fill="none" stroke="#000" stroke-width="1">\n${groups.join('\n')}\n</svg>\n`;
}

function sheetSvg(plan: CuttingPlan, job: SheetJob, index: number, placed: PlacedBlank[], trim: number): string {
	const title = `${job.stock.name}, sheet ${index + 1} of ${job.plan.sheets.length}`;
	const parts = placed.map((at) => {
		const line = lineOfCopy(plan.parts, at.blank.id);
		const rings = [outlineOnSheet(line, at), ...cutOutsOnSheet(line, at)].map((ring) =>
			ring.map((p) => `${round(p.x + trim)},${round(p.y + trim)}`).join(' ')
		);
		const [w, h] = at.turned ? [at.blank.width, at.blank.length] : [at.blank.length, at.blank.width];
		const guess = line.guesses.length > 0 ? 'GUESS ' : '';
		const words = `${guess}${at.blank.id} ${line.name} ${round(line.length)} × ${round(line.width)}`;
		return `${rings.map((points) => `<polygon points="${points}"/>`).join('')}<text x="${round(at.x + trim + w / 2)}" y="${round(at.y + trim + h / 2)}" font-size="36" text-anchor="middle" fill="#000" stroke="none">${escapeXml(words)}</text>`;
	});
	return `<text x="0" y="-16" font-size="36" fill="#000" stroke="none">${escapeXml(title)}</text><rect width="${job.stock.length}" height="${job.stock.width}" stroke-dasharray="12 8"/>${parts.join('')}`;
}

const round = (value: number) => Math.round(value * 100) / 100;
