import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addGear, applyEdits, type Plan } from '../plan';
import { plainVehicle, planIn, withPerson, withPiece } from '../testing/plans';
import { compromises, foldedRows, heightStudy, leversOf, marginAt, type HeightStudy } from '.';

const CEILING = 1300;
/** Somebody of 1700 mm on a platform with a pad of 100 mm in a box, and a crate to go under it. */
function box(crate: number, wants: Plan['crew'][string]['wants'] = ['sit up', 'turn over'], roof = 0): Plan {
	const vehicle = plainVehicle([[0, 700]], CEILING);
	const lined =
		roof === 0
			? vehicle
			: { ...vehicle, lining: { included: false, floor: {}, wall: {}, roof: { wood: { material: 'Ply', thickness: roof } } } };
	let plan = withPerson(
		withPiece(planIn(lined), 'bed', 'fixed-platform', {
			height: 300,
			length: 1900,
			reachRear: false,
			rear: 100,
			padThickness: 100,
			padFoam: 'firm'
		}),
		'ida',
		1700,
		'bed'
	);
	plan = applyEdits(plan, [{ path: ['crew', 'ida', 'wants'], value: wants }]);
	return applyEdits(plan, addGear(plan, { name: 'Crate', length: 400, width: 300, height: crate, weight: 5, count: 1 }));
}
const study = (plan: Plan) => heightStudy(plan, 'bed', ['day', 'night']);
/** Highest boards at which she sits relaxed: 0.95 of 0.52 of 1700 and 30 over the pad, pressed down by a fifth. */
const sits = CEILING - (0.95 * 0.52 * 1700 + 30) - 80;

describe('compromises', () => {
	it('give up nothing where crate and head both have room, as high as leaves most to both', () => {
		const [best, ...others] = compromises(study(box(200)));
		expect(best.givesUp).toEqual([]);
		expect(others).toEqual([]);
		expect(best.window[1]).toBe(Math.floor(sits));
		expect(best.height).toBeGreaterThanOrEqual(best.window[0]);
		expect(best.height).toBeLessThanOrEqual(best.window[1]);
	});
	it('give up one thing or the other where both cannot be had, and say which', () => {
		const found = compromises(study(box(450)));
		expect(found.map(({ givesUp }) => givesUp).sort()).toEqual([['Crate'], ['ida sits up']]);
		for (const { height, givesUp } of found)
			if (givesUp[0] === 'Crate') expect(height).toBeLessThanOrEqual(sits);
			else expect(height).toBeGreaterThanOrEqual(450);
	});
	it('ask about gear that has no place yet as if it went under', () => {
		const plan = box(450);
		const loose = applyEdits(plan, [{ path: ['gear', 'crate', 'under'], value: undefined }]);
		expect(study(loose)).toEqual(study(plan));
	});
	it('are never beaten: no height gives up less of the same (any curves)', () => {
		const margins = fc.array(fc.integer({ min: -80, max: 80 }), { minLength: 6, maxLength: 6 });
		fc.assert(
			fc.property(fc.array(margins, { minLength: 1, maxLength: 5 }), (curves) => {
				const made: HeightStudy = {
					piece: 'bed',
					heights: [100, 120, 140, 160, 180, 200],
					rows: curves.map((margins, i) => ({ id: `r${i}`, label: `r${i}`, margins, comfort: 0 })),
					widths: [],
					storage: []
				};
				const lostAt = (h: number) => made.rows.filter((row) => marginAt(made, row, h) < 0).map(({ label }) => label);
				const found = compromises(made, 10);
				expect(found.length).toBeGreaterThan(0);
				for (const { height, givesUp, window } of found) {
					expect(lostAt(height)).toEqual(givesUp);
					for (let h = 100; h <= 200; h++) {
						const lost = lostAt(h);
						expect(lost.length < givesUp.length && lost.every((one) => givesUp.includes(one)), `${h} beats ${height}`).toBe(false);
						if (h >= window[0] && h <= window[1]) expect(lost.every((one) => givesUp.includes(one))).toBe(true);
					}
				}
			})
		);
	});
});

describe('levers', () => {
	const all = (plan: Plan) => {
		const run = leversOf(plan, 'bed', ['day', 'night']);
		let step = run.next();
		while (!step.done) step = run.next();
		return step.value;
	};
	it('say how far up the boards come for a thinner mattress: by what it is thinner when sat on', () => {
		const mattress = all(box(200)).find(({ id }) => id === 'mattress')!;
		expect(mattress.options.map(({ present }) => present)).toEqual([false, false, true, false]);
		const tops = mattress.options.map(({ best }) => best!.window[1]);
		// 20 mm less of a firm pad, which a seat presses to four fifths, is 16 mm.
		expect(tops[0] - tops[1]).toBeCloseTo(16, -0.5);
		expect(tops[1] - tops[2]).toBeCloseTo(16, -0.5);
	});
	it('count foam by how far it gives way, and a lining of the ceiling by its thickness', () => {
		const levers = all(box(200, ['sit up'], 20));
		const [firm, medium] = levers.find(({ id }) => id === 'foam')!.options.map(({ best }) => best!.window[1]);
		expect(medium - firm).toBeCloseTo(10, -0.5);
		const roof = levers.find(({ id }) => id === 'roof')!;
		const [whole, , none] = roof.options.map(({ best }) => best!.window[1]);
		expect(none - whole).toBeCloseTo(20, -0.5);
		expect(all(box(200)).some(({ id }) => id === 'roof')).toBe(false);
	});
	it('are turned by edits that make a valid plan of them', () => {
		for (const lever of all(box(200, ['sit up'], 20)))
			for (const { edits, best } of lever.options)
				expect(compromises(study(applyEdits(box(200, ['sit up'], 20), edits)), 1)[0]).toEqual(best);
	});
});

describe('a study with more things than rows', () => {
	const row = (id: string, margins: number[]) => ({ id, label: id, margins, comfort: 0 });
	const things = Array.from({ length: 12 }, (_, i) => row(`gear-under:${i}`, [NaN, 10 * i - 40, 10 * i - 20]));
	const rows = [row('sitting-up:a', [90, 70, 50]), ...things, row('fit-arches:b', [0, 20, 40])];

	it('stays as it is where there is room', () => {
		expect(foldedRows(rows, 14)).toBe(rows);
	});
	it('keeps the highest things, and the worst of the others in one row', () => {
		const folded = foldedRows(rows, 6);
		expect(folded.map(({ label }) => label)).toEqual([
			'sitting-up:a',
			'gear-under:0',
			'gear-under:1',
			'gear-under:2',
			'9 other things',
			'fit-arches:b'
		]);
		expect(folded[4].margins).toEqual([NaN, -10, 10]);
	});
});
