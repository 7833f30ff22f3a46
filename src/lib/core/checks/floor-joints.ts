import { sceneOf } from '../derive';
import { BESIDE_FOOT, chooseJoints, fromFeet } from '../floors/joints';
import { vec3 } from '../geometry/vector';
import { firmParts, type PlacedPiece, type Scene } from '../modes';
import type { Edit } from '../plan/edit';
import type { Plan } from '../plan/plan';
import { lengthMark } from '../units';
import { check, type Finding, type Result } from './finding';

/** What is smaller than this both ways stands on the floor as a foot; longer boards bridge a joint, mm. */
const FOOT = 150;

/** Feet of all other pieces that stand on the floor, as stretches along the vehicle, with what they belong to. */
const feetIn = (scene: Scene, floor: PlacedPiece) =>
	scene.pieces
		.filter(({ id }) => id !== floor.id)
		.flatMap((piece) =>
			firmParts(piece)
				.filter(({ box }) => box.z[0] > -1 && box.z[0] < 6 && box.x[1] - box.x[0] < FOOT && box.y[1] - box.y[0] < FOOT)
				.map(({ box, part }) => ({ piece: piece.id, name: `${part.name} of ${piece.name}`, box }))
		);

/** Joints of a floor against the feet of what stands on it: a leg on a joint bends both boards and opens neither. */
export const floorJoints = check({
	rule: 'floor-joint',
	reads: [],
	run: ({ scene }) =>
		scene.pieces.flatMap((floor) => {
			if (floor.assembly.floorJoints.length === 0) return [];
			const feet = feetIn(scene, floor);
			return floor.assembly.floorJoints.flatMap((joint): Result[] => {
				const away = (foot: (typeof feet)[number]) => fromFeet(joint.x, [foot.box.x]);
				const nearest = [...feet].sort((a, b) => away(a) - away(b))[0];
				if (!nearest) return [];
				const room = away(nearest);
				return [
					{
						rule: 'floor-joint',
						key: `${floor.id}+${joint.id}`,
						title: `${floor.name}: ${joint.id.replace('-', ' ')} keeps clear of feet`,
						subjects: [floor.id, nearest.piece],
						margin: room - BESIDE_FOOT,
						comfort: 0,
						unit: 'mm',
						limit: BESIDE_FOOT,
						actual: room,
						why:
							room < 0
								? `${nearest.name} stands on it.`
								: `${nearest.name} stands ${lengthMark(Math.floor(room))} beside it; its screws want ${lengthMark(BESIDE_FOOT)} of wood.`,
						at: vec3(joint.x, (nearest.box.y[0] + nearest.box.y[1]) / 2, 0)
					}
				];
			});
		})
});

/** All joints of a floor put where no foot stands in any mode, or nothing where that cannot be done. */
export function betterJoints(plan: Plan, finding: Finding): { label: string; edits: Edit[] } | undefined {
	const id = finding.subjects[0];
	const piece = plan.pieces[id];
	if (finding.rule !== 'floor-joint' || piece?.kind !== 'floor-boards') return undefined;
	const { rear, length, boards, boardSheet } = piece.params;
	const feet = Object.keys(plan.modes).flatMap((mode) => {
		const scene = sceneOf(plan, mode);
		return feetIn(
			scene,
			scene.pieces.find((one) => one.id === id)!
		).map(({ box }) => box.x);
	});
	const found = chooseJoints([rear, rear + length], boards, feet, plan.stock.sheets[boardSheet].length - 2 * plan.stock.trim);
	if (!found) return undefined;
	const at = (key: string, value: unknown): Edit => ({ path: ['pieces', id, 'params', key], value });
	return {
		label: 'Put the joints where nothing stands',
		edits: [at('joints', 'where they are typed'), ...found.map((x, i) => at(`joint${i + 1}`, Math.round(x - rear)))]
	};
}
