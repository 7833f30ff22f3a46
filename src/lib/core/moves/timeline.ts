import type { Action } from './actions';

/** One step on the time line of a conversion. */
export interface Moment {
	/** Number of its action, and of the step in it. */
	action: number;
	step: number;
	words: string;
	/** Seconds from the start of the conversion, and how long it takes. */
	start: number;
	seconds: number;
}

/** Every step of a conversion with the time at which it begins. */
export function timelineOf(actions: readonly Pick<Action, 'steps'>[]): Moment[] {
	let start = 0;
	return actions.flatMap(({ steps }, action) =>
		steps.map(({ words, seconds }, step): Moment => {
			const moment = { action, step, words, start, seconds };
			start += seconds;
			return moment;
		})
	);
}

/** Which action a time belongs to, and which share of it is done by then. */
export function actionAt(actions: readonly Pick<Action, 'seconds'>[], time: number): { index: number; share: number } {
	let start = 0;
	for (const [index, { seconds }] of actions.entries()) {
		if (time < start + seconds || index === actions.length - 1)
			return { index, share: seconds > 0 ? Math.max(0, Math.min(1, (time - start) / seconds)) : 1 };
		start += seconds;
	}
	return { index: 0, share: 0 };
}
