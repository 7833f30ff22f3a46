/** Lets messages of a worker in and out between two stretches of its work. */
export const breathe = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 0));

/**
 * Runs work that pauses between its steps to its end, with a breath after every so many; nothing when it went stale
 * meanwhile.
 */
export async function stepping<T>(run: Generator<unknown, T>, stale: () => boolean, every = 1): Promise<T | undefined> {
	for (let i = 1; ; i++) {
		const step = run.next();
		if (step.done) return step.value;
		if (i % every === 0) await breathe();
		if (stale()) return undefined;
	}
}
