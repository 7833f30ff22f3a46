import { sceneOf } from '../derive';
import { seatingIn } from '../people';
import { removeGear } from '../plan/changes';
import type { Brief } from '../plan/brief';
import { applyEdits, type Edit } from '../plan/edit';
import type { Plan } from '../plan/plan';
import { modeFor } from '../plan/mode-for';
import { lengthMark } from '../units';
import { forbidden, missingTools, outcomeOf } from './outcome';
import { groundOf, type Ground } from './ground';
import type { Mechanism } from './mechanisms';
import type { Settled } from './settle';

/** A change of what is asked for after which a mechanism works. */
export interface Advice {
	label: string;
	edits: Edit[];
}

/** A mechanism that is out: why, and what would make it work. */
export interface Miss {
	mechanism: string;
	title: string;
	reason: string;
	/** Tried out: with it a layout of this mechanism works, as far as is soon asked. Absent when no single change does it, or more is wrong than room. */
	advice: Advice | undefined;
}

/** Why the nearest draft does not work. */
function reasonOf(nearest: Settled | undefined): string {
	const worst = nearest?.clashes[0];
	if (!nearest) return 'There is no room for it';
	if (!worst) return `Nobody fits into it lying ${nearest.draft.berths[0].along ? 'along' : 'across'} the vehicle`;
	// What is short is so by a length; what has no length says itself what is wrong.
	return worst.unit === 'mm'
		? `${worst.title}: ${lengthMark(Math.max(1, Math.ceil(-worst.margin)))} short`
		: `${worst.title}. ${worst.why}`;
}

/** Edits of the brief; a plan may have none yet. */
const briefEdit = (brief: Brief, change: Partial<Brief>): Edit[] => [{ path: ['brief'], value: { ...brief, ...change } }];

/** Slides the front seats further forward at night, as far as they go or less. */
function slideBy(plan: Plan, mm: number): Edit[] {
	const night = modeFor(plan, 'night');
	if (!night) return [];
	return Object.entries(plan.vehicle.seats).flatMap(([id, seat]): Edit[] => {
		const setting = night.mode.seats[id];
		if (seat.type !== 'front seat' || !setting || setting.slide >= seat.slide.mm) return [];
		return [{ path: ['modes', night.id, 'seats', id, 'slide'], value: Math.min(seat.slide.mm, setting.slide + mm) }];
	});
}

/** Whoever rides in a seat that is done without comes by other means: a seat in which somebody rides is not taken out. */
function leftBehind(plan: Plan, seat: string): Edit[] {
	const drives = Object.entries(plan.modes).filter(([, { use }]) => use === 'drive');
	return drives.flatMap(([mode, { seats }]): Edit[] => [
		...seatingIn(plan.vehicle, plan.crew, sceneOf(plan, mode)).seated.flatMap(({ seat: taken, person }): Edit[] =>
			taken === seat && person ? [{ path: ['modes', mode, 'people', person], value: { posture: 'away' } }] : []
		),
		...(seats[seat]?.passengers ? [{ path: ['modes', mode, 'seats', seat, 'passengers'], value: 0 }] : [])
	]);
}

/** Something asked for less; the whole slide of the front seats has no label, since how much of it is needed is found last. */
type Relaxation = Omit<Advice, 'label'> & Partial<Advice>;

/** Why a mechanism counts as out whatever its drafts come to, and what to do about it where that is known. */
export interface Refusal {
	reason: string;
	advice?: Advice;
}

/** What is said of a layout that costs more than the budget by some amount. */
export const tooDear = (over: number): Refusal => ({
	reason: `What is bought for it costs ${Math.ceil(over)} more than the budget`,
	advice: { label: 'Spend more', edits: [{ path: ['brief', 'budget'], value: undefined }] }
});

