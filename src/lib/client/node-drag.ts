import { madeOf } from '../core/derive';
import { movedSpan, nodeAt, pathOf, snappedSpan, type At, type Stop } from '../core/design/editing';
import { FACES_ACROSS } from '../core/design/faces';
import { calledOf } from '../core/design/resolve';
import type { Axis, DesignNode } from '../core/design/schema';
import type { Box } from '../core/geometry/vector';
import { applyEdits, type Edit, type Plan } from '../core/plan';
import type { ViewName } from '../core/views';

/** Directions of a drawing, right and down, as axes of the vehicle and the way they count. */
const WAYS: Readonly<Record<ViewName, readonly [[Axis, 1 | -1], [Axis, 1 | -1]]>> = {
	above: [
		['x', 1],
		['y', -1]
	],
	'long section': [
		['x', 1],
		['z', -1]
	],
	'cross-section': [
		['y', -1],
		['z', -1]
	]
};

/** `side.drawn.legs.0.leg` as it stands in a sum. */
const inSum = (path: string): string => path.replace(/\.(\d+)(?=\.|$)/g, '[$1]');

/** A drag that goes so many times further one way than the other goes that way alone. */
const ASKEW = 3;

type Leaf = Exclude<DesignNode, { nodes: unknown }>;

/** One part of an own piece that is dragged in a drawing, and what it comes to lie against. */
export class NodeDrag {
	private constructor(
		private readonly plan: Plan,
		private readonly piece: string,
		private readonly at: At,
		private readonly node: Leaf,
		private readonly box: Box,
		private readonly mirrored: boolean,
		private readonly others: readonly { path: string; box: Box }[],
		readonly called: string
	) {}

	/** A drag of the part of a piece that is looked at; nothing where what was taken hold of is something else or a whole group. */
	static of(plan: Plan, piece: string, part: string, at: At): NodeDrag | undefined {
		const own = plan.pieces[piece];
		if (own.kind !== 'own') return undefined;
		const made = madeOf(own, plan);
		const found = made.nodes.get(part);
		const node = nodeAt(own.params.design, at);
		const entry = [...made.boxes].find(([path]) => path.replaceAll('.', '-') === part);
		if (!node || 'nodes' in node || !entry || found?.join() !== at.join()) return undefined;
		const [path, box] = entry;
		const others = [...made.boxes].filter(([other]) => made.nodes.get(other.replaceAll('.', '-'))?.join() !== at.join());
		const mirrored = path.split('.').filter((name) => name === 'mirrored').length % 2 === 1;
		return new NodeDrag(
			plan,
			piece,
			at,
			node,
			box,
			mirrored,
			others.map(([one, its]) => ({ path: one, box: its })),
			calledOf({ path, node })
		);
	}

	/** Edits that put the part so many millimetres right and down in a drawing, held at what it comes to lie against. */
	to(view: ViewName, dx: number, dy: number): { edits: Edit[]; label: string } {
		const path = ['pieces', this.piece, 'params', 'design', ...pathOf(this.at)];
		const labels: string[] = [];
		let node: Leaf = this.node;
		for (const [i, [axis, way]] of WAYS[view].entries()) {
			const [far, other] = i === 0 ? [dx, dy] : [dy, dx];
			// Whoever drags upwards does not mean the few millimetres to the side.
			if (Math.abs(far) < Math.abs(other) / ASKEW) continue;
			const by = way * far * (axis === 'y' && this.mirrored ? -1 : 1);
			const held = snappedSpan(this.node[axis], this.ranges(axis), by, this.stops(axis));
			const snapped = held.stop && this.isSound(path, { ...node, [axis]: held.span });
			node = { ...node, [axis]: snapped ? held.span : movedSpan(this.node[axis], by) };
			if (snapped) labels.push(held.stop!.label);
		}
		return { edits: [{ path, value: node }], label: labels.join(', ') };
	}

	/** Where it is, in its own directions. */
	private ranges(axis: Axis): [number, number] {
		const [low, high] = this.box[axis];
		return axis === 'y' && this.mirrored ? [-high, -low] : [low, high];
	}

	/** Faces of the other parts along an axis, and the floor. */
	private stops(axis: Axis): Stop[] {
		const faces = this.others.flatMap(({ path, box }) =>
			box[axis].map((value, end): Stop => {
				const flips = axis === 'y' && this.mirrored;
				const face = FACES_ACROSS[axis][flips ? 1 - end : end];
				return {
					value: flips ? -value : value,
					expression: `${inSum(path)}.${face}`,
					label: `against ${path.split('.').at(-1)!}, ${face}`
				};
			})
		);
		return axis === 'z' ? [...faces, { value: 0, expression: 'floor', label: 'on the floor' }] : faces;
	}

	/** Whether everything can still be worked out once a node is so: what hangs on the dragged one cannot hold it. */
	private isSound(path: string[], node: Leaf): boolean {
		const faults = (plan: Plan): number => {
			const piece = plan.pieces[this.piece];
			return piece.kind === 'own' ? madeOf(piece, plan).faults.length : 0;
		};
		return faults(applyEdits(this.plan, [{ path, value: node }])) <= faults(this.plan);
	}
}
