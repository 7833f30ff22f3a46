import { describe, expect, it } from 'vitest';
import { madeOf } from '../core/derive';
import { applyEdits, starterPlan } from '../core/plan';
import { withPiece } from '../core/testing/plans';
import { NodeDrag } from './node-drag';

const plan = withPiece(starterPlan('Test', 'long high van'), 'mine', 'own');
const own = (of: typeof plan) => of.pieces.mine as Extract<(typeof plan)['pieces'][string], { kind: 'own' }>;
const boxOf = (of: typeof plan, path: string) => madeOf(own(of), of).boxes.get(path)!;
const dragged = (part: string, at: string[], ...[view, dx, dy]: Parameters<NodeDrag['to']>) => {
	const { edits, label } = NodeDrag.of(plan, 'mine', part, at)!.to(view, dx, dy);
	return { plan: applyEdits(plan, edits), label, edits };
};

describe('a part that is dragged in a drawing', () => {
	it('goes as far as it is dragged, and as it is written', () => {
		const { plan: after } = dragged('mattress', ['mattress'], 'long section', 0, -150);
		expect(boxOf(after, 'mattress').z[0] - boxOf(plan, 'mattress').z[0]).toBe(150);
		expect(JSON.stringify(own(after).params.design.nodes.mattress)).toContain('boards.top + 150');
	});
	it('keeps its place across when it is dragged upwards', () => {
		const { plan: after, label } = dragged('mattress', ['mattress'], 'cross-section', 3, -150);
		const across = (of: typeof plan) => (own(of).params.design.nodes.mattress as { y: object }).y;
		expect(across(after)).toEqual(across(plan));
		expect(label).toBe('');
	});
	it('comes to lie against what it is let go at, and lies against it from then on', () => {
		const top = boxOf(plan, 'boards.0.board').z[1];
		const high = top + 200;
		const raised = applyEdits(plan, [{ path: ['pieces', 'mine', 'params', 'design', 'nodes', 'mattress', 'z', 'from'], value: high }]);
		const { edits, label } = NodeDrag.of(raised, 'mine', 'mattress', ['mattress'])!.to('long section', 0, 194);
		const after = applyEdits(raised, edits);
		expect(label).toMatch(/against board, top/);
		expect(boxOf(after, 'mattress').z[0]).toBe(top);
		const higher = applyEdits(after, [{ path: ['pieces', 'mine', 'params', 'height'], value: 500 }]);
		expect(boxOf(higher, 'mattress').z[0]).toBe(500);
	});
	it('the mirrored one goes the other way, and both go', () => {
		const path = ['side', 'rail'];
		const before = [boxOf(plan, 'side.drawn.rail'), boxOf(plan, 'side.mirrored.rail')];
		// To the right of the drawing is to the right of the vehicle, when one looks forward: the right-hand rail moves outwards.
		const { plan: after } = dragged('side-mirrored-rail', path, 'cross-section', 40, 0);
		expect(boxOf(after, 'side.mirrored.rail').y[0] - before[1].y[0]).toBe(-40);
		expect(boxOf(after, 'side.drawn.rail').y[0] - before[0].y[0]).toBe(40);
	});
	it('what hangs on it does not hold it', () => {
		// The rail ends at the boards, whose underside it would snap to: it hangs on them, so they cannot be written by it.
		const { plan: after } = dragged('boards-0-board', ['boards', 'board'], 'long section', 0, 5);
		expect(madeOf(own(after), after).faults).toEqual([]);
	});
	it('a group, and what is not the part that is looked at, are not dragged', () => {
		expect(NodeDrag.of(plan, 'mine', 'mattress', ['side'])).toBeUndefined();
		expect(NodeDrag.of(plan, 'mine', 'mattress', ['boards', 'board'])).toBeUndefined();
	});
});
