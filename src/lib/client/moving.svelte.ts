import type { At } from '../core/design/editing';
import type { Plan } from '../core/plan';
import { formatLength } from '../core/units';
import { dragParameter, movedIn, snapsOf, snapTo, stepAlong, type Direction, type DragStep, type ViewName } from '../core/views';
import { NodeDrag } from './node-drag';
import { preferences } from './preferences.svelte';
import type { PlanSession } from './session.svelte';

const MOVED: Record<Direction, string> = { height: 'height', along: 'place', across: 'place across' };
/** A drag stops at what is worth stopping at from so far away, mm. */
const SNAPS_WITHIN = 12;

/** Moving pieces, and parts of own pieces, in the drawings: dragged, or by keys. What is under way is shown; its end is one edit. */
export class Moving {
	/** What a drag has just stopped at, or where keys have brought the piece. */
	stopped = $state('');
	/** Sizes are counted from the plan as it was when the movement set out. */
	private before: Plan | undefined;
	/** A drag goes one way, the one in which it set out. */
	private way: Direction | undefined;
	private nodeDrag: NodeDrag | undefined;
	/** How far keys have moved a piece since the first of them went down. */
	private nudged: { of: string; direction: Direction; by: number } | undefined;

	/** @param node the part of an own piece that is being made up, if one is */
	constructor(
		private readonly session: PlanSession,
		private readonly node: () => At | undefined
	) {}

	private moves(of: string, direction: Direction): boolean {
		const { plan } = this.session;
		return Object.hasOwn(plan.pieces, of) && dragParameter(plan, of, direction) !== undefined;
	}

	/** Whether something is a piece that moves any way at all. */
	movable = (of: string): boolean => (['height', 'along', 'across'] as const).some((direction) => this.moves(of, direction));

	drag = (step: DragStep): void => {
		if (this.dragNode(step)) return;
		const { of, view, dx, dy, phase } = step;
		this.before ??= this.session.plan;
		this.way ??= movedIn(view, (direction) => this.moves(of, direction), dx, dy);
		if (phase === 'cancel' || !this.way) this.session.cancelPreview();
		else this.moveBy(of, this.way, stepAlong(view, this.way, dx, dy), phase, true);
		if (phase !== 'move') [this.before, this.way, this.stopped] = [undefined, undefined, ''];
	};

	/** Moves a piece by a key that went down or is held. */
	nudge(of: string, view: ViewName, dx: number, dy: number): void {
		const direction = movedIn(view, (one) => this.moves(of, one), dx, dy);
		const by = direction && stepAlong(view, direction, dx, dy);
		if (!by) return;
		if (this.nudged?.direction !== direction || this.nudged.of !== of) this.endNudge();
		this.before ??= this.session.plan;
		const moved = this.moveBy(of, direction, (this.nudged?.by ?? 0) + by, 'move', false);
		// At the end of its range it stays, however long the key is held: the first press back moves it.
		this.nudged = { of, direction, by: moved };
	}

	/** The keys were let go. */
	endNudge = (): void => {
		if (!this.nudged) return;
		const { of, direction, by } = this.nudged;
		this.moveBy(of, direction, by, 'end', false);
		[this.nudged, this.before] = [undefined, undefined];
	};

	/** Drags the chosen part of an own piece; false when the drag is of the whole piece. */
	private dragNode({ of, part, view, dx, dy, phase }: DragStep): boolean {
		const node = this.node();
		this.nodeDrag ??= node && part ? NodeDrag.of(this.session.plan, of, part, node) : undefined;
		if (!this.nodeDrag) return false;
		const { edits, label } = this.nodeDrag.to(view, dx, dy);
		this.stopped = label;
		if (phase === 'cancel') this.session.cancelPreview();
		else if (phase === 'end') this.session.edit(`place of ${this.nodeDrag.called}`, edits);
		else this.session.preview(edits);
		if (phase !== 'move') [this.nodeDrag, this.stopped] = [undefined, ''];
		return true;
	}

	/** Moves a piece one way by so much from where it was; gives by how much it has really moved. */
	private moveBy(of: string, direction: Direction, by: number, phase: DragStep['phase'], snapping: boolean): number {
		const from = this.before ?? this.session.plan;
		const parameter = dragParameter(from, of, direction);
		if (!parameter) return 0;
		const { path, range, value: was } = parameter;
		const { value, label } = snapTo(
			Math.max(range[0], Math.min(range[1], was + by)),
			snapping ? snapsOf(from, of, direction) : [],
			SNAPS_WITHIN
		);
		const { name } = from.pieces[of];
		this.stopped = snapping ? label : `${name}, ${MOVED[direction]}: ${formatLength(value, preferences.units)}`;
		if (phase === 'end') this.session.edit(`${MOVED[direction]} of ${name}`, [{ path, value }]);
		else this.session.preview([{ path, value }]);
		return value - was;
	}
}
