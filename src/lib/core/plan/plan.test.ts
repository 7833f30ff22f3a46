import fc from 'fast-check';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import {
	addArches,
	addBench,
	addGear,
	addPerson,
	addPiece,
	addStation,
	applyEdits,
	BODY_STYLES,
	fileJsonSchema,
	freeId,
	LARGEST_FILE,
	mergeVersions,
	planSchema,
	readPlan,
	readPieceFile,
	readPlanFile,
	removePerson,
	removePiece,
	removeReading,
	removeSeat,
	removeStation,
	shareStructure,
	splitArches,
	starterPlan,
	valueAtPath,
	writePieceFile,
	writePlanFile
} from '.';
import { variantOf } from './variants';
import { withPerson, withPiece } from '../testing/plans';

const furnished = () => withPerson(withPiece(starterPlan('Test', 'small van'), 'couch', 'slat-couch'), 'ida', 1740, 'couch');
const faultsOf = (text: string) => {
	const read = readPlanFile(text);
	return read.ok ? [] : read.faults;
};

describe('plan file', () => {
	it.each(BODY_STYLES)('reads back what it writes for a %s', (style) => {
		const plan = starterPlan('Trip', style);
		const read = readPlanFile(writePlanFile(plan));
		expect(read.ok && read.plan).toEqual(plan);
	});

	it('reads every example', () => {
		const folder = join(import.meta.dirname, '../../../../examples');
		const files = readdirSync(folder).filter((name) => name.endsWith('.nook.json'));
		expect(files.length).toBeGreaterThanOrEqual(2);
		for (const file of files) expect(faultsOf(readFileSync(join(folder, file), 'utf8'))).toEqual([]);
	});

	it('names the path of each fault', () => {
		const file = JSON.parse(writePlanFile(furnished()));
		file.plan.vehicle.length.mm = 'long';
		file.plan.crew.ida.stature = 20;
		const faults = faultsOf(JSON.stringify(file));
		expect(faults).toHaveLength(2);
		expect(faults[0]).toContain('plan › vehicle › length › mm');
		expect(faults[1]).toContain('plan › crew › ida › stature');
	});

	it.each([
		['', /not JSON/],
		['{', /not JSON/],
		['[]', /object/],
		['null', /object/],
		['{"format":"something else"}', /format/],
		['{"format":"vast-nook plan","version":0}', /whole number/],
		['{"format":"vast-nook plan","version":99}', /newer/],
		['{"format":"vast-nook plan","version":1}', /plan/],
		['['.repeat(100_000), /nested/],
		[`{"format":"vast-nook plan","version":1,"plan":${'{"a":'.repeat(5000)}1${'}'.repeat(5000)}}`, /nested/],
		[`"${'x'.repeat(50_000_000)}"`, /million/]
	])('refuses hostile text %#', (text, reason) => expect(faultsOf(text as string).join()).toMatch(reason as RegExp));

	it('refuses reserved keys wherever they stand, and stays unharmed', () => {
		for (const key of ['__proto__', 'constructor', 'prototype']) {
			const text = writePlanFile(furnished()).replace('"couch": {', `"${key}": {"x": 1}, "couch": {`);
			expect(faultsOf(text).join()).toMatch(/reserved/);
		}
		expect(({} as Record<string, unknown>).x).toBeUndefined();
	});

	it('refuses huge and non-finite numbers', () => {
		const text = writePlanFile(furnished());
		for (const bad of ['1e999', '1e15', '-1e9']) expect(faultsOf(text.replace(/"stature": \d+/, `"stature": ${bad}`))).not.toEqual([]);
		expect(faultsOf(text.replace(/"stature": \d+/, '"stature": NaN')).join()).toMatch(/not JSON/);
	});

	it('never throws and never takes what the schema does not, whatever is put into a good file', () =>
		fc.assert(
			fc.property(fc.json(), fc.nat(), (junk, where) => {
				const text = JSON.stringify(JSON.parse(writePlanFile(furnished())));
				const spots = [...text.matchAll(/:\s*(?=[^\s])/g)].map((m) => m.index + m[0].length);
				const at = spots[where % spots.length];
				const read = readPlanFile(`${text.slice(0, at)}${junk}${text.slice(at + 1)}`);
				if (read.ok) expect(planSchema.safeParse(read.plan).success).toBe(true);
				else expect(read.faults.length).toBeGreaterThan(0);
			}),
			{ numRuns: 300 }
		));

	it('refuses plans that refer to what is not there', () => {
		const plan = furnished();
		const broken = applyEdits(plan, [
			{ path: ['modes', 'night', 'people', 'nobody'], value: { posture: 'lying' } },
			{ path: ['pieces', 'couch', 'params', 'slatBar'], value: 'gold' }
		]);
		const read = readPlan(broken);
		expect(read.ok ? [] : read.faults.map((f) => f.split(':')[0])).toEqual([
			'modes › night › people › nobody',
			'pieces › couch › params › slatBar'
		]);
	});

	it('publishes the JSON Schema that the documentation holds', () => {
		const published = JSON.parse(readFileSync(join(import.meta.dirname, '../../../../docs/nook.schema.json'), 'utf8'));
		expect(published).toEqual(JSON.parse(JSON.stringify(fileJsonSchema())));
		expect(LARGEST_FILE).toBeGreaterThan(writePlanFile(furnished()).length * 20);
	});
});

