import { expect, it } from 'vitest';
import { assemblyOf, sceneOf } from '../derive';
import { applyEdits, starterPlan, type Plan } from '../plan';
import { withPiece } from '../testing/plans';
import { findingsOf } from '../checks';
import { designSchema, type Nodes } from './schema';

const design = (nodes: Nodes) => designSchema.parse({ asBuilt: 'As built', sizes: {}, nodes, poses: {} });
const board = (z: string, more: object = {}): Nodes => ({
	board: {
		kind: 'panel',
		stock: 'ply-12',
		normal: 'z',
		x: { from: 'piece["drawers"].rear', to: 'piece["drawers"].front' },
		y: { from: 'piece["drawers"].right', to: 'piece["drawers"].left' },
		z: { from: z },
		held: 'what is below',
		...more
	} as Nodes[string]
});
const start = withPiece(starterPlan('Test', 'long high van'), 'drawers', 'drawer-unit', {
	rear: 300,
	length: 900,
	width: 500,
	height: 380
});
const withBoard = (nodes: Nodes): Plan => withPiece(start, 'mine', 'own', { design: design(nodes) });
const boxOf = (plan: Plan) => sceneOf(plan, Object.keys(plan.modes)[0]).pieces.find(({ id }) => id === 'mine')!.parts[0].box;

it('a board on a drawer unit lies on it, and rises and moves with it', () => {
	const plan = withBoard(board('piece["drawers"].top'));
	const { drawers } = Object.fromEntries(sceneOf(plan, 'night').pieces.map((piece) => [piece.id, piece]));
	const top = Math.max(...drawers.parts.map(({ box }) => box.z[1]));
	expect(boxOf(plan).z[0]).toBe(top);
	const higher = applyEdits(plan, [
		{ path: ['pieces', 'drawers', 'params', 'height'], value: 450 },
		{ path: ['pieces', 'drawers', 'params', 'rear'], value: 500 }
	]);
	expect(boxOf(higher).z[0] - boxOf(plan).z[0]).toBeCloseTo(70, 6);
	expect(boxOf(higher).x[0] - boxOf(plan).x[0]).toBeCloseTo(200, 6);
	const rests = findingsOf(plan).filter(({ rule, subjects }) => rule === 'rests-on' && subjects[0] === 'mine');
	expect(rests.length).toBeGreaterThan(0);
	expect(rests.every(({ status }) => status === 'clear')).toBe(true);
});
it('a part of another piece can be named', () => {
	const plan = start;
	const [part] = assemblyOf(plan.pieces.drawers, plan).parts;
	expect(
		assemblyOf(
			withBoard(board(`piece["drawers"].part["${part.id}"].top`)).pieces.mine,
			withBoard(board(`piece["drawers"].part["${part.id}"].top`))
		).parts
	).toHaveLength(1);
});
it('what it stood by is gone: that is told, and nothing breaks', () => {
	const plan = withBoard(board('piece["drawers"].top'));
	const gone = applyEdits(plan, [{ path: ['pieces', 'drawers'], value: undefined }]);
	const found = findingsOf(gone).find(({ subjects, key }) => subjects[0] === 'mine' && key.includes('made-'))!;
	expect(found).toMatchObject({ status: 'clash' });
	expect(found.why).toMatch(/no piece “drawers”/);
});
it('two that stand by each other are told', () => {
	const one = withPiece(withBoard(board('piece["other"].top')), 'other', 'own', { design: design({ ...board('piece["mine"].top') }) });
	expect(findingsOf(one).filter(({ key, why }) => key.includes('made-') && /nothing of|no piece/.test(why)).length).toBeGreaterThan(0);
});
