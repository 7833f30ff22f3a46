import { WEEKDAYS, type Building } from '../plan/build';
import type { BuildStep } from './step';

/** A stretch of work on one day: from which hour of the day, how many minutes. */
export interface Stretch {
	date: string;
	from: number;
	minutes: number;
}

/** When a step is worked at, and until when it dries. */
export interface Dated {
	id: string;
	stretches: Stretch[];
	/** What needs it can begin then: a date and an hour of it; absent where nothing dries. */
	dry?: { date: string; hour: number };
}

/** A working day. */
export interface WorkDay {
	date: string;
	minutes: number;
	/** Pieces that stand in the vehicle that evening and are not fastened: it is not to be driven so. */
	loose: string[];
}

/** Everything that is left, on days. */
export interface Calendar {
	steps: Dated[];
	days: WorkDay[];
	/** The day on which all is done; undefined when nothing is left. */
	end: string | undefined;
	/** Minutes of work that are left. */
	minutes: number;
}

/** Work begins at this hour. */
const MORNING = 9;
const DAY = 24;
/** Nobody plans further ahead, days. */
const HORIZON = 3650;

const MS = 86_400_000;
const dayNumber = (date: string): number => Math.round(Date.parse(`${date}T00:00:00Z`) / MS);
const dateOf = (day: number): string => new Date(day * MS).toISOString().slice(0, 10);
/** 1 January 1970 was a Thursday, and weeks begin on Monday here. */
const weekdayOf = (day: number): (typeof WEEKDAYS)[number] => WEEKDAYS[(((day + 3) % 7) + 7) % 7];

/** The working hours of the days that are worked, one after another. */
class Clock {
	private day: number;
	/** Minutes of the present day that are gone. */
	private used = 0;
	readonly length: number;

	constructor(
		first: number,
		private readonly hours: number,
		private readonly days: Building['days']
	) {
		this.length = hours * 60;
		this.day = this.workDayFrom(first);
	}

	/** Hours since the first day of all. */
	get now(): number {
		return this.day * DAY + MORNING + this.used / 60;
	}

	get today(): number {
		return this.day;
	}

	/** Minutes that are left of the present day. */
	get left(): number {
		return this.length - this.used;
	}

	private workDayFrom(from: number): number {
		let day = from;
		while (!this.days.includes(weekdayOf(day))) day++;
		return day;
	}

	nextDay(): void {
		this.day = this.workDayFrom(this.day + 1);
		this.used = 0;
	}

	/** Goes on to an hour, or to the next working hour after it. */
	waitUntil(hour: number): void {
		if (hour < this.day * DAY + MORNING + this.hours) this.used = Math.max(this.used, (hour - this.day * DAY - MORNING) * 60);
		else {
			const evening = hour - Math.floor(hour / DAY) * DAY > MORNING + this.hours;
			this.day = this.workDayFrom(Math.max(this.day + 1, Math.floor(hour / DAY) + (evening ? 1 : 0)));
			this.used = Math.max(0, (hour - this.day * DAY - MORNING) * 60);
		}
	}

	/** Works for some minutes, over as many days as that takes. */
	work(minutes: number): Stretch[] {
		const stretches: Stretch[] = [];
		for (let rest = minutes; ;) {
			const here = Math.min(rest, this.left);
			if (here > 0 || rest === 0) stretches.push({ date: dateOf(this.day), from: MORNING + this.used / 60, minutes: here });
			this.used += here;
			rest -= here;
			if (rest <= SHORT) return stretches;
			this.nextDay();
		}
	}
}

/** Nobody counts shorter times, minutes. */
const SHORT = 1e-6;

/** Which of the steps that are left is begun now; and until when nothing can be, where none can. */
interface Choice {
	step?: BuildStep;
	/** Hours since the first day of all; nothing where only another day helps. */
	until?: number;
}

/** What is left, with when each may begin. */
class Waiting {
	readonly left: BuildStep[];
	private readonly ready: Map<string, number>;
	private readonly begun = new Set<string>();
	private readonly ids: ReadonlySet<string>;
	private readonly notBefore: Building['notBefore'];

	constructor(
		steps: readonly BuildStep[],
		{ done, notBefore, hours }: Building,
		private readonly minutesOf: (step: BuildStep) => number
	) {
		this.notBefore = notBefore;
		this.ids = new Set(steps.map(({ id }) => id));
		this.left = steps.filter(({ id }) => !done[id]);
		this.ready = new Map(
			steps.flatMap(({ id, dries }) => (done[id] ? [[id, dayNumber(done[id].on) * DAY + MORNING + hours + dries] as const] : []))
		);
		for (const { id, block } of steps) if (block !== undefined && done[id]) this.begun.add(block);
	}

