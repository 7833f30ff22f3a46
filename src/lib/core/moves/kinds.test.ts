import { describe, expect, it } from 'vitest';
import { assemblyOf, interiorOf, pieceIn } from '../derive';
import { solidSeparation, type Solid } from '../interior';
import { firmParts, solidsOf } from '../modes';
import { KINDS, type KindName } from '../pieces';
import { plainVehicle, planIn, withPiece } from '../testing/plans';
import { motionOf, movesOf, sweepInVehicle, TOUCH } from '.';
import { during } from './motion';

/** A box of a vehicle in which every kind has room for its start values. */
const roomy = (kind: KindName, params: Record<string, unknown> = {}) =>
	withPiece(planIn(plainVehicle([[0, 860]], 1900, 4200)), 'piece', kind, params);

/** An upright wall wants more room behind a lid than the leaning ones of the start values. */
const BEHIND_LID = { gap: 20 };

/** What start values need in a box without doors: room behind a lid, and room to pull a drawer out. */
const IN_A_BOX: Partial<Record<KindName, Record<string, unknown>>> = { 'slat-couch': BEHIND_LID, 'drawer-unit': { rear: 1500 } };

/** Other choices of a kind that bring other joints. */
const VARIANTS: [KindName, Record<string, unknown>][] = [
	['slat-couch', { ...BEHIND_LID, sections: 3 }],
	['fold-over', { leaves: 2, legs: 'folding legs' }],
	['fold-over', { legs: 'swing-out arms' }],
	['fold-over', { legs: 'a sliding trestle' }],
	['fold-over', { legs: 'what lies below' }],
	['fold-over', { store: 'stands behind a seat', standAt: 2600 }],
	['bridge', { front: 'leg on a drop bolt' }],
	['bridge', { front: 'seat or ledge in front' }],
	['infill', { stow: 'stands upright at the front' }],
	['infill', { stow: 'is out of the vehicle' }],
	['lid-platform', { lids: 3, hinge: 'front edge', padStays: false }],
	['lid-platform', { lids: 2, hinge: 'right wall' }],
	['bench-box', { moves: 300, ledge: 300, side: 'right' }],
	['bench-box', { back: 350, gap: 20, depth: 560 }],
	['drawer-unit', { facing: 'left', runs: 'trays', columns: 3, width: 700, length: 1800 }],
	['drawer-unit', { facing: 'front', runs: 'sliding shelves', bothEnds: true, rows: 2, rear: 1200, height: 600 }],
	['table', { hold: 'screw-in leg', facing: 'left' }],
	['table', { mount: 'wall, folds up', hold: 'wires from above' }],
	['table', { mount: 'pulls out', facing: 'front', rear: 900 }],
	['table', { mount: 'stands on a leg', facing: 'left' }],
	['seat-cube', { leaves: 'none' }],
	['seat-cube', { leaves: 'to both sides', facing: 'front' }],
	['seat-cube', { leaves: 'to the front', cushion: 0 }],
	['tube-frame', { moves: 300, padOn: 'on its top', topLifts: true, bays: 1, bottomPanel: true, frontPanel: true }],
	[
		'tube-frame',
		{
			opensTo: 'left',
			centre: -400,
			uprights: 'none, C-shaped',
			top: 'nothing',
			padOn: 'on its bottom panel',
			bottomPanel: true,
			height: 700,
			connector: 30,
			bays: 3
		}
	],
	['overhead-net', { make: 'a shelf with a lip' }],
	['overhead-net', { make: 'a rail with hooks on each side' }],
	['battery-box', { centre: -500, batteries: 2 }],
	['cabinet', { base: 900, height: 1300 }],
	['tube-frame', { bottomAt: 200, height: 700, bottomPanel: true, padOn: 'on its bottom panel', uprights: 'none, C-shaped' }],
	['cabinet', { side: 'left', bays: 3, fill1: 'two doors', fill2: 'flap down', fill3: 'sliding doors', toe: 80 }],
	['cabinet', { bays: 4, fill1: 'flap up', fill2: 'drawers', rows2: 4, fill4: 'open shelves', length: 2400, slide: 'heavy duty' }],
	['cabinet', { bays: 2, frontDepth: 220, length: 1800, depth: 460, fill2: 'two doors', slide: 'plain runner' }],
	['cabinet', { side: 'left', back: 'follows the wall', frontDepth: 260, bays: 3, hang: 'front edge' }],
	['bunk', { folds: false, side: 'right' }],
	['ledge-sofa', { return: false, side: 'right' }],
	['module-bed', { lids: 1 }],
	['raked-platform', { foot: 0 }],
	['folding-sofa', { sides: 'left only' }],
	['hatch-panels', { front: 0 }]
];
const CASES: [KindName, Record<string, unknown>][] = [
	...(Object.keys(KINDS) as KindName[]).map((kind): [KindName, Record<string, unknown>] => [kind, IN_A_BOX[kind] ?? {}]),
	...VARIANTS
];

