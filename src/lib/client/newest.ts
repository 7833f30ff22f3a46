/**
 * Runs a task for the newest of what is asked, one at a time: whatever comes faster than the task is done is skipped,
 * all but the last. The task deals with its own errors.
 */
export function newest<T>(task: (wanted: T) => Promise<void>): (wanted: T) => void {
	let waiting: { wanted: T } | undefined;
	let busy = false;
	return (wanted) => {
		waiting = { wanted };
		if (busy) return;
		busy = true;
		void (async () => {
			while (waiting) {
				const { wanted: next } = waiting;
				waiting = undefined;
				await task(next);
			}
			busy = false;
		})();
	};
}
