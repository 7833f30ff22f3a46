import { PDFDocument, StandardFonts } from 'pdf-lib';
import {
	guessesOfAll,
	lineOfCopy,
	barsWords,
	shoppingWords,
	type BarJob,
	type ClothJob,
	type CuttingPlan,
	type SheetLayout,
	type SheetJob
} from '../cutting';
import { stockOfPart } from '../pieces';
import type { Plan } from '../plan';
import { formatLength, formatMass, withUnits, type UnitSystem } from '../units';
import { INK, MARGIN, PALE, Sheet, WIDE } from './page';
import { joinList, partPages } from './pdf-parts';
import { cutOutsOnSheet, outlineOnSheet } from './svg';

/** The workshop sheets of a plan as a PDF: parts list, shopping list, sheet layouts with the order of cuts, bars. */
export async function cuttingPdf(plan: Plan, cutting: CuttingPlan, system: UnitSystem): Promise<Uint8Array> {
	const document = await PDFDocument.create();
	document.setTitle(`Cut list: ${plan.name}`);
	const sheet = new Sheet(
		document,
		await document.embedFont(StandardFonts.Helvetica),
		await document.embedFont(StandardFonts.HelveticaBold)
	);
	const mm = (value: number) => formatLength(value, system);
	sheet.line(`Cut list: ${plan.name}`, 20, true);
	sheet.line(
		`${formatMass(cutting.weight, system)} in all. Saw cut ${plan.stock.kerf} mm, sheets trimmed ${plan.stock.trim} mm. Dimensions are finished sizes.`,
		10
	);
	sheet.line(
		'Guard on, clamp the work, eyes and ears covered, dust mask for sheet goods. Measure the vehicle once more before the first cut.',
		10
	);
	for (const words of cutting.impossible) sheet.line(`NOT TO BE CUT: ${words}.`, 11, true);
	guessNotice(sheet, cutting, system);
	partsTable(sheet, cutting, plan, mm);
	sheet.y -= 10;
	sheet.line('To buy', 14, true);
	for (const item of cutting.shopping) sheet.line(`${shoppingWords(item, mm)}   ${item.cost.toFixed(2)}`, 11);
	sheet.line(cutting.cost === null ? 'No price: something cannot be cut.' : `Together ${cutting.cost.toFixed(2)}`, 11, true);
	for (const item of cutting.hardware) sheet.line(`${item.count} x ${item.name}`, 11);
	for (const job of cutting.sheets) job.plan.sheets.forEach((_, i) => sheetPage(sheet, cutting, job, i, plan.stock.trim, mm));
	if (cutting.bars.length > 0) sheet.turnOver();
	for (const job of cutting.bars) barList(sheet, cutting, job, mm);
	for (const job of cutting.cloths) clothPage(sheet, cutting, job, mm);
	joinList(sheet, plan);
	partPages(sheet, cutting, system);
	return document.save();
}

/** Says before anything is cut which parts follow sizes that nobody measured. */
function guessNotice(sheet: Sheet, { parts }: CuttingPlan, system: UnitSystem) {
	const hanging = parts.filter(({ guesses }) => guesses.length > 0);
	if (hanging.length === 0) return;
	sheet.y -= 6;
	sheet.line(`NOT TO BE CUT YET: ${hanging.length} of ${parts.length} kinds of part hang on sizes that are only guessed.`, 11, true);
	sheet.line('They are marked GUESS. Measure these first:', 10);
	for (const { label, effect } of guessesOfAll(hanging).slice(0, 12))
		sheet.line(`   ${withUnits(label, system)}: parts change by up to ${formatLength(effect, system)}`, 10);
}

function partsTable(sheet: Sheet, cutting: CuttingPlan, plan: Plan, mm: (value: number) => string) {
	const columns = [MARGIN, MARGIN + 34, MARGIN + 70, MARGIN + 230, MARGIN + 300, MARGIN + 365, MARGIN + 400];
	const row = (cells: string[], bold = false) => {
		sheet.need(18);
		sheet.y -= 16;
		cells.forEach((cell, i) => sheet.text(cell, columns[i], 10, bold));
	};
	sheet.y -= 8;
	row(['No.', 'Qty', 'Part', 'Length', 'Width', 'Thick', 'From'], true);
	for (const part of cutting.parts) {
		const stock = stockOfPart(part, plan.stock)!;
		row([
			`${part.number}`,
			`${part.quantity}`,
			`${part.guesses.length > 0 ? 'GUESS ' : ''}${part.name}${part.shaped ? ' (shaped)' : ''}`,
			mm(part.length),
			mm(part.width),
			mm(part.thickness),
			stock.name
		]);
	}
}

