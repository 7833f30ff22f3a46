import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { findingsOf, settingAside, slowerFindings } from '../checks';
import { kindOf, numberRange } from '../pieces';
import { applyEdits, readPlanFile, type Plan } from '../plan';
import { plainVehicle, planIn, withPerson, withPiece } from '../testing/plans';
import { solver } from '../testing/solver';
import { makeFit } from '.';
import { weight } from './settle';

const set = (plan: Plan, path: string, value: unknown) => applyEdits(plan, [{ path: path.split('.'), value }]);
const clashes = (plan: Plan) => findingsOf(plan).filter(({ status }) => status === 'clash');
const example = (name: string): Plan => {
	const read = readPlanFile(readFileSync(`examples/${name}.nook.json`, 'utf8'));
	if (!read.ok) throw new Error(read.faults.join());
	return read.plan;
};

/** A bed that is too high to sit up on; by day she is elsewhere. */
const high = set(
	withPerson(
		withPiece(planIn(plainVehicle([[0, 800]])), 'bed', 'fixed-platform', { height: 800, length: 2100, padThickness: 80 }),
		'ida',
		1700,
		'bed'
	),
	'modes.day.people.ida',
	{ posture: 'away' }
);
/** The same bed through the front as well: neither has to do with the other. */
const beyond = set(high, 'pieces.bed.params.length', 3100);

describe('several changes together', () => {
	it('are not looked for where nothing clashes', () => {
		const fine = set(high, 'pieces.bed.params.height', 400);
		expect(clashes(fine)).toEqual([]);
		expect(makeFit(fine, {}, solver)).toBeUndefined();
	});

	it('are as few as single sizes tried over all their range allow', () => {
		expect(new Set(clashes(beyond).map(({ rule }) => rule)).size).toBeGreaterThan(1);
		const shape = kindOf('fixed-platform').params.shape as Record<string, Parameters<typeof numberRange>[0]>;
		const numbers = Object.keys(shape).filter((key) => typeof (beyond.pieces.bed.params as Record<string, unknown>)[key] === 'number');
		for (const key of numbers) {
			const [low, high] = numberRange(shape[key])!;
			for (let value = low; value <= Math.min(high, 3000); value += Math.max(20, (high - low) / 60))
				expect(clashes(set(beyond, `pieces.bed.params.${key}`, value)).length, `${key} ${value}`).toBeGreaterThan(0);
		}
		const made = makeFit(beyond, {}, solver)!;
		expect(made.left).toEqual([]);
		// So long a board of the usual stock sags: besides the two sizes it is cut from a thicker one.
		expect(made.changes.map(({ edits }) => edits.at(-1)!.path.at(-1)).slice(2)).toEqual(['boardSheet']);
		expect(made.changes).toHaveLength(3);
		expect(made.changes.some(({ asks }) => asks)).toBe(false);
		const after = applyEdits(
			beyond,
			made.changes.flatMap(({ edits }) => edits)
		);
		expect(clashes(after)).toEqual([]);
		expect(made.settles).toBe(clashes(beyond).length + slowerFindings(beyond, solver).filter(({ status }) => status === 'clash').length);
	});

	it('leave alone what was set aside', () => {
		const seated = clashes(high);
		const aside = seated.reduce(
			(plan, finding) => applyEdits(plan, settingAside(plan, finding, { reason: 'So be it.', date: '2026-12-01' })),
			high
		);
		expect(makeFit(aside, {}, solver)).toBeUndefined();
		const both = makeFit({ ...beyond, setAside: aside.setAside }, {}, solver)!;
		expect(both.changes.flatMap(({ edits }) => edits.map(({ path }) => path.at(-1)))).toEqual(['length', 'boardSheet']);
	});

	it('say what is left where nothing settles it', () => {
		// Nobody is so tall that a room of three metres is too short, but a bed of a metre that may not grow past the wheel is.
		const boxed = planIn(plainVehicle([[0, 250]], 500, 1200));
		const tight = withPerson(withPiece(boxed, 'bed', 'fixed-platform', { height: 250, length: 1150 }), 'ida', 1900, 'bed');
		const made = makeFit(tight, {}, solver)!;
		const after = applyEdits(
			tight,
			made.changes.flatMap(({ edits }) => edits)
		);
		for (const clash of clashes(after)) expect(made.left.map(({ id }) => id)).toContain(clash.id);
		if (made.left.length === 0) expect(made.changes.every(({ asks }) => !asks)).toBe(false);
	});

	it.each([
		['lantern-small-van', { 'pieces.couch.params.height': 420, 'gear.crate.height': 330 }],
		['21-two-halves', { 'pieces.bed.params.bedWidth': 900, 'pieces.bed.params.length': 2000 }],
		['05-hatch-panels', { 'pieces.panels.params.height': 450, 'pieces.panels.params.length': 1250 }]
	] as const)('settle %s with no change too many, and what is told is what happens', (name, turned) => {
		const plan = Object.entries(turned).reduce((now, [path, value]) => set(now, path, value), example(name));
		expect(clashes(plan).length).toBeGreaterThan(1);
		const made = makeFit(plan, {}, solver)!;
		expect(made.changes.length).toBeGreaterThan(0);
		const after = (steps: typeof made.changes) =>
			applyEdits(
				plan,
				steps.flatMap(({ edits }) => edits)
			);
		const left = new Set(made.left.map(({ id }) => id));
		expect(clashes(after(made.changes)).filter(({ id }) => !left.has(id))).toEqual([]);
		for (const one of made.changes)
			expect(weight(clashes(after(made.changes.filter((step) => step !== one))))).toBeGreaterThan(weight(clashes(after(made.changes))));
	});
});
