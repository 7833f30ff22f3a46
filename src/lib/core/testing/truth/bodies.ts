import { sceneOf } from '../../derive';
import { bounds, contains } from '../../geometry/polygon';
import { boxSeparation, vec3, type Box, type Vec3 } from '../../geometry/vector';
import { figureOf, placeSitters, placeSleepers, poseInBed, hipsOf, type Limb } from '../../people';
import type { Scene } from '../../modes';
import { applyEdits } from '../../plan';
import { around, fixture, lies, lying } from './blocks';
import { between, pick, type FaultKind, type Random } from './fault';

const middle = ({ from, to }: Limb): Vec3 => vec3((from.x + to.x) / 2, (from.y + to.y) / 2, (from.z + to.z) / 2);

/** A firm part of a scene with some thickness, and the middle of its box if that lies in the wood. */
function woodIn(scene: Scene, random: Random) {
	const parts = scene.pieces.flatMap((piece) =>
		piece.parts
			.filter(({ part, footprint }) => part.form === 'board' && !part.yields && footprint?.length === 4 && !part.cutOuts)
			.map((placed) => ({ piece, placed }))
	);
	const found = pick(parts, random);
	if (!found) return undefined;
	const { x, y, z } = found.placed.box;
	return { ...found, at: vec3((x[0] + x[1]) / 2, (y[0] + y[1]) / 2, (z[0] + z[1]) / 2) };
}

