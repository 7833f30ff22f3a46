import { DxfWriter, LWPolylineFlags, point2d, point3d, Units } from '@tarikjabiri/dxf';
import DxfParser from 'dxf-parser';
import { vec2, type Vec2 } from '../geometry/vector';
import type { Drawn, FileRead } from './drawn';
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

/** The lines of a DXF file in millimetres: polylines with their rounded corners, lines joined where they meet, arcs, splines by their fit points. */
export function readDxf(text: string): FileRead {
	let file: ReturnType<DxfParser['parseSync']>;
	try {
		file = new DxfParser().parseSync(text);
	} catch (error) {
		return { ok: false, error: `This is not a DXF file in text form: ${(error as Error).message}` };
	}
	if (!file) return { ok: false, error: 'This is not a DXF file in text form.' };
	const code = Number(file.header?.$INSUNITS ?? 0);
	const scale = code === 0 ? 1 : UNIT_MM[code];
	if (scale === undefined)
		return { ok: false, error: `The file is drawn in unit number ${code}, which is not a length that is read here.` };
	const lines = joined(file.entities.flatMap((entity): Drawn[] => drawnFrom(entity as unknown as Entity)));
	const drawn = lines.map(({ points, closed }) => ({ closed, points: points.map((p) => vec2(p.x * scale, p.y * scale)) }));
	return drawn.length > 0 ? { ok: true, lines: drawn } : { ok: false, error: 'The file holds no line that can be traced.' };
}

interface Entity {
	type: string;
	vertices?: { x: number; y: number; bulge?: number }[];
	shape?: boolean;
	center?: Vec2;
	radius?: number;
	startAngle?: number;
	endAngle?: number;
	fitPoints?: Vec2[];
	controlPoints?: Vec2[];
}

function drawnFrom(entity: Entity): Drawn[] {
	switch (entity.type) {
		case 'LINE':
			return [{ points: (entity.vertices ?? []).map(({ x, y }) => vec2(x, y)), closed: false }];
		case 'LWPOLYLINE':
		case 'POLYLINE':
			return [{ points: rounded(entity.vertices ?? [], entity.shape === true), closed: entity.shape === true }];
		case 'ARC':
		case 'CIRCLE': {
			const from = entity.type === 'CIRCLE' ? 0 : entity.startAngle!;
			let to = entity.type === 'CIRCLE' ? 2 * Math.PI : entity.endAngle!;
			if (to <= from) to += 2 * Math.PI;
			const steps = Math.max(2, Math.ceil((to - from) / ARC));
			const points = Array.from({ length: steps + 1 }, (_, i) => {
				const angle = from + (i / steps) * (to - from);
				return vec2(entity.center!.x + entity.radius! * Math.cos(angle), entity.center!.y + entity.radius! * Math.sin(angle));
			});
			return [entity.type === 'CIRCLE' ? { points: points.slice(0, -1), closed: true } : { points, closed: false }];
		}
		case 'SPLINE': {
			const points = (entity.fitPoints?.length ? entity.fitPoints : undefined)?.map(({ x, y }) => vec2(x, y));
			return points ? [{ points, closed: false }] : [];
		}
		default:
			return [];
	}
}

/** Corners of a polyline with its bulges drawn out: a bulge is the tangent of a quarter of the arc's angle. */
function rounded(vertices: NonNullable<Entity['vertices']>, closed: boolean): Vec2[] {
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

/** Open lines that end where others begin are one line. */
function joined(lines: Drawn[]): Drawn[] {
	const meets = (a: Vec2, b: Vec2) => Math.hypot(a.x - b.x, a.y - b.y) < 0.01;
	const done = lines.filter((line) => line.closed);
	const open = lines.filter((line) => !line.closed && line.points.length > 1);
	while (open.length > 0) {
		let { points } = open.shift()!;
		for (let i = 0; i < open.length; i++) {
			const other = open[i].points;
			const [first, last] = [points[0], points[points.length - 1]];
			const [from, to] = [other[0], other[other.length - 1]];
			if (meets(last, from)) points = [...points, ...other.slice(1)];
			else if (meets(last, to)) points = [...points, ...[...other].reverse().slice(1)];
			else if (meets(first, to)) points = [...other, ...points.slice(1)];
			else if (meets(first, from)) points = [...[...other].reverse(), ...points.slice(1)];
			else continue;
			open.splice(i, 1);
			i = -1;
		}
		const closed = points.length > 3 && meets(points[0], points[points.length - 1]);
		done.push({ points: closed ? points.slice(0, -1) : points, closed });
	}
	return done;
}
