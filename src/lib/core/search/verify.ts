import { sceneOf } from '../derive';
import type { Plan } from '../plan/plan';
import { LastSurround, worstOverlap, type Kernel } from '../solid';

/** Compares layouts of one vehicle by solids; the free space is built once. {@link SolidVerifier.delete} gives its memory back. */
export class SolidVerifier {
	private readonly surrounds: LastSurround;

	constructor(kernel: Kernel) {
		this.surrounds = new LastSurround(kernel);
	}

	/** What overlaps what in any mode of a layout, in words; undefined where nothing does. */
	verify = (layout: Plan): string | undefined => {
		for (const id of Object.keys(layout.modes)) {
			const scene = sceneOf(layout, id);
			const overlap = worstOverlap(this.surrounds.of(scene.interior).verdicts(scene));
			if (overlap) return `${overlap.part} overlaps ${overlap.into}`;
		}
		return undefined;
	};

	delete(): void {
		this.surrounds.delete();
	}
}
