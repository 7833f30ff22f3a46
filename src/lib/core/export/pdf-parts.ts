import { connectionsOf, glueOf } from '../connections';
import { assemblyOf } from '../derive';
import type { CuttingPlan } from '../cutting';
import type { Plan } from '../plan';
import type { UnitSystem } from '../units';
import {
	alikeJoints,
	copiesWords,
	drillWords,
	figureIn,
	joinWords,
	lying,
	markingsOf,
	partSketch,
	placeWords,
	type Sketch
} from '../workshop';
import { INK, MARGIN, PALE, WIDE, type Sheet } from './page';

/** PDF points of a millimetre. */
const POINT = 72 / 25.4;
/** The paper of one drawing, mm. */
const PAPER = { width: (WIDE - 2 * MARGIN) / POINT, height: 78 };

/** How every piece is joined, equal joints together. */
export function joinList(sheet: Sheet, plan: Plan): void {
	const pieces = Object.values(plan.pieces).flatMap((piece) => {
		const assembly = assemblyOf(piece, plan);
		const connections = connectionsOf(assembly, plan.stock, piece.joined);
		return connections.length > 0 ? [{ piece, assembly, connections }] : [];
	});
	if (pieces.length === 0) return;
	sheet.turnOver();
	sheet.line('Joints', 16, true);
	sheet.wrapped(
		'The first part is drilled right through and sunk, the second as deep as the screw holds. Clamp the work; eyes covered.',
		10
	);
	for (const { piece, assembly, connections } of pieces) {
		sheet.need(50);
		sheet.y -= 6;
		sheet.line(piece.name, 12, true);
		const nameOf = (id: string) => assembly.parts.find((part) => part.id === id)!.name;
		for (const all of alikeJoints(connections, nameOf)) {
			const [one] = all;
			const before = one.before ? `, before ${nameOf(one.before)} is there` : '';
			sheet.wrapped(
				`${all.length > 1 ? `${all.length} times ` : ''}${nameOf(one.from)} to ${nameOf(one.into)}: ${joinWords(one)}${before}`,
				10,
				8
			);
		}
		const glue = glueOf(connections);
		if (glue >= 1) sheet.wrapped(`About ${Math.ceil(glue / 10) * 10} g of glue.`, 10, 8);
	}
}

/** Every part that is drilled, as it is marked off. */
export function partPages(sheet: Sheet, { parts }: CuttingPlan, system: UnitSystem): void {
	const drilled = parts.filter((part) => part.drilled.some(({ holes }) => holes.length > 0));
	if (drilled.length === 0) return;
	const figure = figureIn(system);
	sheet.turnOver();
	sheet.line('Parts as they are drilled', 16, true);
	sheet.wrapped(
		`Sizes in ${system === 'metric' ? 'mm' : 'inches'} from the left end and the lower edge. Full dots are drilled from this face, open ones from behind, dashes into an edge.`,
		10
	);
	for (const part of drilled) {
		const line = lying(part);
		for (const pattern of line.drilled) {
			const sketch = partSketch(line, pattern, PAPER, figure);
			const markings = markingsOf(pattern);
			sheet.need(sketch.height * POINT + 60 + 26 * markings.length);
			sheet.y -= 8;
			const of = copiesWords(line, pattern);
			sheet.line(
				`${line.number} ${line.name}, ${line.piece}${of ? `: ${of}` : line.quantity > 1 ? `: ${line.quantity} of it` : ''}`,
				12,
				true
			);
			sheet.line([line.length, line.width, line.thickness].map(figure).join(' × '), 9);
			drawSketch(sheet, sketch);
			markings.forEach((marking, k) => {
				if (k === 0 || drillWords(markings[k - 1]) !== drillWords(marking)) sheet.wrapped(`${drillWords(marking)}:`, 9);
				sheet.wrapped(`${marking.letter}   ${placeWords(marking, figure)}`, 9, 8);
			});
		}
	}
}

/** A line drawing below the pen, which moves down past it. */
function drawSketch(sheet: Sheet, { height, strokes, dots, labels }: Sketch): void {
	const top = sheet.y - 4;
	const at = ({ x, y }: { x: number; y: number }) => ({ x: MARGIN + x * POINT, y: top - y * POINT });
	for (const { points, closed, kind } of strokes) {
		const path = points.map(({ x, y }, i) => `${i === 0 ? 'M' : 'L'} ${x * POINT} ${y * POINT}`).join(' ');
		const thin = kind === 'measure';
		sheet.page.drawSvgPath(closed ? `${path} Z` : path, {
			x: MARGIN,
			y: top,
			borderColor: thin ? PALE : INK,
			borderWidth: thin ? 0.4 : 1,
			...(kind === 'hidden' ? { borderDashArray: [3, 2] } : {})
		});
	}
	for (const { at: p, radius, filled } of dots) {
		const { x, y } = at(p);
		sheet.page.drawCircle({ x, y, size: radius * POINT, borderColor: INK, borderWidth: 0.7, ...(filled ? { color: INK } : {}) });
	}
	for (const { at: p, words, size, anchor, strong } of labels) {
		const { x, y } = at(p);
		const wide = sheet.widthOf(words, size * POINT, strong);
		sheet.y = y - 0.35 * size * POINT;
		sheet.text(words, anchor === 'middle' ? x - wide / 2 : anchor === 'end' ? x - wide : x, size * POINT, strong);
	}
	sheet.y = top - height * POINT;
}
