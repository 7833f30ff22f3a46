import type { Plan } from '../plan/plan';

/** Something to see to from time to time. */
export interface Reminder {
	/** Under which it is written down that it was seen to. */
	key: string;
	words: string;
	/** Kilometres or days since it was last seen to, and after how many it is due. */
	since: number;
	every: number;
	unit: 'km' | 'days';
	due: boolean;
}

/** What holds is looked at after the first kilometres, then now and then; straps wear; oil dries out. Our own figures. */
const FIRST = 100;
const THEN = 2000;
const STRAPS = 1000;
const OIL = 365;

const MS = 86_400_000;
const daysBetween = (from: string, to: string): number =>
	Math.round((Date.parse(`${to}T00:00:00Z`) - Date.parse(`${from}T00:00:00Z`)) / MS);

/** Kilometres that were written down after a day. */
const kilometresAfter = ({ log }: Pick<Plan, 'log'>, date: string | undefined): number =>
	log.reduce((sum, entry) => (date === undefined || entry.date > date ? sum + (entry.kilometres ?? 0) : sum), 0);

/** The last day on which a reminder was seen to. */
const lastChecked = ({ log }: Pick<Plan, 'log'>, key: string): string | undefined =>
	log
		.filter(({ checked = [] }) => checked.includes(key))
		.map(({ date }) => date)
		.sort()
		.at(-1);

/** Everything that wants looking at again, what is due first: what is screwed and strapped by kilometres, oiled wood by the year. */
export function remindersOf(plan: Plan, today: string): Reminder[] {
	const { done } = plan.build;
	const found: Reminder[] = [];
	for (const [id, { name, held = {} }] of Object.entries(plan.pieces)) {
		const ways = Object.values(held).map(({ way }) => way);
		const installed = done[`fix:${id}`]?.on ?? done[`in:${id}`]?.on;
		const byKilometres = (key: string, words: string, first: number, then: number) => {
			const last = lastChecked(plan, key);
			const since = kilometresAfter(plan, last ?? installed);
			const every = last === undefined ? first : then;
			found.push({ key, words, since, every, unit: 'km', due: since >= every });
		};
		if (ways.some((way) => way !== 'strap' && way !== 'clamped by a neighbour'))
			byKilometres(`tight:${id}`, `Tighten again what holds ${name}`, FIRST, THEN);
		if (ways.includes('strap')) byKilometres(`straps:${id}`, `Look at the straps of ${name}: frayed, cut, buckles`, STRAPS, STRAPS);
		const coats = Object.entries(done).filter(([key]) => key.startsWith(`coat:${id}.`));
		const painted = [...coats.map(([, { on }]) => on), lastChecked(plan, `oil:${id}`) ?? ''].sort().at(-1);
		if (painted) {
			const since = Math.max(0, daysBetween(painted, today));
			found.push({ key: `oil:${id}`, words: `Look at the finish of ${name}`, since, every: OIL, unit: 'days', due: since >= OIL });
		}
	}
	return found.sort((a, b) => Number(b.due) - Number(a.due) || b.since / b.every - a.since / a.every);
}