/** Faults of things in one place, planted round a point that is inside something by construction. */
export const BODY_FAULTS: readonly FaultKind[] = [
	{
		fault: 'a bar through somebody who lies',
		plant(plan, mode, random) {
			const scene = sceneOf(plan, mode);
			const sleeper = pick(placeSleepers(plan.crew, scene), random);
			if (!sleeper || sleeper.longest.length === 0) return undefined;
			// In a bed that is much longer one lies elsewhere.
			if (sleeper.longest.length > sleeper.body.stature + 60) return undefined;
			const pose = poseInBed(scene, sleeper);
			const limb = pick(
				figureOf(sleeper.body, pose.posture, pose.placement).limbs.filter(({ name }) => ['head', 'trunk', 'thigh'].includes(name)),
				random
			)!;
			// Thinner than a broom, right across the vehicle at the height of the middle of the body: nobody lies beside it.
			const box = around(middle(limb), vec3(12, 2000, 12));
			const edits = [{ path: ['vehicle', 'fixtures', 'planted'], value: fixture(plan.vehicle, 'Planted bar', 'roof bar', box) }];
			return { plan: applyEdits(plan, edits), mode, subjects: [sleeper.id], words: `a thin bar through the ${limb.name} of ${sleeper.id}` };
		}
	},
	{
		fault: 'a bar through somebody who sits',
		plant(plan, mode, random) {
			const scene = sceneOf(plan, mode);
			const sitter = pick(
				placeSitters(plan.crew, scene).filter(({ on }) => on !== 'slope'),
				random
			);
			if (!sitter) return undefined;
			const { axis, s } = sitter.sight;
			const facing = axis === 'x' ? { x: s, y: 0 } : { x: 0, y: s };
			const figure = figureOf(sitter.body, 'sitting on a bench', { at: hipsOf(sitter), facing, floor: 0 });
			const limb = pick(
				figure.limbs.filter(({ name }) => ['head', 'trunk'].includes(name)),
				random
			)!;
			const box = around(middle(limb), axis === 'x' ? vec3(12, 2000, 12) : vec3(2000, 12, 12));
			const edits = [{ path: ['vehicle', 'fixtures', 'planted'], value: fixture(plan.vehicle, 'Planted bar', 'roof bar', box) }];
			return { plan: applyEdits(plan, edits), mode, subjects: [sitter.id], words: `a thin bar through the ${limb.name} of ${sitter.id}` };
		}
	},
	{
		fault: 'a bar through a board',
		plant(plan, mode, random) {
			const found = woodIn(sceneOf(plan, mode), random);
			if (!found) return undefined;
			const box = around(found.at, vec3(20, 20, 60));
			const edits = [{ path: ['vehicle', 'fixtures', 'planted'], value: fixture(plan.vehicle, 'Planted bar', 'pillar', box) }];
			const planted = applyEdits(plan, edits);
			// Boards that are cut round a pillar are no fault: the wood has to be there still.
			const still = sceneOf(planted, mode)
				.pieces.find(({ id }) => id === found.piece.id)!
				.parts.find(({ part }) => part.id === found.placed.part.id);
			const { z } = still?.box ?? { z: [0, 0] };
			if (!still?.footprint || !contains(still.footprint, found.at) || z[0] > found.at.z || z[1] < found.at.z) return undefined;
			return {
				plan: planted,
				mode,
				subjects: [found.piece.id],
				words: `a bar through ${found.placed.part.name} of ${found.piece.name}`
			};
		}
	},
	{
		fault: 'a thing in a board',
		plant(plan, mode, random) {
			const found = woodIn(sceneOf(plan, mode), random);
			if (!found) return undefined;
			const box = around(found.at, vec3(between(40, 120, random), between(40, 120, random), between(40, 90, random)));
			if (!lies(box)) return undefined;
			const edits = lying(plan, mode, 'planted', box);
			return {
				plan: applyEdits(plan, edits),
				mode,
				subjects: ['planted'],
				words: `a tub in ${found.placed.part.name} of ${found.piece.name}`
			};
		}
	},
	{
		fault: 'two things in one place',
		plant(plan, mode, random) {
			const { interior } = sceneOf(plan, mode);
			const at = vec3(between(0.3, 0.6, random) * interior.length, between(-150, 150, random), 150);
			const [a, b] = [around(at, vec3(120, 120, 120)), around(vec3(at.x + 60, at.y + 40, at.z), vec3(120, 120, 120))];
			const first = applyEdits(plan, lying(plan, mode, 'planted', a));
			return {
				plan: applyEdits(first, lying(first, mode, 'planted-2', b)),
				mode,
				subjects: ['planted', 'planted-2'],
				words: 'two tubs in one another'
			};
		}
	},
	{
		fault: 'a thing in the wall',
		plant(plan, mode, random) {
			const { interior } = sceneOf(plan, mode);
			const x = between(0.3, 0.7, random) * interior.length;
			const box = around(vec3(x, pick([-1, 1], random)! * 1000, 500), vec3(80, 350, 80));
			const edits = lying(plan, mode, 'planted', box);
			return { plan: applyEdits(plan, edits), mode, subjects: ['planted'], words: 'a tub that stands in the side wall' };
		}
	},
	{
		fault: 'a thing in the wall while the rear stands open',
		plant(plan, mode, random) {
			const door = Object.entries(plan.vehicle.openings).find(([, { place }]) => place === 'rear');
			if (!door) return undefined;
			const { interior } = sceneOf(plan, mode);
			const box = around(vec3(between(0.4, 0.7, random) * interior.length, pick([-1, 1], random)! * 1000, 500), vec3(80, 350, 80));
			const edits = [...lying(plan, mode, 'planted', box), { path: ['modes', mode, 'doors', door[0]], value: 'open' }];
			return { plan: applyEdits(plan, edits), mode, subjects: ['planted'], words: 'a tub in the side wall, the rear open' };
		}
	},
	{
		fault: 'a thing in the air',
		plant(plan, mode, random) {
			const scene = sceneOf(plan, mode);
			const at = vec3(between(0.3, 0.7, random) * scene.interior.length, between(-200, 200, random), 620);
			const box = around(at, vec3(60, 60, 60));
			const solids = [
				...scene.pieces.flatMap(({ parts, pads }) => [...parts, ...pads].map((one) => one.box)),
				...scene.things.map(({ solid }) => solid.box),
				...scene.interior.fixtures.map((one) => one.box),
				...scene.seats.flatMap(({ y, profiles }) => profiles.map((profile): Box => ({ x: bounds(profile).x, y, z: bounds(profile).y })))
			];
			// Nothing at all below or beside it, however high.
			const free = solids.every((one) => boxSeparation({ ...one, z: [0, 1] }, { ...box, z: [0, 1] }) > 5);
			if (!free || !lies(box)) return undefined;
			const edits = lying(plan, mode, 'planted', box);
			return { plan: applyEdits(plan, edits), mode, subjects: ['planted'], words: 'a tub half a metre up in the air' };
		}
	},
	{
		fault: 'a thing in a seat',
		plant(plan, mode, random) {
			const { seats } = sceneOf(plan, mode);
			const seat = pick(
				seats.filter(({ profiles }) => profiles.length > 0),
				random
			);
			if (!seat) return undefined;
			const [cushion] = seat.profiles;
			const mid = (key: 'x' | 'y') => cushion.reduce((sum, p) => sum + p[key], 0) / cushion.length;
			const box = around(vec3(mid('x'), (seat.y[0] + seat.y[1]) / 2, mid('y')), vec3(60, 60, 40));
			if (!lies(box)) return undefined;
			const edits = lying(plan, mode, 'planted', box);
			return { plan: applyEdits(plan, edits), mode, subjects: ['planted'], words: `a tub in ${seat.name}` };
		}
	},
	{
		fault: 'a thing in the lap of somebody who rides',
		plant(plan, mode, random) {
			const riding = Object.entries(plan.modes[mode].people).filter(([, { posture }]) => posture === 'in a seat');
			const taken = Object.entries(plan.modes[mode].seats).filter(
				([id, { state, passengers }]) =>
					state === 'upright' &&
					((passengers ?? 0) > 0 || Object.values(plan.crew).some(({ driving }) => driving?.seat === id)) &&
					plan.vehicle.seats[id]
			);
			if (plan.modes[mode].use !== 'drive' || riding.length === 0) return undefined;
			const found = pick(taken, random);
			if (!found) return undefined;
			const [id, { slide }] = found;
			const seat = plan.vehicle.seats[id];
			const at = vec3(seat.back.mm + slide + seat.cushionLength.mm * 0.55, seat.y, seat.cushionHeight.mm + 160);
			const box = around(at, vec3(110, 110, 130));
			const edits = lying(plan, mode, 'planted', box);
			return { plan: applyEdits(plan, edits), mode, subjects: ['planted', id], words: `a tub on ${seat.name}, on which somebody rides` };
		}
	},
	{
		fault: 'a thing across a bed in which somebody lies',
		plant(plan, mode, random) {
			const scene = sceneOf(plan, mode);
			const sleeper = pick(placeSleepers(plan.crew, scene), random);
			if (!sleeper || sleeper.longest.length === 0) return undefined;
			const { crown, feet } = sleeper.rest;
			const along = Math.abs(crown.x - feet.x) > Math.abs(crown.y - feet.y);
			const at = vec3((crown.x + feet.x) / 2, (crown.y + feet.y) / 2, sleeper.surface.base + sleeper.surface.pad + 101);
			// As broad as any bed, so that nobody can draw aside.
			const box = around(at, along ? vec3(100, 900, 100) : vec3(900, 100, 100));
			if (!lies(box)) return undefined;
			return {
				plan: applyEdits(plan, lying(plan, mode, 'planted', box)),
				mode,
				subjects: [sleeper.id, 'planted'],
				words: `a tub across the bed of ${sleeper.id}`
			};
		}
	},
	{
		fault: 'a pit under a leg',
		plant(plan, mode, random) {
			const scene = sceneOf(plan, mode);
			const legs = scene.pieces.flatMap((piece) =>
				piece.assembly.supports
					.filter(({ kind }) => kind === 'leg')
					.flatMap(({ by, part }) =>
						piece.parts.filter((one) => (one.part.id === by || one.part.id === part) && Math.abs(one.box.z[0]) < 0.5)
					)
					.map(({ part, box }) => ({ piece, part, box }))
			);
			const leg = pick(legs, random);
			if (!leg) return undefined;
			const { x, y } = leg.box;
			const box: Box = { x: [x[0] - 30, x[1] + 30], y: [y[0] - 30, y[1] + 30], z: [-200, 0] };
			if (x[1] - x[0] > 300 && y[1] - y[0] > 300) return undefined;
			// A floor that was built over it bears the leg.
			const over = (other: Box) => other.z[1] < 1 && other.x[0] < x[0] && other.x[1] > x[1] && other.y[0] < y[0] && other.y[1] > y[1];
			if (scene.pieces.some(({ parts }) => parts.some((placed) => over(placed.box)))) return undefined;
			const edits = [{ path: ['vehicle', 'fixtures', 'planted'], value: fixture(plan.vehicle, 'Planted pit', 'pit', box) }];
			return { plan: applyEdits(plan, edits), mode, subjects: [leg.piece.id], words: `a pit under ${leg.part.name} of ${leg.piece.name}` };
		}
	},
	{
		fault: 'a space that must be free, and a thing in it',
		plant(plan, mode, random) {
			const { interior } = sceneOf(plan, mode);
			const at = vec3(between(0.3, 0.6, random) * interior.length, between(-150, 150, random), 150);
			const zone = around(at, vec3(80, 80, 80));
			const edits = [
				{
					path: ['vehicle', 'zones', 'planted-zone'],
					value: {
						...fixture(plan.vehicle, 'Fuses', 'pillar', zone),
						kind: undefined,
						reason: 'fuse box',
						from: 'above',
						rule: { type: 'always free' }
					}
				},
				...lying(plan, mode, 'planted', around(vec3(at.x + 60, at.y, at.z), vec3(90, 90, 90)))
			];
			return { plan: applyEdits(plan, edits), mode, subjects: ['planted', 'planted-zone'], words: 'a tub before the fuses' };
		}
	},
	{
		fault: 'a beam in the way of a lid',
		plant(plan, mode, random) {
			const scene = sceneOf(plan, mode);
			const opening = scene.pieces.flatMap((piece) =>
				piece.assembly.fronts
					.filter(({ from, uses }) => from === piece.state.id && uses.includes(scene.mode.use))
					.map((front) => ({ piece, front }))
			);
			const found = pick(opening, random);
			if (!found) return undefined;
			const { piece, front } = found;
			const open = piece.assembly.states.find(({ id }) => id === front.to);
			if (!open) return undefined;
			const there = sceneOf(applyEdits(plan, [{ path: ['modes', mode, 'pieces', piece.id], value: open.id }]), mode).pieces.find(
				({ id }) => id === piece.id
			)!;
			const moved = there.parts.filter(
				(placed) =>
					placed.part.form === 'board' &&
					piece.parts.some((before) => before.part.id === placed.part.id && boxSeparation(before.box, placed.box) > 150)
			);
			const target = pick(moved, random);
			if (!target) return undefined;
			// In the middle of where the board comes to lie, and clear of everything that stands there now.
			const corners = [...target.lower, ...target.upper];
			const mean = (key: 'x' | 'y' | 'z') => corners.reduce((sum, p) => sum + p[key], 0) / corners.length;
			const box = around(vec3(mean('x'), mean('y'), mean('z')), vec3(12, 12, 12));
			if (scene.pieces.some(({ parts, pads }) => [...parts, ...pads].some((one) => boxSeparation(one.box, box) < 5))) return undefined;
			const edits = [{ path: ['vehicle', 'fixtures', 'planted'], value: fixture(plan.vehicle, 'Planted bar', 'roof bar', box) }];
			const planted = applyEdits(plan, edits);
			// A piece that is built round the bar opens past it: the board has to come there still.
			const again = sceneOf(applyEdits(planted, [{ path: ['modes', mode, 'pieces', piece.id], value: open.id }]), mode)
				.pieces.find(({ id }) => id === piece.id)!
				.parts.find(({ part }) => part.id === target.part.id);
			if (!again || boxSeparation(again.box, target.box) > -1 || Math.abs(again.box.y[0] - target.box.y[0]) > 1) return undefined;
			return { plan: planted, mode, subjects: [piece.id], words: `a bar where ${front.name} of ${piece.name} opens to` };
		}
	}
];
