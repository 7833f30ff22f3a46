import type { Interior } from '../interior';
import type { Kernel } from './grid';
import { Surround } from './verdict';

/** The surround of the interior last asked about: built once for as long as that does not change. */
export class LastSurround {
	private built: { interior: Interior; surround: Surround } | undefined;

	constructor(private readonly kernel: Kernel) {}

	of(interior: Interior): Surround {
		if (this.built?.interior === interior) return this.built.surround;
		this.delete();
		this.built = { interior, surround: new Surround(this.kernel, interior) };
		return this.built.surround;
	}

	/** Gives the kernel's memory back. */
	delete(): void {
		this.built?.surround.delete();
		this.built = undefined;
	}
}
