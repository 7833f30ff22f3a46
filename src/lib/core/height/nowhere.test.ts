import { expect, it } from 'vitest';
import { findingsOf } from '../checks';
import { applyEdits, starterPlan, type Plan } from '../plan';
import { withPiece } from '../testing/plans';
import { viewFromAbove } from '../views';
import { sceneOf } from '../derive';
import { heightStudy } from '.';

const van = starterPlan('Test', 'small van');
const [first] = Object.keys(van.modes);
const shown = (plan: Plan, id: string) => {
	expect(findingsOf(plan).length).toBeGreaterThan(0);
	expect(viewFromAbove({ plan, scene: sceneOf(plan, first), selected: id }).shapes.length).toBeGreaterThan(0);
	return heightStudy(plan, id, Object.keys(plan.modes));
};

it('a piece that is out of the vehicle in the mode that is looked at has its chart all the same', () => {
	const plan = withPiece(van, 'deck', 'pet-deck');
	const out = applyEdits(plan, [{ path: ['modes', first, 'pieces', 'deck'], value: 'out' }]);
	expect(shown(out, 'deck').heights.length).toBeGreaterThan(5);
});
it('an own piece of which nothing is left breaks nothing', () => {
	const plan = withPiece(van, 'mine', 'own');
	const empty = applyEdits(plan, [{ path: ['pieces', 'mine', 'params', 'design', 'nodes'], value: {} }]);
	expect(shown(empty, 'mine').widths.every(Number.isFinite)).toBe(true);
	const unmade = applyEdits(plan, [{ path: ['pieces', 'mine', 'params', 'design', 'nodes', 'boards', 'count'], value: 'nothing' }]);
	expect(shown(unmade, 'mine').widths.every(Number.isFinite)).toBe(true);
});
