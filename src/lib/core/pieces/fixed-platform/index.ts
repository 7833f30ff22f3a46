import type { z } from 'zod';
import { bounds, difference, intersection, largest, rectangle, type Polygon } from '../../geometry/polygon';
import { vec3, type Box } from '../../geometry/vector';
import {
	archNotch,
	fixtureNotch,
	foldedTop,
	freeOutline,
	furthestRear,
	leastHalfWidth,
	rearWedges,
	sign,
	SIDES,
	type Interior,
	type Side
} from '../../interior';
import { pieceKind, type Pad, type Part, type Space, type Support, type Surroundings } from '../assembly';
import { assembled, barIn, barOf, boardOf, sheetOf } from '../making';
import { fixedPlatformParams } from './params';

type Params = z.infer<typeof fixedPlatformParams>;

/** The sizes that everything else hangs on. */
interface Frame {
	x: [number, number];
	/** Right-hand and left-hand edge. */
	y: [number, number];
	/** Under and upper face of the boards. */
	z: [number, number];
	/** Underside of ledgers and cross-bars. */
	under: number;
	bar: { width: number; thickness: number };
	leg: { width: number; thickness: number };
}

function frameOf(params: Params, { interior, stock }: Surroundings): Frame {
	const board = sheetOf(stock, params.boardSheet);
	const bar = barOf(stock, params.frameBar);
	const z: [number, number] = [params.height - board.thickness, params.height];
	const start = params.reachRear ? Math.ceil(furthestRear(interior, z) + params.gap) : params.rear;
	const x: [number, number] = [start, start + params.length];
	return { x, y: edges(params, interior, x, z), z, under: z[0] - bar.width, bar, leg: barOf(stock, params.legBar) };
}

/** Right-hand and left-hand edge: the narrowest place decides full width; rounded down to whole millimetres as one saws. */
function edges(params: Params, interior: Interior, x: [number, number], z: [number, number]): [number, number] {
	if (!params.fullWidth) return [params.centre - params.width / 2, params.centre + params.width / 2];
	const right = -(leastHalfWidth(interior, 'right', x, z) - params.gap);
	const left = leastHalfWidth(interior, 'left', x, z) - params.gap;
	const width = Math.floor(left - right + 1e-6);
	const middle = (left + right) / 2;
	return [middle - width / 2, middle + width / 2];
}

const follows = ({ edge }: Params) => edge === 'follow the walls';

/** How far boards that follow the walls may reach: from wall to wall, or no further than their width. */
const across = ({ fullWidth }: Params, { y }: Frame): [number, number] => (fullWidth ? [-5000, 5000] : y);

/**
 * The whole lying surface before it is split into boards. Straight edges keep their width even where it does not fit,
 * so that the clash can be seen; corners are clipped and arches notched either way.
 */
function deckOutline(params: Params, interior: Interior, frame: Frame): Polygon {
	const straight = rectangle(...frame.x, ...frame.y);
	const wanted = follows(params)
		? (largest(intersection(freeOutline(interior, frame.z, params.gap), rectangle(...frame.x, ...across(params, frame)))) ?? straight)
		: straight;
	const notches = [
		...interior.arches.map((arch) => archNotch(arch, frame.z[0], params.gap)).filter((notch) => notch !== null),
		...interior.fixtures.map((fixture) => fixtureNotch(fixture, frame.z, params.gap)).filter((notch) => notch !== null)
	];
	const corners = rearWedges(interior, frame.z, furthestRear(interior, frame.z) + params.gap);
	return largest(difference(wanted, [...corners, ...notches])) ?? wanted;
}

/** The boards: the deck split across into equal lengths, each with its own outline from its own corner. */
function boards(params: Params, deck: Polygon, frame: Frame): Part[] {
	const step = params.length / params.panels;
	const result: Part[] = [];
	for (let i = 0; i < params.panels; i++) {
		const strip = rectangle(frame.x[0] + i * step, frame.x[0] + (i + 1) * step, -6000, 6000);
		const outline = largest(intersection(deck, strip));
		if (!outline) continue;
		result.push(boardOf(`board-${i + 1}`, `Board ${i + 1}`, params.boardSheet, 'frame', outline, frame.z));
	}
	return result;
}

