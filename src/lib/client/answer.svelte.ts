/** What a worker answers to the newest question: older answers, and older failures, are passed over when they come late. */
export class Answer<T> {
	value: T | undefined = $state.raw();
	/** A sentence when the newest question could not be answered. */
	failure: string | undefined = $state();
	private asked = 0;

	/** Waits for the answer to a question; the answer before it stays to be seen until then, unless it is cleared. */
	async wait(answer: Promise<T>): Promise<void> {
		const mine = ++this.asked;
		try {
			const value = await answer;
			if (mine === this.asked) [this.value, this.failure] = [value, undefined];
		} catch (error) {
			if (mine === this.asked) this.failure = (error as Error).message;
		}
	}

	/** Nothing is to be seen until the next answer comes. */
	clear(): void {
		[this.value, this.failure] = [undefined, undefined];
	}
}
