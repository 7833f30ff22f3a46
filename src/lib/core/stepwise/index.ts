/** Runs work that pauses between its steps to its end, and hands on what it comes to. */
export function toEnd<T>(run: Generator<unknown, T>): T {
	for (;;) {
		const step = run.next();
		if (step.done) return step.value;
	}
}

/** The same with what is to be said whenever it pauses. */
export function* saying<T, S>(run: Generator<unknown, T>, said: () => S): Generator<S, T> {
	for (;;) {
		const step = run.next();
		if (step.done) return step.value;
		yield said();
	}
}
