import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Sequelize } from 'sequelize';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { applyEdits, starterPlan, type Plan } from '../core/plan';
import type { Revision } from '../core/sync';
import { closeDatabase, database, PlanRow, SaveRow, VehicleRow } from './database';
import { loadExamples } from './examples';
import { closePool } from './jobs/pool';
import { listPlans, listVehicles } from './list';
import { createPlan as create, deletePlan, findPlan, ownState, planRevision, savePlan as save, standingOf, storable } from './plans';
import { checksumOf } from './summaries';
import { prepareDataFolder, readSettings } from './settings';
import { affectedPlans, changeVehicle, findVehicle, linkPlan, removeVehicle, shelveVehicle, vehicleOfPlan } from './vehicles';

describe('settings', () => {
	it('are safe by default', () => expect(readSettings({})).toMatchObject({ host: '127.0.0.1', port: 4310 }));
	it('say which variable is wrong', () => expect(() => readSettings({ NOOK_PORT: 'seventy' })).toThrow(/NOOK_PORT/));
	it('say which folder cannot be written', () => {
		const file = join(mkdtempSync(join(tmpdir(), 'nook-')), 'file');
		writeFileSync(file, '');
		expect(() => prepareDataFolder(join(file, 'inside'))).toThrow(/cannot be written.*NOOK_DATA/);
	});
});