/** Parts where they lie on a sheet or a roll, true to scale across the page. */
function drawLayout(
	sheet: Sheet,
	cutting: CuttingPlan,
	layout: SheetLayout,
	size: { length: number; width: number },
	trim: number,
	mm: (value: number) => string
) {
	const scale = (WIDE - 2 * MARGIN) / size.length;
	const [left, top] = [MARGIN, sheet.y - 14];
	const height = size.width * scale;
	sheet.page.drawRectangle({
		x: left,
		y: top - height,
		width: size.length * scale,
		height,
		borderColor: PALE,
		borderWidth: 0.8,
		borderDashArray: [4, 3]
	});
	for (const at of layout.placed) {
		const line = lineOfCopy(cutting.parts, at.blank.id);
		for (const ring of [outlineOnSheet(line, at), ...cutOutsOnSheet(line, at)]) {
			const path = ring.map((p, i) => `${i === 0 ? 'M' : 'L'} ${(p.x + trim) * scale} ${(p.y + trim) * scale}`);
			sheet.page.drawSvgPath(`${path.join(' ')} Z`, { x: left, y: top, borderColor: INK, borderWidth: 1.2 });
		}
		const [w, h] = at.turned ? [at.blank.width, at.blank.length] : [at.blank.length, at.blank.width];
		sheet.y = top - (at.y + trim + h / 2) * scale;
		sheet.text(`${at.blank.id}${line.guesses.length > 0 ? ' GUESS' : ''}`, left + (at.x + trim + w / 2) * scale - 8, 14, true);
		sheet.y -= 12;
		sheet.text(`${mm(line.length)} x ${mm(line.width)}`, left + (at.x + trim + w / 2) * scale - 34, 8);
	}
	sheet.y = top - height - 6;
}

function sheetPage(sheet: Sheet, cutting: CuttingPlan, job: SheetJob, index: number, trim: number, mm: (value: number) => string) {
	sheet.turnOver();
	sheet.line(`${job.stock.name}: sheet ${index + 1} of ${job.plan.sheets.length}`, 16, true);
	const layout = job.plan.sheets[index];
	drawLayout(sheet, cutting, layout, job.stock, trim, mm);
	sheet.line('Order of cuts, measured from the trimmed corner; the waste side takes the saw cut:', 10, true);
	layout.cuts.forEach((cut, i) =>
		sheet.line(`${i + 1}. ${cut.axis === 'x' ? 'Across at' : 'Along at'} ${mm(cut.at)}, from ${mm(cut.from)} to ${mm(cut.to)}`, 9)
	);
}

function clothPage(sheet: Sheet, cutting: CuttingPlan, { stock, plan }: ClothJob, mm: (value: number) => string) {
	sheet.turnOver();
	sheet.line(`${stock.name}: ${plan.length / 1000} m off a roll ${mm(stock.width)} wide`, 16, true);
	drawLayout(sheet, cutting, plan.layout, { length: plan.length, width: stock.width }, 0, mm);
	sheet.line('Sizes are cut sizes, seams and overlap included.', 10);
	for (const { id, strips } of plan.joined)
		sheet.line(`${lineOfCopy(cutting.parts, id).name} [${id}] is joined from ${strips} strips.`, 10);
}

function barList(sheet: Sheet, cutting: CuttingPlan, job: BarJob, mm: (value: number) => string) {
	sheet.need(60);
	sheet.line(`${job.stock.name}: ${barsWords(job, mm)}${job.plan.proven ? '' : ' (not proven to be the cheapest)'}`, 13, true);
	job.plan.bars.forEach((bar, i) => {
		const cuts = bar.pieces.map((piece) => `${mm(piece.length)} [${piece.id} ${lineOfCopy(cutting.parts, piece.id).name}]`);
		const perLine = 3;
		for (let k = 0; k < cuts.length; k += perLine)
			sheet.line(
				`${k === 0 ? `${i + 1}.` : '   '} ${cuts.slice(k, k + perLine).join('   ')}${k + perLine >= cuts.length ? `   left ${mm(bar.left)}` : ''}`,
				9
			);
	});
}
