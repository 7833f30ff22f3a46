import type { Hole } from '../connections';
import type { PartLine } from '../cutting';
import { vec2, vec3, type Vec3 } from '../geometry/vector';

/** How a part is turned: where a place of it comes to lie, and a direction. */
interface Turn {
	place: (p: Vec3) => Vec3;
	way: (d: Vec3) => Vec3;
	size: [length: number, width: number, thickness: number];
}

function turned(line: PartLine, { place, way, size: [length, width, thickness] }: Turn, outlined = true): PartLine {
	const ring = (outline: PartLine['outline']) => outline.map(({ x, y }) => place(vec3(x, y, 0))).map(({ x, y }) => vec2(x, y));
	return {
		...line,
		length,
		width,
		thickness,
		outline: outlined ? ring(line.outline) : [vec2(0, 0), vec2(length, 0), vec2(length, width), vec2(0, width)],
		cutOuts: line.cutOuts.map((cut) => ({ ...cut, outline: ring(cut.outline) })),
		drilled: line.drilled.map((one) => ({
			...one,
			holes: one.holes.map((hole): Hole => ({ ...hole, at: place(hole.at), along: way(hole.along) }))
		}))
	};
}

/** A part as it lies on the bench to be marked: its longer side along, the side that is drilled most on top, bars on any of their sides. */
export function lying(line: PartLine): PartLine {
	const { length: l, width: w, thickness: t } = line;
	if (l < w)
		return lying(turned(line, { place: ({ x, y, z }) => vec3(y, l - x, z), way: ({ x, y, z }) => vec3(y, -x, z), size: [w, l, t] }));
	const holes = line.drilled.flatMap((one) => one.holes);
	const from = (axis: 'y' | 'z', sign: 1 | -1) => holes.filter(({ along }) => sign * along[axis] > 0.98).length;
	const counts = { top: from('z', -1), below: from('z', 1), upper: from('y', -1), lower: from('y', 1) };
	const most = Math.max(...Object.values(counts));
	const onSide = line.form === 'bar' && !line.shaped && line.cutOuts.length === 0;
	if (counts.top === most) return line;
	if (counts.below === most)
		return turned(line, { place: ({ x, y, z }) => vec3(x, w - y, t - z), way: ({ x, y, z }) => vec3(x, -y, -z), size: [l, w, t] });
	if (!onSide) return line;
	return counts.upper === most
		? turned(line, { place: ({ x, y, z }) => vec3(x, t - z, y), way: ({ x, y, z }) => vec3(x, -z, y), size: [l, t, w] }, false)
		: turned(line, { place: ({ x, y, z }) => vec3(x, z, w - y), way: ({ x, y, z }) => vec3(x, z, -y), size: [l, t, w] }, false);
}
