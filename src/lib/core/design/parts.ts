import { archNotch, fixtureNotch, freeOutline, rearWedges } from '../interior';
import { area, bounds, difference, intersection, largest, moved, rectangle, union, type Polygon } from '../geometry/polygon';
import { compose, shiftBy } from '../geometry/pose';
import { vec2, vec3, type Box, type Vec2 } from '../geometry/vector';
import type { Part } from '../pieces/assembly';
import { barIn, boardIn, boughtIn, type Range } from '../pieces/making';
import { SizeFault } from './expression';
import { FACES } from './faces';
import { calledOf, type Instance, type Resolver } from './resolve';
import { AXES, type Axis, type PanelNode } from './schema';

/** The thinnest, shortest or narrowest that anything can be made, mm. */
const LEAST = 1;
/** Further than anything reaches, mm. */
const FAR = 20000;

/** The id of a part by the path of its node. */
export const idOf = (path: string): string => path.replaceAll('.', '-');

/**
 * The box of a node, none of its sides turned inside out.
 *
 * @throws SizeFault when nothing is left of it along an axis.
 */
export function solidBoxOf(resolver: Resolver, instance: Instance): Box {
	const box = resolver.boxOf(instance);
	const sides = { x: 'long', y: 'wide', z: 'high' } as const;
	for (const axis of AXES) {
		const size = box[axis][1] - box[axis][0];
		if (size < LEAST) throw new SizeFault(`It comes out ${Math.round(size)} mm ${sides[axis]}: nothing is left of it.`);
	}
	return box;
}

/** The two axes of a panel's plane, as its part has them: own x and own y. */
export const PLANE: Readonly<Record<Axis, readonly [Axis, Axis]>> = { x: ['y', 'z'], y: ['x', 'z'], z: ['x', 'y'] };

const MIRROR_FACE: Readonly<Record<string, string>> = { left: 'right', right: 'left' };

/** What is cut off the corners of a panel, in its plane. */
function clipped(resolver: Resolver, instance: Instance, node: PanelNode, box: Box): Polygon[] {
	const [u, v] = PLANE[node.normal];
	return Object.entries(node.clips ?? {}).map(([corner, cut]) => {
		const faces = corner.split('-').map((face) => (instance.scope.mirrored ? (MIRROR_FACE[face] ?? face) : face));
		const ends = Object.fromEntries(faces.map((face) => FACES[face]));
		if (ends[u] === undefined || ends[v] === undefined) throw new SizeFault(`A board across ${node.normal} has no corner “${corner}”.`);
		const at = vec2(box[u][ends[u]], box[v][ends[v]]);
		const far = (axis: Axis, size: Axis) => (ends[axis] ? -1 : 1) * resolver.value(instance, cut[size] ?? 0);
		const triangle = [at, vec2(at.x + far(u, u), at.y), vec2(at.x, at.y + far(v, v))];
		// A corner of no size is no corner.
		return bounds(triangle).x[0] === bounds(triangle).x[1] || bounds(triangle).y[0] === bounds(triangle).y[1] ? [] : triangle;
	});
}

/** The stretch of a cut-out along an axis; the whole of the board where it says nothing, and beyond. */
function cutRange(resolver: Resolver, instance: Instance, axis: Axis, of: NonNullable<PanelNode['cutOuts']>[string]): Range {
	const span = of[axis];
	if (!span) return [-FAR, FAR];
	const [low, high] = resolver.spanned(instance, span);
	return axis === 'y' && instance.scope.mirrored ? [-high, -low] : [low, high];
}

/** A level board cut along walls, arches, whatever stands in its way and the rear, with what is to be left between. */
function followed(resolver: Resolver, instance: Instance, node: PanelNode, box: Box, outline: Polygon): Polygon {
	const { follows } = node;
	if (!follows) return outline;
	if (node.normal !== 'z') throw new SizeFault('Only a level board follows walls and arches.');
	const { interior } = resolver.around;
	const gap = (of: keyof typeof follows) => (follows[of] === undefined ? undefined : resolver.value(instance, follows[of]));
	let cut: Polygon[] = [outline];
	const keep = (within: Polygon[]) => (cut = cut.flatMap((one) => within.flatMap((other) => intersection(one, other))));
	for (const side of ['left', 'right'] as const) {
		const left = gap(side);
		if (left === undefined) continue;
		const actual = instance.scope.mirrored ? MIRROR_FACE[side] : side;
		const rest = actual === 'left' ? rectangle(-FAR, FAR, -FAR, 0) : rectangle(-FAR, FAR, 0, FAR);
		keep(union([freeOutline(interior, box.z, left), rest]));
	}
	const arches = gap('arches');
	const rear = gap('rear');
	const away = [
		...(arches === undefined
			? []
			: [
					...interior.arches.map((arch) => archNotch(arch, box.z[0], arches)),
					...interior.fixtures.map((fixture) => fixtureNotch(fixture, box.z, arches))
				]),
		...(rear === undefined ? [] : rearWedges(interior, box.z, box.x[0] - rear))
	].filter((one) => one !== null);
	const found = largest(cut.flatMap((one) => difference(one, away)));
	if (!found) throw new SizeFault('Nothing is left of it between the walls.');
	return found;
}

