import { sceneOf } from '../derive';
import type { Interior } from '../interior';
import type { Plan } from '../plan/plan';
import { Surround, worstOverlap, type Kernel } from '../solid';

/** Compares layouts of one vehicle by solids; the free space is built once. {@link SolidVerifier.delete} gives its memory back. */
export class SolidVerifier {
	private built: { interior: Interior; surround: Surround } | undefined;

	constructor(private readonly kernel: Kernel) {}

	/** What overlaps what in any mode of a layout, in words; undefined where nothing does. */
	verify = (layout: Plan): string | undefined => {
		for (const id of Object.keys(layout.modes)) {
			const scene = sceneOf(layout, id);
			const overlap = worstOverlap(this.surroundOf(scene.interior).verdicts(scene));
			if (overlap) return `${overlap.part} overlaps ${overlap.into}`;
		}
		return undefined;
	};

	private surroundOf(interior: Interior): Surround {
		if (this.built?.interior === interior) return this.built.surround;
		this.delete();
		this.built = { interior, surround: new Surround(this.kernel, interior) };
		return this.built.surround;
	}

	delete(): void {
		this.built?.surround.delete();
		this.built = undefined;
	}
}
