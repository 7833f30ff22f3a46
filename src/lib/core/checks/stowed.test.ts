import { describe, expect, it } from 'vitest';
import type { Gear, Plan } from '../plan';
import { outermost } from '../plan/gear';
import { builtExamples, example } from '../testing/examples';
import { bed, made, set, van } from '../testing/trap-van';
import { findingsOf, stowedFindings } from '.';

const thing = (name: string, more: Partial<Gear> = {}): Gear => ({
	name,
	length: 300,
	width: 200,
	height: 150,
	weight: 2,
	count: 1,
	used: 'each trip',
	...more
});
const withGear = (file: string, gear: Plan['gear']): Plan => ({ ...example(file), gear });
const under = (gear: Plan['gear']): Plan => made(van(), bed({ height: 600, width: 1500 }), set('gear', gear));
/** Of a rule what is amiss, or the one answer that nothing is. */
const said = (plan: Plan, rule: string) =>
	stowedFindings(plan)
		.filter((finding) => finding.rule === rule)
		.map(({ status, subjects, modes }) => ({ status, subjects, modes }));

describe('how things lie is told among the findings', () => {
	it('of every thing of every example, with ids of their own and nothing that clashes', () => {
		for (const [name, plan] of builtExamples) {
			const found = stowedFindings(plan);
			expect(
				found.filter(({ status }) => status === 'clash').map(({ why }) => why),
				name
			).toEqual([]);
			expect(new Set(found.map(({ id }) => id)).size, name).toBe(found.length);
			const all = [...found, ...findingsOf(plan)].filter(({ rule }) => rule.startsWith('gear'));
			for (const id of Object.keys(plan.gear))
				expect(
					all.some(({ subjects }) => subjects.includes(outermost(plan.gear, id))),
					`${name}: ${id}`
				).toBe(true);
		}
	});

	it('what goes neither in nor out clashes, however seldom it is used', () => {
		const box = (width: number) => said(under({ box: thing('Box', { length: 800, width, height: 400, under: 'bed' }) }), 'gear-reach');
		expect(box(670)).toEqual([{ status: 'clash', subjects: ['box', 'bed'], modes: ['drive'] }]);
		expect(box(655)).toMatchObject([{ status: 'clear', subjects: ['bed', 'box'] }]);
	});

	it('what goes into no compartment clashes, unless it has to go to one: that is told with the piece', () => {
		const kettle = thing('Kettle', { height: 560 });
		expect(said(under({ kettle }), 'gear-left')).toEqual([{ status: 'clash', subjects: ['kettle'], modes: ['drive'] }]);
		expect(said(under({ kettle: { ...kettle, height: 500 } }), 'gear-left')).toEqual([]);
		const bound = under({ kettle: { ...kettle, under: 'bed' } });
		expect(said(bound, 'gear-left')).toEqual([]);
		expect(findingsOf(bound).some(({ rule, status }) => rule === 'gear-under' && status === 'clash')).toBe(true);
		// Where nothing is built it is asked where things go, and no more.
		expect(stowedFindings(made(van(), set('gear', { kettle }))).map(({ rule, status }) => `${rule} ${status}`)).not.toContain(
			'gear-left clash'
		);
	});

	it('an extinguisher behind the crates is to be thought of; shut in it clashes', () => {
		const pinned = (x: number, size: [number, number, number]) => ({ under: 'bed', pinned: [{ space: 'under', x, y: 10, z: 0, size }] });
		const plan = withGear('08-folding-leaves.nook.json', {
			crates: thing('Crates', { length: 300, width: 900, ...pinned(0, [300, 900, 150]) }),
			extinguisher: thing('Fire extinguisher', { used: 'in an emergency', ...pinned(310, [300, 200, 150]) })
		});
		const found = stowedFindings(plan).filter(({ rule, status }) => rule === 'gear-reach' && status !== 'clear');
		for (const { status, subjects } of found) {
			expect(status).toBe('tight');
			expect(subjects).toContain('extinguisher');
		}
		const low = thing('Fire extinguisher', { length: 800, width: 670, height: 400, used: 'in an emergency', under: 'bed' });
		expect(said(under({ low }), 'gear-reach')).toMatchObject([{ status: 'clash' }]);
	});

	it('gas is asked about until somebody says where it runs out', () => {
		const gas = thing('Gas bottle', { traits: ['gas'], height: 250 });
		expect(said(under({ gas }), 'gas-vent')).toMatchObject([{ status: 'unmeasured', subjects: ['gas', 'bed'] }]);
		expect(said(under({ gas: { ...gas, vented: true } }), 'gas-vent')).toEqual([{ status: 'clear', subjects: [], modes: ['drive'] }]);
		expect(said(under({ pot: thing('Pot') }), 'gas-vent')).toEqual([]);
	});

	it('heavy tins overhead belong to driving, and what spoils one another is a clash', () => {
		const tins = thing('Tins', { weight: 6, under: 'upper', length: 200, width: 150 });
		expect(said(withGear('02-ledge-sofa.nook.json', { tins }), 'heavy-high')).toMatchObject([
			{ status: 'tight', subjects: ['tins', 'upper'] }
		]);
		const at = (x: number) => ({
			under: 'bed',
			pinned: [{ space: 'under', x, y: 10, z: 0, size: [300, 200, 150] as [number, number, number] }]
		});
		const beside = withGear('08-folding-leaves.nook.json', {
			net: thing('Net', { traits: ['wet'], ...at(0) }),
			cool: thing('Sample cool box', { traits: ['clean'], ...at(310) })
		});
		expect(said(beside, 'gear-apart')).toMatchObject([{ status: 'clash', subjects: ['net', 'cool', 'bed'] }]);
	});

	it('how often something is used is asked once', () => {
		const pot = thing('Pot');
		delete pot.used;
		expect(said(under({ pot }), 'gear-used')).toMatchObject([{ status: 'unmeasured', subjects: ['pot'] }]);
		expect(said(under({ pot: thing('Pot') }), 'gear-used')).toMatchObject([{ status: 'clear' }]);
	});

	it('nothing where nothing comes along', () => {
		expect(stowedFindings(under({}))).toEqual([]);
	});
});
