import { DxfWriter, LWPolylineFlags, point2d, point3d, Units } from '@tarikjabiri/dxf';
import { vec2, type Vec2 } from '../geometry/vector';
import { asTracing, LARGEST_DRAWING, Lines, TooManyPointsError, type Drawn, type FileRead } from './drawn';
import type { Template } from './template';

/** A template as DXF in millimetres. */
export function templateDxf({ name, outline, holes = [], notes }: Template): string {
	const dxf = new DxfWriter();
	dxf.setUnits(Units.Millimeters);
	for (const ring of [outline, ...holes])
		dxf.addLWPolyline(
			ring.map((p) => ({ point: point2d(p.x, p.y) })),
			{ flags: LWPolylineFlags.Closed }
		);
	[name, ...notes].forEach((text, i) => dxf.addText(point3d(8, 8 + 9 * (notes.length - i), 0), 6, text));
	return dxf.stringify();
}

/** Millimetres in a unit of a DXF file, by its code ($INSUNITS in the DXF reference); 0 is “not said”. */
const UNIT_MM: Record<number, number> = { 1: 25.4, 2: 304.8, 4: 1, 5: 10, 6: 1000, 10: 914.4, 14: 100 };

/** Steps of an arc or a rounded corner: chords of at most 2 degrees. */
const ARC = (2 * Math.PI) / 180;

/**
 * The lines of a DXF file in millimetres: polylines with their rounded corners, lines joined where they meet, arcs, splines by their
 * fit points. Only the pairs of code and value that these need are read, in one pass, so that no fault in the rest of a file matters.
 */
export function readDxf(text: string): FileRead {
	if (text.length > LARGEST_DRAWING) return { ok: false, error: 'The file is larger than a tracing should be.' };
	const file = sectionsOf(text);
	if (!file.ok) return { ok: false, error: `This is not a DXF file in text form: ${file.fault}` };
	const code = unitOf(file.sections.HEADER ?? []);
	const scale = code === 0 ? 1 : UNIT_MM[code];
	if (scale === undefined)
		return { ok: false, error: `The file is drawn in unit number ${code}, which is not a length that is read here.` };
	const lines = new Lines();
	try {
		for (const line of drawnFrom(entitiesOf(file.sections.ENTITIES ?? []))) lines.add(line);
	} catch (error) {
		if (error instanceof TooManyPointsError) return { ok: false, error: error.message };
		throw error;
	}
	return asTracing(joined(lines.all).map(({ points, closed }) => ({ closed, points: points.map((p) => vec2(p.x * scale, p.y * scale)) })));
}

/** A code and its value: what a DXF file consists of. */
type Pair = [code: number, value: string];
type Section = 'HEADER' | 'ENTITIES';

/**
 * The sections of a DXF file that a tracing needs, or why it is none. The file is pairs of lines, a whole number and a value; its
 * sections begin and end one after the other, and it ends with EOF.
 */
function sectionsOf(text: string): { ok: true; sections: Partial<Record<Section, Pair[]>> } | { ok: false; fault: string } {
	const no = (fault: string) => ({ ok: false as const, fault });
	const lines = text.split(/\r\n|\r|\n/);
	const sections: Partial<Record<Section, Pair[]>> = {};
	let open: Pair[] | undefined;
	for (let i = 0; i + 1 < lines.length; i += 2) {
		if (!/^\s*-?\d{1,5}\s*$/.test(lines[i])) return no(`line ${i + 1} should hold a whole number.`);
		const [code, value]: Pair = [Number(lines[i]), lines[i + 1].trim()];
		if (code === 0 && value === 'EOF') return open ? no('it ends in the middle of a section.') : { ok: true, sections };
		if (open) {
			if (code === 0 && value === 'ENDSEC') open = undefined;
			else open.push([code, value]);
			continue;
		}
		// Notes may stand between sections.
		if (code === 999) continue;
		if (code !== 0 || value !== 'SECTION' || Number(lines[i + 2]) !== 2) return no(`line ${i + 2} stands outside of every section.`);
		const name = lines[i + 3]?.trim();
		open = [];
		if (name === 'HEADER' || name === 'ENTITIES') sections[name] = open;
		i += 2;
	}
	return no('it does not end with EOF.');
}

