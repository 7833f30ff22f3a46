import type { Box, Vec3 } from '../../geometry/vector';
import { floorLining } from '../../interior';
import type { Edit, Plan, Vehicle } from '../../plan';
import { exact } from '../plans';

/** A block as it is measured on the bare floor, so that it comes out where it is meant above the finished one. */
export const fixture = (vehicle: Vehicle, name: string, kind: 'roof bar' | 'pit' | 'pillar', { x, y, z }: Box) => ({
	name,
	kind,
	start: exact(x[0]),
	length: exact(x[1] - x[0]),
	right: exact(y[0]),
	left: exact(y[1]),
	low: exact(z[0] + floorLining(vehicle)),
	high: exact(z[1] + floorLining(vehicle))
});

/** The box round a point, half as long in each axis as said. */
export const around = (p: Vec3, half: Vec3): Box => ({
	x: [p.x - half.x, p.x + half.x],
	y: [p.y - half.y, p.y + half.y],
	z: [p.z - half.z, p.z + half.z]
});
/** A piece of gear that lies somewhere of its own in a mode: its box as it is to come out. */
export function lying(plan: Plan, mode: string, id: string, box: Box): Edit[] {
	const long = (axis: 'x' | 'y' | 'z') => Math.max(1, Math.round(box[axis][1] - box[axis][0]));
	return [
		{ path: ['gear', id], value: { name: 'Grey tub', length: long('x'), width: long('y'), height: long('z'), weight: 6, count: 1 } },
		{
			path: ['modes', mode, 'lies'],
			value: { ...plan.modes[mode].lies, [id]: { x: box.x[0], y: (box.y[0] + box.y[1]) / 2, z: box.z[0] } }
		}
	];
}

/** Whether a box can be written into a plan as gear that lies somewhere. */
export const lies = ({ x, y, z }: Box) => x[0] >= 0 && z[0] >= 0 && Math.abs(y[0] + y[1]) / 2 <= 1500;