	/** When a step may begin, in hours since the first day of all, as far as that is known. */
	private opens({ id, needs }: BuildStep): number {
		const known = needs.filter(({ step }) => this.ids.has(step));
		return Math.max(this.notBefore[id] ? dayNumber(this.notBefore[id]) * DAY : 0, ...known.map(({ step }) => this.ready.get(step) ?? Infinity));
	}

	/** Whether a block that is not begun yet is better begun on another day. */
	private betterLater(block: string, { left, length }: Clock): boolean {
		if (this.begun.has(block)) return false;
		const all = this.left.reduce((sum, step) => sum + (step.block === block ? this.minutesOf(step) : 0), 0);
		return all <= length && all > left + SHORT;
	}

	/** What stands loose is fastened first; else the first in order that can be done. */
	next(clock: Clock): Choice {
		const able = this.left.filter((step) => this.opens(step) <= clock.now + 1e-9);
		const step =
			able.find(({ block }) => block !== undefined && this.begun.has(block)) ??
			able.find(({ block }) => block === undefined || !this.betterLater(block, clock));
		if (step || able.length > 0) return { step };
		return { until: Math.min(...this.left.map((one) => this.opens(one))) };
	}

	finish(step: BuildStep, dry: number): void {
		this.left.splice(this.left.indexOf(step), 1);
		this.ready.set(step.id, dry);
		if (step.block !== undefined) this.begun.add(step.block);
	}
}

/**
 * Puts steps on days: worked in their order, as far as what each needs is done and dry by then; while something dries, whatever comes
 * later and can be done is. Drying goes on at night. A step that is moved is not begun before its day, and what needs it follows. Steps
 * of one block, which leave something loose in the vehicle between them, are begun on a day on which they can all be done, where one is
 * long enough.
 *
 * @param steps all steps, in the order in which they are to be done
 * @param today nothing that is left is done before this day; nor before the start of the build
 * @param pace what minutes are multiplied with
 */
export function calendarOf(steps: readonly BuildStep[], building: Building, today: string, pace = 1): Calendar {
	const first = Math.max(dayNumber(today), dayNumber(building.start ?? today));
	const clock = new Clock(first, building.hours, building.days);
	const minutesOf = (step: BuildStep) => step.minutes * pace;
	const waiting = new Waiting(steps, building, minutesOf);
	const dated: Dated[] = [];
	while (waiting.left.length > 0 && clock.today < first + HORIZON) {
		const { step, until } = waiting.next(clock);
		if (until === Infinity) break;
		if (until !== undefined) clock.waitUntil(until);
		else if (!step || clock.left <= SHORT) clock.nextDay();
		else {
			const stretches = clock.work(minutesOf(step));
			const end = clock.now + step.dries;
			waiting.finish(step, end);
			dated.push({
				id: step.id,
				stretches,
				...(step.dries > 0 ? { dry: { date: dateOf(Math.floor(end / DAY)), hour: end % DAY } } : {})
			});
		}
	}
	const all = dated.flatMap(({ stretches }) => stretches);
	const minutesOn = (date: string) => all.reduce((sum, one) => sum + (one.date === date ? one.minutes : 0), 0);
	return {
		steps: dated,
		days: [...new Set(all.map(({ date }) => date))].map((date) => ({
			date,
			minutes: minutesOn(date),
			loose: looseAt(date, steps, building, dated)
		})),
		end: waiting.left.length > 0 ? undefined : all.at(-1)?.date,
		minutes: all.reduce((sum, { minutes }) => sum + minutes, 0)
	};
}

/** Pieces that are in the vehicle at the end of a day while what fastens them is still to come. */
function looseAt(date: string, steps: readonly BuildStep[], { done }: Building, dated: readonly Dated[]): string[] {
	const ended = (id: string) => done[id]?.on ?? dated.find((one) => one.id === id)?.stretches.at(-1)?.date;
	const isDone = (id: string) => {
		const on = ended(id);
		return on !== undefined && on <= date;
	};
	return [...new Set(steps.flatMap(({ block }) => block ?? []))].filter((block) => {
		const own = steps.filter((step) => step.block === block);
		return own.some(({ id }) => isDone(id)) && !own.every(({ id }) => isDone(id));
	});
}