describe('stored plans', () => {
	let opened: Sequelize;
	const folder = mkdtempSync(join(tmpdir(), 'nook-'));
	beforeAll(async () => {
		process.env.NOOK_DATA = folder;
		opened = await database();
	});
	afterAll(async () => {
		await closeDatabase();
		await closePool();
	});
	const plan = starterPlan('Trip', 'small van');
	const createPlan = (made: Plan) => create(storable(made));
	/** Saves over a revision as a window does that has come so far. */
	const savePlan = (id: string, base: Revision, made: Plan, window = 'w', state = 1) => save(id, base, { window, state }, storable(made));
	const named = (name: string) => applyEdits(plan, [{ path: ['name'], value: name }]);
	const revisionOf = async (id: string) => (await planRevision(id))!;
	const versionOf = async (id: string) => (await revisionOf(id)).version;

	it('are kept in write-ahead mode and synchronised in full', async () => {
		const [journal] = (await opened.query('PRAGMA journal_mode'))[0] as { journal_mode: string }[];
		expect(journal.journal_mode).toBe('wal');
		const [synchronous] = (await opened.query('PRAGMA synchronous'))[0] as { synchronous: number }[];
		expect(synchronous.synchronous).toBe(2);
	});
	it('come back as they were', async () => {
		const id = await createPlan(plan);
		expect(await findPlan(id)).toMatchObject({ id, revision: { version: 1 }, plan });
		expect((await listPlans()).entries.map((entry) => entry.id)).toContain(id);
		expect(await deletePlan(id)).toBe(true);
		expect(await findPlan(id)).toBeUndefined();
		expect(await deletePlan(id)).toBe(false);
		expect(await SaveRow.count({ where: { planId: id } })).toBe(0);
	});
	it('are saved only over the revision a change was made from', async () => {
		const id = await createPlan(plan);
		const first = await revisionOf(id);
		expect(await savePlan(id, first, named('Changed'))).toMatchObject({ stored: true, revision: { version: 2, window: 'w', state: 1 } });
		const other = await savePlan(id, first, plan, 'other');
		expect(other).toMatchObject({ stored: false, accepted: undefined, sameLine: true, plan: { name: 'Changed' } });
		expect((await findPlan(id))!.plan.name).toBe('Changed');
		expect(await savePlan('nowhere', first, plan)).toBeUndefined();
	});
	it('are stored once when a save is sent twice, also when others have saved since', async () => {
		const id = await createPlan(plan);
		const first = await revisionOf(id);
		await savePlan(id, first, named('Once'));
		expect(await savePlan(id, first, named('Once'))).toMatchObject({ stored: true, revision: { version: 2 } });
		await savePlan(id, await revisionOf(id), named('Then'), 'other', 4);
		expect(await savePlan(id, first, named('Once'))).toMatchObject({ stored: false, accepted: { version: 2 }, plan: { name: 'Then' } });
		expect(await standingOf(id, first, { window: 'w', state: 2 })).toMatchObject({ accepted: undefined, sameLine: true });
	});
	it('tell a window that knows more than they do', async () => {
		const id = await createPlan(plan);
		const first = await revisionOf(id);
		const known = { version: 5, window: 'w', state: 9 };
		expect(await standingOf(id, known, undefined)).toMatchObject({ sameLine: false, revision: first });
		expect(await savePlan(id, known, named('Later'), 'w', 10)).toMatchObject({ stored: false, sameLine: false });
		// Nor is one that went on from another state under the same version.
		await savePlan(id, first, named('Second'));
		expect(await standingOf(id, { ...first, window: 'elsewhere' }, undefined)).toMatchObject({ sameLine: false });
	});
	it('let exactly one of many saves at once through', async () => {
		const id = await createPlan(plan);
		const first = await revisionOf(id);
		const results = await Promise.all(Array.from({ length: 8 }, (_, i) => savePlan(id, first, named(`Window ${i}`), `w${i}`)));
		expect(results.filter((saved) => saved?.stored)).toHaveLength(1);
	});
	it('take up the examples once', async () => {
		const examples = join(import.meta.dirname, '../../../examples');
		expect((await loadExamples(examples)).length).toBeGreaterThanOrEqual(2);
		expect(await loadExamples(examples)).toEqual([]);
	});
	it('are listed by what was stored of them when they were saved', async () => {
		const id = await createPlan(plan);
		const entryOf = async () => (await listPlans(1, plan.name)).entries.find((entry) => entry.id === id)!;
		expect((await entryOf()).summary).toBeUndefined();
		await expect.poll(async () => (await entryOf()).summary?.bodyStyle, { timeout: 60_000, interval: 200 }).toBe('small van');
		// What is stored is shown, whatever it says: nothing is worked out for the list.
		const row = (await PlanRow.findByPk(id))!;
		await row.update({ summary: JSON.stringify({ ok: true, value: { bodyStyle: 'as stored', pieces: [], modes: 0, findings: {} } }) });
		expect((await entryOf()).summary?.bodyStyle).toBe('as stored');
		// Unless it is of another document.
		expect(row.summaryOf).toBe(checksumOf(row));
		await savePlan(id, await revisionOf(id), named(`${plan.name} changed`));
		expect((await entryOf()).summary).toBeUndefined();
	});
	it('are found by a part of their name, whatever letters it has', async () => {
		const id = await createPlan(named('100 % of_it'));
		for (const words of ['100 %', 'OF_it', '0 % o']) expect((await listPlans(1, words)).entries.map((entry) => entry.id)).toEqual([id]);
		expect((await listPlans(9, 'of%it')).entries).toEqual([]);
	});
	it.each([
		['is no JSON', '{"name":'],
		['is no plan', '{"x":1}'],
		['is nothing', 'null']
	])('one that %s is listed as unreadable, and everything else works', async (_, document) => {
		const id = await createPlan(named('Broken'));
		const shelved = await shelveVehicle(id, plan.vehicle);
		await PlanRow.update({ document }, { where: { id } });
		await VehicleRow.update({ document }, { where: { id: shelved } });
		await opened.query("UPDATE plans SET updatedAt = 'long ago' WHERE id = ?", { replacements: [id] });
		const broken = async () => (await listPlans(1, 'Broken')).entries.find((entry) => entry.id === id)!;
		await expect.poll(async () => (await broken()).unreadable, { timeout: 60_000, interval: 200 }).toContain('“Broken” cannot be read');
		const vehicle = async () => (await listVehicles()).find((entry) => entry.id === shelved)!;
		await expect.poll(async () => (await vehicle()).unreadable, { timeout: 60_000, interval: 200 }).toContain('cannot be read');
		await expect(findPlan(id)).rejects.toThrow(/cannot be read/);
		expect(await deletePlan(id)).toBe(true);
		expect(await removeVehicle(shelved)).toBe(true);
	});
	it('read documents that an older version wrote', async () => {
		const without = (table: object, ...keys: string[]) => Object.fromEntries(Object.entries(table).filter(([key]) => !keys.includes(key)));
		const each = (table: object, ...keys: string[]) =>
			Object.fromEntries(Object.entries(table).map(([id, entry]) => [id, without(entry as object, ...keys)]));
		const { vehicle } = plan;
		const older = without(vehicle, 'openings', 'fixtures', 'zones', 'anchors', 'noDrill', 'contours', 'diagonals');
		const seats = each(vehicle.seats, 'removable', 'belts', 'headRest');
		const document = {
			...plan,
			modes: each(plan.modes, 'doors'),
			vehicle: { ...older, seats, lining: { included: false, floor: 21, wall: 0, roof: 12 } }
		};
		await PlanRow.create({ id: 'older', name: 'Older', document: JSON.stringify(document), format: 1, version: 4, ...ownState() });
		const read = (await findPlan('older'))!;
		expect(read.revision.version).toBe(4);
		expect(read.plan.vehicle.lining).toEqual({
			included: false,
			floor: { lining: { material: 'Lining', thickness: 21 } },
			wall: {},
			roof: { lining: { material: 'Lining', thickness: 12 } }
		});
		expect(read.plan.modes.day.doors).toEqual({});
	});

	describe('and the vehicle shelf', () => {
		const wider = (by: number) => applyEdits(plan.vehicle, [{ path: ['length', 'mm'], value: plan.vehicle.length.mm + by }]);
		it('tells which plans use a vehicle and what a change does to them, before anything is changed', async () => {
			const [first, second, other] = await Promise.all([createPlan(plan), createPlan({ ...plan, name: 'Second' }), createPlan(plan)]);
			const id = await shelveVehicle(first, plan.vehicle);
			await linkPlan(second, id);
			expect((await vehicleOfPlan(first))!.plans.map((user) => user.id).sort()).toEqual([first, second].sort());
			expect(await vehicleOfPlan(other)).toBeUndefined();
			const affected = await affectedPlans(id, wider(50), first);
			expect(affected.map((one) => one.name)).toEqual(['Second']);
			expect(await versionOf(second)).toBe(1);

			expect(await changeVehicle(id, 1, wider(50), [{ id: second, version: 1 }])).toBe(2);
			expect((await findPlan(second))!.plan.vehicle.length.mm).toBe(plan.vehicle.length.mm + 50);
			expect(await versionOf(second)).toBe(2);
			expect((await findPlan(first))!.plan.vehicle.length.mm).toBe(plan.vehicle.length.mm);
		});
		it('changes all or nothing when somebody was faster', async () => {
			const first = await createPlan(plan);
			const id = await shelveVehicle(first, plan.vehicle);
			const second = await createPlan(plan);
			await linkPlan(second, id);
			await savePlan(second, await revisionOf(second), named('Meanwhile'));
			await expect(
				changeVehicle(id, 1, wider(70), [
					{ id: first, version: 1 },
					{ id: second, version: 1 }
				])
			).rejects.toThrow(/meanwhile/);
			expect((await findVehicle(id))!.version).toBe(1);
			expect((await findPlan(first))!.plan.vehicle.length.mm).toBe(plan.vehicle.length.mm);
			await expect(changeVehicle(id, 7, wider(70), [])).rejects.toThrow(/shelf was changed/);
		});
		it('leaves plans their own copy when a vehicle goes', async () => {
			const first = await createPlan(plan);
			const id = await shelveVehicle(first, plan.vehicle);
			expect((await listVehicles()).map((shelved) => shelved.id)).toContain(id);
			expect(await removeVehicle(id)).toBe(true);
			expect(await removeVehicle(id)).toBe(false);
			expect(await vehicleOfPlan(first)).toBeUndefined();
			expect((await findPlan(first))!.plan).toEqual(plan);
		});
	});
});
