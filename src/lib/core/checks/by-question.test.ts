import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { addPiece, applyEdits, readPlanFile, removeMode, removePerson, removePiece, writePlanFile, type Plan } from '../plan';
import { plainVehicle, planIn, withPerson, withPiece } from '../testing/plans';
import { asideOf, byQuestion, findingsOf, settingAside, toldOf, type Finding } from '.';
import { TOPICS } from './topics';

const set = (plan: Plan, path: string, value: unknown) => applyEdits(plan, [{ path: path.split('.'), value }]);
const bed = (height: number) => withPiece(planIn(plainVehicle([[0, 800]])), 'bed', 'fixed-platform', { height });
/** Two people on one bed in a plain room. */
const two = (height: number, ida = 1700, tomas = 1800): Plan =>
	withPerson(withPerson(bed(height), 'ida', ida, 'bed'), 'tomas', tomas, 'bed');

const survey = (() => {
	const read = readPlanFile(readFileSync('examples/lantern-small-van.nook.json', 'utf8'));
	if (!read.ok) throw new Error(read.faults.join());
	return read.plan;
})();

describe('findings by question', () => {
	it('lists each finding once, under one question', () => {
		for (const plan of [two(400), survey]) {
			const findings = findingsOf(plan);
			const listed = byQuestion(plan, findings).flatMap(({ open, fine }) => [...open, ...fine]);
			expect(listed.map(({ id }) => id).sort()).toEqual(findings.map(({ id }) => id).sort());
		}
	});
	it('tells what is fine apart from what is not', () => {
		for (const { open, fine } of byQuestion(survey, findingsOf(survey))) {
			expect(open.every(({ status }) => status !== 'clear')).toBe(true);
			expect(fine.every(({ status }) => status === 'clear')).toBe(true);
		}
	});
	it('asks about everybody who sleeps by themselves', () => {
		const plan = two(400);
		const sleeping = byQuestion(plan, findingsOf(plan)).filter(({ topic }) => topic === 'Sleeping');
		expect(sleeping.flatMap(({ person }) => person ?? []).sort()).toEqual(['ida', 'tomas']);
		for (const { person, open, fine } of sleeping)
			if (person) expect([...open, ...fine].every(({ subjects }) => subjects.includes(person))).toBe(true);
	});
	it('puts whoever has the worst night first', () => {
		// Tomas is longer than the room, Ida is not.
		const plan = two(400, 1500, 2150);
		const [first] = byQuestion(
			plan,
			findingsOf(plan).filter(({ rule }) => rule === 'lying-length')
		);
		expect(first).toMatchObject({ topic: 'Sleeping', person: 'tomas' });
		expect(first.open[0].status).toBe('clash');
	});
	it('keeps the order of topics among what is equally fine', () => {
		const fine = findingsOf(survey).filter(({ status }) => status === 'clear');
		const order = byQuestion(survey, fine).map(({ topic }) => TOPICS.indexOf(topic));
		expect(order).toEqual(order.toSorted((a, b) => a - b));
	});
	it('asks where somebody is by what the mode is for', () => {
		const places = findingsOf(survey).filter(({ rule }) => rule === 'place');
		const topics = new Map(
			byQuestion(survey, places).flatMap(({ topic, open, fine }) => [...open, ...fine].map(({ id }) => [id, topic] as const))
		);
		for (const { id, modes } of places)
			expect(topics.get(id)).toBe({ drive: 'Driving', day: 'Sitting', night: 'Sleeping' }[survey.modes[modes[0]].use]);
	});
});

