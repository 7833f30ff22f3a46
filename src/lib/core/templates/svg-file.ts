import { XMLParser } from 'fast-xml-parser';
import svgpath from 'svgpath';
import { escapeXml } from '../export';
import { bounds, type Polygon } from '../geometry/polygon';
import { vec2, type Vec2 } from '../geometry/vector';
import type { Template } from './template';
import { asTracing, LARGEST_DRAWING, Lines, MOST_POINTS, TooManyPointsError, type FileRead } from './drawn';

const round = (value: number) => Math.round(value * 1000) / 1000;

/** A template as SVG at full size: one unit is one millimetre. */
export function templateSvg({ name, outline, holes = [], notes }: Template): string {
	const { x, y } = bounds(outline);
	const margin = 10;
	const [width, height] = [x[1] - x[0] + 2 * margin, y[1] - y[0] + 2 * margin];
	// Paper counts downwards, the template upwards.
	const rings = [outline, ...holes].map((ring) => {
		const points = ring.map((p) => `${round(p.x - x[0] + margin)},${round(y[1] - p.y + margin)}`).join(' ');
		return `<polygon points="${points}"/>`;
	});
	const words = [name, ...notes].map(
		(text, i) =>
			`<text x="${margin + 8}" y="${round(height - margin - 8 - 9 * (notes.length - i))}" font-size="7" fill="#000" stroke="none">${escapeXml(text)}</text>`
	);
	return `<?xml version="1.0" encoding="UTF-8"?>\n<svg xmlns="http://www.w3.org/2000/svg" width="${round(width)}mm" height="${round(height)}mm" viewBox="0 0 ${round(width)} ${round(height)}" font-family="sans-serif" fill="none" stroke="#000" stroke-width="0.3">\n${rings.join('\n')}\n${words.join('\n')}\n</svg>\n`;
}

/** Millimetres in one of SVG's units of length (CSS Values: 96 px to the inch). */
const UNIT_MM: Record<string, number> = { mm: 1, cm: 10, in: 25.4, pt: 25.4 / 72, pc: 25.4 / 6, px: 25.4 / 96, '': 25.4 / 96 };

/** Chords of a curve miss it by less than this, mm. */
const CHORD_ERROR = 0.02;

interface Node {
	':@'?: Record<string, string>;
	[tag: string]: unknown;
}

/**
 * The lines of an SVG file in millimetres, y upwards: paths, polygons, polylines, lines and rectangles, with the
 * transforms of the groups they are in. The scale is the file's own: its width in true units against its view box.
 */
export function readSvg(text: string): FileRead {
	if (text.length > LARGEST_DRAWING) return { ok: false, error: 'The file is larger than a tracing should be.' };
	if (deepest(text) > DEEPEST) return { ok: false, error: `The groups of this file are nested deeper than ${DEEPEST} levels.` };
	let tree: Node[];
	try {
		tree = new XMLParser({ preserveOrder: true, ignoreAttributes: false, attributeNamePrefix: '', processEntities: false }).parse(
			text
		) as Node[];
	} catch (error) {
		return { ok: false, error: `This is not an SVG file: ${(error as Error).message}` };
	}
	const root = tree.find((node) => 'svg' in node);
	if (!root) return { ok: false, error: 'This is not an SVG file: it has no <svg>.' };
	const scale = scaleOf(root[':@'] ?? {});
	if (typeof scale === 'string') return { ok: false, error: scale };
	const lines = new Lines();
	try {
		walk(root.svg as Node[], '', lines);
	} catch (error) {
		if (error instanceof TooManyPointsError) return { ok: false, error: error.message };
		throw error;
	}
	return asTracing(lines.all.map(({ points, closed }) => ({ closed, points: points.map((p) => vec2(p.x * scale, -p.y * scale)) })));
}

/** Deepest nesting of groups that is read. */
const DEEPEST = 100;

/** Deepest nesting of the tags of a text, counted without building anything of it. */
function deepest(text: string): number {
	let [depth, most] = [0, 0];
	for (const [tag] of text.matchAll(/<[/a-z!?][^<>]*>/gi)) {
		if (tag[1] === '/') depth--;
		else if (tag[1] !== '!' && tag[1] !== '?' && !tag.endsWith('/>')) most = Math.max(most, ++depth);
	}
	return most;
}

/** Millimetres for one unit of the drawing, or a sentence why that is not known. */
function scaleOf(attributes: Record<string, string>): number | string {
	const size = /^\s*([\d.]+)\s*([a-z%]*)\s*$/i.exec(attributes.width ?? '');
	const box = (attributes.viewBox ?? '')
		.trim()
		.split(/[\s,]+/)
		.map(Number);
	if (!size || size[2] === '%')
		return 'The file does not say how wide it is in millimetres, centimetres or inches, so its scale is unknown.';
	const unit = UNIT_MM[size[2].toLowerCase()];
	if (unit === undefined) return `The width is given in “${size[2]}”, which is no length.`;
	const width = Number(size[1]) * unit;
	if (!(width > 0)) return 'The file says that it has no width, so its scale is unknown.';
	if (box.length === 4 && box.every(Number.isFinite) && box[2] > 0) return width / box[2];
	return unit;
}

