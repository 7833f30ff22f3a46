import { piecewise, type Piecewise } from '../geometry/piecewise';
import type { Box } from '../geometry/vector';
import { liningOff, type Fixture } from '../plan/fittings';
import type { Arch, Vehicle } from '../plan/vehicle';
import { RUN_OUT, wallLine, type WallLine } from './contour';

/** The two sides of the vehicle: left is positive y. */
export type Side = 'left' | 'right';

/** A cross-section with the lining taken off: numbers only, ready for direct evaluation. */
export interface Section {
	x: number;
	left: Piecewise;
	right: Piecewise;
	ceiling: Piecewise;
}

/** One wheel arch on one side, lining taken off. */
export interface ArchSolid {
	id: string;
	side: Side;
	/** Centre of its length, half its length at the floor, half the length of its flat top. */
	middle: number;
	halfFloor: number;
	halfTop: number;
	height: number;
	/** Distance of its inner face from the centre line. */
	inner: number;
	/** Radius of the rounding along the inner top edge. */
	edge: number;
}

/** A block of the vehicle that stands in the room, or a pit in its floor. */
export interface FixtureSolid {
	id: string;
	name: string;
	kind: Fixture['kind'];
	box: Box;
}

/** The measured interior as numbers, finished (lined) surfaces. All lengths in mm. */
export interface Interior {
	length: number;
	sections: Section[];
	/** x of the sections, and every height and offset at which one of them has a knot: where extremes can lie. */
	knots: { x: number[]; z: number[]; y: number[]; rearZ: number[] };
	/** Rear face: x by height. */
	rear: Piecewise;
	/** Furthest forward x of the rear face, corners apart. */
	rearmost: number;
	cornerAlong: number;
	cornerAcross: number;
	arches: ArchSolid[];
	/** Steps, pillars, bars and consoles. */
	fixtures: FixtureSolid[];
	/** Pits below the floor. */
	pits: FixtureSolid[];
	/** Walls as scribed; beside them the stations count. */
	scribed: WallLine[];
	/** Thickness of what is built up on the bare floor, below the finished one. */
	floorBuildUp: number;
}

/** What an interior is built from; of the seats only foot wells before benches count. */
export type Measured = Pick<Vehicle, 'length' | 'stations' | 'rear' | 'arches' | 'contours' | 'fixtures' | 'lining' | 'seats'>;

/** The interior of a vehicle, with the lining deducted when the sizes were taken on bare metal. */
export function buildInterior(vehicle: Measured): Interior {
	const lining = liningOff(vehicle.lining);
	const up = (z: number) => z - lining.floor;
	const sections = Object.values(vehicle.stations)
		.map((station): Section => {
			const widths = Object.values(station.widths);
			return {
				x: station.x,
				left: piecewise(widths.map((w) => [up(w.z), w.left.mm - lining.wall] as const)),
				right: piecewise(widths.map((w) => [up(w.z), (w.right ?? w.left).mm - lining.wall] as const)),
				ceiling: piecewise(Object.values(station.ceiling).map((c) => [c.y, up(c.z.mm) - lining.roof] as const))
			};
		})
		.sort((a, b) => a.x - b.x);
	// The foot of the shut door, on the bare floor, is where x starts.
	const rear = piecewise([[up(0), 0], ...Object.values(vehicle.rear.profile).map((p) => [up(p.z), p.x.mm] as const)]);
	const every = (pick: (s: Section) => number[]) => [...new Set(sections.flatMap(pick))].sort((a, b) => a - b);
	const offsets = every((s) => s.ceiling.at);
	const scribed = Object.entries(vehicle.contours).map(([id, contour]) => wallLine(id, contour, up, lining.wall));
	const blocks = [...Object.entries(vehicle.fixtures).map(([id, fixture]) => fixtureSolid(id, fixture, lining.floor)), ...wells(vehicle)];
	const sorted = (values: number[]) => [...new Set(values)].sort((a, b) => a - b);
	return {
		length: vehicle.length.mm,
		sections,
		knots: {
			x: sorted([...sections.map((s) => s.x), ...scribed.flatMap(({ curve, x }) => [x[0] - RUN_OUT, ...curve.at, x[1] + RUN_OUT])]),
			z: sorted([...every((s) => [...s.left.at, ...s.right.at]), ...scribed.flatMap(({ z, reach }) => [z - reach, z, z + reach])]),
			y: sorted(offsets.flatMap((y) => [-y, y])),
			rearZ: rear.at
		},
		rear,
		rearmost: Math.max(...rear.value),
		cornerAlong: vehicle.rear.cornerAlong.mm,
		cornerAcross: vehicle.rear.cornerAcross.mm,
		arches: Object.entries(vehicle.arches).flatMap(([id, arch]) => archSolids(id, arch, lining.floor)),
		fixtures: blocks.filter(({ kind }) => kind !== 'pit'),
		pits: blocks.filter(({ kind }) => kind === 'pit'),
		scribed,
		floorBuildUp: Object.values(vehicle.lining.floor).reduce((sum, layer) => sum + layer.thickness, 0)
	};
}

/** The block that six measurements enclose, heights above the finished floor. */
export const blockOf = (block: Pick<Fixture, 'start' | 'length' | 'right' | 'left' | 'low' | 'high'>, floor: number): Box => ({
	x: [block.start.mm, block.start.mm + block.length.mm],
	y: [Math.min(block.right.mm, block.left.mm), Math.max(block.right.mm, block.left.mm)],
	z: [block.low.mm - floor, block.high.mm - floor]
});

/** Foot wells before folding benches, as pits in the floor. */
const wells = (vehicle: Pick<Vehicle, 'seats'>): FixtureSolid[] =>
	Object.entries(vehicle.seats).flatMap(([id, seat]): FixtureSolid[] => {
		if (seat.type !== 'rear bench' || !seat.well) return [];
		const from = seat.foldedRear.mm + seat.foldedLength.mm;
		const half = seat.width.mm / 2;
		const box: Box = { x: [from, from + seat.well.length.mm], y: [seat.y - half, seat.y + half], z: [-Math.max(0, seat.well.depth.mm), 0] };
		return [{ id, name: `Foot well before the ${seat.name.toLowerCase()}`, kind: 'pit', box }];
	});

/** A pit reaches up to the finished floor whatever its top was measured at: its lid is a piece, not the vehicle. */
function fixtureSolid(id: string, fixture: Fixture, floor: number): FixtureSolid {
	const box = blockOf(fixture, floor);
	return { id, name: fixture.name, kind: fixture.kind, box: fixture.kind === 'pit' ? { ...box, z: [Math.min(0, box.z[0]), 0] } : box };
}

function archSolids(id: string, arch: Arch, floor: number): ArchSolid[] {
	const sides: Side[] = arch.side === 'both' ? ['left', 'right'] : [arch.side];
	const halfFloor = arch.floorLength.mm / 2;
	const height = arch.height.mm - floor;
	if (height <= 0 || halfFloor <= 0) return [];
	return sides.map((side) => ({
		id,
		side,
		middle: arch.start.mm + halfFloor,
		halfFloor,
		halfTop: Math.max(0, Math.min(arch.topLength.mm / 2, halfFloor)),
		height,
		inner: arch.inner.mm,
		edge: Math.max(0, Math.min(arch.edge.mm, height))
	}));
}