describe('what is set aside', () => {
	const worst = (plan: Plan): Finding => findingsOf(plan).find(({ rule, subjects }) => rule === 'sitting-up' && subjects.includes('ida'))!;
	const why = { reason: 'She reads lying down.', date: '2026-12-01' };
	const high = two(700);
	const aside = applyEdits(high, settingAside(high, worst(high), why));

	it('is not told again, and nothing else is left out', () => {
		expect(worst(high).status).toBe('clash');
		expect(asideOf(aside, worst(aside))).toMatchObject(why);
		const [all, told] = [findingsOf(aside), toldOf(aside, findingsOf(aside))];
		expect(all.length - told.length).toBe(1);
		expect(told.some(({ id }) => id === worst(aside).id)).toBe(false);
	});
	it('is told again when it gets worse, not when it gets a little better or stays', () => {
		const at = (height: number) => set(aside, 'pieces.bed.params.height', height);
		expect(asideOf(at(690), worst(at(690)))).toBeDefined();
		expect(asideOf(at(704), worst(at(704)))).toBeDefined();
		expect(asideOf(at(720), worst(at(720)))).toBeUndefined();
	});
	it('is told again when what was only tight has become a clash', () => {
		const finding = { ...worst(high), status: 'tight' as const, margin: 1 };
		const plan = applyEdits(high, settingAside(high, finding, why));
		expect(asideOf(plan, finding)).toBeDefined();
		expect(asideOf(plan, { ...finding, status: 'clash', margin: -1 })).toBeUndefined();
		expect(asideOf(plan, { ...finding, status: 'unmeasured' })).toBeUndefined();
	});
	it('is about one person alone', () => {
		const tomas = findingsOf(aside).find(({ rule, subjects }) => rule === 'sitting-up' && subjects.includes('tomas'))!;
		expect(asideOf(aside, tomas)).toBeUndefined();
	});
	it('is about the modes that it was said of: whoever may lie on the floor at night may not while driving', () => {
		const place = (plan: Plan) =>
			findingsOf(plan).find(({ rule, key, status }) => rule === 'place' && key === 'ida' && status === 'clash')!;
		const night = set(survey, 'modes.night.people.ida', { posture: 'on the bench' });
		expect(place(night).modes).toEqual(['night']);
		const said = applyEdits(night, settingAside(night, place(night), why));
		expect(asideOf(said, place(said))).toBeDefined();
		const drive = set(said, 'modes.drive.people.ida', { posture: 'lying', piece: 'couch' });
		expect(place(drive).modes).toEqual(['drive', 'night']);
		expect(asideOf(drive, place(drive))).toBeUndefined();
		// Both said: the second does not take the place of the first.
		const both = applyEdits(drive, settingAside(drive, place(drive), why));
		expect(asideOf(both, place(both))).toBeDefined();
	});
	it('is forgotten with what it is about: a piece that gets the same id is asked about afresh', () => {
		const without = applyEdits(aside, removePiece(aside, 'bed'));
		expect(without.setAside).toEqual({});
		const again = addPiece(without, high.pieces.bed);
		expect(again.id).toBe('bed');
		const back = set(applyEdits(without, again.edits), 'modes.night.people.ida', high.modes.night.people.ida);
		expect(worst(back).status).toBe('clash');
		expect(asideOf(back, worst(back))).toBeUndefined();
		for (const edits of [removePerson(aside, 'ida'), removeMode(aside, 'night')]) expect(applyEdits(aside, edits).setAside).toEqual({});
		expect(applyEdits(aside, removePerson(aside, 'tomas')).setAside).toEqual(aside.setAside);
	});
	it('is taken back, survives a file, and a second one does not undo the first', () => {
		const [, second] = findingsOf(aside).filter(({ status, rule }) => status !== 'clear' && rule !== 'sitting-up');
		const both = applyEdits(aside, settingAside(aside, second, { ...why, reason: 'So it is.' }));
		expect(Object.keys(both.setAside!)).toHaveLength(2);
		const back = applyEdits(both, settingAside(both, worst(both)));
		expect(asideOf(back, worst(back))).toBeUndefined();
		expect(asideOf(back, second)).toMatchObject({ reason: 'So it is.' });
		const read = readPlanFile(writePlanFile(both));
		expect(read.ok && read.plan.setAside).toEqual(both.setAside);
	});
});