describe('edits', () => {
	it('change one place and share the rest', () => {
		const plan = furnished();
		const next = applyEdits(plan, [{ path: ['pieces', 'couch', 'params', 'height'], value: 333 }]);
		expect(valueAtPath(next, ['pieces', 'couch', 'params', 'height'])).toBe(333);
		expect(valueAtPath(plan, ['pieces', 'couch', 'params', 'height'])).toBe(360);
		expect(next.vehicle).toBe(plan.vehicle);
		expect(valueAtPath(next, ['pieces', 'nothing', 'here'])).toBeUndefined();
	});
	it('take out with undefined, and complain of paths that lead nowhere', () => {
		expect(applyEdits({ a: { b: 1, c: 2 } }, [{ path: ['a', 'b'], value: undefined }])).toEqual({ a: { c: 2 } });
		expect(() => applyEdits({ a: 1 }, [{ path: ['a', 'b', 'c'], value: 1 }])).toThrow(/nothing at a › b › c/);
	});
	it('keep a plan valid while people, pieces and gear come and go', () => {
		let plan = starterPlan('Test', 'small hatchback');
		const take = (edits: Parameters<typeof applyEdits>[1]) => {
			plan = applyEdits(plan, edits);
			expect(readPlan(plan)).toMatchObject({ ok: true });
		};
		take(addPerson(plan, { name: 'Ida', stature: 1740, weight: 66, wants: [] }));
		const couch = addPiece(plan, withPiece(plan, 'x', 'slat-couch').pieces.x);
		take(couch.edits);
		expect(plan.modes.night.people.ida).toEqual({ posture: 'lying', piece: couch.id });
		take(addGear(plan, { name: 'Crate', length: 400, width: 300, height: 200, weight: 5, count: 1 }));
		expect(plan.gear.crate.under).toBe(couch.id);
		take(removePiece(plan, couch.id));
		expect(plan.gear.crate.under).toBeUndefined();
		expect(plan.modes.night.people.ida).toEqual({ posture: 'lying' });
		take(removePerson(plan, 'ida'));
		expect(plan.modes.drive.people).toEqual({});
	});
	it('keep a plan valid while its vehicle is put together', () => {
		let plan = starterPlan('Test', 'small van');
		const take = (edits: Parameters<typeof applyEdits>[1]) => {
			expect(edits.length).toBeGreaterThan(0);
			plan = applyEdits(plan, edits);
			expect(readPlan(plan)).toMatchObject({ ok: true });
		};
		take(addBench(plan));
		expect(plan.modes.night.seats.bench.state).toBe('folded');
		take(splitArches(plan, 'arches'));
		expect(Object.values(plan.vehicle.arches).map((a) => a.side)).toEqual(['left', 'right']);
		expect(splitArches(plan, 'left-arch')).toEqual([]);
		const bare = applyEdits(plan, [{ path: ['vehicle', 'arches'], value: {} }]);
		expect(applyEdits(bare, addArches(bare)).vehicle.arches.arches.side).toBe('both');
		take(addStation(plan, 700));
		const added = plan.vehicle.stations['station-700'];
		expect(Object.values(added.widths).every((w) => w.left.status === 'guessed')).toBe(true);
		take(removeReading(plan, 'station-700', 'widths', 'w0'));
		for (const id of ['w450', 'w800']) take(removeReading(plan, 'station-700', 'widths', id));
		// The last width of a station and the last station stay: without them there is no interior.
		expect(removeReading(plan, 'station-700', 'widths', 'w1100')).toEqual([]);
		for (const id of ['station-1', 'station-2', 'station-3']) take(removeStation(plan, id));
		expect(removeStation(plan, 'station-700')).toEqual([]);
		take(removeSeat(plan, 'bench'));
		expect(plan.modes.night.seats.bench).toBeUndefined();
	});
	it('find free ids', () => {
		expect(freeId({}, 'Slat couch')).toBe('slat-couch');
		expect(freeId({ 'slat-couch': 1 }, 'Slat  Couch!')).toBe('slat-couch-2');
		expect(freeId({}, '3 – ½')).toBe('item');
		expect(freeId({}, 'constructor')).toBe('constructor-1');
	});
});

