import { breaks } from '../geometry/piecewise';
import { archTopOver, foldedTop, furthestRear, leastCeiling, rearFaceAt, sign, type Interior, type Side } from '../interior';
import { reachOn, type Range } from '../pieces/making';
import type { Seat } from '../plan/seat';
import type { Vehicle } from '../plan/vehicle';
import type { Neighbour } from '../pieces/assembly';
import { SizeFault, type Place, type Value } from './expression';
import { piecePlace } from './neighbours';
import type { Axis } from './schema';

/** The vehicle and the other pieces round a design. */
export interface VehicleAround {
	interior: Interior;
	seats: Vehicle['seats'];
	neighbours: readonly Neighbour[];
}

/** Who asks for a place of the vehicle: places answer for the asker's own extent. */
export interface Asker {
	/** Left stands for right. */
	mirrored: boolean;
	range(axis: Axis): Range;
}

const place = (called: string, of: Readonly<Record<string, () => Value>>): Place => ({
	called,
	names: Object.keys(of),
	get(name) {
		if (!Object.hasOwn(of, name)) throw new SizeFault(`“${called}” has no “${name}”, only ${Object.keys(of).join(', ')}.`);
		return of[name]();
	}
});

const otherSide = (side: Side): Side => (side === 'left' ? 'right' : 'left');
const flipped = ([low, high]: Range): Range => [-high, -low];

/** What is no higher than this and stands on the floor is stepped onto, mm; what is higher is a pillar. */
const STEP = 600;

/** Height of what bears a foot over a stretch of floor: the floor, the bottom of a pit that takes all of it, a step, an arch. */
export function floorUnder({ arches, fixtures, pits }: Interior, x: Range, y: Range): number {
	const pit = pits.find(({ box }) => x[0] >= box.x[0] && x[1] <= box.x[1] && y[0] >= box.y[0] && y[1] <= box.y[1]);
	const steps = fixtures.filter(
		({ box }) => box.z[0] <= 1 && box.z[1] <= STEP && box.x[0] < x[1] && box.x[1] > x[0] && box.y[0] < y[1] && box.y[1] > y[0]
	);
	return Math.max(pit ? pit.box.z[0] : 0, ...steps.map(({ box }) => box.z[1]), ...arches.map((arch) => archTopOver(arch, x, y)));
}

/** The furthest forward place of the rear face over a part's own width and height, its cut corners included. */
const rearMost = (interior: Interior, y: Range, z: Range): number =>
	Math.max(
		furthestRear(interior, z),
		...[...breaks(interior.knots.rearZ, ...z)].flatMap((atZ) => y.map((atY) => rearFaceAt(interior, atY, atZ)))
	);

/** Sizes of a seat as it was measured, above the finished floor, left and right in the asker's directions. */
function seatPlace(seat: Seat, lining: number, mirrored: boolean): Place {
	const [right, left] = mirrored
		? [-seat.y - seat.width.mm / 2, -seat.y + seat.width.mm / 2]
		: [seat.y - seat.width.mm / 2, seat.y + seat.width.mm / 2];
	const measured: Record<string, () => number> = {
		back: () => seat.back.mm,
		top: () => seat.top.mm - lining,
		cushion: () => seat.cushionHeight.mm - lining,
		front: () => seat.back.mm + seat.cushionLength.mm,
		left: () => left,
		right: () => right
	};
	if (seat.type === 'rear bench') {
		Object.assign(measured, {
			foldedRear: () => seat.foldedRear.mm,
			foldedFront: () => seat.foldedRear.mm + seat.foldedLength.mm,
			foldedTop: () => foldedTop(seat, [seat.foldedRear.mm, seat.foldedRear.mm + seat.foldedLength.mm], lining) ?? 0
		});
		const { pan, tumbled, well } = seat;
		if (pan) measured.pan = () => pan.mm - lining;
		if (tumbled) measured.tumbledFront = () => tumbled.rear.mm + tumbled.length.mm;
		if (well) measured.wellFront = () => seat.foldedRear.mm + seat.foldedLength.mm + well.length.mm;
	} else if (seat.folded) {
		const { folded } = seat;
		measured.foldedTop = () => folded.mm - lining;
	}
	return place(seat.name, measured);
}

/** The arch of a side as places; the asker's left. */
function archPlace({ arches }: Interior, side: Side, mirrored: boolean): Place {
	const actual = mirrored ? otherSide(side) : side;
	const arch = arches.find((one) => one.side === actual);
	if (!arch) throw new SizeFault(`There is no wheel arch on the ${actual}.`);
	return place(`arch.${side}`, {
		top: () => arch.height,
		inner: () => sign(side) * arch.inner,
		rear: () => arch.middle - arch.halfFloor,
		front: () => arch.middle + arch.halfFloor
	});
}

/**
 * A place of the vehicle by its name in an expression; undefined for a name that is none.
 * `floor`, `ceiling`, `rear` and `wall` answer for the asker's whole extent on the two other axes.
 */
export function vehiclePlace(name: string, { interior, seats, neighbours }: VehicleAround, { mirrored, range }: Asker): Value | undefined {
	const across = () => (mirrored ? flipped(range('y')) : range('y'));
	const wall = (side: Side) => () => sign(side) * reachOn(interior, mirrored ? otherSide(side) : side, range('x'), range('z'), 0);
	switch (name) {
		case 'floor':
			return floorUnder(interior, range('x'), across());
		case 'ceiling':
			return leastCeiling(interior, range('x'), across());
		case 'rear':
			return rearMost(interior, across(), range('z'));
		case 'wall':
			return place('wall', { left: wall('left'), right: wall('right') });
		case 'arch':
			return place('arch', {
				left: () => archPlace(interior, 'left', mirrored),
				right: () => archPlace(interior, 'right', mirrored)
			});
		case 'seat':
			return place(
				'seat',
				Object.fromEntries(Object.entries(seats).map(([id, seat]) => [id, () => seatPlace(seat, interior.floorBuildUp, mirrored)]))
			);
		case 'piece':
			return piecePlace(neighbours, mirrored);
		case 'vehicle':
			return place('vehicle', { length: () => interior.length });
		default:
			return undefined;
	}
}
