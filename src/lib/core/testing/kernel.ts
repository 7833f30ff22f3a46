import Module from 'manifold-3d';
import type { Kernel } from '../solid';

let loading: Promise<Kernel> | undefined;

/** The geometry kernel for tests and benchmarks, set up once. */
export const kernel = (): Promise<Kernel> =>
	(loading ??= Module().then((module) => {
		module.setup();
		return module;
	}));