/** The unit of a drawing by its number, 0 where the head does not say. */
function unitOf(header: readonly Pair[]): number {
	const at = header.findIndex(([code, value]) => code === 9 && value === '$INSUNITS');
	return at >= 0 && header[at + 1]?.[0] === 70 ? Number(header[at + 1][1]) : 0;
}

interface Entity {
	type: string;
	pairs: Pair[];
}

/** The entities of a section, each with its pairs. */
function entitiesOf(pairs: readonly Pair[]): Entity[] {
	const entities: Entity[] = [];
	for (const pair of pairs) {
		if (pair[0] === 0) entities.push({ type: pair[1], pairs: [] });
		else entities[entities.length - 1]?.pairs.push(pair);
	}
	return entities;
}

const numberIn = ({ pairs }: Entity, code: number): number => Number(pairs.find((pair) => pair[0] === code)?.[1] ?? 0);
const isClosed = (entity: Entity): boolean => (numberIn(entity, 70) & 1) === 1;

interface Vertex extends Vec2 {
	bulge: number;
}

/** The points of an entity whose coordinates come one after the other under two codes, each with the bulge that follows it. */
function pointsIn({ pairs }: Entity, [codeX, codeY]: [number, number]): Vertex[] {
	const points: Vertex[] = [];
	for (const [code, value] of pairs) {
		const last = points[points.length - 1];
		if (code === codeX) points.push({ x: Number(value), y: 0, bulge: 0 });
		else if (code === codeY && last) last.y = Number(value);
		else if (code === 42 && last) last.bulge = Number(value);
	}
	return points;
}

/** The lines of some entities; the corners of a polyline of the older kind follow it as entities of their own. */
function* drawnFrom(entities: readonly Entity[]): Generator<Drawn> {
	let older: { vertices: Vertex[]; closed: boolean } | undefined;
	for (const entity of entities) {
		if (older && entity.type === 'VERTEX') {
			older.vertices.push(...pointsIn(entity, [10, 20]));
			continue;
		}
		if (older) yield { points: rounded(older.vertices, older.closed), closed: older.closed };
		older = entity.type === 'POLYLINE' ? { vertices: [], closed: isClosed(entity) } : undefined;
		const line = simpleLine(entity);
		if (line && line.points.length > 1) yield line;
	}
	if (older) yield { points: rounded(older.vertices, older.closed), closed: older.closed };
}

const plain = ({ x, y }: Vec2): Vec2 => vec2(x, y);

/** The line of an entity that stands by itself; undefined for what is none. */
function simpleLine(entity: Entity): Drawn | undefined {
	switch (entity.type) {
		case 'LINE':
			return { points: [...pointsIn(entity, [10, 20]), ...pointsIn(entity, [11, 21])].map(plain), closed: false };
		case 'LWPOLYLINE':
			return { points: rounded(pointsIn(entity, [10, 20]), isClosed(entity)), closed: isClosed(entity) };
		case 'ARC':
		case 'CIRCLE':
			return arcOf(entity);
		case 'SPLINE':
			return { points: pointsIn(entity, [11, 21]).map(plain), closed: false };
		default:
			return undefined;
	}
}

function arcOf(entity: Entity): Drawn | undefined {
	const [center] = pointsIn(entity, [10, 20]);
	const radius = numberIn(entity, 40);
	if (!center || !(radius > 0)) return undefined;
	const whole = entity.type === 'CIRCLE';
	const from = (numberIn(entity, 50) * Math.PI) / 180;
	// An arc goes round once at most, whatever its angles say.
	const turn = ((numberIn(entity, 51) * Math.PI) / 180 - from) % (2 * Math.PI);
	const sweep = whole ? 2 * Math.PI : turn <= 0 ? turn + 2 * Math.PI : turn;
	const steps = Math.max(2, Math.ceil(sweep / ARC) || 2);
	const points = Array.from({ length: steps + 1 }, (_, i) => {
		const angle = (whole ? 0 : from) + (i / steps) * sweep;
		return vec2(center.x + radius * Math.cos(angle), center.y + radius * Math.sin(angle));
	});
	return whole ? { points: points.slice(0, -1), closed: true } : { points, closed: false };
}

