import { STARTING_BUILD } from '../plan/build';
import type { Plan } from '../plan/plan';
import { toldBy } from './told';

/**
 * The plan of the next build: as this one, nothing of it built or paid yet, its log beginning with what is to be different.
 *
 * @param today as YYYY-MM-DD
 */
export function nextBuild(plan: Plan, today: string): Plan {
	const { hours, days, coats, coatHours, glueHours } = plan.build;
	const words = toldBy(plan).changes.map(({ text, piece, times }) => {
		const name = piece !== undefined && Object.hasOwn(plan.pieces, piece) ? `${plan.pieces[piece].name}: ` : '';
		return `– ${name}${text}${times > 1 ? ` (${times} times)` : ''}`;
	});
	return {
		...plan,
		name: `${plan.name.slice(0, MOST - NEXT.length)}${NEXT}`,
		build: { ...STARTING_BUILD, hours, days, coats, coatHours, glueHours },
		log: words.length > 0 ? [{ date: today, text: ['To be different this time:', ...words].join('\n').slice(0, 4000) }] : []
	};
}

/** Names of plans are no longer than this. */
const MOST = 120;
const NEXT = ', next build';
