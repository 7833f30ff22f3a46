import type { LogEntry, Remark } from '../plan/log';
import type { Plan } from '../plan/plan';

/** So many nights tell that something is not used. */
const ENOUGH = 10;

/** How often a mode was used, of the nights and days that say which were. */
export interface ModeUse {
	id: string;
	name: string;
	times: number;
}

/** A conversion that somebody took the time of. */
export interface OwnTime {
	from: string;
	to: string;
	times: number;
	/** Seconds on average, and all together. */
	mean: number;
	all: number;
}

/** A piece with what was said of it. */
export interface Remarked {
	/** Undefined for what is about nothing that is built. */
	piece: string | undefined;
	name: string;
	remarks: { kind: Remark['kind']; text: string; times: number; last: string }[];
}

/** How long it took to take the whole build out or to put it back, minutes on average. */
export interface SeasonTime {
	way: 'out' | 'in';
	times: number;
	mean: number;
}

/** What a log tells. */
export interface Told {
	nights: number;
	entries: number;
	kilometres: number;
	/** From 1 to 5; undefined while nobody has said how one slept. */
	slept: number | undefined;
	/** The mean of the first and of the last half of the nights, where there are enough to tell. */
	trend: { first: number; last: number } | undefined;
	damp: number;
	cold: number;
	modes: ModeUse[];
	/** Modes that were never used in {@link ENOUGH} entries that say which were. */
	idleModes: ModeUse[];
	/** Gear that came along and was not touched in the last {@link ENOUGH} nights. */
	idleGear: { id: string; name: string }[];
	/** What took most time of all first. */
	conversions: OwnTime[];
	season: SeasonTime[];
	remarks: Remarked[];
	/** What is to be different next time, each once, with the day on which it was first said; oldest first. */
	changes: { date: string; text: string; piece: string | undefined; times: number }[];
}

const mean = (values: readonly number[]): number | undefined =>
	values.length === 0 ? undefined : values.reduce((sum, value) => sum + value, 0) / values.length;

/** The times that were taken of every conversion, what took most in all first; of modes that are still there. */
export function ownTimes({ log, modes }: Pick<Plan, 'log' | 'modes'>): OwnTime[] {
	const found = new Map<string, OwnTime>();
	for (const { timed = [] } of log)
		for (const { from, to, seconds } of timed) {
			if (!Object.hasOwn(modes, from) || !Object.hasOwn(modes, to)) continue;
			const key = `${from} ${to}`;
			const one = found.get(key) ?? { from, to, times: 0, mean: 0, all: 0 };
			const [times, all] = [one.times + 1, one.all + seconds];
			found.set(key, { from, to, times, all, mean: all / times });
		}
	return [...found.values()].sort((a, b) => b.all - a.all);
}

/** How long taking everything out and putting it back took. */
export const seasonTimes = ({ log }: Pick<Plan, 'log'>): SeasonTime[] =>
	(['out', 'in'] as const).flatMap((way) => {
		const minutes = log.flatMap(({ season }) => (season?.way === way ? [season.minutes] : []));
		return minutes.length === 0 ? [] : [{ way, times: minutes.length, mean: mean(minutes)! }];
	});

/** How often each mode was used; and those that nobody ever used, once there are entries enough to say so. */
function modeUses({ log, modes }: Pick<Plan, 'log' | 'modes'>): { used: ModeUse[]; idle: ModeUse[] } {
	const said = log.filter((entry) => (entry.modes?.length ?? 0) > 0);
	const all = Object.entries(modes).map(([id, { name }]): ModeUse => ({
		id,
		name,
		times: said.filter((entry) => entry.modes!.includes(id)).length
	}));
	return {
		used: all.filter(({ times }) => times > 0).sort((a, b) => b.times - a.times),
		idle: said.length >= ENOUGH ? all.filter(({ times }) => times === 0) : []
	};
}

/** Gear that is named as not touched in every one of the last nights, once there are enough of them. */
function idleGear({ gear }: Pick<Plan, 'gear'>, nights: readonly LogEntry[]): { id: string; name: string }[] {
	const last = nights.slice(-ENOUGH);
	return last.length < ENOUGH
		? []
		: Object.entries(gear).flatMap(([id, { name }]) => (last.every(({ unused = [] }) => unused.includes(id)) ? [{ id, name }] : []));
}

/** Remarks by piece, alike ones counted together; what was said most first. */
function remarked({ pieces }: Pick<Plan, 'pieces'>, log: readonly LogEntry[]): Remarked[] {
	const found = new Map<string, Remarked>();
	for (const { date, remarks = [] } of log)
		for (const { kind, piece, text } of remarks) {
			if (kind === 'change') continue;
			const known = piece !== undefined && Object.hasOwn(pieces, piece) ? piece : undefined;
			const of = found.get(known ?? '') ?? { piece: known, name: known === undefined ? 'The vehicle' : pieces[known].name, remarks: [] };
			const same = of.remarks.find((one) => one.kind === kind && one.text.toLowerCase() === text.toLowerCase());
			if (same) Object.assign(same, { times: same.times + 1, last: date });
			else of.remarks.push({ kind, text, times: 1, last: date });
			found.set(known ?? '', of);
		}
	const timesOf = ({ remarks }: Remarked) => remarks.reduce((sum, { times }) => sum + times, 0);
	return [...found.values()]
		.map((one) => ({ ...one, remarks: one.remarks.toSorted((a, b) => b.times - a.times) }))
		.sort((a, b) => timesOf(b) - timesOf(a));
}

/** What was missing or is to be different, each once. */
function changesIn(log: readonly LogEntry[]): Told['changes'] {
	const found: Told['changes'] = [];
	for (const { date, remarks = [] } of log)
		for (const { kind, text, piece } of remarks) {
			if (kind !== 'change' && kind !== 'missing') continue;
			const same = found.find((one) => one.piece === piece && one.text.toLowerCase() === text.toLowerCase());
			if (same) same.times++;
			else found.push({ date, text, piece, times: 1 });
		}
	return found;
}

/** What a log tells of how a build is lived with. Entries are taken in the order of their days. */
export function toldBy(plan: Plan): Told {
	const log = plan.log.toSorted((a, b) => a.date.localeCompare(b.date));
	const nights = log.filter(({ slept }) => slept !== undefined);
	const slept = nights.map((entry) => entry.slept!);
	const half = Math.floor(nights.length / 2);
	const { used, idle } = modeUses(plan);
	const said = (kind: Remark['kind']) => log.filter(({ remarks = [] }) => remarks.some((one) => one.kind === kind)).length;
	return {
		nights: nights.length,
		entries: log.length,
		kilometres: log.reduce((sum, { kilometres = 0 }) => sum + kilometres, 0),
		slept: mean(slept),
		trend: nights.length >= ENOUGH ? { first: mean(slept.slice(0, half))!, last: mean(slept.slice(-half))! } : undefined,
		damp: said('damp'),
		cold: said('cold'),
		modes: used,
		idleModes: idle,
		idleGear: idleGear(plan, nights),
		conversions: ownTimes(plan),
		season: seasonTimes(plan),
		remarks: remarked(plan, log),
		changes: changesIn(log)
	};
}
