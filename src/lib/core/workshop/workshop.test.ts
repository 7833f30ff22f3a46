import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { partsOf, type PartLine } from '../cutting';
import { rectangle, segmentDistance } from '../geometry/polygon';
import { vec2, vec3 } from '../geometry/vector';
import { readPlanFile } from '../plan';
import { widthOf } from '../geometry/rect';
import { copiesWords, drillWords, figureIn, lying, markingsOf, partSketch, placeWords, type Sketch } from '.';

const figure = figureIn('metric');
const down = vec3(0, 0, -1);
const part = (more: Partial<PartLine>): PartLine => ({
	number: 3,
	piece: 'Bed',
	name: 'Deck',
	form: 'board',
	stock: 'ply-12',
	length: 800,
	width: 400,
	thickness: 12,
	quantity: 1,
	of: ['bed/deck'],
	outline: rectangle(0, 800, 0, 400),
	cutOuts: [],
	shaped: false,
	weight: 1,
	drilled: [],
	guesses: [],
	...more
});
const through = (x: number, y: number) => ({ at: vec3(x, y, 12), along: down, diameter: 4.5, sunk: 8 });

describe('what is marked off', () => {
	it('is few lines: those with holes in the same places together', () => {
		const holes = [20, 400, 780].flatMap((x) => [30, 200, 370].map((y) => through(x, y)));
		const [marking, ...others] = markingsOf({ copies: [0], holes });
		expect(others).toEqual([]);
		expect(marking).toMatchObject({ letter: 'A', from: 'this face', line: { from: 'left', at: [20, 400, 780] }, along: [30, 200, 370] });
		expect(drillWords(marking)).toBe('From this face: drill 4.5 mm right through, sunk to 8 mm');
		expect(placeWords(marking, figure)).toBe('20, 400 and 780 from the left end, up from the lower edge at 30, 200 and 370');
	});
	it('into an edge is told from the face behind', () => {
		const [marking] = markingsOf({
			copies: [0],
			holes: [{ at: vec3(0, 100, 6), along: vec3(1, 0, 0), diameter: 2, depth: 28 }]
		});
		expect(drillWords(marking)).toBe('From the left edge: drill 2 mm 28 mm deep');
		expect(placeWords(marking, figure)).toBe('6 from the face behind, along it at 100');
	});
	it('in inches reads as a tape does', () =>
		expect(placeWords(markingsOf({ copies: [0], holes: [through(25.4, 203.2)] })[0], figureIn('imperial'))).toBe(
			'1" from the left end, up from the lower edge at 8"'
		));
	it('names the copies that are drilled differently', () => {
		const line = part({
			quantity: 3,
			drilled: [
				{ copies: [0, 2], holes: [] },
				{ copies: [1], holes: [] }
			]
		});
		expect(line.drilled.map((one) => copiesWords(line, one))).toEqual(['3a and 3c', '3b']);
		expect(copiesWords(part({ quantity: 2, drilled: [{ copies: [0, 1], holes: [] }] }), { copies: [0, 1], holes: [] })).toBe('');
	});
});

describe('a part on the bench', () => {
	it('lies along, with the side on top that is drilled most, and is not mirrored', () => {
		// Upright as cut, drilled from below near one corner: turned a quarter, then over.
		const line = lying(
			part({
				length: 400,
				width: 800,
				outline: rectangle(0, 400, 0, 800),
				drilled: [{ copies: [0], holes: [{ at: vec3(50, 100, 0), along: vec3(0, 0, 1), diameter: 4 }] }]
			})
		);
		expect([line.length, line.width]).toEqual([800, 400]);
		expect(line.drilled[0].holes[0]).toMatchObject({ at: vec3(100, 50, 12), along: { z: -1 } });
	});
	it('a bar lies on any of its sides', () => {
		const bar = part({
			form: 'bar',
			length: 1000,
			width: 35,
			thickness: 70,
			outline: rectangle(0, 1000, 0, 35),
			drilled: [{ copies: [0], holes: [{ at: vec3(100, 35, 20), along: vec3(0, -1, 0), diameter: 2.5, depth: 25 }] }]
		});
		const line = lying(bar);
		expect([line.length, line.width, line.thickness]).toEqual([1000, 70, 35]);
		expect(line.drilled[0].holes[0]).toMatchObject({ at: vec3(100, 50, 35) });
		expect(line.drilled[0].holes[0].along.z).toBe(-1);
	});
});

/** Words of a drawing that lie on each other, on a line, or beyond the paper. */
function muddled({ width, height, strokes, labels }: Sketch): string[] {
	const boxes = labels.map(({ at, words, size, anchor }) => {
		const wide = widthOf(words, size);
		const from = anchor === 'middle' ? at.x - wide / 2 : anchor === 'end' ? at.x - wide : at.x;
		return { words, x: [from, from + wide], y: [at.y - size / 2, at.y + size / 2] };
	});
	const met = boxes.flatMap((a, i) =>
		boxes
			.slice(0, i)
			.flatMap((b) => (a.x[0] < b.x[1] && b.x[0] < a.x[1] && a.y[0] < b.y[1] && b.y[0] < a.y[1] ? [`${a.words} on ${b.words}`] : []))
	);
	const beyond = boxes.flatMap(({ words, x, y }) => (x[0] < 0 || y[0] < 0 || x[1] > width || y[1] > height ? [`${words} is cut off`] : []));
	const lines = strokes
		.filter(({ kind }) => kind !== 'hidden')
		.flatMap(({ points, closed }) =>
			points.slice(closed ? 0 : 1).map((p, i) => [p, points[closed ? (i + 1) % points.length : i]] as const)
		);
	const crossed = boxes.flatMap(({ words, x, y }) => {
		const [cx, cy] = [(x[0] + x[1]) / 2, (y[0] + y[1]) / 2];
		return lines.some(([a, b]) => segmentDistance(vec2(cx, cy), a, b) < 0.3) ? [`a line through ${words}`] : [];
	});
	return [...met, ...beyond, ...crossed];
}

describe.each(readdirSync('examples'))('%s', (file) => {
	const read = readPlanFile(readFileSync(`examples/${file}`, 'utf8'));
	if (!read.ok) throw new Error(read.faults.join());
	const parts = partsOf(read.plan).map(lying);
	it('every hole of every copy is marked off once, in the part', () => {
		for (const line of parts) {
			expect(line.drilled.flatMap(({ copies }) => copies).sort((a, b) => a - b)).toEqual(
				Array.from({ length: line.quantity }, (_, i) => i)
			);
			for (const pattern of line.drilled) {
				const markings = markingsOf(pattern);
				const told = markings.reduce((sum, { line, along }) => sum + line.at.length * along.length, 0);
				expect(told).toBe(pattern.holes.length);
				for (const { at } of pattern.holes) {
					expect(at.x).toBeGreaterThan(-0.6);
					expect(at.x).toBeLessThan(line.length + 0.6);
					expect(at.y).toBeGreaterThan(-0.6);
					expect(at.y).toBeLessThan(line.width + 0.6);
				}
			}
		}
	});
	it.each(['metric', 'imperial'] as const)('no words of its drawings run into each other, a line or the edge: %s', (units) => {
		for (const line of parts)
			for (const pattern of line.drilled)
				for (const paper of [
					{ width: 100, height: 70 },
					{ width: 180, height: 78 }
				])
					expect(muddled(partSketch(line, pattern, paper, figureIn(units))), `${line.number} ${line.name}`).toEqual([]);
	});
});