function walk(nodes: Node[], transform: string, lines: Lines): void {
	for (const node of nodes) {
		const attributes = node[':@'] ?? {};
		const own = `${transform} ${attributes.transform ?? ''}`.trim();
		for (const tag of Object.keys(node)) {
			if (tag === 'g' || tag === 'svg' || tag === 'a') walk(node[tag] as Node[], own, lines);
			const path = pathOf(tag, attributes);
			if (path) flatten(path, own, lines);
		}
	}
}

/** The path data of a shape; undefined for what is no line. */
function pathOf(tag: string, a: Record<string, string>): string | undefined {
	const n = (key: string) => Number(a[key] ?? 0);
	switch (tag) {
		case 'path':
			return a.d;
		case 'polygon':
		case 'polyline':
			return a.points ? `M${a.points.trim()}${tag === 'polygon' ? 'Z' : ''}` : undefined;
		case 'line':
			return `M${n('x1')} ${n('y1')}L${n('x2')} ${n('y2')}`;
		case 'rect':
			return `M${n('x')} ${n('y')}h${n('width')}v${n('height')}h${-n('width')}Z`;
		default:
			return undefined;
	}
}

/** Adds path data as chords, one line for each stroke of the pen. */
function flatten(path: string, transform: string, lines: Lines): void {
	// A curve takes six numbers, a corner two; a path with more than that is not even parsed.
	if ((path.match(/[\d.]+/g)?.length ?? 0) > 6 * MOST_POINTS) throw new TooManyPointsError();
	let points: Polygon = [];
	const end = (closed: boolean) => {
		const [first, last] = [points[0], points[points.length - 1]];
		// A path that comes back to its start is closed, whether or not it says so.
		const back = points.length > 3 && Math.hypot(first.x - last.x, first.y - last.y) < 1e-6;
		if (points.length > 1) lines.add({ points: back ? points.slice(0, -1) : points, closed: closed || back });
		points = [];
	};
	let pen: Vec2 = vec2(0, 0);
	let start: Vec2 = pen;
	const to = (p: Vec2) => {
		if (points.length > MOST_POINTS) throw new TooManyPointsError();
		if (points.length === 0) points.push(pen);
		points.push(p);
		pen = p;
	};
	svgpath(path)
		.transform(transform)
		.abs()
		.unshort()
		.unarc()
		.iterate((segment) => {
			const [command, ...v] = segment as [string, ...number[]];
			switch (command) {
				case 'M':
					end(false);
					pen = start = vec2(v[0], v[1]);
					break;
				case 'L':
					to(vec2(v[0], v[1]));
					break;
				case 'H':
					to(vec2(v[0], pen.y));
					break;
				case 'V':
					to(vec2(pen.x, v[0]));
					break;
				case 'Q':
					curve(
						pen,
						vec2(pen.x + (2 / 3) * (v[0] - pen.x), pen.y + (2 / 3) * (v[1] - pen.y)),
						vec2(v[2] + (2 / 3) * (v[0] - v[2]), v[3] + (2 / 3) * (v[1] - v[3])),
						vec2(v[2], v[3])
					).forEach(to);
					break;
				case 'C':
					curve(pen, vec2(v[0], v[1]), vec2(v[2], v[3]), vec2(v[4], v[5])).forEach(to);
					break;
				case 'Z':
				case 'z':
					pen = start;
					end(true);
			}
		});
	end(false);
}

/** A cubic as chords: their number follows from the second differences, which bound how far the curve leaves a chord. */
function curve(a: Vec2, b: Vec2, c: Vec2, d: Vec2): Vec2[] {
	const bend = Math.max(Math.hypot(a.x - 2 * b.x + c.x, a.y - 2 * b.y + c.y), Math.hypot(b.x - 2 * c.x + d.x, b.y - 2 * c.y + d.y));
	const pieces = Math.max(1, Math.min(400, Math.ceil(Math.sqrt((0.75 * bend) / CHORD_ERROR)) || 1));
	return Array.from({ length: pieces }, (_, i) => {
		const t = (i + 1) / pieces;
		const [p, q, r, s] = [(1 - t) ** 3, 3 * t * (1 - t) ** 2, 3 * t ** 2 * (1 - t), t ** 3];
		return vec2(p * a.x + q * b.x + r * c.x + s * d.x, p * a.y + q * b.y + r * c.y + s * d.y);
	});
}