/** Corners of a polyline with its bulges drawn out: a bulge is the tangent of a quarter of the arc's angle. */
function rounded(vertices: readonly Vertex[], closed: boolean): Vec2[] {
	return vertices.flatMap((v, i) => {
		const next = vertices[i + 1] ?? (closed ? vertices[0] : undefined);
		if (!next || !v.bulge) return [vec2(v.x, v.y)];
		const angle = 4 * Math.atan(v.bulge);
		const [dx, dy] = [next.x - v.x, next.y - v.y];
		const centre = vec2((v.x + next.x) / 2 - dy / 2 / Math.tan(angle / 2), (v.y + next.y) / 2 + dx / 2 / Math.tan(angle / 2));
		const steps = Math.max(1, Math.ceil(Math.abs(angle) / ARC));
		return Array.from({ length: steps }, (_, k) => {
			const turn = (k / steps) * angle;
			const [c, s] = [Math.cos(turn), Math.sin(turn)];
			const [x, y] = [v.x - centre.x, v.y - centre.y];
			return vec2(centre.x + x * c - y * s, centre.y + x * s + y * c);
		});
	});
}

/** Ends of lines nearer than this meet, mm of the file. */
const MEET = 0.01;

/** Open lines by where they end: those that meet a point are found without asking all of them. */
class OpenEnds {
	private readonly cells = new Map<string, Drawn[]>();

	constructor(lines: readonly Drawn[]) {
		for (const line of lines)
			for (const end of endsOf(line)) this.near(end, 0, (key, cell) => this.cells.set(key, [...(cell ?? []), line]));
	}

	/** Takes out a line that has an end at a point, if there is one. */
	take(p: Vec2): Drawn | undefined {
		let found: Drawn | undefined;
		this.near(p, 1, (_, cell) => (found ??= cell?.find((line) => endsOf(line).some((end) => meets(end, p)))));
		if (found) this.remove(found);
		return found;
	}

	remove(line: Drawn): void {
		for (const end of endsOf(line))
			this.near(end, 0, (key, cell) =>
				this.cells.set(
					key,
					(cell ?? []).filter((other) => other !== line)
				)
			);
	}

	private near({ x, y }: Vec2, reach: number, visit: (key: string, cell: Drawn[] | undefined) => void): void {
		const [column, row] = [Math.floor(x / MEET), Math.floor(y / MEET)];
		for (let i = -reach; i <= reach; i++)
			for (let j = -reach; j <= reach; j++) {
				const key = `${column + i},${row + j}`;
				visit(key, this.cells.get(key));
			}
	}
}

const endsOf = ({ points }: Drawn): Vec2[] => [points[0], points[points.length - 1]];
const meets = (a: Vec2, b: Vec2): boolean => Math.hypot(a.x - b.x, a.y - b.y) < MEET;

/** Open lines that end where others begin are one line. */
function joined(lines: Drawn[]): Drawn[] {
	const done = lines.filter((line) => line.closed);
	const open = lines.filter((line) => !line.closed && line.points.length > 1);
	const ends = new OpenEnds(open);
	const used = new Set<Drawn>();
	for (const start of open) {
		if (used.has(start)) continue;
		ends.remove(start);
		used.add(start);
		const after = chain(start.points[start.points.length - 1], ends, used);
		const before = chain(start.points[0], ends, used).reverse();
		const points = [...before, ...start.points, ...after];
		const closed = points.length > 3 && meets(points[0], points[points.length - 1]);
		done.push({ points: closed ? points.slice(0, -1) : points, closed });
	}
	return done;
}

/** The points that go on from the end of a line, through all lines that meet there one after the other. */
function chain(from: Vec2, ends: OpenEnds, used: Set<Drawn>): Vec2[] {
	const points: Vec2[] = [];
	for (let at = from; ;) {
		const next = ends.take(at);
		if (!next) return points;
		used.add(next);
		const onwards = meets(next.points[0], at) ? next.points : [...next.points].reverse();
		for (const p of onwards.slice(1)) points.push(p);
		at = onwards[onwards.length - 1];
	}
}