/** Everything that could be asked for less, the smallest thing first. */
function relaxations(plan: Plan, ground: Ground, mechanism: Mechanism, nearest: Settled | undefined): Relaxation[] {
	const { brief, sleepers } = ground;
	const blank = applyEdits(plan, [{ path: ['brief'], value: brief }]);
	const concerned = new Set(nearest?.clashes.flatMap(({ subjects }) => subjects));
	const all: Relaxation[] = [];
	if (mechanism.drills && !brief.drill) all.push({ label: 'Allow new holes in the vehicle', edits: briefEdit(brief, { drill: true }) });
	const missing = missingTools(ground, mechanism);
	if (missing.length > 0)
		all.push({ label: `Borrow a ${missing.join(' and a ')}`, edits: briefEdit(brief, { tools: [...brief.tools, ...missing] }) });
	if (!brief.seatsMove && slideBy(blank, 1).length > 0) all.push({ edits: slideBy(blank, Infinity) });
	for (const id of brief.keep.filter((seat) => plan.vehicle.seats[seat].type === 'rear bench' || plan.vehicle.seats[seat].removable))
		all.push({
			label: `Do without the ${plan.vehicle.seats[id].name.toLowerCase()}`,
			edits: [...briefEdit(brief, { keep: brief.keep.filter((one) => one !== id) }), ...leftBehind(blank, id)]
		});
	for (const [id, { name }] of Object.entries(plan.gear))
		if (concerned.has(id)) all.push({ label: `Leave ${name} at home`, edits: removeGear(blank, id) });
	if (sleepers.length > 1)
		for (const { id, name } of [...sleepers].sort((a, b) => b.body.stature - a.body.stature))
			all.push({ label: `${name} sleeps elsewhere`, edits: briefEdit(brief, { sleepers: brief.sleepers.filter((one) => one !== id) }) });
	return all;
}

/** Whether a mechanism works with some edits; the brief is that of the plan once they are made. */
function* worksWith(plan: Plan, brief: Brief, mechanism: Mechanism, edits: Edit[]): Generator<unknown, boolean> {
	const changed = applyEdits(plan, [{ path: ['brief'], value: brief }, ...edits]);
	const ground = groundOf(changed, changed.brief ?? brief);
	if (forbidden(ground, mechanism)) return false;
	const outcome = yield* outcomeOf(ground, mechanism, 1, { tries: 2 });
	return outcome.working.length > 0;
}

/** The least slide of the front seats, in steps of 10 mm, with which a mechanism works, when it works with the whole of it. */
function* leastSlide(plan: Plan, brief: Brief, mechanism: Mechanism): Generator<unknown, Advice> {
	let [low, high] = [0, Math.max(...Object.values(plan.vehicle.seats).map((seat) => (seat.type === 'front seat' ? seat.slide.mm : 0)))];
	while (high - low > 10) {
		const middle = Math.round((low + high) / 20) * 10;
		if (middle <= low || middle >= high) break;
		if (yield* worksWith(plan, brief, mechanism, slideBy(plan, middle))) high = middle;
		else low = middle;
	}
	return { label: `Slide the front seats ${lengthMark(high)} further forward at night`, edits: slideBy(plan, high) };
}

/**
 * The closest miss of a mechanism that does not work: what its nearest draft fails in, and the smallest thing asked for
 * less with which it works, as far as is soon asked: what takes its time is asked of every layout before it is offered. Every advice is
 * tried out before it is given.
 */
export function* closestMiss(
	plan: Plan,
	ground: Ground,
	mechanism: Mechanism,
	nearest: Settled | undefined,
	refusal: Refusal | undefined
): Generator<unknown, Miss> {
	const miss = { mechanism: mechanism.id, title: mechanism.title, reason: refusal?.reason ?? reasonOf(nearest) };
	if (refusal?.advice) return { ...miss, advice: refusal.advice };
	// What does not bear, or cannot be changed over, does not for being asked for less room.
	if (nearest?.failsProof) return { ...miss, advice: undefined };
	for (const { label, edits } of relaxations(plan, ground, mechanism, nearest)) {
		yield;
		if (!(yield* worksWith(plan, ground.brief, mechanism, edits))) continue;
		return { ...miss, advice: label ? { label, edits } : yield* leastSlide(plan, ground.brief, mechanism) };
	}
	return { ...miss, advice: undefined };
}
