import { sceneOf } from '../../derive';
import { vec3, type Box } from '../../geometry/vector';
import { floorLining } from '../../interior';
import { placeSleepers, seatBoxes } from '../../people';
import { applyEdits, type Edit } from '../../plan';
import { exact } from '../plans';
import { around, fixture, lies, lying } from './blocks';
import { between, pick, type FaultKind } from './fault';

/** How deep and how high something right before a front is that leaves no place there, mm. */
const BLOCK = { deep: 300, high: 1100 };

/** Faults of what a mode is for: places to work, ways to go, spaces that have to stay free. */
export const USE_FAULTS: readonly FaultKind[] = [
	{
		fault: 'a kitchen with something right before it',
		plant(plan, mode) {
			const { use } = plan.modes[mode];
			const lived = Object.values(plan.modes).some((one) => one.use === 'day') ? 'day' : 'night';
			if (use !== lived || Object.values(plan.crew).every(({ child }) => child)) return undefined;
			const kitchen = sceneOf(plan, mode).pieces.find(({ assembly }) => assembly.surfaces.some(({ workedFrom }) => workedFrom));
			if (!kitchen) return undefined;
			const { line, out } = kitchen.assembly.surfaces.find(({ workedFrom }) => workedFrom)!.workedFrom!;
			const [a, b] = line;
			const far = vec3(b.x + out.x * BLOCK.deep, b.y + out.y * BLOCK.deep, 0);
			const box: Box = {
				x: [Math.min(a.x, far.x), Math.max(a.x, far.x)],
				y: [Math.min(a.y, far.y), Math.max(a.y, far.y)],
				z: [0, BLOCK.high]
			};
			const edits = [{ path: ['vehicle', 'fixtures', 'planted'], value: fixture(plan.vehicle, 'Planted pillar', 'pillar', box) }];
			const planted = applyEdits(plan, edits);
			// A unit that is built to a wall stands before the pillar instead: then nothing is wrong.
			const still = sceneOf(planted, mode).pieces.find(({ id }) => id === kitchen.id)!;
			if (still.parts.some(({ box: { y } }, i) => y[0] !== kitchen.parts[i].box.y[0])) return undefined;
			return { plan: planted, mode, subjects: [kitchen.id], words: `a pillar along the whole front of ${kitchen.name}` };
		}
	},
	{
		fault: 'a thing in a space that must be free',
		plant(plan, mode, random) {
			const { interior } = sceneOf(plan, mode);
			// On the floor, where it stands as it should: nothing else is wrong with it.
			const at = vec3(between(0.2, 0.7, random) * interior.length, between(-300, 300, random), 60);
			const [space, thing] = [around(at, vec3(60, 60, 60)), around({ ...at, z: 20 }, vec3(20, 20, 20))];
			if (!lies(thing)) return undefined;
			const floor = floorLining(plan.vehicle);
			const zone = {
				name: 'Planted vent',
				reason: 'vent',
				start: exact(space.x[0]),
				length: exact(space.x[1] - space.x[0]),
				right: exact(space.y[0]),
				left: exact(space.y[1]),
				low: exact(space.z[0] + floor),
				high: exact(space.z[1] + floor),
				from: 'above',
				rule: { type: 'always free' }
			};
			const edits: Edit[] = [{ path: ['vehicle', 'zones', 'planted'], value: zone }, ...lying(plan, mode, 'tub', thing)];
			// Held against the plan with its vent: only the tub is new.
			return { plan: applyEdits(plan, edits), mode, subjects: ['tub'], words: 'a tub before a vent' };
		}
	},
	{
		fault: 'a wall between a bed and the wheel',
		plant(plan, mode, random) {
			const scene = sceneOf(plan, mode);
			const driver = Object.values(plan.crew).find(({ driving }) => driving)?.driving?.seat;
			const seat = scene.seats.find(({ id, profiles }) => id === driver && profiles.length > 0);
			const sleeper = pick(placeSleepers(plan.crew, scene), random);
			if (!seat || !sleeper) return undefined;
			const [rear] = seatBoxes(scene)
				.filter(({ y }) => y[0] === seat.y[0])
				.map(({ x }) => x[0])
				.sort((a, b) => a - b);
			if (Math.max(sleeper.rest.crown.x, sleeper.rest.feet.x) > rear - 40) return undefined;
			const wall: Box = { x: [rear - 30, rear - 10], y: [-2000, 2000], z: [0, 2500] };
			const edits: Edit[] = [
				{ path: ['vehicle', 'fixtures', 'planted'], value: fixture(plan.vehicle, 'Planted wall', 'pillar', wall) },
				{ path: ['crew', sleeper.id, 'wants'], value: ['get to the wheel'] }
			];
			return { plan: applyEdits(plan, edits), mode, subjects: [sleeper.id], words: `a wall between ${sleeper.id} and the driver’s seat` };
		}
	}
];