/** A shape that was drawn from the lowest corner of a box, in the vehicle; mirrored with its board. */
export function shapeIn(instance: Instance, outline: readonly Vec2[], box: Box, normal: Axis): Polygon {
	const [u, v] = PLANE[normal];
	const flips = instance.scope.mirrored && normal !== 'y';
	const points = outline.map(({ x, y }) => {
		// Across the vehicle is the first axis of a board that stands across it, and the second of a level one.
		const [a, b] = [box[u][0] + x, box[v][0] + y];
		if (!flips) return vec2(a, b);
		return u === 'y' ? vec2(box.y[0] + box.y[1] - a, b) : vec2(a, box.y[0] + box.y[1] - b);
	});
	return area(points) < 0 ? points.reverse() : points;
}

/** Whether a polygon keeps off the edges of another's box: a hole, not a notch. */
function liesWithin(hole: Polygon, outline: Polygon): boolean {
	const rest = difference(hole, [outline]);
	return rest.length === 0 && difference(outline, [hole]).length > 1;
}

/**
 * A board in the vehicle, its corners clipped, its holes and notches cut.
 *
 * @throws SizeFault when a size cannot be worked out or nothing is left of it.
 */
function panelPart(resolver: Resolver, instance: Instance, node: PanelNode, link: string): Part {
	const box = solidBoxOf(resolver, instance);
	const part = boardIn(idOf(instance.path), calledOf(instance), node.stock, link, box, node.normal);
	const [u, v] = PLANE[node.normal];
	const cuts = Object.entries(node.cutOuts ?? {}).map(([name, cut]) => ({
		name: cut.called ?? name,
		outline: rectangle(...cutRange(resolver, instance, u, cut), ...cutRange(resolver, instance, v, cut))
	}));
	const corners = clipped(resolver, instance, node, box).filter(({ length }) => length > 0);
	if (cuts.length === 0 && corners.length === 0 && !node.follows && !node.outline) return part;
	const drawn = node.outline ? shapeIn(instance, node.outline, box, node.normal) : rectangle(...box[u], ...box[v]);
	const whole = followed(resolver, instance, node, box, drawn);
	const holes = cuts.filter(({ outline }) => liesWithin(outline, whole));
	const outline = largest(difference(whole, [...corners, ...cuts.filter((cut) => !holes.includes(cut)).map((cut) => cut.outline)]));
	if (!outline) throw new SizeFault('Its cut-outs leave nothing of it.');
	// Outlines begin at the corner where the board's own axes do.
	const { x, y } = bounds(outline);
	const own = (polygon: Polygon) => moved(polygon, -x[0], -y[0]);
	return {
		...part,
		outline: own(outline),
		pose: compose(part.pose, shiftBy(vec3(x[0] - box[u][0], y[0] - box[v][0], 0))),
		...(holes.length > 0 ? { cutOuts: holes.map((hole) => ({ name: hole.name, outline: own(hole.outline) })) } : {})
	};
}

/**
 * The part of a node that is one; undefined for pads and spaces.
 *
 * @throws SizeFault when a size of it cannot be worked out.
 */
export function partOf(resolver: Resolver, instance: Instance, link: string): Part | undefined {
	const { node } = instance;
	const [id, name] = [idOf(instance.path), calledOf(instance)];
	switch (node.kind) {
		case 'panel':
			return panelPart(resolver, instance, node, link);
		case 'bar':
			return barIn(id, name, node.stock, link, solidBoxOf(resolver, instance), node.along);
		case 'bought':
			return boughtIn(id, name, link, solidBoxOf(resolver, instance), node.weight);
		default:
			return undefined;
	}
}
