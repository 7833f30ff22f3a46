import { assemblyOf, sceneOf } from '../../derive';
import { litresOf } from '../../storage';
import { boxRound } from '../../geometry/vector';
import { applyEdits, type Edit, type Plan } from '../../plan';
import { measurementList } from '../../interior';
import { exact } from '../plans';
import { pick, type FaultKind } from './fault';

const tub = (more: object) => ({ name: 'Grey tub', length: 300, width: 300, height: 200, weight: 5, count: 1, ...more });

/** Pieces of a plan with room for things in some mode. */
const withSpaces = (plan: Plan, some: boolean) =>
	Object.keys(plan.pieces).filter((id) => assemblyOf(plan.pieces[id], plan).spaces.length > 0 === some);

/** Faults of gear, fastenings, guesses and stock. */
export const LOAD_FAULTS: readonly FaultKind[] = [
	{
		fault: 'gear in a piece that has no room',
		plant(plan, mode, random) {
			const piece = pick(withSpaces(plan, false), random);
			if (!piece) return undefined;
			const edits = [{ path: ['gear', 'planted'], value: tub({ under: piece }) }];
			return { plan: applyEdits(plan, edits), mode, subjects: ['planted'], words: `a tub under ${piece}, which has no room for things` };
		}
	},
	{
		fault: 'one room used twice',
		plant(plan, mode, random) {
			const piece = pick(withSpaces(plan, true), random);
			if (!piece) return undefined;
			const litres = litresOf(assemblyOf(plan.pieces[piece], plan).spaces);
			// Two loads of eight tenths of the room each, in small tubs that fit anywhere: no way of stacking makes that go in.
			const small = { length: 60, width: 60, height: 60 };
			const count = Math.ceil((0.8 * litres) / (60 * 60 * 60 * 1e-6));
			if (count > 100) {
				const side = Math.cbrt((0.8 * litres * 1e6) / 100);
				Object.assign(small, { length: side, width: side, height: side });
			}
			const edits = ['planted', 'planted-2'].map((id): Edit => ({
				path: ['gear', id],
				value: tub({ ...small, count: Math.min(100, count), under: piece, weight: 0.1 })
			}));
			return {
				plan: applyEdits(plan, edits),
				mode,
				subjects: ['planted', 'planted-2'],
				words: `two loads in ${piece} that has room for one`
			};
		}
	},
	{
		fault: 'gear larger than the room it goes to',
		plant(plan, mode, random) {
			const piece = pick(withSpaces(plan, true), random);
			if (!piece) return undefined;
			const { spaces } = assemblyOf(plan.pieces[piece], plan);
			const longest = Math.max(...spaces.map(({ box: { x, y, z } }) => Math.hypot(x[1] - x[0], y[1] - y[0], z[1] - z[0])));
			const edits = [{ path: ['gear', 'planted'], value: tub({ length: Math.ceil(longest) + 20, width: 80, height: 80, under: piece }) }];
			return { plan: applyEdits(plan, edits), mode, subjects: ['planted'], words: `a pole longer than any room of ${piece}` };
		}
	},
	{
		fault: 'held only by rings ahead of it',
		plant(plan, mode, random) {
			if (plan.modes[mode].use !== 'drive') return undefined;
			const scene = sceneOf(plan, mode);
			const piece = pick(
				scene.pieces.filter(({ parts }) => parts.some(({ part, box }) => part.form === 'board' && box.z[1] > 50)),
				random
			);
			if (!piece) return undefined;
			const { x, y } = boxRound(piece.parts);
			const ring = (at: number) => ({
				name: `Ring ${at}`,
				kind: 'ring',
				x: exact(Math.min(plan.vehicle.length.mm, x[1] + 250)),
				y: exact(at),
				z: exact(0),
				direction: 'up'
			});
			if (x[1] + 250 > plan.vehicle.length.mm) return undefined;
			const edits: Edit[] = [
				{ path: ['vehicle', 'anchors', 'ahead-1'], value: ring(y[0] + 50) },
				{ path: ['vehicle', 'anchors', 'ahead-2'], value: ring(y[1] - 50) },
				{
					path: ['pieces', piece.id, 'held'],
					value: { a: { way: 'strap', anchor: 'ahead-1' }, b: { way: 'strap', anchor: 'ahead-2' } }
				}
			];
			return { plan: applyEdits(plan, edits), mode, subjects: [piece.id], words: `${piece.name} held by two straps to rings ahead of it` };
		}
	},
	{
		fault: 'two straps on one ring',
		plant(plan, mode, random) {
			if (plan.modes[mode].use !== 'drive') return undefined;
			const piece = pick(
				sceneOf(plan, mode).pieces.filter(({ parts }) => parts.some(({ part, box }) => part.form === 'board' && box.z[1] > 50)),
				random
			);
			if (!piece) return undefined;
			const { x, y } = boxRound(piece.parts);
			const ring = {
				name: 'Only ring',
				kind: 'ring',
				x: exact(Math.max(0, x[0] - 100)),
				y: exact((y[0] + y[1]) / 2),
				z: exact(0),
				direction: 'up'
			};
			const edits: Edit[] = [
				{ path: ['vehicle', 'anchors', 'only'], value: ring },
				{ path: ['pieces', piece.id, 'held'], value: { a: { way: 'strap', anchor: 'only' }, b: { way: 'strap', anchor: 'only' } } }
			];
			return { plan: applyEdits(plan, edits), mode, subjects: [piece.id], words: `${piece.name} held by two straps on one ring` };
		}
	},
	{
		fault: 'cut by sizes that nobody measured',
		plant(plan, mode) {
			const beds = sceneOf(plan, mode).pieces.filter(
				({ id, assembly }) =>
					assembly.surfaces.some(({ use }) => use === 'sleep') && (plan.pieces[id].params as Record<string, unknown>).fullWidth === true
			);
			const [bed] = beds;
			if (!bed) return undefined;
			const edits = measurementList(plan.vehicle)
				.filter(({ path }) => path.includes('widths'))
				.flatMap(({ path }): Edit[] => [
					{ path: [...path, 'status'], value: 'guessed' },
					{ path: [...path, 'plusMinus'], value: 30 }
				]);
			return { plan: applyEdits(plan, edits), mode, subjects: [bed.id], words: `${bed.name} from wall to wall, the walls guessed` };
		}
	},
	{
		fault: 'a board larger than its sheet',
		plant(plan, mode, random) {
			const used = Object.values(plan.pieces).flatMap((piece) => assemblyOf(piece, plan).parts.filter(({ form }) => form === 'board'));
			const part = pick(used, random);
			if (!part) return undefined;
			const edits: Edit[] = [
				{ path: ['stock', 'sheets', part.stock, 'length'], value: 101 },
				{ path: ['stock', 'sheets', part.stock, 'width'], value: 100 }
			];
			const owner = Object.keys(plan.pieces).filter((id) =>
				assemblyOf(plan.pieces[id], plan).parts.some((one) => one.stock === part.stock)
			);
			return { plan: applyEdits(plan, edits), mode, subjects: owner, words: `sheets of ${part.stock} no larger than a hand` };
		}
	}
];