/** Stretches without what lies between two places. */
const without = (stretches: [number, number][], from: number, to: number): [number, number][] =>
	stretches.flatMap(([a, b]): [number, number][] => [
		[a, Math.min(b, from)],
		[Math.max(a, to), b]
	]);

/** Stretches of the platform's length in which a bar along one wall meets neither arch nor cut corner. */
function clearStretches(params: Params, interior: Interior, frame: Frame, side: Side, inner: number): [number, number][] {
	const corner = interior.cornerAcross > 0 ? interior.cornerAlong : 0;
	let stretches: [number, number][] = [[frame.x[0] + corner, frame.x[1]]];
	for (const arch of interior.arches) {
		if (arch.side !== side || arch.height + params.gap <= frame.under || arch.inner > inner) continue;
		const notch = archNotch(arch, frame.under - params.gap, params.gap);
		if (!notch) continue;
		const [from, to] = bounds(notch).x;
		stretches = without(stretches, from, to);
	}
	for (const { box } of interior.fixtures) {
		const beside = side === 'left' ? box.y[1] > inner : box.y[0] < -inner;
		if (!beside || box.z[1] <= frame.under || box.z[0] >= frame.z[0]) continue;
		stretches = without(stretches, box.x[0] - params.gap, box.x[1] + params.gap);
	}
	return stretches.filter(([a, b]) => b - a >= 100);
}

/** Bars along both walls, and how far out the platform is free between them. */
interface Ledgers {
	ledges: { id: string; part: Part; box: Box }[];
	inner: Record<Side, number>;
}

/** Bars along both walls under the boards, interrupted by the arches; straight, as far out as the wall allows. */
function ledgers(params: Params, interior: Interior, frame: Frame): Ledgers {
	const ledges: Ledgers['ledges'] = [];
	const inner: Record<Side, number> = { left: 0, right: 0 };
	for (const side of SIDES) {
		const s = sign(side);
		const wall = leastHalfWidth(interior, side, frame.x, [frame.under, frame.z[0]]) - params.gap;
		const edge = side === 'left' ? frame.y[1] : -frame.y[0];
		const outer = Math.floor(Math.min(wall, edge));
		inner[side] = outer - frame.bar.thickness;
		clearStretches(params, interior, frame, side, inner[side]).forEach(([a, b], i) => {
			const y: [number, number] = s > 0 ? [inner[side], outer] : [-outer, -inner[side]];
			const box = { x: [a, b] as [number, number], y, z: [frame.under, frame.z[0]] as [number, number] };
			const id = `ledger-${side}-${i + 1}`;
			ledges.push({ id, box, part: barIn(id, `Ledger ${side}`, params.frameBar, 'frame', box, 'x') });
		});
	}
	return { ledges, inner };
}

/** A cross-bar under each end and each joint, with a leg under its middle and, where no ledger carries it, under its ends. */
function crossBars(params: Params, around: Surroundings, frame: Frame, { ledges, inner }: Ledgers) {
	const { interior } = around;
	const parts: Part[] = [];
	const supports: Support[] = [];
	const t = frame.bar.thickness;
	const step = params.length / params.panels;
	let front = frame.x;
	for (let i = 0; i <= params.panels; i++) {
		// Bars at the ends stand back far enough for their legs, and the rear one clear of the cut corners.
		const half = Math.max(t, frame.leg.thickness) / 2;
		const middle = Math.min(Math.max(frame.x[0] + i * step, frame.x[0] + half), frame.x[1] - half);
		const x: [number, number] = [middle - t / 2, middle + t / 2];
		// Without ledgers legs stand under the ends of the bar and must clear walls and corners down to the floor.
		const lowest = params.fullWidth ? frame.under : 0;
		const free = bounds(
			largest(
				intersection(freeOutline(interior, [lowest, frame.z[0]], params.gap), rectangle(middle - half, middle - half + 1, -5000, 5000))
			) ?? [{ x: 0, y: 0 }]
		).y;
		const reach = (side: Side) =>
			Math.min(inner[side], archLimit(interior, side, x, frame.under) - params.gap, side === 'left' ? free[1] : -free[0]);
		const y: [number, number] = [-Math.floor(reach('right')), Math.floor(reach('left'))];
		front = x;
		const name = i === 0 ? 'Cross-bar rear' : i === params.panels ? 'Cross-bar front' : `Cross-bar joint ${i}`;
		parts.push(barIn(`cross-bar-${i}`, name, params.frameBar, 'frame', { x, y, z: [frame.under, frame.z[0]] }, 'y'));
		const on = !params.fullWidth ? [y[0] + frame.leg.width, (y[0] + y[1]) / 2, y[1] - frame.leg.width] : [(y[0] + y[1]) / 2];
		const legX: [number, number] = [middle - frame.leg.thickness / 2, middle + frame.leg.thickness / 2];
		for (const [n, at] of on.entries()) {
			const wide = frame.leg.width / 2;
			const box = {
				x: legX,
				y: [at - wide, at + wide] as [number, number],
				z: [footOf(params, around, legX), frame.under] as [number, number]
			};
			parts.push(barIn(`leg-${i}-${n + 1}`, `Leg`, params.legBar, 'frame', box, 'z'));
			supports.push({ part: `cross-bar-${i}`, by: `leg-${i}-${n + 1}`, kind: 'leg' });
		}
		for (const { id, box } of ledges)
			if (box.x[0] <= x[0] && box.x[1] >= x[1]) supports.push({ part: `cross-bar-${i}`, by: id, kind: 'ledger' });
	}
	return { parts: params.ledge ? [...parts, frontLedge(params, interior, frame, front)] : parts, supports };
}

