import type { Finding, Status } from '../core/checks';
import { formatLength, formatMass, type UnitSystem } from '../core/units';

/** A value of a finding in its unit. */
export function sizeWords(value: number, unit: Finding['unit'], system: UnitSystem): string {
	if (unit === 'mm') return formatLength(value, system);
	if (unit === 'kg') return formatMass(value, system);
	return unit === 'count' ? `${Math.round(value)}` : `${Math.round(value * 100)} %`;
}

/** A margin as people say it: “18 mm short”, “42 mm spare”. */
export function marginWords(
	finding: Pick<Finding, 'margin' | 'unit' | 'actual' | 'limit' | 'unknown' | 'figure'>,
	system: UnitSystem
): string {
	if (finding.unknown) return 'not known';
	if (finding.figure) return finding.figure;
	const size = Math.abs(finding.margin);
	if (finding.unit === 'count') {
		// What is there or not is no number: so many holds, or enough of them.
		if (finding.margin === 0 && finding.actual >= finding.limit) return 'enough';
		const missing = finding.limit - finding.actual;
		if (finding.margin <= 0 && missing > 0) return `${Math.round(missing)} missing`;
		return `${Math.round(size)} ${finding.margin < 0 ? 'too many' : 'to spare'}`;
	}
	return `${sizeWords(size, finding.unit, system)} ${finding.margin < 0 ? 'short' : 'spare'}`;
}

/** The word that goes with each status. */
export const STATUS_WORDS: Record<Status, string> = { clash: 'Clash', unmeasured: 'Measure', tight: 'Tight', clear: 'Clear' };

/** How many findings there are of each status, worst first. */
export const countsOf = (findings: readonly Finding[]): { status: Status; n: number }[] =>
	(['clash', 'unmeasured', 'tight', 'clear'] as const).map((status) => ({
		status,
		n: findings.filter((one) => one.status === status).length
	}));

const COUNTED: Record<Status, string> = { clash: 'clashing', unmeasured: 'to measure or to say', tight: 'tight', clear: 'fine' };
/** Counts as they are read aloud. */
export const countWords = (counts: readonly { status: Status; n: number }[]): string =>
	counts.flatMap(({ status, n }) => (n > 0 ? [`${n} ${COUNTED[status]}`] : [])).join(', ');

/** The worst of some findings, which come sorted. */
export const worstIn = (findings: Finding[], modeId: string): Finding | undefined => findings.find((f) => f.modes.includes(modeId));

/** Minutes of work as people say them. */
export function minutesWords(minutes: number): string {
	const whole = Math.round(minutes);
	if (whole < 60) return `${whole} min`;
	return whole % 60 === 0 ? `${whole / 60} h` : `${Math.floor(whole / 60)} h ${whole % 60} min`;
}

/** A day (YYYY-MM-DD) in a few letters: “Sat 5 Dec”. */
export const dateWords = (date: string): string =>
	new Date(`${date}T12:00:00Z`).toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric', month: 'short', timeZone: 'UTC' });

/** An hour of the day as clocks show it. */
export function hourWords(hour: number): string {
	const minutes = Math.round(hour * 60);
	return `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, '0')}`;
}

/** The present day, as plans keep days. */
export const todayHere = (): string => new Date().toLocaleDateString('sv');

/** A time that a stopwatch took. */
export function secondsWords(seconds: number): string {
	const whole = Math.round(seconds);
	if (whole < 60) return `${whole} s`;
	return whole < 3600 ? `${Math.floor(whole / 60)} min ${whole % 60} s` : minutesWords(whole / 60);
}
