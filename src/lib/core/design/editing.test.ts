import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { madeOf } from '../derive';
import { KINDS } from '../pieces';
import { applyEdits, planSchema, starterPlan } from '../plan';
import { withPiece } from '../testing/plans';
import { times } from '../testing/thorough';
import {
	addNode,
	ADDITIONS,
	copyNode,
	movedSpan,
	nodeAt,
	outline,
	pathOf,
	plus,
	removeNode,
	snappedSpan,
	turnedPanel,
	unwrapNode,
	wrapNode,
	WRAPPINGS,
	type At,
	type Change
} from './editing';
import { designSchema, type Design, type PanelNode } from './schema';

const choice = { sheet: 'ply-12', bar: 'batten-45x45', slat: { id: 'batten-45x21', width: 45 } };
const plan = withPiece(starterPlan('Test', 'long high van'), 'mine', 'own');
const start = (KINDS.own.params.parse({}) as { design: Design }).design;
const made = (design: Design) => madeOf({ ...plan.pieces.mine, params: { design, start: 200, height: 400 } } as never, plan);
const does = (design: Design, { edits }: Change): Design => designSchema.parse(applyEdits(design, edits));
const empty: Design = { ...start, nodes: {} };

describe('making up a piece', () => {
	it.each(ADDITIONS)('a %s added to nothing, and to a board, can be made', (what) => {
		for (const [design, at] of [
			[empty, []],
			[start, ['mattress']]
		] as [Design, At][]) {
			const change = addNode(design, at, what, choice);
			const after = does(design, change);
			expect(made(after).faults).toEqual([]);
			expect(nodeAt(after, change.at)).toBeDefined();
		}
	});
	it('what is added to something stands by it', () => {
		const one = does(empty, addNode(empty, [], 'board', choice));
		const two = does(one, addNode(one, ['board'], 'leg', choice));
		const { boxes, assembly } = made(two);
		expect(boxes.get('leg')!.z).toEqual([0, boxes.get('board')!.z[0]]);
		expect(assembly.supports).toContainEqual({ part: 'board', by: 'leg', kind: 'leg' });
	});
	it.each(WRAPPINGS)('a part that %s keeps its name for what speaks of it', (how) => {
		const one = does(empty, addNode(empty, [], 'board', choice));
		const two = does(one, addNode(one, ['board'], 'leg', choice));
		const wrapped = does(two, wrapNode(two, ['board'], how));
		expect(made(wrapped).faults).toEqual([]);
		const again = does(wrapped, unwrapNode(wrapped, ['board']));
		expect(outline(again).map(({ at }) => at.join('.'))).toEqual(expect.arrayContaining(['board', 'leg']));
	});
	it('the last of a group takes the group along, and a copy has a name of its own', () => {
		const gone = removeNode(start, ['side', 'legs', 'leg']);
		expect(gone.edits[0].path).toEqual(pathOf(['side', 'legs']));
		const copied = does(start, copyNode(start, ['mattress']));
		expect(Object.keys(copied.nodes)).toContain('mattress2');
	});
	it('a board that is stood up is as large along the edge that it keeps', () => {
		const one = does(empty, addNode(empty, [], 'board', choice));
		const box = made(one).boxes.get('board')!;
		const up = turnedPanel(one.nodes.board as PanelNode, 'x', box);
		const after = made(designSchema.parse({ ...one, nodes: { board: up } }));
		expect(after.faults).toEqual([]);
		const { x, y } = after.boxes.get('board')!;
		expect(x[1] - x[0]).toBe(12);
		expect(y).toEqual(box.y);
	});
	it('whatever is done in whatever order, the plan stays one that can be read', () =>
		fc.assert(
			fc.property(fc.array(fc.tuple(fc.nat(4), fc.nat(30), fc.nat(10)), { minLength: 1, maxLength: 12 }), (doings) => {
				let design = start;
				for (const [doing, where, what] of doings) {
					const rows = outline(design);
					const at = rows.length > 0 ? rows[where % rows.length].at : [];
					const node = nodeAt(design, at);
					const changes = [
						() => addNode(design, at, ADDITIONS[what % ADDITIONS.length], choice),
						() => (node ? wrapNode(design, at, WRAPPINGS[what % WRAPPINGS.length]) : undefined),
						() => (node && 'nodes' in node ? unwrapNode(design, at) : undefined),
						() => (node ? removeNode(design, at) : undefined),
						() => (node ? copyNode(design, at) : undefined)
					];
					const change = changes[doing]();
					if (!change) continue;
					const next = applyEdits(design, change.edits);
					// Deeper than the schema allows is refused as a whole, as the page does.
					if (designSchema.safeParse(next).success) design = next;
				}
				const own = applyEdits(plan, [{ path: ['pieces', 'mine', 'params', 'design'], value: design }]);
				expect(planSchema.safeParse(own).success).toBe(true);
				for (const { message } of made(design).faults) expect(message.length).toBeGreaterThan(10);
			}),
			{ numRuns: times(60) }
		));
});

describe('a size that is moved', () => {
	it.each([
		[100, 20, 120],
		['start', 20, 'start + 20'],
		['start + 20', -20, 'start'],
		['wall.left - 12', -8, 'wall.left - 20'],
		['wall.left - 12', 30, 'wall.left + 18'],
		['2 * gap', 5, '2 * gap + 5'],
		['max(a, 3) - 4', 4, 'max(a, 3)']
	])('%s by %d is %s', (size, by, expected) => expect(plus(size, by)).toBe(expected));
	it('keeps what a span says of its size', () =>
		expect(movedSpan({ from: 'a.top', size: 80 }, 15)).toEqual({ from: 'a.top + 15', size: 80 }));
	it('is held at what it comes to lie against, by the end that is nearest', () => {
		const stops = [
			{ value: 500, expression: 'deck.top', label: 'deck' },
			{ value: 698, expression: 'roof.bottom', label: 'roof' }
		];
		expect(snappedSpan({ from: 400, to: 600 }, [400, 600], 96, stops).span).toEqual({ to: 'roof.bottom', size: 200 });
		expect(snappedSpan({ from: 400 }, [400, 412], 98, stops).span).toEqual({ from: 'deck.top' });
		expect(snappedSpan({ middle: 500, size: 200 }, [400, 600], 50, stops)).toEqual({ span: { middle: 550, size: 200 } });
	});
});
