import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Sequelize } from 'sequelize';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { applyEdits, starterPlan } from '../core/plan';
import { database, openDatabase, PlanRow } from './database';
import { loadExamples } from './examples';
import { createPlan, deletePlan, findPlan, listPlans, planVersion, savePlan } from './plans';
import { prepareDataFolder, readSettings } from './settings';
import { affectedPlans, changeVehicle, findVehicle, linkPlan, listVehicles, removeVehicle, shelveVehicle, vehicleOfPlan } from './vehicles';

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
	const others: Sequelize[] = [];
	const folder = mkdtempSync(join(tmpdir(), 'nook-'));
	beforeAll(async () => {
		process.env.NOOK_DATA = folder;
		opened = await database();
	});
	afterAll(() => Promise.all([opened, ...others].map((database) => database.close())));
	const plan = starterPlan('Trip', 'small van');

	it('are kept in write-ahead mode and synchronised in full', async () => {
		const [journal] = (await opened.query('PRAGMA journal_mode'))[0] as { journal_mode: string }[];
		expect(journal.journal_mode).toBe('wal');
		const [synchronous] = (await opened.query('PRAGMA synchronous'))[0] as { synchronous: number }[];
		expect(synchronous.synchronous).toBe(2);
	});
	it('come back as they were', async () => {
		const id = await createPlan(plan);
		expect(await findPlan(id)).toEqual({ id, version: 1, plan });
		expect((await listPlans()).map((p) => p.id)).toContain(id);
		expect(await deletePlan(id)).toBe(true);
		expect(await findPlan(id)).toBeUndefined();
		expect(await deletePlan(id)).toBe(false);
	});
	it('are saved only over the version a change was made from', async () => {
		const id = await createPlan(plan);
		const changed = applyEdits(plan, [{ path: ['name'], value: 'Changed' }]);
		expect(await savePlan(id, 1, changed)).toBe(2);
		expect(await savePlan(id, 1, plan)).toBeUndefined();
		expect((await findPlan(id))!.plan.name).toBe('Changed');
		expect(await planVersion(id)).toBe(2);
	});
	it('let exactly one of many saves at once through', async () => {
		const id = await createPlan(plan);
		const results = await Promise.all(
			Array.from({ length: 8 }, (_, i) => savePlan(id, 1, applyEdits(plan, [{ path: ['name'], value: `Window ${i}` }])))
		);
		expect(results.filter((version) => version === 2)).toHaveLength(1);
	});
	it('take up the examples once', async () => {
		const examples = join(import.meta.dirname, '../../../examples');
		expect((await loadExamples(examples)).length).toBeGreaterThanOrEqual(2);
		expect(await loadExamples(examples)).toEqual([]);
	});
	it('migrate a folder that was opened before without losing anything', async () => {
		others.push(await openDatabase(folder));
		expect((await listPlans()).length).toBeGreaterThan(2);
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
		await PlanRow.create({ id: 'older', name: 'Older', document: JSON.stringify(document), format: 1, version: 4 });
		const read = (await findPlan('older'))!;
		expect(read.version).toBe(4);
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
			expect((await findPlan(second))!.version).toBe(1);

			expect(await changeVehicle(id, 1, wider(50), [{ id: second, version: 1 }])).toBe(2);
			expect((await findPlan(second))!.plan.vehicle.length.mm).toBe(plan.vehicle.length.mm + 50);
			expect((await findPlan(second))!.version).toBe(2);
			expect((await findPlan(first))!.plan.vehicle.length.mm).toBe(plan.vehicle.length.mm);
		});
		it('changes all or nothing when somebody was faster', async () => {
			const first = await createPlan(plan);
			const id = await shelveVehicle(first, plan.vehicle);
			const second = await createPlan(plan);
			await linkPlan(second, id);
			await savePlan(second, 1, applyEdits(plan, [{ path: ['name'], value: 'Meanwhile' }]));
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