describe.each(CASES)('%s %o', (kind, params) => {
	const plan = roomy(kind, params);
	const assembly = assemblyOf(plan.pieces.piece, plan);
	const state = (id: string) => assembly.states.find((one) => one.id === id)!;
	const round = (joints: Record<string, number>) =>
		Object.fromEntries(assembly.links.map(({ id }) => [id, Math.round((joints[id] ?? 0) * 1e6) / 1e6]));

	it('moves from each state end in the state they name', () => {
		for (const move of movesOf(assembly)) {
			const seconds = move.steps.reduce((sum, step) => sum + step.seconds, 0);
			const end = during(state(move.from), move, seconds);
			const to = state(move.to);
			const out = (ids: string[] = []) => [...ids].sort();
			// What is out of the vehicle has no place in it: its joints do not matter.
			const there = (joints: Record<string, number>) =>
				Object.fromEntries(Object.entries(round(joints)).filter(([id]) => !(to.out ?? []).includes(id)));
			expect(there(end.joints), `${move.from} to ${move.to}`).toEqual(there(to.joints));
			expect(out(end.out), `${move.from} to ${move.to}`).toEqual(out(to.out));
		}
	});

	it('what moves is in its boxes at every place, and jumps no further than was said', () => {
		for (const move of movesOf(assembly))
			for (const { tracks } of motionOf(assembly, move).stretches)
				for (const { name, last, place, spans, round } of tracks) {
					expect(spans[spans.length - 1].to, name).toBe(last);
					for (const { from, to, box } of spans)
						for (let i = from; i <= to; i++) {
							const at = place(i).box;
							for (const axis of ['x', 'y', 'z'] as const)
								for (const held of [box, round.box]) {
									expect(at[axis][0], `${name} at ${i}`).toBeGreaterThanOrEqual(held[axis][0] - 1e-6);
									expect(at[axis][1], `${name} at ${i}`).toBeLessThanOrEqual(held[axis][1] + 1e-6);
								}
						}
				}
	});

	it('no board or bar stands in another in any state', () => {
		for (const { id } of assembly.states) {
			const parts = firmParts(pieceIn(plan, 'piece', id));
			const solids = solidsOf(pieceIn(plan, 'piece', id));
			parts.forEach((a, i) =>
				parts.slice(i + 1).forEach((b, k) => {
					const room = solidSeparation(solids[i].solid, solids[i + 1 + k].solid);
					expect(room, `${id}: ${a.part.name} (${a.part.id}) in ${b.part.name} (${b.part.id})`).toBeGreaterThan(-0.6);
				})
			);
		}
	});

	it('nothing floats: everything stands on the floor, a wall, or something that does', () => {
		const { rests, supports } = assembly;
		const held = new Set([...supports.filter(({ by }) => by === 'wall').map(({ part }) => part)]);
		for (const { id } of assembly.states) {
			if (rests.some(({ states }) => states.includes(id))) continue;
			const piece = { parts: firmParts(pieceIn(plan, 'piece', id)) };
			const solids = solidsOf(pieceIn(plan, 'piece', id)).map(({ solid }) => solid);
			const touching = (a: Solid, b: Solid) => solidSeparation(a, b) <= 3;
			const standing = new Set(piece.parts.flatMap(({ part, box }, i) => (box.z[0] <= 3 || held.has(part.id) ? [i] : [])));
			// A slide holds what runs on it, as a hinge or a bolt does, without touching face to face.
			const runs = new Set(supports.filter(({ kind }) => kind === 'slide').map(({ part }) => part));
			const hangs = (a: string, b: string) => {
				const { parent, joint } = assembly.links.find((link) => link.id === a)!;
				return (joint.type === 'hinge' || joint.type === 'swing') && b === (parent ?? 'frame');
			};
			const carried = (i: number, k: number) => runs.has(piece.parts[i].part.id) && piece.parts[k].part.link !== piece.parts[i].part.link;
			const holds = (k: number, i: number) =>
				carried(i, k) || touching(solids[i], solids[k]) || hangs(piece.parts[i].part.link, piece.parts[k].part.link);
			for (let grew = true; grew;) {
				grew = false;
				piece.parts.forEach((_, i) => {
					if (standing.has(i) || ![...standing].some((k) => holds(k, i))) return;
					standing.add(i);
					grew = true;
				});
			}
			const floating = piece.parts.filter((_, i) => !standing.has(i)).map(({ part }) => `${id}: ${part.name} (${part.id})`);
			expect(floating).toEqual([]);
		}
	});

	it('every move of its start values is free in a roomy vehicle', () => {
		for (const move of movesOf(assembly)) {
			const sweep = sweepInVehicle(interiorOf(plan.vehicle), motionOf(assembly, move));
			expect(sweep.margin ?? 0, `${move.from} to ${move.to}: ${sweep.who} at ${sweep.whom} after ${sweep.at} s`).toBeGreaterThan(-TOUCH);
		}
	});
});