/**
 * What legs under a stretch of the platform stand on, above the floor. Over a folded seat its own top, which slopes, where the vehicle
 * has a bench there; else as high as was said.
 */
function footOf({ seatFrom, seatTo, seatTop }: Params, { seats, interior }: Surroundings, [a, b]: [number, number]): number {
	if (seatTop === 0 || a >= seatTo || b <= seatFrom) return 0;
	const tops = Object.values(seats).flatMap((seat) =>
		seat.type === 'rear bench' ? (foldedTop(seat, [a, b], interior.floorBuildUp) ?? []) : []
	);
	return tops.length > 0 ? Math.ceil(Math.max(...tops)) : seatTop;
}

/** The ledge along the front edge, flat on the face of the front cross-bar: the edge of another board lies on it, flush with the deck. */
function frontLedge(params: Params, interior: Interior, frame: Frame, crossBar: [number, number]): Part {
	const x: [number, number] = [crossBar[1], crossBar[1] + frame.bar.width];
	const z: [number, number] = [frame.z[0] - frame.bar.thickness, frame.z[0]];
	const reach = (side: Side) => Math.floor(leastHalfWidth(interior, side, x, z) - params.gap);
	const y: [number, number] = params.fullWidth ? [-reach('right'), reach('left')] : frame.y;
	return barIn('ledge', 'Ledge at the front', params.frameBar, 'frame', { x, y, z }, 'y');
}

/** How far out a bar across may reach before it meets an arch higher than its underside. */
function archLimit(interior: Interior, side: Side, x: [number, number], under: number): number {
	let limit = Infinity;
	for (const arch of interior.arches) {
		if (arch.side !== side) continue;
		const notch = archNotch(arch, under, 0);
		if (!notch) continue;
		const box = bounds(notch);
		if (box.x[0] < x[1] && box.x[1] > x[0]) limit = Math.min(limit, side === 'left' ? box.y[0] : -box.y[1]);
	}
	return limit;
}

/** Two lanes for gear under the boards, left and right of the middle legs, as wide as ledgers, walls and arches leave them. */
function lanes(params: Params, interior: Interior, frame: Frame, inner: Record<Side, number>): Space[] {
	if (!params.fullWidth) {
		const half = frame.leg.width / 2;
		const box = { x: frame.x, y: [frame.y[0] + frame.leg.width + half, frame.y[1] - frame.leg.width - half], z: [0, frame.under] };
		return [{ id: 'lane', name: 'Under the platform', box: box as Space['box'], access: [{ face: 'rear', states: ['bed'] }] }];
	}
	return SIDES.map((side) => {
		const wall = leastHalfWidth(interior, side, frame.x, [0, frame.under]);
		const arch = Math.min(
			Infinity,
			...interior.arches
				.filter((a) => a.side === side && a.middle + a.halfFloor > frame.x[0] && a.middle - a.halfFloor < frame.x[1])
				.map((a) => a.inner)
		);
		const outer = Math.min(inner[side], wall, arch) - params.gap;
		const middle = (inner.left - inner.right) / 2;
		const edge = side === 'left' ? middle + frame.leg.width / 2 : -(middle - frame.leg.width / 2);
		const y: [number, number] = side === 'left' ? [edge, outer] : [-outer, -edge];
		return {
			id: `lane-${side}`,
			name: `Under the platform, ${side}`,
			box: { x: frame.x, y, z: [0, frame.under] },
			access: [{ face: 'rear' as const, states: ['bed'] }]
		};
	});
}

