import { sceneOf } from '../../derive';
import { boxSeparation, vec3, type Box } from '../../geometry/vector';
import { ceilingAt, halfWidth } from '../../interior';
import { seatBoxes } from '../../people';
import { applyEdits, type Plan } from '../../plan';
import { between, pick, type Random } from './fault';

/** A change that does no harm: what it is, and the plan with it. */
export interface Harmless {
	words: string;
	plan: Plan;
}

/** Changes after which nothing can be wrong that was not wrong before. */
export const HARMLESS: readonly ((plan: Plan, mode: string, random: Random) => Harmless | undefined)[] = [
	(plan) => ({
		words: 'somebody more who is away',
		plan: applyEdits(plan, [
			{ path: ['crew', 'nadia'], value: { name: 'Nadia', stature: 1720, weight: 68, wants: [] } },
			...Object.keys(plan.modes).map((id) => ({ path: ['modes', id, 'people', 'nadia'], value: { posture: 'away' } }))
		])
	}),
	(plan, _, random) => {
		const id = pick(Object.keys(plan.pieces), random);
		return id ? { words: 'another name', plan: applyEdits(plan, [{ path: ['pieces', id, 'name'], value: 'Renamed' }]) } : undefined;
	},
	(plan) => ({
		words: 'a line in the log',
		plan: applyEdits(plan, [{ path: ['log'], value: [{ date: '2026-11-01', text: 'Measured.' }] }])
	}),
	(plan, _, random) => {
		const id = pick(Object.keys(plan.gear), random);
		return id
			? { words: 'gear a little lighter', plan: applyEdits(plan, [{ path: ['gear', id, 'weight'], value: plan.gear[id].weight * 0.9 }]) }
			: undefined;
	},
	(plan, _, random) => {
		const id = pick(Object.keys(plan.crew), random);
		return id
			? { words: 'somebody a little lighter', plan: applyEdits(plan, [{ path: ['crew', id, 'weight'], value: plan.crew[id].weight - 1 }]) }
			: undefined;
	},
	(plan, _, random) => {
		const id = pick(Object.keys(plan.crew), random);
		return id
			? {
					words: 'somebody a little smaller',
					plan: applyEdits(plan, [{ path: ['crew', id, 'stature'], value: plan.crew[id].stature - 3 }])
				}
			: undefined;
	},
	// A pebble of a thing on the floor, a hand's breadth from everything that stands.
	(plan, mode, random) => {
		if (plan.modes[mode].use === 'drive') return undefined;
		const scene = sceneOf(plan, mode);
		const { interior } = scene;
		const box: Box = (() => {
			const at = vec3(between(0.15, 0.6, random) * interior.length, between(-400, 400, random), 0);
			return { x: [at.x, at.x + 40], y: [at.y - 20, at.y + 20], z: [0, 40] };
		})();
		const solids = scene.pieces.flatMap(({ parts, pads, assembly }) => [
			...[...parts, ...pads].map((one) => one.box),
			...assembly.spaces.map((space) => space.box)
		]);
		const taken = [...solids, ...seatBoxes(scene), ...interior.fixtures.map((one) => one.box), ...interior.pits.map((one) => one.box)];
		if (taken.some((one) => boxSeparation(one, box) < 100)) return undefined;
		if (plan.animals || Object.keys(plan.vehicle.zones).length > 0) return undefined;
		if (Object.values(plan.modes[mode].people).some(({ posture, piece }) => posture === 'lying' && !piece)) return undefined;
		for (const x of box.x)
			for (const y of box.y)
				if (halfWidth(interior, y >= 0 ? 'left' : 'right', x, 20) < Math.abs(y) + 150 || ceilingAt(interior, x, y) < 400) return undefined;
		if (interior.arches.some((arch) => Math.abs(box.y[0]) + 60 > arch.inner && Math.abs(box.x[0] - arch.middle) < arch.halfFloor + 100))
			return undefined;
		// Doors, drawers and lids that open over the floor would find it in their way.
		if (scene.pieces.some(({ assembly }) => assembly.fronts.length > 0 || assembly.aisles.length > 0)) return undefined;
		return {
			words: 'a pebble on the free floor',
			plan: applyEdits(plan, [
				{ path: ['gear', 'pebble'], value: { name: 'Pebble', length: 40, width: 40, height: 40, weight: 0.2, count: 1 } },
				{ path: ['modes', mode, 'lies'], value: { ...plan.modes[mode].lies, pebble: { x: box.x[0], y: box.y[0] + 20, z: 0 } } }
			])
		};
	}
];