describe('merging versions', () => {
	it('brings separate changes together without a conflict', () => {
		const base = furnished();
		const mine = applyEdits(base, [{ path: ['crew', 'ida', 'stature'], value: 1800 }]);
		const theirs = applyEdits(base, [{ path: ['pieces', 'couch', 'params', 'height'], value: 400 }]);
		const { value, conflicts } = mergeVersions(base, mine, theirs);
		expect(conflicts).toEqual([]);
		expect(value.crew.ida.stature).toBe(1800);
		expect(value.pieces.couch.params).toMatchObject({ height: 400 });
	});
	it('reports what both changed, and keeps mine', () => {
		const base = { a: { x: 1 }, b: 1 };
		const { value, conflicts } = mergeVersions(base, { a: { x: 2 }, b: 1 }, { a: { x: 3 }, b: 2 });
		expect(conflicts).toEqual([{ path: ['a', 'x'], mine: 2, theirs: 3 }]);
		expect(value).toEqual({ a: { x: 2 }, b: 2 });
	});
	const table = fc.dictionary(fc.constantFrom('a', 'b', 'c', 'd'), fc.integer({ min: 0, max: 3 }));
	it('gives either side alone, and both when they agree; undo of an edit gives back what was before', () =>
		fc.assert(
			fc.property(table, table, table, (base, mine, theirs) => {
				expect(mergeVersions(base, mine, base).value).toEqual(mine);
				expect(mergeVersions(base, base, theirs).value).toEqual(theirs);
				expect(mergeVersions(base, mine, mine)).toEqual({ value: mine, conflicts: [] });
				// Undo: from after to before, with the present plan still as it was after.
				expect(mergeVersions(mine, base, mine).value).toEqual(base);
				// Whatever theirs changed and mine did not is in the result.
				const { value } = mergeVersions(base, mine, theirs);
				for (const key of ['a', 'b', 'c', 'd'] as const) if (base[key] === mine[key]) expect(value[key]).toBe(theirs[key]);
			})
		));
});

describe('sharing structure', () => {
	it('gives back the very objects that did not change', () => {
		const plan = furnished();
		const copy = structuredClone(plan);
		expect(shareStructure(plan, copy)).toBe(plan);
		const changed = applyEdits(copy, [{ path: ['crew', 'ida', 'weight'], value: 71 }]);
		const shared = shareStructure(plan, changed);
		expect(shared).toEqual(changed);
		expect(shared.vehicle).toBe(plan.vehicle);
		expect(shared.crew).not.toBe(plan.crew);
	});
	it('changes nothing about the value', () =>
		fc.assert(
			fc.property(fc.jsonValue(), fc.jsonValue(), (a, b) => {
				expect(JSON.stringify(shareStructure(a, b))).toBe(JSON.stringify(b));
			})
		));
});

describe('a piece that is kept by itself', () => {
	const plan = withPiece(starterPlan('Test', 'small van'), 'mine', 'own');
	it('is read as it was written, loose from what held it', () => {
		const held = applyEdits(plan, [
			{ path: ['pieces', 'mine', 'held'], value: { one: { way: 'new bolt through', surface: 'floor', x: 400, at: 0 } } }
		]);
		expect(readPieceFile(writePieceFile(held.pieces.mine))).toEqual({ ok: true, piece: plan.pieces.mine });
	});
	it.each([
		['a plan', writePlanFile(plan), /vast-nook piece/],
		['nothing', '', /not JSON/],
		['a kind that is none', writePieceFile({ ...plan.pieces.mine, kind: 'boat' } as never), /piece › kind/],
		[
			'a design with a sum that cannot be read',
			writePieceFile(applyEdits(plan.pieces.mine, [{ path: ['params', 'design', 'nodes', 'mattress', 'z', 'from'], value: 'a +' }])),
			/cannot be read/
		],
		[
			'nodes within nodes without end',
			writePieceFile(applyEdits(plan.pieces.mine, [{ path: ['params', 'design', 'nodes', 'deep'], value: nested(9) }])),
			/deep/
		]
	])('%s is refused with a reason', (_, text, reason) => {
		const read = readPieceFile(text);
		expect(read.ok ? '' : read.faults.join()).toMatch(reason);
	});
	it('a design as deep as may be goes into a plan and a variant of it', () => {
		const deep = applyEdits(plan, [{ path: ['pieces', 'mine', 'params', 'design', 'nodes', 'deep'], value: nested(5) }]);
		const kept = { ...deep, variants: { one: variantOf(deep, 'One') } };
		expect(readPlanFile(writePlanFile(kept))).toMatchObject({ ok: true });
	});
});

/** A board in so many mirrors within each other. */
function nested(levels: number): object {
	const board = { kind: 'panel', stock: 'ply-12', normal: 'z', x: { from: 0, size: 100 }, y: { from: 0, size: 100 }, z: { from: 0 } };
	return levels === 0 ? board : { kind: 'mirror', nodes: { a: nested(levels - 1) } };
}