/**
 * A mattress as wide as the narrowest the walls leave over its own height, or cut to the walls where the boards are; its
 * rear corners cut like the door's.
 */
function mattressOn(params: Params, frame: Frame, interior: Interior): Pad {
	const z: [number, number] = [frame.z[1], frame.z[1] + params.padThickness];
	const face = furthestRear(interior, z);
	const x: [number, number] = [Math.max(frame.x[0], Math.ceil(face)), frame.x[1]];
	const limit = (side: Side) => Math.min(side === 'left' ? frame.y[1] : -frame.y[0], leastHalfWidth(interior, side, x, z));
	const sheet = follows(params)
		? (largest(intersection(freeOutline(interior, z, params.gap), rectangle(...x, ...across(params, frame)))) ??
			rectangle(...x, ...frame.y))
		: rectangle(...x, -Math.floor(limit('right')), Math.floor(limit('left')));
	// Cut a millimetre inside the corners of the door, as soft things are; what stands in the way is cut out of it.
	const blocks = interior.fixtures.map((fixture) => fixtureNotch(fixture, z, params.gap)).filter((notch) => notch !== null);
	const outline = largest(difference(sheet, [...rearWedges(interior, z, face + 1), ...blocks])) ?? sheet;
	const box = { ...bounds(sheet), z };
	return {
		id: 'mattress',
		name: 'Mattress',
		size: vec3(box.x[1] - box.x[0], box.y[1] - box.y[0], params.padThickness),
		foam: params.padFoam,
		places: { bed: { box, outline, role: 'mattress' } }
	};
}

/** A fixed platform: boards on ledgers along the walls and cross-bars on legs. */
export const fixedPlatform = pieceKind({
	kind: 'fixed-platform',
	title: 'Fixed platform',
	group: 'beds',
	summary: 'Boards on ledgers along both walls, with a leg under each joint. Stays a bed; gear goes underneath.',
	params: fixedPlatformParams,
	heightParam: 'height',
	alongParam: 'rear',
	assemble(params, around) {
		const { interior } = around;
		const frame = frameOf(params, around);
		const deck = deckOutline(params, interior, frame);
		const along: Ledgers = params.fullWidth
			? ledgers(params, interior, frame)
			: { ledges: [], inner: { left: frame.y[1], right: -frame.y[0] } };
		const bars = crossBars(params, around, frame, along);
		const mattress = mattressOn(params, frame, interior);
		const sheet = mattress.places.bed.outline ?? deck;
		return assembled({
			links: [{ id: 'frame', joint: { type: 'fixed' } }],
			parts: [...boards(params, deck, frame), ...along.ledges.map(({ part }) => part), ...bars.parts],
			pads: [mattress],
			states: [{ id: 'bed', name: 'Bed', joints: {}, startsFor: ['drive', 'day', 'night'] }],
			moves: [],
			surfaces: [
				{
					id: 'bed',
					use: 'sleep',
					outline: largest(intersection(sheet, deck)) ?? sheet,
					base: params.height,
					pad: params.padThickness,
					foam: params.padFoam,
					states: ['bed']
				}
			],
			supports: [
				...along.ledges.map(({ id }): Support => ({ part: id, by: 'wall', kind: 'wall bracket' })),
				...bars.supports,
				...Array.from({ length: params.panels }, (_, i) => ({ part: `board-${i + 1}`, by: `cross-bar-${i}`, kind: 'cross-bar' as const }))
			],
			spaces: lanes(params, interior, frame, along.inner),
			deck: params.height
		});
	}
});
